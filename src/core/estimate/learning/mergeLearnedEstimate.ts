import { type Entry, isKind } from '../../journal/entry'
import { feederOf } from '../../programmes/feederKind'
import { programmeOf } from '../../programmes/programme'
import { QUANTITIES, type Quantity, type Readings } from '../../testing/quantity'
import type { Tub } from '../../tub/tub'
import { BROMINE_G_PER_MOL, CHLORINE_G_PER_MOL } from '../../water/constants'
import { readWater } from '../../water/solveWater'
import type { Estimate, QuantityEstimate } from '../estimate'
import { quantityOf, untestedComponents, waterThatReads, withReadings } from '../testedWater'
import { expectedOf, type Spread } from './ensemble'
import { at, copyEnsemble, type Ensemble, meanOf, phOf, setPh } from './ensembleState'

/** Fewer readings than these are no ground to leave the programme's own rates for. */
export const ENOUGH_READINGS = 20
/** So long a reading is taken as it stands, unless somebody has been in since. */
const FRESH_HOURS = 6
/** Eight in ten of a normal spread are 2.56 standard deviations wide. */
const EIGHT_IN_TEN = 2.563

/** Nine in ten of a normal spread lie above its middle less this. */
const NINE_IN_TEN_BELOW = 1.28

export const deviationOf = ({ low, high }: Spread): number => (high - low) / EIGHT_IN_TEN

/**
 * The estimate with what the ensemble has learnt of this tub put over it: the residual, pH, alkalinity and stabiliser where their
 * reading is older than a few hours, or the residual where somebody has been in since. A fresh reading stays what it is. What
 * bathers left and nothing has met yet is told in any case.
 */
export const mergeLearnedEstimate = (
  tub: Tub,
  journal: readonly Entry[],
  plain: Estimate,
  ensemble: Ensemble,
): Estimate => {
  if (!ensemble.tested) return plain
  const { sanitizer } = programmeOf(tub.programme)
  const tail = expectedOf(ensemble, tub, sanitizer)?.low
  const known: Estimate = {
    ...plain,
    ...(tail === undefined ? {} : { residualTail: tail }),
    folded: plain.quantities[sanitizer],
    taughtBy: ensemble.readings,
  }
  if (ensemble.readings < ENOUGH_READINGS) return known
  const gramsPerMol =
    sanitizer === 'bromine'
      ? BROMINE_G_PER_MOL
      : sanitizer === 'freeChlorine'
        ? CHLORINE_G_PER_MOL
        : 0
  // Where a feeder or a cell holds the level, it meets that too.
  const outstandingDemandPpm = feederOf(tub.programme)
    ? 0
    : meanOf(ensemble.bathersDemand) * gramsPerMol
  const lastSoak = journal
    .filter(isKind('soak'))
    .reduce((latest, { at }) => (at <= plain.at ? Math.max(latest, at) : latest), 0)
  const spreads = new Map<Quantity, Spread>()
  const readings: Readings = {}
  for (const quantity of [sanitizer, 'pH', 'totalAlkalinity', 'cyanuricAcid'] as const) {
    const { lastReading, ageHours } = plain.quantities[quantity]
    if (!lastReading || ageHours === undefined) continue
    const soaked = quantity === sanitizer && lastSoak > lastReading.at
    if (ageHours <= FRESH_HOURS && !soaked) continue
    const spread = expectedOf(ensemble, tub, quantity)
    if (!spread) continue
    spreads.set(quantity, spread)
    readings[quantity] = spread.median
  }
  if (spreads.size === 0) return { ...known, outstandingDemandPpm }
  const water = {
    ...waterThatReads(withReadings(plain.water, readings), plain.water.bromideMmol),
    ...untestedComponents(plain.water, {}),
  }
  const reading = readWater(water)
  const quantities = Object.fromEntries(
    QUANTITIES.map((quantity): [Quantity, QuantityEstimate] => {
      const before = plain.quantities[quantity]
      const spread = spreads.get(quantity)
      if (!spread) return [quantity, { ...before, value: quantityOf(reading, quantity) }]
      const standardDeviation = deviationOf(spread)
      return [
        quantity,
        {
          ...before,
          value: quantityOf(reading, quantity),
          standardDeviation,
          // In band only where nine in ten are.
          driftDeviation: NINE_IN_TEN_BELOW * standardDeviation,
          modelledFrom: ensemble.readings,
        },
      ]
    }),
  ) as Record<Quantity, QuantityEstimate>
  return { ...known, water, reading, quantities, outstandingDemandPpm }
}

/**
 * The ensemble to look ahead from: where a fresh reading stands as it is, the members are moved so that their middle stands there
 * too. A copy.
 */
export const startingFrom = (ensemble: Ensemble, tub: Tub, estimate: Estimate): Ensemble => {
  const start = copyEnsemble(ensemble)
  const { sanitizer } = programmeOf(tub.programme)
  const moved = (quantity: Quantity) => {
    const one = estimate.quantities[quantity]
    const spread = expectedOf(start, tub, quantity)
    return one.lastReading &&
      one.modelledFrom === undefined &&
      one.value > 0 &&
      spread &&
      spread.median > 0
      ? { by: one.value - spread.median, times: one.value / spread.median }
      : undefined
  }
  const scale = (array: Float64Array, times: number | undefined) => {
    if (times !== undefined) for (let i = 0; i < start.members; i++) array[i] = at(array, i) * times
  }
  const pH = phOf(start)
  const by = moved('pH')?.by ?? 0
  scale(start.sanitizer, moved(sanitizer)?.times)
  scale(start.alkalinity, moved('totalAlkalinity')?.times)
  scale(start.cyanurate, moved('cyanuricAcid')?.times)
  for (let i = 0; i < start.members; i++) pH[i] = at(pH, i) + by
  setPh(start, pH)
  return start
}

/** A modelled value may be dosed by for so long after its reading, with a test before anybody gets in. */
export const DOSED_BY_HOURS = 72

/** Reckoned, not too long ago, and surer than the band is wide. */
export const surelyModelled = (
  { modelledFrom, ageHours, standardDeviation }: QuantityEstimate,
  bandWidth: number,
): boolean =>
  modelledFrom !== undefined &&
  ageHours !== undefined &&
  ageHours <= DOSED_BY_HOURS &&
  2 * standardDeviation <= bandWidth
