import {
  addEffect,
  describeEffect,
  effectOf,
  LIQUID_DENSITY,
  pairTo,
  readWater,
  type Strength,
  type SubstanceName,
  spend,
} from '@/core'
import { PRODUCT_FIELDS, type ProductInput, strengthOf } from './productFields'
import { as, impossible, litres, missing, number, required, type Topic } from './topic'
import { WATER_FIELDS, type WaterInput, waterOf } from './waterFields'

/** Grams of a dose given by mass, or by volume with a density. */
const gramsOf = (input: ProductInput): number | undefined => {
  if (input.massG !== undefined) return input.massG
  const density = input.densityGPerMl ?? LIQUID_DENSITY[input.product]
  if (input.volumeMl === undefined || density === undefined) return undefined
  return input.volumeMl * density
}

const NO_AMOUNT = missing('massG', 'massG in grams, or volumeMl with densityGPerMl')

export const PRODUCT_TOPICS: Record<string, Topic> = {
  'product-effect': {
    summary: 'what a dose does to each litre, as added and once spent',
    fields: PRODUCT_FIELDS,
    answer: (raw) => {
      const input = as<ProductInput>(raw)
      const grams = gramsOf(input)
      if (grams === undefined) return NO_AMOUNT
      return {
        output: {
          ...describeEffect(effectOf(input.product, strengthOf(input)), grams, input.waterVolumeL),
        },
      }
    },
  },
  'product-ph': {
    summary: 'the water after a dose, closed to the air',
    fields: {
      ...PRODUCT_FIELDS,
      ...WATER_FIELDS,
      stage: { unit: '', oneOf: ['added', 'spent'], default: 'added' },
    },
    answer: (raw) => {
      const input = as<ProductInput & WaterInput & { stage: 'added' | 'spent' }>(raw)
      const grams = gramsOf(input)
      if (grams === undefined) return NO_AMOUNT
      const start = waterOf(input)
      if (!start) return impossible(input)
      // The ionic strength is held at its start, as in the reference.
      const effect = {
        ...effectOf(input.product, strengthOf(input)),
        totalDissolvedSolidsPpm: 0,
        saltPpm: 0,
      }
      let water = addEffect(start, effect, grams, input.waterVolumeL)
      if (input.stage === 'spent') {
        const { freeChlorineMmol, bromineMmol, monopersulfateMmol } = water
        water = spend(water, { freeChlorineMmol, bromineMmol, monopersulfateMmol })
      }
      const after = readWater(water)
      return {
        output: {
          pH: after.pH,
          totalAlkalinityPpm: after.totalAlkalinityPpm,
          cyanuricAcidPpm: after.cyanuricAcidPpm,
          boratePpm: after.boratePpm,
          dissolvedInorganicCarbonMmolPerL: water.dissolvedInorganicCarbonMmol,
        },
      }
    },
  },
  'dose-pairs': {
    summary: 'the products that take a water to a pH and an alkalinity, solved together',
    fields: {
      ...WATER_FIELDS,
      targetPH: number('', 6, 9, required),
      targetTotalAlkalinityPpm: number('ppm', 1, 500, required),
      waterVolumeL: litres,
      bisulfatePurityPercent: number('%', 1, 100, { default: 93.2 }),
    },
    answer: (raw) => {
      const input = as<
        WaterInput & {
          targetPH: number
          targetTotalAlkalinityPpm: number
          waterVolumeL: number
          bisulfatePurityPercent: number
        }
      >(raw)
      const water = waterOf(input)
      if (!water) return impossible(input)
      const pair = pairTo(water, input.targetPH, input.targetTotalAlkalinityPpm)
      if (!pair)
        return {
          refusal: {
            field: 'targetTotalAlkalinityPpm',
            given: input.targetTotalAlkalinityPpm,
            allowed: 'more than hydroxide, borate and cyanurate alone carry at the target pH',
          },
        }
      const grams = (meq: number, substance: SubstanceName, strength: Strength = {}) =>
        (meq * input.waterVolumeL) / effectOf(substance, strength).alkalinityMeq
      const names = [
        ['sodium bicarbonate', pair.bicarbonateMmol],
        ['sodium carbonate', pair.carbonateMmol],
        ['sodium bisulfate', pair.acidMeq],
        ['carbon dioxide loss', pair.carbonDioxideLossMmol],
      ] as const
      const negligible = 1e-9
      return {
        output: {
          steps: names
            .filter(([, amount]) => amount > negligible)
            .map(([name]) => name)
            .join(' + '),
          sodiumBicarbonateG: grams(pair.bicarbonateMmol, 'sodium bicarbonate'),
          sodiumCarbonateG: grams(2 * pair.carbonateMmol, 'sodium carbonate'),
          sodiumBisulfateG: grams(-pair.acidMeq, 'sodium bisulfate', {
            purity: input.bisulfatePurityPercent / 100,
          }),
          needsCarbonDioxideLoss: pair.carbonDioxideLossMmol > negligible,
          carbonDioxideLossMmolPerL: pair.carbonDioxideLossMmol,
        },
      }
    },
  },
}
