import { DEMAND_GRAMS_PER_PERSON_HOUR } from '../journal/load'
import { BY_HAND, programmeOf } from '../programmes/programme'
import { filtrationHours, LEAST_FILTRATION_HOURS } from '../tub/circulation'
import type { Tub } from '../tub/tub'

/** In water that hardly moves one sample says less of the rest: so much wider. Assumed. */
export const POORLY_MIXED = 1.5

/** First-order loss of the residual, per hour: this tub's own where it has been learnt, else as for any of its programme. */
export const lossOf = (tub: Tub): { mean: number; standardDeviation: number } => {
  if (tub.learnt) return tub.learnt.lossPerHour
  const { mean, standardDeviation } = programmeOf(tub.programme).lossPerHour
  const wider = filtrationHours(tub) < LEAST_FILTRATION_HOURS ? POORLY_MIXED : 1
  return { mean, standardDeviation: wider * standardDeviation }
}

/**
 * How what stands above the level that a feeder holds falls, per hour: a feeder makes up for the loss at its own level and no more.
 * The same as {@link lossOf} where nothing feeds.
 */
export const unfedLossOf = (tub: Tub): { mean: number; standardDeviation: number } => {
  const loss = lossOf(tub)
  return loss.mean > 0 ? loss : BY_HAND
}

/** First-order loss under a cover as for any tub of its programme where nothing feeds, per hour. */
export const usualLossOf = ({ programme }: Pick<Tub, 'programme'>): number => {
  const { mean } = programmeOf(programme).lossPerHour
  return mean > 0 ? mean : BY_HAND.mean
}

/** What bathers take, g of chlorine a person-hour. */
export const demandOf = (tub: Tub): { mean: number; standardDeviation: number } =>
  tub.learnt?.demandGramsPerPersonHour ?? DEMAND_GRAMS_PER_PERSON_HOUR
