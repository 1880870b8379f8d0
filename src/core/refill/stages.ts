import { THIOSULFATE_G_PER_MOL } from '../advice/overdose'
import type { Estimate } from '../estimate/estimate'
import { lossOf } from '../estimate/rates'
import { COOLING_HOURS, heatingHours, KILOJOULES_PER_LITRE_KELVIN } from '../heat/heat'
import type { StageId } from '../journal/stageId'
import type { ProductName } from '../products/product'
import { programmeOf } from '../programmes/programme'
import { startSteps } from '../routine/startUp'
import type { Tub } from '../tub/tub'
import { BROMINE_G_PER_MOL, CHLORINE_G_PER_MOL } from '../water/constants'
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
  name: string
  /** By hand, at its beginning. */
  handsMinutes: number
  /** By itself, after that. */
  aloneMinutes: number
  /** What has to be over before it begins. */
  needs: readonly StageId[]
  formula: DurationFormula
  /** Ticked where the hand works. */
  checks: readonly string[]
  cautions: readonly string[]
  product?: { product: ProductName; grams: number }
}

const GRAMS_PER_MOL = { freeChlorine: CHLORINE_G_PER_MOL, bromine: BROMINE_G_PER_MOL }
/** Na₂S₂O₃ · 5 H₂O for four of halogen: the least it can take; then a test. */
const THIOSULFATE_PER_HALOGEN = THIOSULFATE_G_PER_MOL / 4
/** Low enough for most ground and drains; local rules say it exactly. Common practice. */
export const NEAR_ZERO_PPM = 0.1
/** Pumped down to here; the rest is wiped and vacuumed. */
const LEFT_SHARE = 0.03

export interface Refill {
  stages: Stage[]
  /** What cannot be as it is set, a sentence each. */
  conflicts: string[]
  /** Days until the sanitizer is near zero by itself, covered; undefined where something holds it. */
  fadeDays: number | undefined
}

export interface RefillFacts {
  tub: Tub
  estimate: Estimate
  rates: Rates
  settings: RefillSettings
  /** Steps and waits of the first doses. */
  doses: { steps: number; waitMinutes: number }
}

/** Hours to warm the fill, with what is lost to the air; undefined where the heater never gets there. */
export const hoursToHeat = ({ tub, rates, settings }: RefillFacts): number | undefined => {
  const { value } = rates.heatCelsiusPerHour
  const from = settings.fillCelsius
  const to = tub.setTemperatureCelsius
  // A rate that was measured here has its losses in it.
  if (rates.heatCelsiusPerHour.origin === 'measured') return Math.max(0, (to - from) / value)
  const kilowatts = (value * tub.volumeLitres * KILOJOULES_PER_LITRE_KELVIN) / 3600
  return heatingHours(tub.volumeLitres, kilowatts, from, to, {
    airCelsius: settings.airCelsius,
    timeConstantHours: COOLING_HOURS[tub.kind ?? 'hard shell'],
  })
}

/** The stages of a change of water with their lengths; waits of the start-up are the programme's own. */
export const refillOf = (facts: RefillFacts): Refill => {
  const { tub, estimate, rates, settings, doses } = facts
  const conflicts: string[] = []
  const { sanitizer } = programmeOf(tub.programme)
  const lossPerHour = lossOf(tub)
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
    conflicts.push(
      `In air of ${Math.round(settings.airCelsius)} °C this heater gets to about ${Math.round(holds)} °C and no further. Check its kilowatts, wait for milder air, or fill with warmer water.`,
    )
  }
  const flow = (litres: number, rate: Rate) => Math.ceil(litres / rate.value)
  const out = tub.volumeLitres * (1 - LEFT_SHARE)
  const drain = flow(out, rates.drainLitresPerMinute)
  const fill = flow(tub.volumeLitres, rates.fillLitresPerMinute)
  if (
    settings.drainBy !== 'gravity' &&
    rates.drainLitresPerMinute.value < rates.fillLitresPerMinute.value
  )
    conflicts.push(
      `The pump (${Math.round(rates.drainLitresPerMinute.value)} L a minute) is slower than the hose (${Math.round(rates.fillLitresPerMinute.value)}): is its figure per hour, or the bucket misread? It can stay so; draining takes ${Math.round(drain / 60)} hours then.`,
    )
  const heat = Math.ceil((hours ?? 72) * 60)
  const begin = startSteps(tub, estimate).slice(3)
  const waits = begin.reduce((sum, step) => sum + step.waitMinutes, 0)
  const gravity = settings.drainBy === 'gravity'
  const stages: Stage[] = [
    {
      id: 'fill test',
      name: 'Test the fill water',
      handsMinutes: 10,
      aloneMinutes: 0,
      needs: [],
      formula: { kind: 'fixed' },
      checks: ['From the hose that fills, after it has run a minute: hardness, alkalinity, pH.'],
      cautions: [],
    },
    {
      id: 'purge',
      name: 'Purge the pipes',
      handsMinutes: 15,
      aloneMinutes: Math.round(settings.purgeHours * 60),
      needs: [],
      formula: { kind: 'hours', hours: settings.purgeHours },
      checks: ['Pipe flush by its label.', 'Jets high, air open, half an hour; scum comes out.'],
      cautions: ['Nobody in from now on: cover locked, a note on it.'],
    },
    ...(neutralise
      ? [
          {
            id: 'sanitizer out' as const,
            name: 'Sanitizer out',
            handsMinutes: 5,
            aloneMinutes: 15,
            needs: ['purge' as const],
            formula: { kind: 'fixed' as const },
            checks: ['Chlorine remover, jets on; test: near zero before it goes out.'],
            cautions: ['Little at a time: too much eats the first dose of the new water.'],
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
      name: 'Power off, filters out',
      handsMinutes: 10,
      aloneMinutes: 0,
      needs: ['purge', ...(neutralise ? (['sanitizer out'] as const) : [])],
      formula: { kind: 'fixed' },
      checks: ['Breaker off and marked.', 'Filters, skimmer basket, floater out.'],
      cautions: [
        'Power off at the breaker: a heater that runs dry burns, a pump that runs dry seizes.',
      ],
    },
    {
      id: 'drain',
      name: gravity ? 'Drain by gravity' : 'Drain',
      handsMinutes: 10,
      aloneMinutes: drain,
      needs: ['filters out'],
      formula: { kind: 'flow', litres: out, rate: rates.drainLitresPerMinute },
      checks: [
        settings.drainTo === undefined
          ? 'Ask where the water may go: sewer, own ground, never a street drain or a stream.'
          : `To the ${settings.drainTo === 'sewer' ? 'sewer' : settings.drainTo === 'own ground' ? 'lawn or beds of your own, spread out' : 'place your local rule names'}.`,
        'Hose end secured, below the footwell.',
      ],
      cautions: gravity
        ? []
        : ['The pump on an outlet with RCD or GFCI, its plug dry and high. Nobody in the tub.'],
    },
    {
      id: 'filter soak',
      name: 'Filters soak',
      handsMinutes: 10,
      aloneMinutes: 60,
      needs: ['filters out'],
      formula: { kind: 'hours', hours: 1 },
      checks: ['Hose them white, into the bucket with filter cleaner.'],
      cautions: ['Never in the tub; rinsed until clear before they go back.'],
    },
    {
      id: 'blow out',
      name: 'Pipes blown out',
      handsMinutes: 20,
      aloneMinutes: 0,
      needs: ['drain'],
      formula: { kind: 'fixed' },
      checks: ['Standpipes out, wet vacuum on blow at the skimmer, then on suck at each jet.'],
      cautions: ['The vacuum on an outlet with RCD or GFCI too.'],
    },
    {
      id: 'clean',
      name: 'Shell and cover cleaned',
      handsMinutes: 30,
      aloneMinutes: 0,
      needs: ['blow out'],
      formula: { kind: 'fixed' },
      checks: [
        'Shell, jets, pillows, underside of the cover: vinegar and warm water, half and half; no dish soap, nothing that scratches.',
        'Behind pillows, around each jet; rinse twice, wipe dry.',
        'Look for leaks at the unions while it is empty.',
      ],
      cautions: ['Vinegar and chlorine give off gas together: rinse the one before the other.'],
    },
    {
      id: 'fill',
      name: 'Fill',
      handsMinutes: 5,
      aloneMinutes: fill,
      needs: ['clean', 'fill test'],
      formula: { kind: 'flow', litres: tub.volumeLitres, rate: rates.fillLitresPerMinute },
      checks: [
        'Drain plug, caps, standpipes back.',
        'Hose into the filter housing, so that no air is locked in.',
        'To an inch above the highest jets. Note the meter before and after.',
      ],
      cautions: ['Power stays off. Stay near: a hose forgotten floods.'],
    },
    {
      id: 'filters in',
      name: 'Filters back in',
      handsMinutes: 10,
      aloneMinutes: 0,
      needs: ['fill', 'filter soak'],
      formula: { kind: 'fixed' },
      checks: ['Rinse until no foam comes, then in.'],
      cautions: [],
    },
    {
      id: 'bleed',
      name: 'Bleed air, power on',
      handsMinutes: 15,
      aloneMinutes: 0,
      needs: ['filters in'],
      formula: { kind: 'fixed' },
      checks: [
        'Jets covered, then the breaker. Air out at the union or the bleed screw; flow at every jet.',
      ],
      cautions: ['Does the pump roar without water, off at once and bleed again.'],
    },
    ...(settings.metalsFirst
      ? [
          {
            id: 'metals' as const,
            name: 'Inhibitor against metals',
            handsMinutes: 5,
            aloneMinutes: 24 * 60,
            needs: ['bleed' as const],
            formula: { kind: 'hours' as const, hours: 24 },
            checks: [
              'By its label, a day of circulation with nothing else; then rinse the filter.',
            ],
            cautions: ['No sanitizer yet, so nobody in.'],
          },
        ]
      : []),
    {
      id: 'heat',
      name: 'Heat',
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
      checks: ['Set the temperature; cover on, but ajar for the first hour.'],
      cautions: [],
    },
    {
      id: 'balance',
      name: 'Test and balance',
      handsMinutes: 6 + 3 * doses.steps,
      aloneMinutes: Math.round(doses.waitMinutes),
      needs: ['bleed', ...(settings.metalsFirst ? (['metals'] as const) : [])],
      formula: { kind: 'doses', doses: doses.steps, waits: Math.round(doses.waitMinutes) },
      checks: ['Test all, dose as the plan says, one after the other.'],
      cautions: ['Each product by itself, into the water, never water into it.'],
    },
    {
      id: 'sanitize',
      name: 'Sanitize, start up',
      handsMinutes: 5 + 5 * begin.length,
      aloneMinutes: Math.max(20, waits),
      needs: ['balance'],
      formula: { kind: 'waits', waits: Math.max(20, waits) },
      checks: begin.map(({ title }) => `${title}.`),
      cautions: begin.flatMap(({ caution }) => (caution ? [caution] : [])),
    },
    {
      id: 'last test',
      name: 'Last test, first soak',
      handsMinutes: 5,
      aloneMinutes: 0,
      needs: ['sanitize', 'heat'],
      formula: { kind: 'fixed' },
      checks: ['Sanitizer and pH in their range, temperature no more than 40 °C.'],
      cautions: ['Nobody gets in before this test.'],
    },
  ]
  return { stages, conflicts, fadeDays }
}
