import { readFileSync } from 'node:fs'
import { checkFields } from '@/cli/fields'
import { TOPICS } from '@/cli/topics'
import { SIGNS } from '@/core/journal/sign'
import { DOCUMENT, MARK, troubleTables } from '../../scripts/troubleDoc'
import vectors from '../checks/vectors/trouble.json'
import { CASE_NOW, givenOf, TROUBLE_CASES, TUB } from '../trouble/cases'

interface Said {
  closures: { code: string; liftedBy: string }[]
  mayGetIn: string
  emergency: { code: string; steps: string[] } | null
  causes: { code: string; likelihood: number; for: string[]; against: string[] }[]
  ask: { question: string; choices: string[]; why: string } | null
  settle: { kind: string; quantity: string; outcomes: { when: string; cause: string }[] } | null
  acts: { order: number; kind: string; product?: string; chore?: string; for?: string[] }[]
  treatOrChange: { advice: string; why: string } | null
}

const answered = (input: unknown) => {
  const topic = TOPICS.trouble
  if (!topic) throw new Error('no topic')
  const checked = checkFields(topic.fields, input)
  if ('refusal' in checked) return { refusal: checked.refusal }
  return topic.answer(checked.value)
}
const ask = (input: unknown): Said => {
  const answer = answered(input)
  if ('refusal' in answer) throw new Error(JSON.stringify(answer.refusal))
  return answer.output as unknown as Said
}

// What practitioners name for these, by another hand.
test.each(vectors.cases)('$id', ({ given, amongFirstThree }) => {
  const first = ask(given)
    .causes.slice(0, 3)
    .map(({ code }) => code)
  expect(first.some((code) => amongFirstThree.includes(code))).toBe(true)
})

/** Cells without the spaces that line them up. */
const cells = (text: string) =>
  text
    .split('\n')
    .map((line) =>
      line.startsWith('|')
        ? line
            .split('|')
            .map((cell) => cell.trim().replace(/^-+$/, '-'))
            .join('|')
        : line.trim(),
    )
    .filter(Boolean)

describe('invented cases, with the cause that a practitioner would name', () => {
  const lived = TROUBLE_CASES.map((one) => {
    const said = ask(givenOf(one))
    const right = [one.cause, one.or]
    const first = said.causes.slice(0, 3).map(({ code }) => code)
    return {
      one,
      said,
      isFirst: right.includes(said.causes[0]?.code as typeof one.cause),
      isAmong: first.some((code) => right.includes(code as typeof one.cause)),
    }
  })

  test('docs/trouble.md holds the figures that are gone by, and what became of every case', () => {
    const [, tables = ''] = readFileSync(DOCUMENT, 'utf8').split(MARK)
    expect(cells(tables)).toEqual(cells(troubleTables(lived.map(({ said }) => said))))
  })
  test('there are eighty of them, each under its own name', () => {
    expect(TROUBLE_CASES.length).toBeGreaterThanOrEqual(80)
    expect(new Set(TROUBLE_CASES.map(({ id }) => id)).size).toBe(TROUBLE_CASES.length)
  })
  test('the cause stands first in 85 of 100, and among the first three in 98', () => {
    const share = (of: (one: (typeof lived)[number]) => boolean) =>
      lived.filter(of).length / lived.length
    expect(share(({ isFirst }) => isFirst)).toBeGreaterThanOrEqual(0.85)
    expect(share(({ isAmong }) => isAmong)).toBeGreaterThanOrEqual(0.98)
  })
  test('what was seen keeps the tub shut wherever it has to', () => {
    for (const { one, said } of lived)
      if (one.closed) {
        expect([one.id, said.closures.map(({ code }) => code)]).toEqual([
          one.id,
          expect.arrayContaining([one.closed]),
        ])
        expect(['no', 'test first']).toContain(said.mayGetIn)
      }
  })
  test('every cause that is named is named with what speaks for it', () => {
    for (const { said } of lived) {
      const [top] = said.causes
      expect(top?.for.length).toBeGreaterThan(0)
      expect(said.causes.length).toBe(30)
      for (const { likelihood } of said.causes) {
        expect(likelihood).toBeGreaterThanOrEqual(0)
        expect(likelihood).toBeLessThanOrEqual(1)
      }
    }
  })
  test('nothing goes in twice for the same, whatever is treated', () => {
    for (const { said } of lived) {
      const poured = said.acts.flatMap(({ product, for: purposes = [] }) =>
        product && purposes.includes('shock') ? [product] : [],
      )
      expect(poured.length).toBeLessThanOrEqual(1)
      const chores = said.acts.flatMap(({ chore }) => (chore ? [chore] : []))
      expect(new Set(chores).size).toBe(chores.length)
    }
  })
})

const GIVEN = { tub: TUB, now: CASE_NOW, journal: [], signs: [] as string[] }

test('a tub without signs has no cause likelier than it is anyway, no question, no emergency', () => {
  const said = ask(GIVEN)
  expect(Math.max(...said.causes.map(({ likelihood }) => likelihood))).toBeLessThanOrEqual(0.15)
  expect([said.emergency, said.ask, said.settle, said.treatOrChange]).toEqual([
    null,
    null,
    null,
    null,
  ])
})

test('every sign is taken, and every emergency says what to do in its order', () => {
  for (const sign of SIGNS) expect(ask({ ...GIVEN, signs: [sign] }).causes.length).toBe(30)
  for (const [sign, first] of [
    ['electric shock', /^Don’t touch/],
    ['fumes', /^Everybody away/],
    ['trouble breathing', /fresh air/],
    ['someone unwell', /^Out of the water/],
    ['fever', /^Nobody gets in/],
    ['rash', /^Out of the water/],
    ['accident', /^Everybody out/],
    ['glass', /^Everybody out/],
  ] as const) {
    const { emergency, mayGetIn } = ask({ ...GIVEN, signs: ['foam', sign] })
    expect(emergency?.code).toBe(sign)
    expect(emergency?.steps[0]).toMatch(first)
    expect(mayGetIn).toBe('no')
  }
})

test('an answer that somebody is unwell closes the tub as the sign does', () => {
  const given = { ...GIVEN, signs: ['itchy skin'], answers: { 'someone unwell': 'yes' } }
  const said = ask(given)
  expect(said.closures.map(({ code }) => code)).toContain('someone unwell')
  expect(said.emergency?.code).toBe('someone unwell')
})

test('what is asked comes with the answers that are taken, and is not asked again', () => {
  let answers: Record<string, string> = {}
  for (let i = 0; i < 7; i++) {
    const { ask: next } = ask({ ...GIVEN, signs: ['cloudy'], answers })
    if (!next) break
    expect(Object.keys(answers)).not.toContain(next.question)
    expect(next.choices).toContain('not known')
    expect(next.why.length).toBeGreaterThan(10)
    answers = { ...answers, [next.question]: next.choices[0] ?? '' }
  }
  expect(Object.keys(answers).length).toBeGreaterThan(1)
  expect(Object.keys(answers).length).toBeLessThanOrEqual(5)
})

test('the test that would settle it makes a cause likelier if it finds what it looks for, and says so before', () => {
  const settling = TROUBLE_CASES.flatMap((one) => {
    const { settle } = ask({ ...givenOf(one), journal: [] })
    return settle ? [settle] : []
  })
  expect(settling.length).toBeGreaterThan(20)
  for (const { quantity, outcomes } of settling) {
    expect(quantity.length).toBeGreaterThan(1)
    expect(outcomes.map(({ when }) => when)).toHaveLength(2)
    expect(outcomes[0]?.cause).not.toBe(outcomes[1]?.cause)
  }
  // The smell of chlorine is settled by combined chlorine: common practice.
  expect(ask({ ...GIVEN, signs: ['chlorine smell'] }).settle?.quantity).toBe('totalChlorine')
})

test.each([
  [{ ...GIVEN, signs: ['wet'] }, 'signs'],
  [{ ...GIVEN, signs: 'cloudy' }, 'signs'],
  [{ tub: TUB, now: CASE_NOW, journal: [] }, 'signs'],
  [{ ...GIVEN, answers: { why: 'so' } }, 'answers'],
  [{ ...GIVEN, answers: { started: 'never' } }, 'answers.started'],
  [{ ...GIVEN, answers: ['started'] }, 'answers'],
  [{ ...GIVEN, journal: 'none' }, 'journal'],
  [{ ...GIVEN, now: 'soon' }, 'now'],
  [{ ...GIVEN, tub: { ...TUB, volumeL: 0 } }, 'tub.volumeL'],
])('a wrong field is named, with what is allowed there: %#', (given, field) => {
  const answer = answered(given)
  if (!('refusal' in answer)) throw new Error('it was taken')
  expect(answer.refusal.field).toBe(field)
  expect(answer.refusal.allowed.length).toBeGreaterThan(0)
})
