import {
  CHLORINE_G_PER_MOL,
  CYANURIC_ACID_G_PER_MOL,
  calciteIndexAt,
  calciteSaturationIndex,
  chlorineSpecies,
  equilibriaFor,
  evaporate,
  fastHypochlorousAcid,
  LOG_HYPOBROMOUS,
  langelierIndexCarrier,
  mixWater,
  readWater,
  saturationIndexTrade,
  speciate,
  type Water,
  WITHOUT_EXTRAS,
} from '@/core'
import { as, hardness, impossible, missing, number, required, type Topic } from './topic'
import { WATER_FIELDS, type WaterInput, waterOf } from './waterFields'

/** What tests would read, in the command's names. */
const shown = (water: Water) => {
  const reading = readWater(water)
  return {
    pH: reading.pH,
    totalAlkalinityPpm: reading.totalAlkalinityPpm,
    calciumHardnessPpm: reading.calciumHardnessPpm,
    cyanuricAcidPpm: reading.cyanuricAcidPpm,
    boratePpm: reading.boratePpm,
    totalDissolvedSolidsPpm: reading.totalDissolvedSolidsPpm,
    dissolvedInorganicCarbonMmolPerL: water.dissolvedInorganicCarbonMmol,
  }
}

export const WATER_TOPICS: Record<string, Topic> = {
  speciation: {
    summary: 'splits a titrated alkalinity and gives the carbonate species',
    fields: WATER_FIELDS,
    answer: (raw) => {
      const input = as<WaterInput>(raw)
      const species = speciate(
        input,
        equilibriaFor(input.temperatureC, input.totalDissolvedSolidsPpm, input.saltPpm),
      )
      if (!species) return { output: { physicallyPossible: false } }
      return {
        output: {
          physicallyPossible: true,
          carbonateAlkalinityPpm: species.carbonateAlkalinityPpm,
          cyanurateAlkalinityPpm: species.cyanurateAlkalinityPpm,
          borateAlkalinityPpm: species.borateAlkalinityPpm,
          dissolvedInorganicCarbonMmolPerL: species.dissolvedInorganicCarbonMmol,
          bicarbonateMmolPerL: species.bicarbonateMmol,
          carbonDioxideMmolPerL: species.carbonDioxideMmol,
          carbonateMicromolPerL: 1000 * species.carbonateMmol,
          hydroxideMicromolPerL: 1000 * species.hydroxideMmol,
          carbonDioxidePartialPressureMicroatm: 1e6 * species.carbonDioxidePartialPressureAtm,
        },
      }
    },
  },
  'chlorine-cyanurate': {
    summary: 'shares free chlorine between HOCl, OCl⁻ and the cyanurates; or the share of HOBr',
    fields: {
      sanitizer: { unit: '', oneOf: ['chlorine', 'bromine'], default: 'chlorine' },
      form: { unit: '', oneOf: ['full', 'fast'], default: 'full' },
      freeChlorinePpm: number('ppm', 0, 100),
      cyanuricAcidPpm: number('ppm', 0, 500, { default: 0 }),
      pH: number('', 4, 11, required),
      temperatureC: number('°C', 0, 45, { default: 38 }),
      totalDissolvedSolidsPpm: number('ppm', 0, 20_000, { default: 500 }),
      saltPpm: number('ppm', 0, 10_000, { default: 0 }),
    },
    answer: (raw) => {
      const input = as<WaterInput & { sanitizer: string; form: string }>(raw)
      if (input.sanitizer === 'bromine')
        return {
          output: { hypobromousAcidPercent: 100 / (1 + 10 ** (LOG_HYPOBROMOUS + input.pH)) },
        }
      if (input.freeChlorinePpm === undefined) return missing('freeChlorinePpm', '0 to 100 ppm')
      const perPpm = 1000 * CHLORINE_G_PER_MOL
      const k = equilibriaFor(input.temperatureC, input.totalDissolvedSolidsPpm, input.saltPpm)
      const activity = 10 ** -input.pH
      if (input.form === 'fast') {
        const fast = fastHypochlorousAcid(
          input.freeChlorinePpm / perPpm,
          input.cyanuricAcidPpm / (1000 * CYANURIC_ACID_G_PER_MOL),
          activity,
          k,
        )
        return { output: { hypochlorousAcidPpm: fast * perPpm } }
      }
      const species = chlorineSpecies(
        input.freeChlorinePpm / perPpm,
        input.cyanuricAcidPpm / (1000 * CYANURIC_ACID_G_PER_MOL),
        activity,
        k,
      )
      // Of no chlorine the share is the limit for a trace of it.
      const trace = chlorineSpecies(
        1e-9,
        input.cyanuricAcidPpm / (1000 * CYANURIC_ACID_G_PER_MOL),
        activity,
        k,
      )
      const hypochlorousAcidPpm = species.hypochlorousAcid * perPpm
      return {
        output: {
          hypochlorousAcidPpm,
          hypochloritePpm: species.hypochlorite * perPpm,
          cyanurateBoundChlorinePpm: species.cyanurateBound * perPpm,
          hypochlorousAcidPercentOfFreeChlorine:
            input.freeChlorinePpm > 0
              ? (100 * hypochlorousAcidPpm) / input.freeChlorinePpm
              : trace.hypochlorousAcid * 1e11,
        },
      }
    },
  },
  'saturation-index': {
    summary: 'scale or bite: by Carrier, the trade table, or calcite with activities',
    fields: {
      method: { unit: '', oneOf: ['Carrier', 'trade table', 'calcite'], required: true },
      ...WATER_FIELDS,
      totalAlkalinityPpm: number('ppm', 0, 1000),
      carbonateAlkalinityPpm: number('ppm', 0.1, 1000),
      calciumHardnessPpm: { ...hardness, low: 0.1, required: true },
      temperatureC: number('°C', 0, 95, { default: 38 }),
      totalDissolvedSolidsPpm: number('ppm', 1, 20_000, { default: 500 }),
      heaterSurfaceC: number('°C', 0, 90, { default: 60 }),
    },
    answer: (raw) => {
      const input = as<
        WaterInput & { method: string; carbonateAlkalinityPpm?: number; heaterSurfaceC: number }
      >(raw)
      const { pH, temperatureC, calciumHardnessPpm = 0, totalDissolvedSolidsPpm } = input
      if (input.method === 'calcite') {
        if (input.totalAlkalinityPpm === undefined)
          return missing('totalAlkalinityPpm', '0 to 1000 ppm')
        const calcite = calciteSaturationIndex({
          pH,
          totalAlkalinityPpm: input.totalAlkalinityPpm,
          calciumHardnessPpm,
          cyanuricAcidPpm: input.cyanuricAcidPpm,
          boratePpm: input.boratePpm,
          ...WITHOUT_EXTRAS,
          temperatureCelsius: temperatureC,
          totalDissolvedSolidsPpm,
          saltPpm: input.saltPpm,
        })
        if (calcite === undefined) return impossible(input)
        const water = waterOf(input)
        return {
          output: {
            calciteSaturationIndex: calcite,
            calciteSaturationIndexAtHeater: water && calciteIndexAt(water, input.heaterSurfaceC),
          },
        }
      }
      let carbonate = input.carbonateAlkalinityPpm
      if (carbonate === undefined) {
        if (input.totalAlkalinityPpm === undefined)
          return missing('carbonateAlkalinityPpm', '0.1 to 1000 ppm, or totalAlkalinityPpm')
        carbonate = speciate(
          { ...input, totalAlkalinityPpm: input.totalAlkalinityPpm },
          equilibriaFor(temperatureC, totalDissolvedSolidsPpm, input.saltPpm),
        )?.carbonateAlkalinityPpm
        if (carbonate === undefined) return impossible(input)
      }
      const scaling = {
        pH,
        temperatureCelsius: temperatureC,
        totalDissolvedSolidsPpm,
        calciumHardnessPpm,
        carbonateAlkalinityPpm: carbonate,
      }
      return {
        output:
          input.method === 'Carrier'
            ? {
                langelierIndexCarrier: langelierIndexCarrier(scaling),
              }
            : {
                saturationIndexTrade: saturationIndexTrade(scaling),
              },
      }
    },
  },
  evaporation: {
    summary: 'the water after part of it evaporated, topped up where a fill water is given',
    fields: {
      tub: { unit: '', fields: { ...WATER_FIELDS, calciumHardnessPpm: hardness }, required: true },
      evaporatedFraction: number('', 0, 0.9, required),
      fillWater: { unit: '', fields: { ...WATER_FIELDS, calciumHardnessPpm: hardness } },
    },
    answer: (raw) => {
      const input = as<{ tub: WaterInput; evaporatedFraction: number; fillWater?: WaterInput }>(raw)
      const tub = waterOf(input.tub)
      if (!tub) return impossible(input.tub)
      const left = evaporate(tub, input.evaporatedFraction)
      if (!input.fillWater) return { output: shown(left) }
      const fill = waterOf(input.fillWater)
      if (!fill) return impossible(input.fillWater)
      const full = mixWater(left, fill, input.evaporatedFraction)
      return { output: shown({ ...full, temperatureCelsius: tub.temperatureCelsius }) }
    },
  },
  mixing: {
    summary: 'the water after part of it was replaced by another',
    fields: {
      tub: { unit: '', fields: { ...WATER_FIELDS, calciumHardnessPpm: hardness }, required: true },
      fillWater: {
        unit: '',
        fields: { ...WATER_FIELDS, calciumHardnessPpm: hardness },
        required: true,
      },
      replacedFraction: number('', 0, 1, required),
      temperatureAfterC: number('°C', 0, 45),
    },
    answer: (raw) => {
      const input = as<{
        tub: WaterInput
        fillWater: WaterInput
        replacedFraction: number
        temperatureAfterC?: number
      }>(raw)
      const [tub, fill] = [waterOf(input.tub), waterOf(input.fillWater)]
      if (!tub) return impossible(input.tub)
      if (!fill) return impossible(input.fillWater)
      const mixed = mixWater(tub, fill, input.replacedFraction)
      return {
        output: shown({
          ...mixed,
          temperatureCelsius: input.temperatureAfterC ?? mixed.temperatureCelsius,
        }),
      }
    },
  },
}
