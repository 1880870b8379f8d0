import { checkFields } from '@/cli/fields'
import { TOPICS } from '@/cli/topics'
import laws from '../checks/vectors/laws.json'

interface Said {
  mayGetIn: string
  hands: string
  decides: { by: string; at: string | null } | null
  readyAt: string | null
  acts: {
    kind: string
    due: string
    product?: string
    quantities?: string[]
    opens?: string
    for: string[]
  }[]
}

const ask = (input: unknown): Said => {
  const topic = TOPICS.today
  if (!topic) throw new Error('no topic')
  const checked = checkFields(topic.fields, input)
  if ('refusal' in checked) throw new Error(JSON.stringify(checked.refusal))
  const answer = topic.answer(checked.value)
  if ('refusal' in answer) throw new Error(JSON.stringify(answer.refusal))
  return answer.output as unknown as Said
}

interface Expected {
  mayGetIn?: string[]
  hands?: string[]
  actKinds?: string[]
  actKindsInclude?: string[]
  noActKinds?: string[]
  noActOf?: string[]
  testsInclude?: string[]
  readyAt?: null
  orNoEarlierThanHours?: number
  decides?: boolean
  someAct?: boolean
  noTestDueWithinMinutes?: number
  nothingGoesInBeforeMixingEnds?: boolean
}

/** Laws of today on ten states; by hand, from what owners and the trade do (common practice). */
test.each(laws.cases.map((one) => [`${one.id}: ${one.what}`, one] as const))('%s', (_, one) => {
  const expected = one.expect as Expected
  const { given } = one
  const now = Date.parse(given.now)
  const said = ask(given)
  const kinds = said.acts.map(({ kind }) => kind)
  const due = (act: Said['acts'][number]) => Date.parse(act.due)
  if (expected.mayGetIn) expect(expected.mayGetIn).toContain(said.mayGetIn)
  if (expected.hands) expect(expected.hands).toContain(said.hands)
  for (const kind of expected.actKinds ? kinds : []) expect(expected.actKinds).toContain(kind)
  for (const kind of expected.actKindsInclude ?? []) expect(kinds).toContain(kind)
  for (const kind of expected.noActKinds ?? []) expect(kinds).not.toContain(kind)
  for (const product of expected.noActOf ?? [])
    expect(said.acts.map((act) => act.product)).not.toContain(product)
  for (const quantity of expected.testsInclude ?? [])
    expect(said.acts.flatMap(({ quantities }) => quantities ?? [])).toContain(quantity)
  if (expected.readyAt === null && !(said.readyAt === null))
    expect(Date.parse(said.readyAt)).toBeGreaterThanOrEqual(
      now + (expected.orNoEarlierThanHours ?? Number.POSITIVE_INFINITY) * 3_600_000,
    )
  if (expected.decides) expect(said.decides).not.toBeNull()
  if (expected.someAct) expect(said.acts.length).toBeGreaterThan(0)
  for (const act of expected.noTestDueWithinMinutes
    ? said.acts.filter(({ kind }) => kind === 'test')
    : [])
    expect(due(act)).toBeGreaterThan(now + (expected.noTestDueWithinMinutes ?? 0) * 60_000)
  if (expected.nothingGoesInBeforeMixingEnds) {
    const dose = given.journal.find(({ kind }) => kind === 'dose')
    // Soda ash is stirred in for half an hour (common practice).
    const mixed = now + (30 - (dose?.minutesAgo ?? 0)) * 60_000
    for (const act of said.acts.filter(({ kind }) => kind === 'add' || kind === 'feeder'))
      expect(due(act)).toBeGreaterThanOrEqual(mixed)
  }
})
