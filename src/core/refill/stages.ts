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
  return heatingHours(tub.volumeLitres, kilowatts, from, to, {
    airCelsius: settings.airCelsius,
    timeConstantHours: timeConstantHours ?? COOLING_HOURS[tub.kind ?? 'hard shell'],
  })
}

/** The stages of a change of water with their lengths; waits of the start-up are the programme's own. */
export const refillOf = (facts: RefillFacts): Refill => {
  const { tub, estimate, rates, settings, doses } = facts
  const conflicts: StageConflict[] = []
  const { sanitizer } = programmeOf(tub.programme)
  const lossPerHour = unfedLossOf(tub)
  const gramsPerMol = GRAMS_PER_MOL[sanitizer as keyof typeof GRAMS_PER_MOL]
  const residual = estimate.quantities[sanitizer].value
  const fadeDays =
    lossPerHour.mean > 0
      ? Math.max(
          0,
          Math.log(Math.max(residual, NEAR_ZERO_PPM) / NEAR_ZERO_PPM) / lossPerHour.mean / 24,
        )
      : undefined
  const neutralise = settings.neutralise && residual > NEAR_ZERO_PPM && gramsPerMol !== undefined
  const hours = hoursToHeat(facts)
  if (hours === undefined) {
    const kilowatts =
      (rates.heatCelsiusPerHour.value * tub.volumeLitres * KILOJOULES_PER_LITRE_KELVIN) / 3600
    const holds =
      settings.airCelsius +
      (kilowatts * 3600 * COOLING_HOURS[tub.kind ?? 'hard shell']) /
        (tub.volumeLitres * KILOJOULES_PER_LITRE_KELVIN)
    conflicts.push({
      code: 'heater too weak',
      airCelsius: settings.airCelsius,
      holdsCelsius: holds,
    })
  }
  const flow = (litres: number, rate: Rate) => Math.ceil(litres / rate.value)
  const out = tub.volumeLitres * (1 - LEFT_SHARE)
  const drain = flow(out, rates.drainLitresPerMinute)
  const fill = flow(tub.volumeLitres, rates.fillLitresPerMinute)
  if (
    settings.drainBy !== 'gravity' &&
    rates.drainLitresPerMinute.value < rates.fillLitresPerMinute.value
  )
    conflicts.push({
      code: 'pump slower than hose',
      drainLitresPerMinute: rates.drainLitresPerMinute.value,
      fillLitresPerMinute: rates.fillLitresPerMinute.value,
      drainHours: drain / 60,
    })
  const heat = Math.ceil((hours ?? 72) * 60)
  const begin = firstSteps(tub, estimate.fillWater, estimate.at).filter(
    ({ id }) => id !== 'filled' && id !== 'balance' && id !== 'inhibitor',
  )
  const waits = begin.reduce(
    (sum, step) => sum + step.waitMinutes + (step.readAfterMinutes ?? 0),
    0,
  )
  const leavesLast = methodOf(tub, 'lastWater') === 'left'
  // A pump that runs from half full has its filters by then.
  const filtersFirst =
    methodOf(tub, 'filtersIn') === 'before the fill' || methodOf(tub, 'powerOn') === 'half full'
  const stages: Stage[] = [
    {
      id: 'fill test',
      handsMinutes: 10,
      aloneMinutes: 0,
      needs: [],
      formula: { kind: 'fixed' },
    },
    {
      id: 'purge',
      handsMinutes: 15,
      aloneMinutes: Math.round(settings.purgeHours * 60),
      needs: [],
      formula: { kind: 'hours', hours: settings.purgeHours },
    },
    ...(neutralise
      ? [
          {
            id: 'sanitizer out' as const,
            handsMinutes: 5,
            aloneMinutes: 15,
            needs: ['purge' as const],
            formula: { kind: 'fixed' as const },
            product: {
              product: 'sodium thiosulfate pentahydrate' as const,
              grams:
                ((residual / (gramsPerMol ?? 1)) * THIOSULFATE_PER_HALOGEN * tub.volumeLitres) /
                1000,
            },
          },
        ]
      : []),
    {
      id: 'filters out',
      handsMinutes: 10,
      aloneMinutes: 0,
      needs: ['purge', ...(neutralise ? (['sanitizer out'] as const) : [])],
      formula: { kind: 'fixed' },
    },
    {
      id: 'drain',
      handsMinutes: 10,
      aloneMinutes: drain,
      needs: ['filters out'],
      formula: { kind: 'flow', litres: out, rate: rates.drainLitresPerMinute },
      drain: { gravity: settings.drainBy === 'gravity', to: settings.drainTo },
    },
    {
      id: 'filter soak',
      handsMinutes: 10,
      aloneMinutes: 60,
      needs: ['filters out'],
      formula: { kind: 'hours', hours: 1 },
    },
    ...(leavesLast
      ? []
      : [
          {
            id: 'blow out' as const,
            handsMinutes: 20,
            aloneMinutes: 0,
            needs: ['drain' as const],
            formula: { kind: 'fixed' as const },
          },
        ]),
    {
      id: 'clean',
      handsMinutes: 30,
      aloneMinutes: 0,
      needs: [leavesLast ? 'drain' : 'blow out'],
      formula: { kind: 'fixed' },
    },
    {
      id: 'fill',
      handsMinutes: 5,
      aloneMinutes: fill,
      needs: ['clean', 'fill test', ...(filtersFirst ? (['filters in'] as const) : [])],
      formula: { kind: 'flow', litres: tub.volumeLitres, rate: rates.fillLitresPerMinute },
    },
    {
      id: 'filters in',
      handsMinutes: 10,
      aloneMinutes: 0,
      needs: [filtersFirst ? 'clean' : 'fill', 'filter soak'],
      formula: { kind: 'fixed' },
    },
    {
      id: 'bleed',
      handsMinutes: 15,
      aloneMinutes: 0,
      needs: ['fill', 'filters in'],
      formula: { kind: 'fixed' },
    },
    ...(settings.metalsFirst
      ? [
          {
            id: 'metals' as const,
            handsMinutes: 5,
            aloneMinutes: 24 * 60,
            needs: ['bleed' as const],
            formula: { kind: 'hours' as const, hours: 24 },
          },
        ]
      : []),
    {
      id: 'heat',
      handsMinutes: 0,
      aloneMinutes: heat,
      needs: ['bleed'],
      formula: {
        kind: 'heat',
        from: settings.fillCelsius,
        to: tub.setTemperatureCelsius,
        hours: hours ?? 72,
        rate: rates.heatCelsiusPerHour,
      },
    },
    {
      id: 'balance',
      handsMinutes: 6 + 3 * doses.steps,
      aloneMinutes: Math.round(doses.waitMinutes),
      needs: [
        'bleed',
        ...(settings.metalsFirst ? (['metals'] as const) : []),
        ...(methodOf(tub, 'balanceAt') === 'warm' ? (['heat'] as const) : []),
      ],
      formula: { kind: 'doses', doses: doses.steps, waits: Math.round(doses.waitMinutes) },
    },
    {
      id: 'sanitize',
      handsMinutes: 5 + 5 * begin.length,
      aloneMinutes: Math.max(20, waits),
      needs: ['balance'],
      formula: { kind: 'waits', waits: Math.max(20, waits) },
      startUp: begin,
    },
    {
      id: 'last test',
      handsMinutes: 5,
      aloneMinutes: 0,
      needs: ['sanitize', 'heat'],
      formula: { kind: 'fixed' },
    },
  ]
  const methods = methodsKept(tub)
  return {
    stages: stages.map((stage) => ({ ...stage, methods })),
    conflicts,
    fadeDays,
  }
}
