import {
  chlorineAfter,
  cooledTo,
  describeEffect,
  effectOf,
  equilibriumPh,
  heatingHours,
  holdingPowerKw,
  loseCarbonDioxide,
  readWater,
  timeConstantFrom,
  volumeByTracer,
} from '@/core'
import { as, impossible, missing, number, required, type Topic } from './topic'
import { WATER_FIELDS, type WaterInput, waterOf } from './waterFields'

/** Products whose rise a test shows, and the ppm that a gram of each gives in a litre. */
const TRACED_PPM = {
  'sodium bicarbonate': describeEffect(effectOf('sodium bicarbonate'), 1, 1)
    .totalAlkalinityAddedPpm,
  'calcium chloride dihydrate': describeEffect(effectOf('calcium chloride dihydrate'), 1, 1)
    .calciumHardnessPpm,
  'sodium chloride': 1000,
} as const
type Tracer = keyof typeof TRACED_PPM
const TRACERS = Object.keys(TRACED_PPM)

export const TUB_TOPICS: Record<string, Topic> = {
  kinetics: {
    summary: 'free chlorine after a soak and hours; or pH as carbon dioxide leaves',
    fields: {
      ...WATER_FIELDS,
      pH: number('', 4, 11),
      totalAlkalinityPpm: number('ppm', 0, 1000),
      freeChlorinePpm: number('ppm', 0, 100),
      lossRatePerHour: number('an hour', 0, 10),
      people: number('', 0, 100, { default: 0 }),
      soakHours: number('h', 0, 100, { default: 0 }),
      demandGramsChlorinePerPersonHour: number('g', 0, 100, { default: 6 }),
      waterVolumeL: number('L', 1, 1_000_000),
      hours: number('h', 0, 10_000, required),
      transferRatePerHour: number('an hour', 0, 20),
      airCarbonDioxidePpm: number('ppm of air', 0, 10_000, { default: 420 }),
    },
    answer: (raw) => {
      const input = as<
        WaterInput & {
          lossRatePerHour?: number
          people: number
          soakHours: number
          demandGramsChlorinePerPersonHour: number
          waterVolumeL?: number
          hours: number
          transferRatePerHour?: number
          airCarbonDioxidePpm: number
        }
      >(raw)
      if (input.transferRatePerHour === undefined) {
        if (input.freeChlorinePpm === undefined)
          return missing('freeChlorinePpm', '0 to 100 ppm, or transferRatePerHour for pH')
        if (input.lossRatePerHour === undefined)
          return missing('lossRatePerHour', '0 to 10 an hour')
        if (input.waterVolumeL === undefined) return missing('waterVolumeL', '1 to 1000000 L')
        return {
          output: {
            freeChlorinePpm: chlorineAfter({
              ...input,
              freeChlorinePpm: input.freeChlorinePpm,
              lossRatePerHour: input.lossRatePerHour,
              waterVolumeLitres: input.waterVolumeL,
            }),
          },
        }
      }
      if (input.pH === undefined) return missing('pH', '4 to 11')
      if (input.totalAlkalinityPpm === undefined)
        return missing('totalAlkalinityPpm', '0 to 1000 ppm')
      const water = waterOf(input)
      if (!water) return impossible(input)
      const air = input.airCarbonDioxidePpm * 1e-6
      const after = loseCarbonDioxide(water, input.transferRatePerHour, input.hours, air)
      return {
        output: {
          pH: readWater(after).pH,
          dissolvedInorganicCarbonMmolPerL: after.dissolvedInorganicCarbonMmol,
          equilibriumPH: equilibriumPh(water, air),
        },
      }
    },
  },
  'volume-by-tracer': {
    summary: 'litres from a known mass of a product and the rise it makes, with their error',
    fields: {
      product: { unit: '', oneOf: TRACERS, required: true },
      massG: number('g', 0.1, 100_000, required),
      risePpm: number('ppm', 0, 10_000, required),
      readingErrorPpm: number('ppm, one standard deviation of one reading', 0, 1000, {
        default: 5,
      }),
      massErrorPercent: number('%', 0, 50, { default: 2 }),
    },
    answer: (raw) => {
      const input = as<{
        product: Tracer
        massG: number
        risePpm: number
        readingErrorPpm: number
        massErrorPercent: number
      }>(raw)
      // A rise is the difference of two readings.
      const deviation = Math.SQRT2 * input.readingErrorPpm
      const traced = volumeByTracer(
        input.massG,
        {
          yieldPpm: TRACED_PPM[input.product],
          risePpm: input.risePpm,
          riseDeviationPpm: deviation,
        },
        input.massErrorPercent / 100,
      )
      return traced
        ? {
            output: {
              volumeL: traced.volumeLitres,
              standardDeviationL: traced.standardDeviationLitres,
            },
          }
        : {
            refusal: {
              field: 'risePpm',
              given: input.risePpm,
              allowed: `more than ${(2 * deviation).toFixed(1)} ppm, twice its own error`,
            },
          }
    },
  },
  heat: {
    summary: 'cooling, heating up, or holding a temperature',
    fields: {
      startC: number('°C', -20, 60),
      endC: number('°C', -20, 60),
      targetC: number('°C', -20, 60),
      temperatureC: number('°C', -20, 60),
      airC: number('°C', -60, 60),
      timeConstantHours: number('h', 0.1, 100_000),
      hours: number('h', 0, 100_000),
      waterVolumeL: number('L', 1, 1_000_000),
      heaterKw: number('kW', 0.01, 1000),
    },
    answer: (raw) => {
      const { startC, endC, targetC, temperatureC, airC, timeConstantHours, hours, ...rest } =
        as<Record<string, number | undefined>>(raw)
      const { waterVolumeL, heaterKw } = rest
      if (heaterKw !== undefined) {
        if (waterVolumeL === undefined) return missing('waterVolumeL', '1 to 1000000 L')
        if (startC === undefined) return missing('startC', '−20 to 60 °C')
        if (targetC === undefined) return missing('targetC', '−20 to 60 °C')
        const losses =
          airC !== undefined && timeConstantHours !== undefined
            ? { airCelsius: airC, timeConstantHours }
            : undefined
        const needed = heatingHours(
          { volumeLitres: waterVolumeL, heaterKw },
          startC,
          targetC,
          losses,
        )
        return { output: { reachable: needed !== undefined, hours: needed ?? null } }
      }
      if (airC === undefined) return missing('airC', '−60 to 60 °C')
      if (startC !== undefined && endC !== undefined && hours !== undefined) {
        const constant = timeConstantFrom(startC, endC, airC, hours)
        return constant === undefined
          ? { refusal: { field: 'endC', given: endC, allowed: 'between the air and the start' } }
          : { output: { timeConstantHours: constant } }
      }
      if (timeConstantHours === undefined) return missing('timeConstantHours', '0.1 to 100000 h')
      if (startC !== undefined && hours !== undefined)
        return { output: { temperatureC: cooledTo(startC, airC, timeConstantHours, hours) } }
      if (temperatureC !== undefined && waterVolumeL !== undefined)
        return {
          output: { powerKw: holdingPowerKw(waterVolumeL, temperatureC, airC, timeConstantHours) },
        }
      return missing('startC', 'startC with hours, or temperatureC with waterVolumeL')
    },
  },
}
