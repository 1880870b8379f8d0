import { THIOSULFATE_G_PER_MOL } from '../advice/overdose'
import type { Estimate } from '../estimate/estimate'
import { unfedLossOf } from '../estimate/rates'
import { COOLING_HOURS, heatingHours, KILOJOULES_PER_LITRE_KELVIN } from '../heat/heat'
import type { StageId } from '../journal/stageId'
import type { ProductName } from '../products/product'
import { programmeOf } from '../programmes/programme'
import type { StartStep } from '../routine/startUp'
import { type Methods, methodOf, methodsKept } from '../tub/methods'
import type { Tub } from '../tub/tub'
import { BROMINE_G_PER_MOL, CHLORINE_G_PER_MOL } from '../water/constants'
import { firstSteps } from './firstDoses'
import type { Rate, Rates } from './rates'
import type { RefillSettings } from './settings'

/** Arithmetic of a stage's length, for the screen to write out. */
export type DurationFormula =
  | { kind: 'fixed' }
  | { kind: 'flow'; litres: number; rate: Rate }
  | { kind: 'heat'; from: number; to: number; hours: number; rate: Rate }
  | { kind: 'doses'; doses: number; waits: number }
  | { kind: 'waits'; waits: number }
  | { kind: 'hours'; hours: number }

export interface Stage {
  id: StageId
  /** By hand, at its beginning. */
  handsMinutes: number
  /** By itself, after that. */
  aloneMinutes: number
  /** What has to be over before it begins. */
  needs: readonly StageId[]
  formula: DurationFormula
  /** How and whereto the water goes. */
  drain?: { gravity: boolean; to: RefillSettings['drainTo'] }
  /** The programme's own first steps. */
  startUp?: readonly StartStep[]
  /** What its people chose of the ways to do it; the words go by it. */
  methods?: Partial<Methods>
  product?: { product: ProductName; grams: number }
}

const GRAMS_PER_MOL = { freeChlorine: CHLORINE_G_PER_MOL, bromine: BROMINE_G_PER_MOL }
/** Na₂S₂O₃ · 5 H₂O for four of halogen: the least it can take; then a test. */
const THIOSULFATE_PER_HALOGEN = THIOSULFATE_G_PER_MOL / 4
/** Low enough for most ground and drains; local rules say it exactly. Common practice. */
const NEAR_ZERO_PPM = 0.1
/** Pumped down to here; the rest is wiped and vacuumed. */
const LEFT_SHARE = 0.03

export type StageConflict =
  /** In this air the heater holds so much, and no more. */
  | { code: 'heater too weak'; airCelsius: number; holdsCelsius: number }
  | {
      code: 'pump slower than hose'
      drainLitresPerMinute: number
      fillLitresPerMinute: number
      drainHours: number
    }

export interface Refill {
  stages: Stage[]
  /** What cannot be as it is set. */
  conflicts: StageConflict[]
  /** Days until the sanitizer is near zero by itself, covered; undefined where something holds it. */
  fadeDays: number | undefined
}

export interface RefillFacts {
  tub: Tub
  estimate: Estimate
  rates: Rates
  settings: RefillSettings
  /** How this tub cools, hours; that of its kind where it is left out. */
  timeConstantHours?: number
  /** Steps and waits of the first doses. */
  doses: { steps: number; waitMinutes: number }
}

/** Hours to warm the fill, with what is lost to the air; undefined where the heater never gets there. */
export const hoursToHeat = ({
  tub,
  rates,
  settings,
  timeConstantHours,
}: RefillFacts): number | undefined => {
  const { value } = rates.heatCelsiusPerHour
  const from = settings.fillCelsius
  const to = tub.setTemperatureCelsius
  // A rate that was measured here has its losses in it.
  if (rates.heatCelsiusPerHour.origin === 'measured') return Math.max(0, (to - from) / value)
  const kilowatts = (value * tub.volumeLitres * KILOJOULES_PER_LITRE_KELVIN) / 3600
  return heatingHours({ volumeLitres: tub.volumeLitres, heaterKw: kilowatts }, from, to, {
    airCelsius: settings.airCelsius,
    timeConstantHours: timeConstantHours ?? COOLING_HOURS[tub.kind ?? 'hard shell'],
  })
}

/** What cannot be as it is set. */
const conflictsOf = (facts: RefillFacts, hours: number | undefined): StageConflict[] => {
  const { tub, rates, settings } = facts
  const conflicts: StageConflict[] = []
  const { airCelsius } = settings
  if (hours === undefined) {
    const kilowatts =
      (rates.heatCelsiusPerHour.value * tub.volumeLitres * KILOJOULES_PER_LITRE_KELVIN) / 3600
    const holdsCelsius =
      airCelsius +
      (kilowatts * 3600 * COOLING_HOURS[tub.kind ?? 'hard shell']) /
        (tub.volumeLitres * KILOJOULES_PER_LITRE_KELVIN)
    conflicts.push({ code: 'heater too weak', airCelsius, holdsCelsius })
  }
  const drain = rates.drainLitresPerMinute
  const fill = rates.fillLitresPerMinute
  if (settings.drainBy !== 'gravity' && drain.value < fill.value)
    conflicts.push({
      code: 'pump slower than hose',
      drainLitresPerMinute: drain.value,
      fillLitresPerMinute: fill.value,
      drainHours: flowMinutes(drainedLitres(tub), drain) / 60,
    })
  return conflicts
}

const flowMinutes = (litres: number, rate: Rate) => Math.ceil(litres / rate.value)
const drainedLitres = (tub: Tub) => tub.volumeLitres * (1 - LEFT_SHARE)

/** A stage by hand alone. */
const byHand = (id: StageId, handsMinutes: number, needs: readonly StageId[]): Stage => ({
  id,
  handsMinutes,
  aloneMinutes: 0,
  needs,
  formula: { kind: 'fixed' },
})
/** One that goes on by itself for hours after the hands. */
const forHours = (
  id: StageId,
  handsMinutes: number,
  hours: number,
  needs: readonly StageId[],
): Stage => ({
  id,
  handsMinutes,
  aloneMinutes: Math.round(60 * hours),
  needs,
  formula: { kind: 'hours', hours },
})

/** Until the tub is empty and clean. */
const emptying = (
  { tub, rates, settings }: RefillFacts,
  /** Of thiosulfate, where the sanitizer is taken out first. */
  neutraliserGrams: number | undefined,
  leavesLast: boolean,
): Stage[] => {
  const neutralised: Stage[] =
    neutraliserGrams === undefined
      ? []
      : [
          {
            ...byHand('sanitizer out', 5, ['purge']),
            aloneMinutes: 15,
            product: { product: 'sodium thiosulfate pentahydrate', grams: neutraliserGrams },
          },
        ]
  const litres = drainedLitres(tub)
  return [
    byHand('fill test', 10, []),
    forHours('purge', 15, settings.purgeHours, []),
    ...neutralised,
    byHand('filters out', 10, ['purge', ...neutralised.map(({ id }) => id)]),
    {
      id: 'drain',
      handsMinutes: 10,
      aloneMinutes: flowMinutes(litres, rates.drainLitresPerMinute),
      needs: ['filters out'],
      formula: { kind: 'flow', litres, rate: rates.drainLitresPerMinute },
      drain: { gravity: settings.drainBy === 'gravity', to: settings.drainTo },
    },
    forHours('filter soak', 10, 1, ['filters out']),
    ...(leavesLast ? [] : [byHand('blow out', 20, ['drain'])]),
    byHand('clean', 30, [leavesLast ? 'drain' : 'blow out']),
  ]
}

/** From the hose to warm water. */
const filling = (
  { tub, rates, settings }: RefillFacts,
  heatHours: number,
  filtersFirst: boolean,
): Stage[] => [
  {
    id: 'fill',
    handsMinutes: 5,
    aloneMinutes: flowMinutes(tub.volumeLitres, rates.fillLitresPerMinute),
    needs: ['clean', 'fill test', ...(filtersFirst ? (['filters in'] as const) : [])],
    formula: { kind: 'flow', litres: tub.volumeLitres, rate: rates.fillLitresPerMinute },
  },
  byHand('filters in', 10, [filtersFirst ? 'clean' : 'fill', 'filter soak']),
  byHand('bleed', 15, ['fill', 'filters in']),
  ...(settings.metalsFirst ? [forHours('metals', 5, 24, ['bleed'])] : []),
  {
    id: 'heat',
    handsMinutes: 0,
    aloneMinutes: Math.ceil(heatHours * 60),
    needs: ['bleed'],
    formula: {
      kind: 'heat',
      from: settings.fillCelsius,
      to: tub.setTemperatureCelsius,
      hours: heatHours,
      rate: rates.heatCelsiusPerHour,
    },
  },
]

/** From plain water to the first soak. */
const starting = ({ tub, estimate, settings, doses }: RefillFacts): Stage[] => {
  const begin = firstSteps(tub, estimate.fillWater, estimate.at).filter(
    ({ id }) => id !== 'filled' && id !== 'balance' && id !== 'inhibitor',
  )
  const waits = Math.max(
    20,
    begin.reduce((sum, step) => sum + step.waitMinutes + (step.readAfterMinutes ?? 0), 0),
  )
  const mixing = Math.round(doses.waitMinutes)
  return [
    {
      id: 'balance',
      handsMinutes: 6 + 3 * doses.steps,
      aloneMinutes: mixing,
      needs: [
        'bleed',
        ...(settings.metalsFirst ? (['metals'] as const) : []),
        ...(methodOf(tub, 'balanceAt') === 'warm' ? (['heat'] as const) : []),
      ],
      formula: { kind: 'doses', doses: doses.steps, waits: mixing },
    },
    {
      id: 'sanitize',
      handsMinutes: 5 + 5 * begin.length,
      aloneMinutes: waits,
      needs: ['balance'],
      formula: { kind: 'waits', waits },
      startUp: begin,
    },
    byHand('last test', 5, ['sanitize', 'heat']),
  ]
}

/** Stand-in for a heater that never gets there, hours. */
const LONGEST_HEATING = 72

/** The stages of a change of water with their lengths; waits of the start-up are the programme's own. */
export const refillOf = (facts: RefillFacts): Refill => {
  const { tub, estimate, settings } = facts
  const { sanitizer } = programmeOf(tub.programme)
  const loss = unfedLossOf(tub).mean
  const residual = estimate.quantities[sanitizer].value
  const fadeDays =
    loss > 0
      ? Math.max(0, Math.log(Math.max(residual, NEAR_ZERO_PPM) / NEAR_ZERO_PPM) / loss / 24)
      : undefined
  const gramsPerMol = GRAMS_PER_MOL[sanitizer as keyof typeof GRAMS_PER_MOL]
  const neutraliserGrams =
    settings.neutralise && residual > NEAR_ZERO_PPM && gramsPerMol !== undefined
      ? ((residual / gramsPerMol) * THIOSULFATE_PER_HALOGEN * tub.volumeLitres) / 1000
      : undefined
  const hours = hoursToHeat(facts)
  const leavesLast = methodOf(tub, 'lastWater') === 'left'
  // A pump that runs from half full has its filters by then.
  const filtersFirst =
    methodOf(tub, 'filtersIn') === 'before the fill' || methodOf(tub, 'powerOn') === 'half full'
  const methods = methodsKept(tub)
  const stages = [
    ...emptying(facts, neutraliserGrams, leavesLast),
    ...filling(facts, hours ?? LONGEST_HEATING, filtersFirst),
    ...starting(facts),
  ]
  return {
    stages: stages.map((stage) => ({ ...stage, methods })),
    conflicts: conflictsOf(facts, hours),
    fadeDays,
  }
}
