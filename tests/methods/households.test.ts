import type { Entry } from '@/core/journal/entry'
import type { ProgrammeId } from '@/core/programmes/programme'
import { DAY, HOUR } from '@/core/time'
import { takenInBy } from '@/core/today/visit/choreNeeds'
import type { Tub } from '@/core/tub/tub'
import type { ChoreRule } from '@/core/upkeep/chore'
import { choresDue } from '@/core/upkeep/choreDue'
import { tubWith } from '../core/waters'

const START = Date.UTC(2026, 4, 4)

interface Household {
  tub: Tub
  /** People and minutes on a day of the week, Monday 0. */
  soaks: Partial<Record<number, { people: number; minutes: number }>>
  on?: readonly ChoreRule['chore'][]
}
const household = (
  programme: ProgrammeId,
  soaks: Household['soaks'],
  given: Partial<Tub> = {},
  on: Household['on'] = [],
): Household => ({ tub: tubWith(programme, given), soaks, on })

const HOUSEHOLDS: Record<string, Household> = {
  careful: household(
    'granular chlorine',
    { 1: { people: 2, minutes: 20 }, 4: { people: 2, minutes: 30 }, 6: { people: 2, minutes: 20 } },
    {},
    ['enzyme', 'clarifier', 'leaf net', 'oil ball', 'cabinet wipe'],
  ),
  busy: household(
    'bromine tablets',
    Object.fromEntries(
      [0, 1, 2, 3, 4, 5, 6].map((day) => [day, { people: 3, minutes: 30 }]),
    ) as Household['soaks'],
  ),
  'holiday let': household('in-line salt chlorine', {
    4: { people: 4, minutes: 60 },
    5: { people: 6, minutes: 60 },
    6: { people: 4, minutes: 30 },
  }),
  inflatable: household(
    'granular chlorine',
    { 2: { people: 2, minutes: 30 }, 5: { people: 4, minutes: 40 } },
    { kind: 'inflatable', volumeLitres: 800 },
  ),
}

/** Eight weeks lived day by day: what is due is done that evening, a shock goes in each Friday. */
const lived = ({ tub, soaks, on = [] }: Household) => {
  const rules: ChoreRule[] = on.map((chore) => ({
    chore,
    change: {},
    paused: false,
    createdAt: START,
  }))
  const journal: Entry[] = [
    { id: 1, kind: 'water', at: START, body: { replacedFraction: 1 } } as Entry,
  ]
  const add = (kind: Entry['kind'], at: number, body: unknown) =>
    journal.push({ id: journal.length + 1, kind, at, body } as Entry)
  const minutes: number[] = []
  const most = new Map<string, number>()
  for (let day = 0; day < 56; day++) {
    const evening = START + day * DAY + 19 * HOUR
    const soak = soaks[day % 7]
    if (soak) add('soak', evening - 2 * HOUR, soak)
    if (day % 7 === 4)
      add('dose', evening - HOUR, {
        product: 'potassium monopersulfate',
        grams: (40 * tub.volumeLitres) / 1000,
      })
    const due = choresDue(tub, journal, evening, { rules }).filter(
      (one) => !one.chore.asked && one.due <= evening + 4 * HOUR,
    )
    const ids = due.map(({ chore }) => chore.id)
    let spent = 0
    for (const { chore } of due) {
      // One that another does on the way takes no time of its own.
      if (!takenInBy(chore.id, ids)) spent += chore.minutes
      most.set(chore.id, (most.get(chore.id) ?? 0) + 1)
      add('chore', evening, { chore: chore.id, outcome: 'done' })
    }
    minutes.push(spent)
  }
  const weeks = Array.from({ length: 8 }, (_, week) =>
    minutes.slice(7 * week, 7 * week + 7).reduce((sum, one) => sum + one, 0),
  )
  return { weeks, most }
}

/** Owners' handbooks speak of about half an hour a week (common practice); a busy tub's filter takes some of it again. */
test.each(Object.entries(HOUSEHOLDS))('%s: chores of about half an hour a week', (_, one) => {
  const { weeks, most } = lived(one)
  const mean = weeks.reduce((sum, each) => sum + each, 0) / weeks.length
  expect(mean).toBeLessThanOrEqual(32)
  expect(Math.max(...weeks)).toBeLessThanOrEqual(50)
  expect(mean).toBeGreaterThan(8)
  // Nothing comes round every day.
  for (const [, times] of most) expect(times).toBeLessThan(30)
})

test('what not everybody has waits until it is wanted, and the rest comes by itself', () => {
  const due = (tub: Tub) =>
    choresDue(
      tub,
      [{ id: 1, kind: 'water', at: START, body: { replacedFraction: 1 } } as Entry],
      START + 40 * DAY,
    )
      .filter(({ chore }) => !chore.asked)
      .map(({ chore }) => chore.id)
  const shell = due(tubWith())
  for (const id of ['leaf net', 'oil ball', 'clarifier', 'cabinet wipe'] as const)
    expect(shell).not.toContain(id)
  expect(shell).not.toContain('wall air')
  const blown = due(tubWith('granular chlorine', { kind: 'inflatable' }))
  expect(blown).toEqual(expect.arrayContaining(['wall air', 'ground and clips']))
})
