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
import { closureRow, HANDS, type Hands } from './closureTable'

/** What opens it again. */
export type Lift =
  | { by: 'test'; quantities: readonly Quantity[] }
  | { by: 'wait' }
  /** The dose that brings it into range, then a test of it. */
  | { by: 'dose'; quantity: Quantity }
  | { by: 'look and test' }
  | { by: 'shock' }
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
  | { code: 'fumes' }
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
  /** Warm without power for so long that it is shocked before a test of these opens it. */
  | { code: 'stood warm'; quantities: readonly Quantity[] }
  | { code: 'start-up unfinished'; step: StartStepId }
  | {
      code: 'not retested'
      quantities: readonly Quantity[]
      after: ProductName | 'air' | 'water' | 'boost' | 'complaint' | 'power cut'
      /** What somebody's body said. */
      sign?: Sign
    }
  /** `unsure`: young enough, but too little is sure: by what was logged since, or by how long it has stood. */
  | {
      code: 'test too old'
      quantity: Quantity
      ageHours: number
      unsure: boolean
      logged?: boolean
    }
  /** What was read cannot be: one reading against another, or against the chemistry. */
  | {
      code: 'readings disagree'
      quantities: readonly Quantity[]
      why: 'risen by nothing' | 'pH by nothing' | 'total below free' | 'no alkalinity'
    }
  | { code: 'never tested'; quantities: readonly Quantity[] }
)

/** A test alone opens it. */
export const testOpens = ({ code }: Closure): boolean => closureRow(code).opens === 'test'

/** Doses, waits and tests open it; the others take something else, or somebody else. */
export const waterCareOpens = ({ code }: Closure): boolean => closureRow(code).opens !== 'more'

/** Nothing goes in while this holds: the water has to go, or the pump must not run. */
export const holdsBack = ({ code }: Closure): boolean => closureRow(code).goesIn === 'nothing'

/** Nor while people are in, who only have to get out first. */
export const forbidsDosing = (closure: Closure): boolean =>
  holdsBack(closure) || closureRow(closure.code).goesIn === 'when it is over'

/** What hands may do while all of these hold: what the strictest lets them. */
export const handsWhile = (found: readonly Closure[]): Hands =>
  found.reduce<Hands>(
    (least, { code }) =>
      HANDS.indexOf(closureRow(code).hands) > HANDS.indexOf(least) ? closureRow(code).hands : least,
    'free',
  )

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
