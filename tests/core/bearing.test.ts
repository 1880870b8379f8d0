import {
  DAY,
  type Entry,
  estimate,
  HOUR,
  programmeOf,
  refillReasons,
  type Tub,
  today,
} from '@/core'
import { fillWaterKnown } from '@/core/estimate/fold'
import { ensembleOf } from '@/core/estimate/learning/ensemble'
import { bearing } from '@/core/journal/bearing'
import { settle } from '@/core/journal/settled'
import { seeded } from '@/core/random'

const NOW = Date.UTC(2026, 4, 20, 18)
const tub: Tub = {
  volumeLitres: 1000,
  programme: 'granular chlorine',
  targets: programmeOf('granular chlorine').presets[0].targets,
  fillWater: { source: 'town' },
  setTemperatureCelsius: 38,
}

/** Three years of a tub: a full change every so many days, tests, doses, soaks, looks and chores at random; newest first. */
const journalOf = (seed: number, fillDays: number | undefined): Entry[] => {
  const random = seeded(seed)
  const journal: Entry[] = []
  const add = (entry: Omit<Entry, 'id'>) =>
    journal.push({ ...entry, id: journal.length + 1 } as Entry)
  for (let day = 1100; day > 0; day--) {
    const at = NOW - day * DAY + Math.floor(20 * HOUR * random())
    if (fillDays && day % fillDays === 1) {
      add({
        kind: 'fillTest',
        at: at - 5 * DAY,
        body: {
          method: 'drops',
          fillWater: { source: 'town', calciumHardnessPpm: 50 + Math.round(200 * random()) },
        },
      })
      add({ kind: 'water', at, body: { replacedFraction: 1 } })
    }
    if (random() < 0.4)
      add({
        kind: 'test',
        at: at + HOUR,
        body: {
          method: 'strip',
          readings: {
            freeChlorine: Math.round(60 * random()) / 10,
            pH: 7 + Math.round(10 * random()) / 10,
            totalAlkalinity: 60 + Math.round(60 * random()),
          },
        },
      })
    if (random() < 0.4)
      add({
        kind: 'dose',
        at: at + 2 * HOUR,
        body: { product: 'sodium dichlor dihydrate', grams: 5 + Math.round(10 * random()) },
      })
    if (random() < 0.3)
      add({
        kind: 'soak',
        at: at + 3 * HOUR,
        body: { people: 1 + Math.floor(4 * random()), minutes: 20 },
      })
    if (random() < 0.05)
      add({ kind: 'look', at: at + HOUR, body: { signs: random() < 0.5 ? ['foam'] : [] } })
    if (random() < 0.1) add({ kind: 'chore', at, body: { chore: 'waterline', outcome: 'done' } })
  }
  return journal.sort((a, b) => b.at - a.at || b.id - a.id)
}

/** Not what the journal has taught, which is the ensemble's own matter. */
const ensemble = ensembleOf(tub, [], NOW, 8)
const said = (journal: readonly Entry[]) => {
  const { estimate: state, verdict, plan, agenda } = today({ ensemble }, tub, journal, NOW)
  return {
    state,
    verdict,
    plan,
    fill: fillWaterKnown(tub, journal, NOW),
    refill: refillReasons(tub, journal, state, { newTub: false }),
    agenda,
  }
}

test.each([
  [1, 60],
  [2, 90],
  [3, 100],
  [4, 130],
  [5, 410],
])(
  'what bears on today says the same as three years do (journal %i, a change every %i days)',
  (seed, days) => {
    const journal = journalOf(seed, days)
    const recent = bearing(journal, NOW)
    expect(recent.length).toBeLessThan(0.8 * journal.length)
    expect(said(recent)).toEqual(said(journal))
  },
)

test('without a full change all of it bears, and a younger journal is the same list', () => {
  const never = journalOf(6, undefined)
  expect(bearing(never, NOW)).toBe(never)
  const young = journalOf(7, 90).filter(({ at }) => at > NOW - 300 * DAY)
  expect(bearing(young, NOW)).toBe(young)
})

test('a fold from the last full change is the fold of everything', () => {
  const journal = journalOf(8, 90)
  // An added note long before the first entry changes nothing of today’s water; the whole of an old water neither.
  const fill = journal.findIndex(({ kind }) => kind === 'water')
  const sinceFill = journal.slice(0, fill + 1)
  const fillTest = journal.slice(fill).find(({ kind }) => kind === 'fillTest')
  expect(estimate(tub, [...sinceFill, ...(fillTest ? [fillTest] : [])], NOW, ensemble)).toEqual(
    estimate(tub, journal, NOW, ensemble),
  )
})

test('a settled journal is folded once and says the same at every moment, for whichever tub is asked about', () => {
  const journal = journalOf(9, 90)
  const settled = settle([...journal])
  const other: Tub = { ...tub, volumeLitres: 1400 }
  for (const [asked, hours] of [
    [tub, 0],
    [tub, 5],
    [other, 5],
    [tub, 30],
    [other, -20 * 24],
    [tub, -20 * 24],
    [tub, 30],
  ] as const)
    expect(estimate(asked, settled, NOW + hours * HOUR, ensemble)).toEqual(
      estimate(asked, journal, NOW + hours * HOUR, ensemble),
    )
})
