import type { Entry } from '../journal/entry'
import { PRODUCTS } from '../products/product'
import { DAY, type Instant } from '../time'
import { corrects } from './justCorrected'

/** Once settled, pH or alkalinity is corrected once or twice a month: common practice; more has a cause. */
const USUAL_CORRECTIONS = 2
const MONTH = 30 * DAY
/** New water is not settled yet. */
const SETTLED = 14 * DAY

export interface CorrectedOften {
  /** Days with a correction, in the days before now. */
  times: number
  days: number
  /** What most of them worked against. */
  against: 'pH keeps rising' | 'pH keeps falling' | undefined
}

/** Corrections of pH and alkalinity by hand, where there were more than usual in settled water; a day counts once. */
export const correctedOften = (
  journal: readonly Entry[],
  filledAt: Instant | undefined,
  now: Instant,
): CorrectedOften | undefined => {
  const from = Math.max(now - MONTH, (filledAt ?? Number.NEGATIVE_INFINITY) + SETTLED)
  const made = journal.filter((entry) => entry.at >= from && entry.at <= now && corrects(entry))
  // A round over midnight is one correction.
  const times = new Set<Instant>()
  let last = Number.NEGATIVE_INFINITY
  for (const { at } of made.toSorted((a, b) => a.at - b.at)) {
    if (at - last > DAY / 2) times.add(at)
    last = at
  }
  if (times.size <= USUAL_CORRECTIONS) return undefined
  const share = (family: 'acid' | 'base') =>
    made.filter((one) => one.kind === 'dose' && PRODUCTS[one.body.product].family === family)
      .length / made.length
  return {
    times: times.size,
    days: Math.round((now - from) / DAY),
    against:
      share('acid') > 0.6
        ? 'pH keeps rising'
        : share('base') > 0.6
          ? 'pH keeps falling'
          : undefined,
  }
}
