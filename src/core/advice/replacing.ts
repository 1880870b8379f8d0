import { type Estimate, estimateAfter } from '../estimate/estimate'
import { fillWaterOf } from '../estimate/testedWater'
import type { Tub } from '../tub/tub'
import { mixWater } from '../water/mix'
import { readWater } from '../water/solveWater'
import { dilutionsFor, dilutionWords, MOST_REPLACED } from './dilution'
import type { Plan } from './planTypes'

/** A partial drain and refill by pump and hose, before the water is worth testing. */
const AFTER_REPLACING_MINUTES = 60

/**
 * Part of the water replaced, and a test: what follows then is provisional.
 * @param planFor the plan of the water that this leaves
 */
export const replaceFirst = (
  tub: Tub,
  estimate: Estimate,
  share: number,
  planFor: (after: Estimate) => Plan,
): Plan => {
  const fraction = share > MOST_REPLACED ? 1 : share
  const fill = fillWaterOf(estimate.fillWater, tub.setTemperatureCelsius)
  const water = mixWater(estimate.water, fill, fraction)
  const after = readWater(water)
  const next = planFor(estimateAfter(estimate, water))
  const litres = Math.round((fraction * tub.volumeLitres) / 5) * 5
  return {
    ...next,
    steps: [
      {
        kind: 'replace water',
        order: 1,
        litres,
        fraction,
        jets: 'off',
        cover: 'open',
        waitMinutes: AFTER_REPLACING_MINUTES,
        cautions: [
          'Power off at the breaker before the level falls below the skimmer or a jet.',
          'Where the water may go is a local rule; sanitizer near zero first.',
        ],
        why:
          fraction === 1
            ? 'So much would have to go that a drain and refill is less work.'
            : dilutionsFor(tub, estimate)
                .filter((one) => one.fraction === share)
                .map(dilutionWords)
                .join(' '),
        before: estimate.reading,
        after,
        working: [
          { label: 'Water', value: tub.volumeLitres, unit: 'litre' },
          { label: 'Out, and refilled', value: litres, unit: 'litre' },
        ],
        notAfter: undefined,
        lasting: undefined,
      },
    ],
    later: [
      ...next.steps.flatMap((step) =>
        step.kind === 'add' ? [{ product: step.product, grams: step.grams }] : [],
      ),
      ...next.later,
    ],
    before: estimate.reading,
    after,
    retestAfterMinutes: AFTER_REPLACING_MINUTES,
  }
}
