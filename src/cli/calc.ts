import { readFileSync } from 'node:fs'
import Papa from 'papaparse'
import { checkFields, fieldLines, sentence } from './fields'
import type { Answer } from './topic'
import { TOPICS } from './topics'

/** Exit status: 0 done, 2 refused input, 1 a fault of the program. */
const DONE = 0
const FAULT = 1
const REFUSALS = 2

const answer = (topic: string, input: unknown): Answer => {
  const found = TOPICS[topic]
  if (!found)
    return {
      refusal: { field: 'topic', given: topic, allowed: Object.keys(TOPICS).join(', ') },
    }
  const checked = checkFields(found.fields, input)
  return 'refusal' in checked ? checked : found.answer(checked.value)
}

const parse = (text: string): { json: unknown } | Answer => {
  try {
    return { json: JSON.parse(text) }
  } catch {
    return { refusal: { field: 'input', given: text.trim().slice(0, 40), allowed: 'JSON' } }
  }
}

const answerText = (topic: string, text: string): Answer => {
  const parsed = parse(text)
  return 'json' in parsed ? answer(topic, parsed.json) : parsed
}

const help = (topic: string | undefined): string => {
  const found = topic === undefined ? undefined : TOPICS[topic]
  if (topic !== undefined && found)
    return [`calc ${topic}: ${found.summary}`, '', ...fieldLines(found.fields)].join('\n')
  return [
    'npm run -s calc -- TOPIC               one JSON object in, one out',
    'npm run -s calc -- TOPIC --lines       one JSON object a line',
    'npm run -s calc -- TOPIC --csv FILE    a header row of field names; result columns are added',
    'npm run -s calc -- --help TOPIC        fields with units, ranges, defaults',
    '',
    ...Object.entries(TOPICS).map(([name, { summary }]) => `  ${name.padEnd(20)} ${summary}`),
  ].join('\n')
}

const out = (text: string) => process.stdout.write(`${text}\n`)
const complain = (text: string) => process.stderr.write(`${text}\n`)

const single = (topic: string): number => {
  const result = answerText(topic, TOPICS[topic] ? readFileSync(0, 'utf8') : '{}')
  if ('refusal' in result) {
    complain(sentence(result.refusal))
    return REFUSALS
  }
  out(JSON.stringify(result.output))
  return DONE
}

const lines = (topic: string): number => {
  let status = DONE
  for (const line of readFileSync(0, 'utf8').split('\n')) {
    if (line.trim() === '') continue
    const result = answerText(topic, line)
    if ('refusal' in result) status = REFUSALS
    out(
      JSON.stringify(
        'refusal' in result
          ? { error: { ...result.refusal, sentence: sentence(result.refusal) } }
          : result.output,
      ),
    )
  }
  return status
}

/** A cell is a number where it looks like one; an empty cell is a field left out. */
const cell = (text: string): unknown => {
  const number = Number(text)
  return text.trim() !== '' && Number.isFinite(number) ? number : text
}

const csv = (topic: string, file: string): number => {
  let text: string
  try {
    text = readFileSync(file, 'utf8')
  } catch {
    complain(`--csv: ${file} was given; allowed: a file that can be read.`)
    return REFUSALS
  }
  const { data } = Papa.parse<Record<string, string>>(text, { header: true, skipEmptyLines: true })
  let status = DONE
  const rows = data.map((row) => {
    const given = Object.fromEntries(
      Object.entries(row)
        .filter(([, value]) => value !== '' && value !== undefined)
        .map(([name, value]) => [name, cell(value)]),
    )
    const result = answer(topic, given)
    if ('refusal' in result) {
      status = REFUSALS
      return { ...row, error: sentence(result.refusal) }
    }
    return { ...row, ...result.output }
  })
  const columns = [...new Set(rows.flatMap((row) => Object.keys(row)))]
  out(Papa.unparse(rows, { columns, newline: '\n' }))
  return status
}

const main = (args: string[]): number => {
  const [first, second, third] = args
  if (first === undefined || first === '--help') {
    out(help(second))
    return DONE
  }
  if (!TOPICS[first]) return single(first)
  if (second === '--lines') return lines(first)
  if (second === '--csv') return csv(first, third ?? '')
  if (second === '--help') {
    out(help(first))
    return DONE
  }
  if (second !== undefined) {
    complain(`option: ${second} was given; allowed: --lines, --csv FILE, --help.`)
    return REFUSALS
  }
  return single(first)
}

// Whoever reads may stop reading, as `head` does.
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code !== 'EPIPE') throw error
  process.exit(DONE)
})
try {
  process.exitCode = main(process.argv.slice(2))
} catch (error) {
  complain(`a fault of the program: ${error instanceof Error ? error.message : String(error)}`)
  process.exitCode = FAULT
}
