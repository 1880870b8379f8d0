import { dosePlan } from '@/core/advice/plan'
import { TOO_ACID_FOR_OXIDISER_PH } from '@/core/advice/steps'
import { ensembleOf } from '@/core/estimate/learning/ensemble'
import { quantityOf } from '@/core/estimate/testedWater'
import type { Entry } from '@/core/journal/entry'
import { PRODUCTS } from '@/core/products/product'
import { keepOutAbove, type ProgrammeId, programmeOf } from '@/core/programmes/programme'
import type { Readings } from '@/core/testing/quantity'
import { DAY, MINUTE } from '@/core/time'
import { today } from '@/core/today/today'
import type { Tub } from '@/core/tub/tub'
import { formatNote } from '@/words/adviceText'
import { formatClosure } from '@/words/closureWords'
import { NOW, tubWith } from '../core/waters'
import { preferences } from '../ui/view'

/** Waters and tubs that are rare, by hand: small and huge, cold, salted, stabilised, acid, without alkalinity. */
const RARE: readonly [string, ProgrammeId, Partial<Tub>, Readings][] = [
  [
    '250 L',
    'granular chlorine',
    { volumeLitres: 250 },
    { freeChlorine: 1, pH: 8, totalAlkalinity: 60 },
  ],
  [
    '12,000 L',
    'granular chlorine',
    { volumeLitres: 12_000 },
    { freeChlorine: 1, pH: 8, totalAlkalinity: 60 },
  ],
  [
    '5 °C',
    'granular chlorine',
    {},
    { freeChlorine: 1, pH: 7.9, totalAlkalinity: 60, temperature: 5 },
  ],
  [
    'salt 6,000',
    'in-line salt chlorine',
    {},
    { freeChlorine: 2, pH: 7.9, totalAlkalinity: 60, salt: 6000 },
  ],
  [
    'stabiliser 150',
    'granular chlorine',
    {},
    { freeChlorine: 3, pH: 7.5, totalAlkalinity: 90, cyanuricAcid: 150 },
  ],
  [
    'borate 50',
    'granular chlorine',
    {},
    { freeChlorine: 3, pH: 8.2, totalAlkalinity: 90, borate: 50 },
  ],
  [
    'bromide unknown',
    'bromide bank with oxidiser',
    {},
    { bromine: 0, pH: 7.5, totalAlkalinity: 90 },
  ],
  ['pH 4.5', 'granular chlorine', {}, { freeChlorine: 0, pH: 4.5, totalAlkalinity: 0 }],
  ['pH 4.5, alkalinity not read', 'liquid chlorine', {}, { freeChlorine: 0, pH: 4.5 }],
  ['pH 5', 'bromine tablets', {}, { bromine: 0, pH: 5, totalAlkalinity: 10 }],
  ['alkalinity 0', 'granular chlorine', {}, { freeChlorine: 2, pH: 7.5, totalAlkalinity: 0 }],
  ['pH 9.5', 'granular chlorine', {}, { freeChlorine: 2, pH: 9.5, totalAlkalinity: 250 }],
  ['alkalinity 450', 'bromine tablets', {}, { bromine: 3, pH: 8.4, totalAlkalinity: 450 }],
]

const saidOf = (programme: ProgrammeId, given: Partial<Tub>, readings: Readings) => {
  const tub = tubWith(programme, given)
  const journal: Entry[] = [
    { id: 1, kind: 'water', at: NOW - 30 * DAY, body: { replacedFraction: 1 } },
    {
      id: 2,
      kind: 'test',
      at: NOW - 10 * MINUTE,
      body: { method: 'drops', readings: { calciumHardness: 150, ...readings } },
    },
  ]
  return {
    tub,
    journal,
    said: today({ id: 1, ensemble: ensembleOf(tub, journal, NOW, 64) }, tub, journal, NOW),
  }
}

test.each(RARE)(
  '%s: nothing absurd, shown as it was read, nothing asked twice',
  (_name, programme, given, readings) => {
    const { tub, said } = saidOf(programme, given, readings)
    const { sanitizer } = programmeOf(programme)
    for (const [quantity, near] of [
      ['pH', 0.4],
      ['totalAlkalinity', 8],
      ['salt', 60],
      ['cyanuricAcid', 15],
    ] as const)
      if (readings[quantity] !== undefined)
        expect(
          Math.abs(said.estimate.quantities[quantity].value - readings[quantity]),
        ).toBeLessThan(near)
    const { high } = tub.targets.totalAlkalinity
    for (const step of said.plan.steps) {
      if (step.kind !== 'add') continue
      // Whatever the size: no more than 250 g to 1,000 L at once.
      expect((1000 * step.grams) / tub.volumeLitres).toBeLessThan(250)
      if (['chlorine', 'bromine', 'oxidiser'].includes(PRODUCTS[step.product].family))
        expect(step.before.pH).toBeGreaterThanOrEqual(TOO_ACID_FOR_OXIDISER_PH)
      expect(quantityOf(step.after, sanitizer)).toBeLessThanOrEqual(keepOutAbove(tub))
      expect(step.after.totalAlkalinityPpm).toBeLessThanOrEqual(
        Math.max(high + 20, step.before.totalAlkalinityPpm),
      )
    }
    const tests = said.acts.filter((act) => act.kind === 'test' && act.due <= NOW + MINUTE)
    expect(tests.length).toBeLessThanOrEqual(1)
    for (const act of said.acts)
      if (act.kind === 'test') expect(new Set(act.quantities).size).toBe(act.quantities.length)
    expect(said.acts.length).toBeGreaterThan(0)
  },
)

test('pH alone out of range: verdict and list ask for alkalinity, and for nothing else', () => {
  const { said } = saidOf('liquid chlorine', {}, { freeChlorine: 3, pH: 8.4 })
  const [closure] = said.verdict.closures
  expect(closure && formatClosure(closure, preferences).lift).toBe(
    'Test total alkalinity first: the dose depends on it.',
  )
  const tests = said.acts.filter((act) => act.kind === 'test' && act.due <= NOW + MINUTE)
  expect(tests).toMatchObject([{ quantities: ['totalAlkalinity'] }])
})

test('in acid water the oxidiser waits for its pH, and the plan says so', () => {
  for (const programme of ['granular chlorine', 'liquid chlorine', 'bromine tablets'] as const) {
    const { tub, journal, said } = saidOf(
      programme,
      {},
      { freeChlorine: 0, bromine: 0, pH: 5, totalAlkalinity: 10 },
    )
    const { notes } = dosePlan(tub, journal, said.estimate)
    const note = notes.find(({ reason }) => reason.code === 'pH first')
    expect(note && formatNote(note, preferences)).toMatch(
      /^No .* at pH [56]\.\d: .* Raise pH first, test, then it goes in\.$/,
    )
  }
})

test('a figure outside what the chemistry is held to is said as unusual, one within is not', () => {
  const notesOf = (...one: Parameters<typeof saidOf>) =>
    saidOf(...one).said.plan.notes.flatMap((note) =>
      note.reason.code === 'outside the model' ? [formatNote(note, preferences)] : [],
    )
  expect(
    notesOf('granular chlorine', {}, { freeChlorine: 1, pH: 9.5, totalAlkalinity: 250 }),
  ).toEqual([
    expect.stringMatching(/^pH of 9\.\d is unusual\. .* for 6 to 9, and can be well off here/),
  ])
  expect(
    notesOf(
      'in-line salt chlorine',
      {},
      { freeChlorine: 1, pH: 8, totalAlkalinity: 60, salt: 6000 },
    ),
  ).toEqual([expect.stringMatching(/^Salt of 6,000 ppm is unusual\. .* for up to 5,000 ppm/)])
  expect(notesOf('granular chlorine', {}, { freeChlorine: 1, pH: 8, totalAlkalinity: 60 })).toEqual(
    [],
  )
  // At the edge of it no word says that it is beyond.
  expect(
    notesOf('granular chlorine', {}, { freeChlorine: 0, pH: 7.5, totalAlkalinity: 10 }),
  ).toEqual([])
})
