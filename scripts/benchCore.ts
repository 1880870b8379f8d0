// The core's rates, and the same equation given to a general root finder from the registry, at equal accuracy, in one run.
import newtonRaphson from 'newton-raphson-method'
import numeric from 'numeric'
import { dosePlan } from '@/core/advice/plan'
import { estimate } from '@/core/estimate/estimate'
import type { Entry } from '@/core/journal/entry'
import { programmeOf } from '@/core/programmes/programme'
import { loseCarbonDioxide } from '@/core/water/aerate'
import { hypochlorousAcid } from '@/core/water/chlorineCyanurate'
import { equilibriaFor } from '@/core/water/equilibrium'
import { fastHypochlorousAcid } from '@/core/water/fastChlorine'
import { solvePh, solvePhOf, waterFromReading } from '@/core/water/solveWater'
import { speciate } from '@/core/water/speciation'
import { WITHOUT_EXTRAS } from '@/core/water/water'

const SECONDS = 0.7
let sink = 0

/** Calls a second, after a warm-up; the argument varies so that nothing is remembered. */
const rate = (work: (i: number) => number): number => {
  for (let i = 0; i < 2000; i++) sink += work(i)
  const start = performance.now()
  let calls = 0
  while (performance.now() - start < 1000 * SECONDS)
    for (let i = 0; i < 200; i++) sink += work(calls++)
  return (1000 * calls) / (performance.now() - start)
}

const k = equilibriaFor(38, 600, 0)
const chlorine = (i: number) => 4e-5 + (i % 1000) * 1e-8
const STABILISER = 3e-4
const ACTIVITY = 10 ** -7.5

/** The chlorine balance in h = [HOCl], and its general solution: only the function is given, not its slope. */
const general = (freeChlorine: number) => {
  const a = ACTIVITY
  const balance = (h: number) => {
    const [c1, c2, c3] = k.chlorination
    const unbound = 1 + k.hypochlorous / a
    const plain = 1 + k.cyanuric[0] / a + k.cyanuric[1] / (a * a) + k.cyanuric[2] / (a * a * a)
    const mono = c1 * (1 + k.monochlorocyanuric / a + k.monochlorocyanurate / (a * a))
    const di = c2 * (1 + k.dichlorocyanuric / a)
    const carried = h * (mono + h * (2 * di + h * 3 * c3))
    const all = plain + h * (mono + h * (di + h * c3))
    // Scaled, or the finder's absolute tolerances would stop it at once.
    return 1e6 * (h * unbound + (STABILISER * carried) / all - freeChlorine)
  }
  const found = newtonRaphson((x: number) => balance(x * 1e-6), 1, {
    tolerance: 1e-12,
    maxIterations: 100,
  })
  return (found === false ? Number.NaN : found) * 1e-6
}

/**
 * The same mass balances as a system in two unknowns, log [HOCl] and log [H₃Cy], given as its sum of squares to a general
 * minimiser: what a person with a numerical library would write.
 */
const system = (freeChlorine: number) => {
  const a = ACTIVITY
  const [c1, c2, c3] = k.chlorination
  const unbound = 1 + k.hypochlorous / a
  const plain = 1 + k.cyanuric[0] / a + k.cyanuric[1] / (a * a) + k.cyanuric[2] / (a * a * a)
  const mono = c1 * (1 + k.monochlorocyanuric / a + k.monochlorocyanurate / (a * a))
  const di = c2 * (1 + k.dichlorocyanuric / a)
  const squares = ([logH = 0, logAcid = 0]: number[]) => {
    const h = 10 ** logH
    const acid = 10 ** logAcid
    const chlorine = h * unbound + acid * h * (mono + h * (2 * di + h * 3 * c3))
    const cyanurate = acid * (plain + h * (mono + h * (di + h * c3)))
    return (chlorine / freeChlorine - 1) ** 2 + (cyanurate / STABILISER - 1) ** 2
  }
  const { solution } = numeric.uncmin(squares, [-6, -5], 1e-16, undefined, 200)
  return 10 ** (solution[0] ?? Number.NaN)
}

const full = (freeChlorine: number) => hypochlorousAcid(freeChlorine, STABILISER, ACTIVITY, k)

const water = waterFromReading({
  pH: 7.6,
  totalAlkalinityPpm: 90,
  calciumHardnessPpm: 180,
  cyanuricAcidPpm: 30,
  boratePpm: 0,
  ...WITHOUT_EXTRAS,
  freeChlorinePpm: 4,
  temperatureCelsius: 38,
  totalDissolvedSolidsPpm: 700,
  saltPpm: 0,
})
if (!water) throw new Error('a possible water was refused')

const tub = {
  volumeLitres: 1320,
  programme: 'granular chlorine' as const,
  targets: programmeOf('granular chlorine').presets[0].targets,
  fillWater: { source: 'town' as const },
  setTemperatureCelsius: 38,
}
const journal: Entry[] = [
  {
    id: 1,
    at: 0,
    kind: 'test',
    body: {
      method: 'drops',
      readings: { freeChlorine: 1, pH: 8.1, totalAlkalinity: 60, calciumHardness: 120 },
    },
  },
]
const state = estimate(tub, journal, 0)

const row = (name: string, perSecond: number, rest = '') =>
  console.log(
    `${name.padEnd(44)} ${Math.round(perSecond).toLocaleString('en').padStart(12)} /s ${rest}`,
  )

console.log('\nthe core on one thread')
row(
  'speciation of a water',
  rate(
    (i) =>
      speciate(
        { pH: 7 + (i % 100) / 100, totalAlkalinityPpm: 90, cyanuricAcidPpm: 30, boratePpm: 0 },
        k,
      )?.bicarbonateMmol ?? 0,
  ),
)
const fullRate = rate((i) => full(chlorine(i)))
row('chlorine and stabiliser, full set', fullRate)
row(
  'chlorine and stabiliser, fast form',
  rate((i) => fastHypochlorousAcid(chlorine(i), STABILISER, ACTIVITY, k)),
)
row(
  'pH from the totals, with chlorine',
  rate((i) => solvePh({ ...water, alkalinityMeq: water.alkalinityMeq + (i % 100) * 1e-3 })),
)
const plans = rate(() => dosePlan(tub, journal, state).steps.length)
row('a whole dose plan', plans, `(${(1000 / plans).toFixed(2)} ms each)`)

console.log('\nthe chlorine balance given to general solvers, at the accuracy each reaches here')
for (const [name, solve] of [
  ['newton-raphson-method, one unknown', general],
  ['numeric.uncmin, two unknowns', system],
] as const) {
  let apart = 0
  for (let i = 0; i < 1000; i++)
    apart = Math.max(apart, Math.abs(solve(chlorine(i)) / full(chlorine(i)) - 1))
  const generalRate = rate((i) => solve(chlorine(i)))
  row(
    name,
    generalRate,
    `the core ${(fullRate / generalRate).toFixed(0)} × as fast, apart by at most ${apart.toExponential(0)}`,
  )
}

/** Bytes allocated a call: the median growth of the heap over short runs right after a collection; needs --expose-gc. */
const bytesPerCall = (work: (i: number) => number): number => {
  // Few enough that no collection falls within a run.
  const calls = 200
  for (let i = 0; i < 20 * calls; i++) sink += work(i)
  const grown = Array.from({ length: 15 }, () => {
    global.gc?.()
    const before = process.memoryUsage().heapUsed
    for (let i = 0; i < calls; i++) sink += work(i)
    return (process.memoryUsage().heapUsed - before) / calls
  })
  return grown.sort((x, y) => x - y)[7] ?? Number.NaN
}

console.log(
  '\nallocated in the inner kinetics, bytes a call: no objects, only numbers that the engine boxes between functions',
)
const parts = { alkalinity: 1.8e-3, carbon: 1.85e-3, cyanurate: 2e-4, chlorine: 5e-5 }
const totals = { ...parts, borate: 0, freeChlorine: parts.chlorine }
for (const [name, work] of [
  ['nothing but a number handed back, for comparison', (i: number) => Math.sqrt(i)],
  [
    'pH from the totals',
    (i: number) => {
      totals.carbon = parts.carbon + (i % 100) * 1e-7
      return solvePhOf(totals, k)
    },
  ],
  ['chlorine and stabiliser', (i: number) => full(chlorine(i))],
  [
    'a day of gas exchange, 24 steps of midpoint rule',
    (i: number) => loseCarbonDioxide(water, 0.1, 24 + (i % 10) * 1e-3).dissolvedInorganicCarbonMmol,
  ],
] as const)
  console.log(`${name.padEnd(52)} ${bytesPerCall(work).toFixed(1).padStart(8)}`)
if (Number.isNaN(sink)) process.exitCode = 1
