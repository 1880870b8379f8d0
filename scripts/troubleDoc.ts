// The tables of docs/trouble.md, from the figures that the core goes by and the cases that the tests live through.
// npx tsx scripts/troubleDoc.ts writes them anew between the document's two marks.
import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { TOPICS } from '@/cli/topics'
import { CAUSES } from '@/core'
import { ANSWER_TABLE, FACTOR_TABLE, PRIOR, SIGN_TABLE, type Table } from '@/core/trouble/tables'
import { SIGN_LABELS } from '@/words/signText'
import { QUESTION_TEXT } from '@/words/troubleText'
import { givenOf, TROUBLE_CASES, type TroubleCase } from '../tests/trouble/cases'

export const DOCUMENT = join(process.cwd(), 'docs', 'trouble.md')
export const MARK = '<!-- tables -->'

const row = (cells: readonly string[]) => `| ${cells.join(' | ')} |`
const table = (head: readonly string[], rows: readonly (readonly string[])[]) =>
  [row(head), row(head.map(() => '---')), ...rows.map(row)].join('\n')

const shares = (all: Table): string[][] => [
  ['where none is at work', ...all.usual.map(String)],
  ...Object.entries(all.by).map(([cause, own]) => [cause, ...(own ?? []).map(String)]),
]
const tables = (all: Record<string, Table>, titleOf: (id: string) => string) =>
  Object.entries(all)
    .map(([id, one]) => `**${titleOf(id)}**\n\n${table(['', ...one.values], shares(one))}`)
    .join('\n\n')

/** What the command says of a case. */
export const saidOf = (one: TroubleCase) => {
  const answer = TOPICS.trouble?.answer(givenOf(one))
  if (!answer || 'refusal' in answer) throw new Error(`${one.id}: ${JSON.stringify(answer)}`)
  return answer.output as unknown as { causes: { code: string; likelihood: number }[] }
}

/** @param said what the command said of each case, in their order */
export const troubleTables = (said = TROUBLE_CASES.map(saidOf)): string => {
  const lived = TROUBLE_CASES.map((one, i) => ({ one, causes: said[i]?.causes ?? [] }))
  const right = ({ one, causes }: (typeof lived)[number], among: number) =>
    causes.slice(0, among).some(({ code }) => code === one.cause || code === one.or)
  const count = (among: number) => lived.filter((each) => right(each, among)).length
  return `
## Cases

${lived.length} invented cases: the cause stands first in ${count(1)}, among the first three in ${count(3)}. Bold is a case whose cause does not stand first.

${table(
  ['case', 'signs', 'answered', 'a practitioner says', 'because', 'first here'],
  lived.map((each) => {
    const { one, causes } = each
    const [top] = causes
    const name = right(each, 1) ? one.id : `**${one.id}**`
    return [
      name,
      one.signs.map((sign) => SIGN_LABELS[sign]).join(', '),
      Object.entries(one.answers ?? {})
        .map(([question, answer]) => `${question}: ${answer}`)
        .join('; '),
      one.or ? `${one.cause}, or ${one.or}` : one.cause,
      one.why,
      `${top?.code} ${top?.likelihood.toFixed(2)}`,
    ]
  }),
)}

## How often each is at work

${table(
  ['cause', 'before anything is known'],
  CAUSES.map((cause) => [cause, String(PRIOR[cause])]),
)}

## What brings each sign

${table(
  ['sign', 'by itself', 'by'],
  Object.entries(SIGN_TABLE).map(([sign, { alone, by }]) => [
    sign,
    String(alone),
    Object.entries(by)
      .toSorted((a, b) => b[1] - a[1])
      .map(([cause, p]) => `${cause} ${p}`)
      .join(', '),
  ]),
)}

## What the log says

${tables(FACTOR_TABLE, (id) => id)}

## What is asked

${tables(ANSWER_TABLE, (id) => QUESTION_TEXT[id as keyof typeof QUESTION_TEXT].ask)}
`
}

if (process.argv[1]?.endsWith('troubleDoc.ts')) {
  const [before] = readFileSync(DOCUMENT, 'utf8').split(MARK)
  writeFileSync(DOCUMENT, `${before}${MARK}\n${troubleTables()}`)
}
