import { type Strength, SUBSTANCE_NAMES, type SubstanceName } from '@/core'
import type { FieldTable } from './fields'
import { litres, number } from './topic'

export const PRODUCT_FIELDS: FieldTable = {
  product: { unit: '', oneOf: SUBSTANCE_NAMES, required: true },
  massG: number('g', 0, 1_000_000),
  volumeMl: number('mL', 0, 1_000_000),
  waterVolumeL: litres,
  purityPercent: number('%', 0.1, 100),
  weightPercent: number('%', 0.1, 100),
  densityGPerMl: number('g/mL', 0.5, 3),
  availableChlorinePercent: number('%', 0.1, 100),
  potassiumPeroxymonosulfatePercent: number('%', 0.1, 100),
  excessSodiumHydroxidePercent: number('%', 0, 20),
  oxidationLimit: { unit: '', oneOf: ['tetrathionate', 'sulfate'] },
}

export interface ProductInput {
  product: SubstanceName
  massG?: number
  volumeMl?: number
  waterVolumeL: number
  purityPercent?: number
  weightPercent?: number
  densityGPerMl?: number
  availableChlorinePercent?: number
  potassiumPeroxymonosulfatePercent?: number
  excessSodiumHydroxidePercent?: number
  oxidationLimit?: NonNullable<Strength['oxidationLimit']>
}

export const strengthOf = (input: ProductInput): Strength => {
  const strength: Strength = {}
  if (input.purityPercent !== undefined) strength.purity = input.purityPercent / 100
  if (input.weightPercent !== undefined) strength.weightFraction = input.weightPercent / 100
  if (input.availableChlorinePercent !== undefined)
    strength.availableChlorine = input.availableChlorinePercent / 100
  if (input.potassiumPeroxymonosulfatePercent !== undefined)
    strength.peroxymonosulfate = input.potassiumPeroxymonosulfatePercent / 100
  if (input.excessSodiumHydroxidePercent !== undefined)
    strength.excessSodiumHydroxide = input.excessSodiumHydroxidePercent / 100
  if (input.oxidationLimit) strength.oxidationLimit = input.oxidationLimit
  return strength
}
