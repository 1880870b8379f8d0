import { checkFields } from '@/cli/fields'
import { TOPICS } from '@/cli/topics'

const topic = TOPICS.plan
const ask = (input: unknown) => {
  if (!topic) throw new Error('no plan')
  const checked = checkFields(topic.fields, input)
  return 'refusal' in checked ? checked : topic.answer(checked.value)
}
interface Planned {
  steps: {
    kind: string
    product?: string
    massG?: number
    volumeMl?: number
    litres?: number
    after?: Record<string, number>
  }[]
  notReached: { quantity: string; why: string }[]
  assumed: { quantity: string }[]
  retestAfterMinutes: number
}
const planOf = (input: unknown): Planned => {
  const answer = ask(input)
  if ('refusal' in answer) throw new Error(JSON.stringify(answer.refusal))
  return answer.output as unknown as Planned
}

const tub = { volumeL: 1320, programme: 'granular chlorine' }
const reading = {
  method: 'drops',
  pH: 7.5,
  totalAlkalinityPpm: 100,
  calciumHardnessPpm: 200,
  freeChlorinePpm: 4,
  cyanuricAcidPpm: 20,
}

test('what was not read is assumed and said, not taken as nothing', () => {
  const { cyanuricAcidPpm: _, ...unread } = reading
  const { assumed } = planOf({ tub, reading: { ...unread, totalAlkalinityPpm: 60 } })
  expect(assumed.map(({ quantity }) => quantity)).toContain('cyanuricAcid')
  expect(planOf({ tub, reading: { ...reading, totalAlkalinityPpm: 60 } }).assumed).toEqual([])
  const { steps, notReached } = planOf({ tub, reading: { pH: 8.2, freeChlorinePpm: 4 } })
  expect(steps.filter(({ kind }) => kind === 'add')).toEqual([])
  expect(notReached.map(({ quantity }) => quantity)).toContain('totalAlkalinity')
})

test('the next test comes when the last product has mixed, and no sooner than half an hour after the first', () => {
  const retest = (more: object) => {
    const { steps, retestAfterMinutes } = planOf({ tub, reading: { ...reading, ...more } })
    return { products: steps.map(({ product }) => product), retestAfterMinutes }
  }
  expect(retest({})).toEqual({ products: [], retestAfterMinutes: 0 })
  // Granules mix in twenty minutes (common practice); a test waits for thirty.
  expect(retest({ freeChlorinePpm: 1 })).toEqual({
    products: ['sodium dichlor dihydrate'],
    retestAfterMinutes: 30,
  })
  // Bicarbonate first and its twenty minutes, then granules and theirs.
  expect(retest({ totalAlkalinityPpm: 60, freeChlorinePpm: 1 })).toEqual({
    products: ['sodium bicarbonate', 'sodium dichlor dihydrate'],
    retestAfterMinutes: 20,
  })
})

test('water is replaced only where that was asked for', () => {
  const hard = { ...reading, calciumHardnessPpm: 600 }
  const fillWater = { calciumHardnessPpm: 100 }
  expect(planOf({ tub, reading: hard, fillWater }).notReached).toEqual([
    {
      quantity: 'calciumHardness',
      code: 'dilution',
      why: expect.stringContaining('70 %'),
    },
  ])
  const [step] = planOf({ tub, reading: hard, fillWater, replaceWater: 'yes' }).steps
  // (600 − 250) / (600 − 100) of 1320 L.
  expect(step).toMatchObject({ kind: 'replace-water', litres: 925 })
})

test('a shelf is used as it is: its strength, what is left, and what is not there', () => {
  const low = { ...reading, totalAlkalinityPpm: 60, freeChlorinePpm: 1 }
  const strong = planOf({
    tub,
    reading: low,
    shelf: ['sodium bicarbonate', { product: 'sodium hypochlorite', weightPercent: 12 }],
  })
  const weak = planOf({
    tub,
    reading: low,
    shelf: ['sodium bicarbonate', { product: 'sodium hypochlorite', weightPercent: 6 }],
  })
  const bleach = (plan: Planned) =>
    plan.steps.find(({ product }) => product === 'sodium hypochlorite')?.volumeMl ?? Number.NaN
  expect(bleach(weak) / bleach(strong)).toBeCloseTo(2, 0)

  const empty = planOf({ tub, reading: low, shelf: [{ product: 'sodium bicarbonate', leftG: 30 }] })
  expect(empty.notReached.map(({ why }) => why).join(' ')).toMatch(/more than you have left/)
  expect(empty.notReached.map(({ why }) => why).join(' ')).toMatch(/isn’t on your shelf/)
})

test.each<[object, string]>([
  [{ objective: 'speed' }, 'objective'],
  [{ targets: { pH: [8, 7] } }, 'targets.pH'],
  [{ shelf: 'everything' }, 'shelf'],
  [{ shelf: [{ product: 'sand' }] }, 'shelf.0.product'],
  [{ reading: { pH: 1 } }, 'reading.pH'],
  [{ fillWater: { pH: 30 } }, 'fillWater.pH'],
])('%j is refused at its field', (given, field) => {
  const answer = ask({ tub, reading, ...given })
  expect('refusal' in answer && answer.refusal.field).toBe(field)
})
