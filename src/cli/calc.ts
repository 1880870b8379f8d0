import { readFileSync } from 'node:fs'
import Papa from 'papaparse'
import { checkFields, fieldLines, sentence } from './fields'
import type { Answer } from './topic'
import { LATE_TOPICS, TOPICS } from './topics'

/** Exit status: 0 done, 2 refused input, 1 a fault of the program. */
const DONE = 0
const FAULT = 1
const REFUSALS = 2

const ALL = { ...TOPICS, ...LATE_TOPICS }

const answer = async (topic: string, input: unknown): Promise<Answer> => {
  const found = ALL[topic]
  if (!found)
    return { refusal: { field: 'topic', given: topic, allowed: Object.keys(ALL).join(', ') } }
  const checked = checkFields(found.fields, input)
  if ('refusal' in checked) return checked
  return 'answer' in found ? found.answer(checked.value) : found.answerLater(checked.value)
}

const parse = (text: string): { json: unknown } | Answer => {
  try {
    return { json: JSON.parse(text) }
  } catch {
    return { refusal: { field: 'input', given: text.trim().slice(0, 40), allowed: 'JSON' } }
  }
}

const answerText = async (topic: string, text: string): Promise<Answer> => {
  const parsed = parse(text)
  return 'json' in parsed ? answer(topic, parsed.json) : parsed
}

const help = (topic: string | undefined): string => {
  const found = topic === undefined ? undefined : ALL[topic]
  if (topic !== undefined && found)
    return [`calc ${topic}: ${found.summary}`, '', ...fieldLines(found.fields)].join('\n')
  return [
    'npm run -s calc -- TOPIC               one JSON object in, one out',
    'npm run -s calc -- TOPIC --lines       one JSON object a line',
    'npm run -s calc -- TOPIC --csv FILE    a header row of field names; result columns are added',
    'npm run -s calc -- --help TOPIC        fields with units, ranges, defaults',
    '',
    ...Object.entries(ALL).map(([name, { summary }]) => `  ${name.padEnd(20)} ${summary}`),
  ].join('\n')
}

const out = (text: string) => process.stdout.write(`${text}\n`)
const complain = (text: string) => process.stderr.write(`${text}\n`)

const single = async (topic: string): Promise<number> => {
  const result = await answerText(topic, ALL[topic] ? readFileSync(0, 'utf8') : '{}')
  if ('refusal' in result) {
    complain(sentence(result.refusal))
    return REFUSALS
  }
  out(JSON.stringify(result.output))
  return DONE
}

const lines = async (topic: string): Promise<number> => {
  let status = DONE
  for (const line of readFileSync(0, 'utf8').split('\n')) {
    if (line.trim() === '') continue
    const result = await answerText(topic, line)
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

const csv = async (topic: string, file: string): Promise<number> => {
  let text: string
  try {
    text = readFileSync(file, 'utf8')
  } catch {
    complain(`--csv: ${file} was given; allowed: a file that can be read.`)
    return REFUSALS
  }
  const { data } = Papa.parse<Record<string, string>>(text, { header: true, skipEmptyLines: true })
  let status = DONE
  const rows: Record<string, unknown>[] = []
  for (const row of data) {
    const given = Object.fromEntries(
      Object.entries(row)
        .filter(([, value]) => value !== '' && value !== undefined)
        .map(([name, value]) => [name, cell(value)]),
    )
    const result = await answer(topic, given)
    if ('refusal' in result) {
      status = REFUSALS
      rows.push({ ...row, error: sentence(result.refusal) })
    } else rows.push({ ...row, ...result.output })
  }
  const columns = [...new Set(rows.flatMap((row) => Object.keys(row)))]
  out(Papa.unparse(rows, { columns, newline: '\n' }))
  return status
}

const main = async (args: string[]): Promise<number> => {
  const [first, second, third] = args
  if (first === undefined || first === '--help') {
    out(help(second))
    return DONE
  }
  if (!ALL[first]) return single(first)
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
main(process.argv.slice(2)).then(
  (status) => {
    process.exitCode = status
  },
  (error: unknown) => {
    complain(`a fault of the program: ${error instanceof Error ? error.message : String(error)}`)
    process.exitCode = FAULT
  },
)
