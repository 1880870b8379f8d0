import type { Entry } from '../../journal/entry'
import { feederOf } from '../../programmes/feederKind'
import { programmeOf } from '../../programmes/programme'
import type { Instant } from '../../time'
import { targetsNow } from '../../tub/targetsNow'
import type { LearntRates, Tub } from '../../tub/tub'
import { type Estimate, estimate } from '../estimate'
import { unmetDemandPpm } from '../unmetDemand'
import { ensembleOf, type Spread } from './ensemble'
import type { Ensemble } from './ensembleState'
import { type LearntTub, learntOf } from './learnt'
import { deviationOf, ENOUGH_READINGS, mergeLearnedEstimate } from './mergeLearnedEstimate'

export interface TubNow<Row extends Tub> {
  /** With the rates it has taught, and its ranges as its water allows them. */
  tub: Row & Pick<Tub, 'learnt'>
  estimate: Estimate
  learnt: LearntTub
}

const asNormal = (spread: Spread) => ({
  mean: spread.median,
  standardDeviation: deviationOf(spread),
})

/** The rates that advice may go by; none while too little was read, or a feeder holds the level. */
const ratesOf = (tub: Tub, learnt: LearntTub): LearntRates | undefined => {
  const { sanitizer } = programmeOf(tub.programme)
  const reacts = sanitizer === 'freeChlorine' || sanitizer === 'bromine'
  return learnt.readings >= ENOUGH_READINGS && reacts && feederOf(tub.programme) === undefined
    ? {
        lossPerHour: asNormal(learnt.rates.loss),
        demandGramsPerPersonHour: asNormal(learnt.rates.demand),
      }
    : undefined
}

/**
 * What the water is now by the whole journal and by what it has taught of this tub: the estimate that every page and command goes
 * by.
 * @param ensemble this journal taken in, at `now`; made anew where none is kept
 */
export const estimateNow = <Row extends Tub>(
  row: Row,
  journal: readonly Entry[],
  now: Instant,
  ensemble: Ensemble = ensembleOf(row, journal, now),
): TubNow<Row> => {
  const learnt = learntOf(ensemble, row)
  const rates = ratesOf(row, learnt)
  const own: Row & Pick<Tub, 'learnt'> = rates ? { ...row, learnt: rates } : row
  const merged = mergeLearnedEstimate(own, journal, estimate(own, journal, now), ensemble)
  const state: Estimate =
    merged.outstandingDemandPpm === undefined
      ? { ...merged, outstandingDemandPpm: unmetDemandPpm(own, journal, now) }
      : merged
  const targets = targetsNow(own, state.reading.cyanuricAcidPpm)
  return { tub: targets === own.targets ? own : { ...own, targets }, estimate: state, learnt }
}
