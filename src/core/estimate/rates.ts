import { DEMAND_GRAMS_PER_PERSON_HOUR } from '../journal/load'
import { programmeOf } from '../programmes/programme'
import type { Tub } from '../tub/tub'

/** First-order loss of the residual, per hour: this tub's own where it has been learnt, else as for any of its programme. */
export const lossOf = (tub: Tub): { mean: number; standardDeviation: number } =>
  tub.learnt?.lossPerHour ?? programmeOf(tub.programme).lossPerHour

/** What bathers take, g of chlorine a person-hour. */
export const demandOf = (tub: Tub): { mean: number; standardDeviation: number } =>
  tub.learnt?.demandGramsPerPersonHour ?? DEMAND_GRAMS_PER_PERSON_HOUR
