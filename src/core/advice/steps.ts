import { oxidises } from '../products/actsOn'
import { addEffect } from '../products/addProduct'
import type { DoseTarget } from '../products/doseTarget'
import { roundToMeasure } from '../products/measure'
import type { ProductName } from '../products/product'
import { strengthOnLabel } from '../products/strength'
import { loseCarbonDioxide, TRANSFER_PER_HOUR } from '../water/aerate'
import { readWater } from '../water/solveWater'
import { calculationFor, lastingOf } from './calculation'
import { LONGEST_AERATION_MINUTES } from './correction'
import { AERATION_HANDLING, handlingOf, whyNotAfter } from './handling'
import { effectFor, type PlanContext, scoopFor } from './planContext'
import type { Later, PlanStep, Purpose } from './planTypes'
import type { StepReason } from './reasons'
import { ventsAsShock } from './shockAmount'

/** Less than this is not worth a step, mg per litre of water; a strong oxidiser works by less. */
const NEGLIGIBLE_MG_PER_LITRE = 1
const NEGLIGIBLE_OXIDISER_MG_PER_LITRE = 0.3
const SHORTEST_AERATION_MINUTES = 5

/**
 * In a water below this what oxidises waits for a pH that was raised and read: the more acid, the more of it leaves as gas, and metal
 * suffers. That pH goes first is common practice; the figure is assumed.
 */
export const TOO_ACID_FOR_OXIDISER_PH = 6.5

/** What a dose is for where nothing else was said. */
const PURPOSE_OF: Record<DoseTarget | 'bromide', Purpose> = {
  alkalinity: 'balance',
  carbon: 'balance',
  borate: 'balance',
  hardness: 'hardness',
  salt: 'salt',
  stabiliser: 'stabiliser',
  bromide: 'bromide bank',
  chlorine: 'residual',
  bromine: 'residual',
  biguanide: 'residual',
  peroxide: 'residual',
}

/** What a solution is counted as, percent by weight, where its label was not typed in. */
const takenAs = (product: ProductName, sources: PlanContext['sources']): number | undefined => {
  const onLabel = strengthOnLabel(product)
  const given = sources.some((source) => source.product === product && source.strength)
  return onLabel?.key === 'weightFraction' && !given ? onLabel.usualPercent : undefined
}

/** Puts doses into the water one after the other, each with what it does and why it waits. */
export const stepsFrom = ({ tub, programme, estimate, sources, choices }: PlanContext) => {
  const { volumeLitres } = tub
  const steps: PlanStep[] = []
  const later: Later[] = []
  const forPh: { product: ProductName; pH: number }[] = []
  let water = estimate.water
  const worth = (product: ProductName, grams: number) =>
    (1000 * grams) / volumeLitres >=
    (programme.dosedWith.includes(product)
      ? NEGLIGIBLE_OXIDISER_MG_PER_LITRE
      : NEGLIGIBLE_MG_PER_LITRE)

  return {
    steps,
    later,
    /** What waits for a higher pH, and the pH that it would have met. */
    forPh,
    water: () => water,

    /** @param full what the correction takes altogether; `now` is this round's part; mg per litre of water */
    add: (
      product: ProductName,
      { full, now }: { full: number; now: number },
      aimed: DoseTarget | 'bromide',
      {
        why,
        purposes = [PURPOSE_OF[aimed]],
      }: { why: StepReason; purposes?: readonly Purpose[] | undefined },
    ) => {
      const wholeGrams = (full * volumeLitres) / 1000
      const wantedGrams = (now * volumeLitres) / 1000
      const scoop = scoopFor(sources, product)
      const grams = roundToMeasure(product, wantedGrams, scoop)
      if (worth(product, wholeGrams - grams) && wholeGrams - grams > 0.1 * wholeGrams)
        later.push({ product, grams: roundToMeasure(product, wholeGrams - grams) })
      if (!worth(product, grams)) return
      const effect = effectFor(sources, product)
      const before = readWater(water)
      if (oxidises(product) && before.pH < TOO_ACID_FOR_OXIDISER_PH) {
        forPh.push({ product, pH: before.pH })
        return
      }
      water = addEffect(water, effect, grams, volumeLitres)
      const after = readWater(water)
      const previous = steps.at(-1)
      const handling = handlingOf(product, { choices })
      steps.push({
        kind: 'add',
        order: steps.length + 1,
        product,
        grams,
        scoop,
        assumed: sources.some((source) => source.product === product && source.assumed),
        takenAsPercent: takenAs(product, sources),
        ...handling,
        // The gases of a shock leave under a cover that is half open.
        ...(purposes.includes('shock') || ventsAsShock(tub, product, grams)
          ? { cover: 'half open' as const }
          : {}),
        purposes,
        why,
        before,
        after,
        calculation: calculationFor({ product, effect, aimed, wantedGrams, volumeLitres, grams }),
        notAfter: previous?.kind === 'add' ? whyNotAfter(product, previous.product) : undefined,
        lasting: lastingOf(product, before, after),
      })
    },

    aerate: (exactMinutes: number, pH: number, hours: number, why: StepReason) => {
      const minutes =
        Math.round(exactMinutes / SHORTEST_AERATION_MINUTES) * SHORTEST_AERATION_MINUTES
      if (minutes < SHORTEST_AERATION_MINUTES) return
      const before = readWater(water)
      water = loseCarbonDioxide(water, TRANSFER_PER_HOUR.jetsWithAir, minutes / 60)
      steps.push({
        kind: 'aerate',
        order: steps.length + 1,
        minutes,
        ...AERATION_HANDLING,
        purposes: ['balance'],
        why,
        before,
        after: readWater(water),
        calculation: [
          { label: { code: 'pH to reach' }, value: pH, unit: 'pH' },
          {
            label: { code: 'gas exchange' },
            value: TRANSFER_PER_HOUR.jetsWithAir,
            unit: 'perHour',
          },
          { label: { code: 'time it takes' }, value: hours, unit: 'hour' },
          {
            label: { code: 'longest before a test' },
            value: LONGEST_AERATION_MINUTES / 60,
            unit: 'hour',
          },
        ],
        notAfter: undefined,
        lasting: undefined,
      })
    },
  }
}
