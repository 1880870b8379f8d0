// The estimate: one tub over a fortnight beside the same equations in a general integrator from the registry, an ensemble over 90
// days, going on by one entry, and what both cost as days and members grow.
import ode45 from 'ode45-cash-karp'
import { ensembleOf, startEnsemble, takeEntry } from '@/core/estimate/learning/ensemble'
import { copyEnsemble, equilibriaOf, LEARNT } from '@/core/estimate/learning/ensembleState'
import {
  COMBINED_SHARE,
  passTime,
  type Residual,
  WASTE_FADES,
  WASTE_REACTION,
} from '@/core/estimate/learning/kinetics'
import { CLEARS_TWICE_AT, passEnsemble } from '@/core/estimate/learning/passEnsemble'
import { phNear } from '@/core/estimate/learning/phNear'
import { EVAPORATES_PER_HOUR } from '@/core/estimate/surroundings'
import { DAY, type Entry, HOUR } from '@/core/journal/entry'
import { TRANSFER_PER_HOUR } from '@/core/water/aerate'
import { AIR_CARBON_DIOXIDE_ATM } from '@/core/water/constants'
import { heldOutTub } from '../tests/estimate/heldOut'

const median = (work: () => unknown, runs: number): number => {
  const times = Array.from({ length: runs }, () => {
    const start = performance.now()
    work()
    return performance.now() - start
  }).sort((a, b) => a - b)
  return times[runs >> 1] ?? 0
}

const by = {
  lossPerHour: 0.009,
  feedPerHour: 0.006,
  feedMmolPerGram: 0.004,
  cellPerHour: 0,
  fadesPerHour: WASTE_FADES,
  combinedShare: COMBINED_SHARE,
  clearsPerHour: 0.03,
}
const start = { sanitizer: 0.06, waste: 0.08, combined: 0, tablets: 40 }
const own = (): Residual => {
  const one = { ...start, used: 0 }
  passTime(one, by, 336)
  return one
}
const general = (tol: number) => {
  const solver = ode45(
    [start.sanitizer, start.waste, start.tablets],
    (into, [s = 0, w = 0, t = 0]) => {
      into[0] =
        -by.lossPerHour * s - WASTE_REACTION * s * w + by.feedPerHour * t * by.feedMmolPerGram
      into[1] = -WASTE_REACTION * s * w - WASTE_FADES * w
      into[2] = -by.feedPerHour * t
    },
    0,
    0.01,
    { tol },
  )
  solver.steps(Number.POSITIVE_INFINITY, 336)
  return solver.y[0] ?? 0
}
const exact = general(1e-12)
const off = (value: number) => Math.abs(value / exact - 1)
// The loosest tolerance at which the general package is as near as ours.
const tolerance =
  [1e-3, 1e-4, 1e-5, 1e-6, 1e-7, 1e-8, 1e-9].find(
    (tol) => off(general(tol)) <= Math.max(1e-3, off(own().sanitizer)),
  ) ?? 1e-9
for (let i = 0; i < 2000; i++) own()
for (let i = 0; i < 300; i++) general(tolerance)
const ours =
  median(() => {
    for (let i = 0; i < 200; i++) own()
  }, 15) / 200
const theirs =
  median(() => {
    for (let i = 0; i < 20; i++) general(tolerance)
  }, 15) / 20

console.log('\nThe estimate')
console.log(
  `one residual, 14 days: ${ours.toFixed(4)} ms, off by ${off(own().sanitizer).toExponential(1)}; the general integrator at ${tolerance} ${theirs.toFixed(4)} ms, off by ${off(general(tolerance)).toExponential(1)}: ${(theirs / ours).toFixed(0)} × (asked: under 1 ms, 20 ×)`,
)

/**
 * One whole virtual tub over a fortnight: residual, waste, combined chlorine, alkalinity, carbon and so pH, with its soaks and
 * doses; no chance in it. The same equations to the general integrator, which starts anew after each entry as ours does.
 */
const fortnight = heldOutTub(5, { days: 14 })
const story = fortnight.journal.filter(({ kind }) => kind === 'soak' || kind === 'dose')
const fortnightEnd = (fortnight.journal[0]?.at ?? 0) + 15 * DAY
const begin = startEnsemble(fortnight.tub, 1, fortnight.journal[0]?.at ?? 0)
begin.unrest = 0
begin.sanitizer[0] = 0.06
for (const name of LEARNT)
  begin.rates[name][0] = Math.log(
    { loss: 0.009, demand: 6, feed: 0.006, transfer: 1, cell: 0.6, clearing: 0.03, drag: 0.015 }[
      name
    ],
  )
const outcome = (tub: typeof begin) => ({
  ppm: 70.9 * (tub.sanitizer[0] ?? 0),
  alkalinity: tub.alkalinity[0] ?? 0,
  carbon: tub.carbon[0] ?? 0,
})
const wholeOwn = () => {
  const tub = copyEnsemble(begin)
  for (const entry of story) takeEntry(tub, fortnight.tub, entry, fortnight.tub.fillWater)
  passEnsemble(tub, fortnight.tub, fortnightEnd)
  return outcome(tub)
}
const wholeGeneral = (tol: number) => {
  const tub = copyEnsemble(begin)
  let guess = 7.5
  const goOn = (until: number) => {
    const hours = (until - tub.at) / HOUR
    if (hours <= 0) return
    const k = equilibriaOf(tub)
    const inAir = k.henry * AIR_CARBON_DIOXIDE_ATM
    const loss = Math.exp(tub.rates.loss[0] ?? 0)
    const clearing = Math.exp(tub.rates.clearing[0] ?? 0)
    const cyanurate = (tub.cyanurate[0] ?? 0) / 1000
    const solver = ode45(
      [
        tub.sanitizer[0] ?? 0,
        tub.waste[0] ?? 0,
        tub.combined[0] ?? 0,
        tub.alkalinity[0] ?? 0,
        tub.carbon[0] ?? 0,
      ],
      (into, [s = 0, w = 0, c = 0, alkalinity = 0, carbon = 0]) => {
        const met = WASTE_REACTION * s * w
        guess = phNear(alkalinity / 1000, carbon / 1000, 0, cyanurate, k, guess)
        const a = Math.exp(-Math.LN10 * guess)
        const dissolved = carbon / 1000 / (1 + (k.firstCarbonic + k.secondCarbonic / a) / a)
        into[0] = -loss * s - met
        into[1] = -met - WASTE_FADES * w
        into[2] = COMBINED_SHARE * met - clearing * (1 + s / CLEARS_TWICE_AT) * c
        into[3] = -loss * s - met + EVAPORATES_PER_HOUR * tub.topUp.alkalinityMeq
        into[4] =
          -1000 * TRANSFER_PER_HOUR.still * (dissolved - inAir) +
          EVAPORATES_PER_HOUR * tub.topUp.carbonMmol
      },
      0,
      0.05,
      { tol },
    )
    solver.steps(Number.POSITIVE_INFINITY, hours)
    const [s = 0, w = 0, c = 0, alkalinity = 0, carbon = 0] = solver.y
    tub.sanitizer[0] = Math.max(0, s)
    tub.waste[0] = Math.max(0, w)
    tub.combined[0] = c
    tub.alkalinity[0] = alkalinity
    tub.carbon[0] = carbon
    tub.at = until
  }
  for (const entry of story) {
    goOn(entry.at)
    takeEntry(tub, fortnight.tub, entry, fortnight.tub.fillWater)
  }
  goOn(fortnightEnd)
  return outcome(tub)
}
const truth = wholeGeneral(1e-11)
const apart = (one: typeof truth) =>
  Math.max(
    Math.abs(one.ppm / truth.ppm - 1),
    Math.abs(one.alkalinity / truth.alkalinity - 1),
    Math.abs(one.carbon / truth.carbon - 1),
  )
const wholeTolerance =
  [1e-2, 1e-3, 1e-4, 1e-5, 1e-6, 1e-7].find(
    (tol) => apart(wholeGeneral(tol)) <= Math.max(1e-3, apart(wholeOwn())),
  ) ?? 1e-7
for (let i = 0; i < 300; i++) wholeOwn()
for (let i = 0; i < 50; i++) wholeGeneral(wholeTolerance)
const tubOwn =
  median(() => {
    for (let i = 0; i < 50; i++) wholeOwn()
  }, 15) / 50
const tubGeneral =
  median(() => {
    for (let i = 0; i < 5; i++) wholeGeneral(wholeTolerance)
  }, 15) / 5
console.log(
  `one whole tub, 14 days, ${story.length} soaks and doses: ${tubOwn.toFixed(3)} ms, off by ${apart(wholeOwn()).toExponential(1)}; the general integrator at ${wholeTolerance} ${tubGeneral.toFixed(3)} ms, off by ${apart(wholeGeneral(wholeTolerance)).toExponential(1)}: ${(tubGeneral / tubOwn).toFixed(0)} × (asked: under 1 ms, 20 ×)`,
)

const held = heldOutTub(5, { days: 90 })
const end = (held.journal.at(-1)?.at ?? 0) + HOUR
const until = (days: number) =>
  held.journal.filter(({ at }) => at <= (held.journal[0]?.at ?? 0) + days * DAY)
ensembleOf(held.tub, held.journal, end, 50)
const before = process.memoryUsage().heapUsed + process.memoryUsage().arrayBuffers
const whole = median(() => ensembleOf(held.tub, held.journal, end, 1000), 3)
const grown = (process.memoryUsage().heapUsed + process.memoryUsage().arrayBuffers - before) / 1e6
console.log(
  `1,000 members, 90 days, ${held.journal.length} entries: ${(whole / 1000).toFixed(2)} s, ${Math.max(0, grown).toFixed(0)} MB more (asked: under 2 s, 100 MB)`,
)
const kept = ensembleOf(held.tub, held.journal, end, 1000)
const soak: Entry = {
  id: 1e6,
  kind: 'test',
  at: end + DAY,
  body: { method: 'drops', readings: { pH: 7.5, freeChlorine: 4, totalAlkalinity: 80 } },
}
const one = median(() => {
  const next = copyEnsemble(kept)
  takeEntry(next, held.tub, soak, held.tub.fillWater)
  passEnsemble(next, held.tub, end + DAY + HOUR)
}, 9)
console.log(`one entry more, a day later: ${one.toFixed(1)} ms (asked: under 100 ms)`)
const curve = [
  [30, 250],
  [60, 250],
  [90, 250],
  [90, 500],
  [90, 1000],
] as const
for (const [days, members] of curve) {
  const some = until(days)
  const ms = median(() => ensembleOf(held.tub, some, some.at(-1)?.at ?? end, members), 3)
  console.log(
    `  ${String(days).padStart(3)} days × ${String(members).padStart(4)} members: ${ms.toFixed(0).padStart(5)} ms, ${((1e6 * ms) / days / members).toFixed(0)} ns a member and day`,
  )
}
