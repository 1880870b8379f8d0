// What Trouble costs beside the estimate it starts from, on ten years of a busy house: ratios in one run.
import {
  casesIn,
  DAY,
  type Entry,
  estimate,
  HOUR,
  inOrder,
  programmeOf,
  SIGNS,
  type Sign,
  type Tub,
  trouble,
} from '../src/core'

const NOW = Date.UTC(2026, 5, 1, 20)
const tub: Tub = {
  volumeLitres: 1050,
  programme: 'granular chlorine',
  targets: programmeOf('granular chlorine').presets[0].targets,
  fillWater: { source: 'town' },
  setTemperatureCelsius: 38,
}
const YEARS = 10
const journal: Entry[] = []
const add = (entry: Omit<Entry, 'id'>) =>
  journal.push({ ...entry, id: journal.length + 1 } as Entry)
for (let day = YEARS * 365; day > 0; day--) {
  const at = NOW - day * DAY
  if (day % 110 === 5) add({ kind: 'water', at, body: { replacedFraction: 1 } })
  if (day % 2 === 0)
    add({
      kind: 'test',
      at: at + HOUR,
      body: {
        method: 'drops',
        readings: { freeChlorine: 2 + (day % 3), pH: 7.4, totalAlkalinity: 95 },
      },
    })
  add({ kind: 'dose', at: at + 2 * HOUR, body: { product: 'sodium dichlor dihydrate', grams: 6 } })
  if (day % 3 === 0) add({ kind: 'soak', at: at + 12 * HOUR, body: { people: 2, minutes: 30 } })
  if (day % 7 === 0)
    add({ kind: 'chore', at: at + 13 * HOUR, body: { chore: 'filter rinse', outcome: 'done' } })
  if (day % 200 === 0) add({ kind: 'look', at: at + 14 * HOUR, body: { signs: ['cloudy'] } })
  if (day % 200 === 198) add({ kind: 'look', at: at + 14 * HOUR, body: { signs: [] } })
}
const sorted = inOrder(journal)
const state = estimate(tub, sorted, NOW)
const RUNS = 25
const LIMIT_MS = 30

const median = (work: () => unknown): number => {
  const times: number[] = []
  for (let i = 0; i < RUNS; i++) {
    const start = performance.now()
    work()
    times.push(performance.now() - start)
  }
  return times.sort((a, b) => a - b)[RUNS >> 1] as number
}

const asked = (signs: readonly Sign[]) =>
  median(() =>
    trouble(tub, sorted, NOW, { estimate: state, cases: casesIn(tub, sorted, NOW), signs }),
  )
const base = median(() => estimate(tub, sorted, NOW))
console.log(`\nTrouble, ${sorted.length} entries of ten years; ${LIMIT_MS} ms are allowed.`)
for (const [name, ms] of [
  ['the estimate it starts from', base],
  ['the cases of ten years', median(() => casesIn(tub, sorted, NOW))],
  ['cases and causes, one sign', asked(['cloudy'])],
  ['cases and causes, four signs', asked(['cloudy', 'foam', 'musty smell', 'weak flow'])],
  ['cases and causes, every sign at once', asked(SIGNS)],
] as const)
  console.log(
    `  ${name.padEnd(38)} ${ms.toFixed(1).padStart(7)} ms ${(ms / base).toFixed(1).padStart(7)} ×`,
  )
