import { dosePlan } from '@/core/advice/plan'
import { estimate } from '@/core/estimate/estimate'
import type { Entry, NewEntry } from '@/core/journal/entry'
import { startSteps } from '@/core/routine/startUp'
import { DAY, HOUR } from '@/core/time'
import { planToday } from '@/core/today/planToday'
import type { FillWater } from '@/core/tub/tub'
import { choresDue } from '@/core/upkeep/choreDue'
import { NOW, tubWith } from './waters'

/** Hard, metallic and untested well water gets inhibitor first and alone; town water last (common practice). */
const WATERS: readonly [string, FillWater, boolean][] = [
  ['town', { source: 'town' }, false],
  ['iron', { source: 'town', ironPpm: 0.4 }, true],
  ['copper', { source: 'rain', copperPpm: 0.3 }, true],
  ['a trace of iron', { source: 'town', ironPpm: 0.1 }, false],
  ['hard', { source: 'town', calciumHardnessPpm: 300 }, true],
  ['a well nobody tested', { source: 'well' }, true],
  ['a clean well', { source: 'well', copperPpm: 0, ironPpm: 0.05, calciumHardnessPpm: 90 }, false],
]

const numbered = (...entries: NewEntry[]) =>
  entries.map((entry, i) => ({ ...entry, id: i + 1 }) as Entry)

test.each(WATERS)('%s: start-up and chores say the same of inhibitor', (_, fillWater, first) => {
  const tub = tubWith('granular chlorine', { fillWater })
  const journal = numbered({ kind: 'water', at: NOW - HOUR, body: { replacedFraction: 1 } })
  const ids = startSteps(tub, estimate(tub, journal, NOW)).map(({ id }) => id)
  expect(ids.indexOf('inhibitor') < ids.indexOf('start shock')).toBe(first)
  const weekly = choresDue(tub, journal, NOW).some(({ chore }) => chore.id === 'scale inhibitor')
  expect(weekly).toBe(first)
})

test('a test of the fill water counts for both, as long as it is not too old', () => {
  const tub = tubWith()
  const read = (ago: number) =>
    numbered(
      {
        kind: 'fillTest',
        at: NOW - ago,
        body: { method: 'drops', fillWater: { source: 'town', ironPpm: 0.5 } },
      },
      { kind: 'water', at: NOW - ago + HOUR, body: { replacedFraction: 1 } },
    )
  const weekly = (journal: Entry[]) =>
    choresDue(tub, journal, NOW).some(({ chore }) => chore.id === 'scale inhibitor')
  expect(weekly(read(DAY))).toBe(true)
  expect(weekly(read(800 * DAY))).toBe(false)
})

test('what its people decided comes before the fill water', () => {
  const tub = tubWith('granular chlorine', { fillWater: { source: 'well' }, metalsFirst: false })
  const ids = startSteps(tub, estimate(tub, [], NOW)).map(({ id }) => id)
  expect(ids.at(-1)).toBe('inhibitor')
})

test('metals read in the tub, and phosphate at a cell, are said beside the doses', () => {
  const said = (programme: Parameters<typeof tubWith>[0], readings: Record<string, number>) => {
    const tub = tubWith(programme)
    const journal = numbered({ kind: 'test', at: NOW, body: { method: 'drops', readings } })
    return dosePlan(tub, journal, estimate(tub, journal, NOW)).notes.map(
      ({ reason }) => reason.code,
    )
  }
  expect(said('granular chlorine', { iron: 0.4 })).toContain('metals in the water')
  expect(said('granular chlorine', { iron: 0.05, copper: 0.05 })).not.toContain(
    'metals in the water',
  )
  expect(said('in-line salt chlorine', { phosphate: 1 })).toContain('phosphate at a cell')
  expect(said('granular chlorine', { phosphate: 1 })).not.toContain('phosphate at a cell')
})

test('a shock waits for the inhibitor where metals were read, and for a day after it', () => {
  const tub = tubWith()
  const today = (...more: NewEntry[]) => {
    const journal = numbered(
      { kind: 'water', at: NOW - 40 * DAY, body: { replacedFraction: 1 } },
      { kind: 'soak', at: NOW - 2 * DAY, body: { people: 2, minutes: 30 } },
      ...more,
      {
        kind: 'test',
        at: NOW,
        body: {
          method: 'drops',
          readings: { freeChlorine: 2, pH: 7.5, totalAlkalinity: 100, iron: 0.4 },
        },
      },
    )
    const { plan, setAside } = planToday(tub, journal, estimate(tub, journal, NOW))
    return {
      shocks: plan.steps.some(({ purposes }) => purposes.includes('shock')),
      aside: setAside.find(({ reason }) => reason === 'metals first'),
    }
  }
  const inhibitor = (hoursAgo: number): NewEntry => ({
    kind: 'dose',
    at: NOW - hoursAgo * HOUR,
    body: { product: 'scale and metal inhibitor', grams: 80 },
  })
  expect(today()).toMatchObject({ shocks: false, aside: { day: undefined } })
  expect(today(inhibitor(3))).toMatchObject({ shocks: false, aside: { day: NOW + 21 * HOUR } })
  expect(today(inhibitor(30))).toEqual({ shocks: true, aside: undefined })
})
