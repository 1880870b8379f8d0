import { PROGRAMMES, programmeOf } from '@/core'
import type { Fields } from '@/server/form'

export const BANDS = [
  ['sanitizer', 'Sanitizer', 'ppm'],
  ['pH', 'pH', ''],
  ['totalAlkalinity', 'Total alkalinity', 'ppm'],
  ['calciumHardness', 'Calcium hardness', 'ppm'],
  ['cyanuricAcid', 'Stabiliser', 'ppm'],
] as const

export const programmeIn = (fields: Fields) =>
  PROGRAMMES.find(({ id }) => id === fields.programme) ?? programmeOf('granular chlorine')

/** Range fields of a preset, as the form holds them. */
export const presetFields = (programmeId: string, presetId: string): Fields => {
  const programme = programmeIn({ programme: programmeId })
  const preset = programme.presets.find(({ id }) => id === presetId) ?? programme.presets[0]
  return {
    preset: preset.id,
    ...Object.fromEntries(
      BANDS.flatMap(([band]) => [
        [`${band}Low`, String(preset.targets[band].low)],
        [`${band}High`, String(preset.targets[band].high)],
      ]),
    ),
  }
}
