import type { Entry } from '../../journal/entry'
import { feederOf } from '../../programmes/feederKind'
import { programmeOf } from '../../programmes/programme'
import type { Instant } from '../../time'
import { targetsNow } from '../../tub/targetsNow'
import type { LearntRates, Tub } from '../../tub/tub'
import { ENOUGH_READINGS, type Estimate, estimate } from '../estimate'
import { ensembleOf } from './ensemble'
import { deviationOf, type Ensemble, type Spread } from './ensembleState'
import { type LearntTub, learntOf } from './learnt'

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
 * What the water is now, with what it has taught of this tub: what every page and command goes by.
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
  const state = estimate(own, journal, now, ensemble)
  const targets = targetsNow(own, state.reading.cyanuricAcidPpm)
  return { tub: targets === own.targets ? own : { ...own, targets }, estimate: state, learnt }
}
