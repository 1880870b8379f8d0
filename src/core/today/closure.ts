import type { Estimate } from '../estimate/estimate'
import { type Entry, isKind } from '../journal/entry'
import type { Sign } from '../journal/sign'
import type { StageId } from '../journal/stageId'
import type { StartStepId } from '../journal/startStepId'
import { actsOn } from '../products/actsOn'
import type { ProductName } from '../products/product'
import type { Quantity } from '../testing/quantity'
import type { Instant } from '../time'
import type { Tub } from '../tub/tub'

/** Why a tub is shut, the gravest first. */
export const CLOSURE_CODES = [
  'accident',
  'someone unwell',
  'incompatible sanitizers',
  'closed down',
  'flush in the water',
  'refill under way',
  'people in',
  'electrical fault',
  'no power',
  'no filter',
  'too hot',
  'dose mixing',
  'cloudy',
  'combined chlorine high',
  'stabiliser too high',
  'sanitizer high',
  'pH low',
  'pH high',
  'sanitizer low',
  'start-up unfinished',
  'not retested',
  'test too old',
  'never tested',
] as const

export type ClosureCode = (typeof CLOSURE_CODES)[number]

/** What opens it again. */
export type Lift =
  | { by: 'test'; quantities: readonly Quantity[] }
  | { by: 'wait' }
  /** The dose that brings it into range, then a test of it. */
  | { by: 'dose'; quantity: Quantity }
  | { by: 'look and test' }
  | { by: 'cooling' }
  | { by: 'set point' }
  | { by: 'refill' }
  | { by: 'finish the refill' }
  | { by: 'part change' }
  | { by: 'filter in' }
  | { by: 'start-up' }
  | { by: 'technician' }
  | { by: 'power' }
  | { by: 'opening' }

/** Limits and values: ppm, pH on the activity scale, °C. */
export type Closure = { since: Instant; until: Instant | null; lift: Lift } & (
  | { code: 'accident'; sign: Sign }
  | { code: 'electrical fault'; sign: Sign }
  | { code: 'someone unwell'; sign: Sign }
  | { code: 'incompatible sanitizers'; product: ProductName }
  | { code: 'no power' }
  /** Empty, for a time out of use. */
  | { code: 'closed down' }
  | { code: 'flush in the water' }
  | { code: 'refill under way'; stage: StageId }
  | { code: 'people in'; people: number }
  | { code: 'no filter' }
  /** Where the tub's own display says so, nothing was measured. */
  | { code: 'too hot'; celsius: number | undefined; limit: number; setPoint: boolean }
  | { code: 'dose mixing'; product: ProductName }
  | { code: 'cloudy'; sign: Sign }
  | { code: 'combined chlorine high'; value: number; limit: number }
  | { code: 'stabiliser too high'; value: number; limit: number }
  | {
      code: 'sanitizer high' | 'sanitizer low' | 'pH low' | 'pH high'
      quantity: Quantity
      value: number
      limit: number
    }
  | { code: 'start-up unfinished'; step: StartStepId }
  | {
      code: 'not retested'
      quantities: readonly Quantity[]
      after: ProductName | 'air' | 'water' | 'boost' | 'complaint' | 'power cut' | 'long power cut'
      /** What somebody's body said. */
      sign?: Sign
    }
  /** `unsure`: young enough, but too much may have happened since. */
  | { code: 'test too old'; quantity: Quantity; ageHours: number; unsure: boolean }
  | { code: 'never tested'; quantities: readonly Quantity[] }
)

/** A test alone opens these. */
const TEST_OPENS: ReadonlySet<ClosureCode> = new Set([
  'never tested',
  'test too old',
  'not retested',
])

export const testOpens = (closure: Closure): boolean =>
  TEST_OPENS.has(closure.code) &&
  !(closure.code === 'not retested' && closure.after === 'long power cut')

/** While these hold nothing goes into the water either: it has to go, or the pump must not run, or people are in it. */
const NOTHING_GOES_IN: ReadonlySet<ClosureCode> = new Set([
  'accident',
  'someone unwell',
  'incompatible sanitizers',
  'closed down',
  'flush in the water',
  'refill under way',
  'people in',
  'no filter',
  'electrical fault',
  'no power',
])

export const forbidsDosing = ({ code }: Closure): boolean => NOTHING_GOES_IN.has(code)

/** Nothing goes in while this holds; people in the tub only have to get out first. */
export const holdsBack = (closure: Closure): boolean =>
  forbidsDosing(closure) && closure.code !== 'people in'

/** Dosing and testing open these; the others take something else, or somebody else. */
const BY_WATER_CARE: ReadonlySet<ClosureCode> = new Set([
  ...TEST_OPENS,
  'dose mixing',
  'sanitizer low',
  'sanitizer high',
  'pH low',
  'pH high',
])

export const waterCareOpens = ({ code }: Closure): boolean => BY_WATER_CARE.has(code)

/** Residual this near its limit counts as on it, ppm; pH; °C: no kit tells them apart. */
export const SLACK = { residual: 0.05, pH: 0.005, celsius: 0.05 }

export interface Situation {
  tub: Tub
  estimate: Estimate
  /** Of this moment and before, oldest first. */
  past: readonly Entry[]
  now: Instant
  /** The last time all water was changed. */
  filledAt: Instant
}

export const latest = <Item extends { at: Instant }>(items: readonly Item[]): Item | undefined =>
  items.reduce<Item | undefined>(
    (last, item) => (!last || item.at >= last.at ? item : last),
    undefined,
  )

export const looksIn = (past: readonly Entry[]) => past.filter(isKind('look'))

/** When something that acts on the sanitizer last went in by hand. */
export const lastDosed = (past: readonly Entry[]): Instant =>
  past.reduce(
    (last, entry) =>
      entry.kind === 'dose' && actsOn(entry.body.product).includes('sanitizer')
        ? Math.max(last, entry.at)
        : last,
    Number.NEGATIVE_INFINITY,
  )

/** Whether anything that acts on the sanitizer was logged since. */
export const dosedSince = (past: readonly Entry[], since: Instant): boolean =>
  lastDosed(past) >= since

/** No water in it: nothing to foresee, test or dose. */
export const standsEmpty = (found: readonly Closure[]): boolean =>
  found.some(({ code }) => code === 'closed down')
