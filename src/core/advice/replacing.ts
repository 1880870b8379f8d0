import { type Estimate, estimateAfter } from '../estimate/estimate'
import { fillWaterOf } from '../estimate/testedWater'
import type { Tub } from '../tub/tub'
import { mixWater } from '../water/mix'
import { readWater } from '../water/solveWater'
import { dilutionsFor, MOST_REPLACED } from './dilution'
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
        purposes: ['too much'],
        litres,
        fraction,
        jets: 'off',
        cover: 'open',
        waitMinutes: AFTER_REPLACING_MINUTES,
        why:
          fraction === 1
            ? { code: 'refill instead' }
            : {
                code: 'dilute',
                dilutions: dilutionsFor(tub, estimate).filter((one) => one.fraction === share),
              },
        before: estimate.reading,
        after,
        calculation: [
          { label: { code: 'water' }, value: tub.volumeLitres, unit: 'litre' },
          { label: { code: 'replaced' }, value: litres, unit: 'litre' },
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
  }
}
