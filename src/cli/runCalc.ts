import { readFileSync } from 'node:fs'
import Papa from 'papaparse'
import { checkFields, fieldLines, sentence } from './fields'
import type { Answer } from './topic'
import { LATE_TOPICS, TOPICS } from './topics'

/** Exit status: 0 done, 2 refused input. */
export const DONE = 0
const REFUSALS = 2

/** What a command reads and writes: the process's own, or a test's. */
export interface Streams {
  /** All of standard input. */
  read: () => string
  /** Its lines, each as soon as it is there. */
  lines: () => AsyncIterable<string> | Iterable<string>
  out: (line: string) => void
  complain: (line: string) => void
}

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

const single = async (topic: string, { read, out, complain }: Streams): Promise<number> => {
  const result = await answerText(topic, ALL[topic] ? read() : '{}')
  if ('refusal' in result) {
    complain(sentence(result.refusal))
    return REFUSALS
  }
  out(JSON.stringify(result.output))
  return DONE
}

const lines = async (topic: string, { lines: given, out }: Streams): Promise<number> => {
  let status = DONE
  for await (const line of given()) {
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

const csv = async (topic: string, file: string, { out, complain }: Streams): Promise<number> => {
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

/** Answers one call of `calc` with these arguments; resolves with its exit status. */
export const runCalc = async (args: readonly string[], streams: Streams): Promise<number> => {
  const [first, second, third] = args
  const { out, complain } = streams
  if (first === undefined || first === '--help') {
    out(help(second))
    return DONE
  }
  if (!ALL[first]) return single(first, streams)
  if (second === '--lines') return lines(first, streams)
  if (second === '--csv') return csv(first, third ?? '', streams)
  if (second === '--help') {
    out(help(first))
    return DONE
  }
  if (second !== undefined) {
    complain(`option: ${second} was given; allowed: --lines, --csv FILE, --help.`)
    return REFUSALS
  }
  return single(first, streams)
}
