import { combinedBehind } from '../testing/interference'
import type { Quantity, Readings } from '../testing/quantity'
import { type FillWater, TYPICAL_FILL_WATER } from '../tub/tub'
import { readWater, waterFromReading } from '../water/solveWater'
import { type Water, type WaterReading, WITHOUT_EXTRAS } from '../water/water'

export const quantityOf = (reading: WaterReading, quantity: Quantity): number => {
  switch (quantity) {
    case 'freeChlorine':
      return reading.freeChlorinePpm
    case 'totalChlorine':
      return reading.freeChlorinePpm + reading.combinedChlorinePpm
    case 'bromine':
      return reading.brominePpm
    case 'pH':
      return reading.pH
    case 'totalAlkalinity':
      return reading.totalAlkalinityPpm
    case 'calciumHardness':
      return reading.calciumHardnessPpm
    case 'cyanuricAcid':
      return reading.cyanuricAcidPpm
    case 'biguanide':
      return reading.biguanidePpm
    case 'copper':
      return reading.copperPpm
    case 'iron':
      return reading.ironPpm
    case 'phosphate':
      return reading.phosphatePpm
    case 'peroxide':
      return reading.peroxidePpm
    case 'salt':
      return reading.saltPpm
    case 'borate':
      return reading.boratePpm
    case 'totalDissolvedSolids':
      return reading.totalDissolvedSolidsPpm
    case 'temperature':
      return reading.temperatureCelsius
  }
}

/** Readings put over what was believed; a test shows only some of the quantities. */
export const withReadings = (before: Water, readings: Readings): WaterReading => {
  const believed = readWater(before)
  const saltPpm = readings.salt ?? believed.saltPpm
  const { freeChlorine, totalChlorine } = readings
  const free =
    freeChlorine ??
    (totalChlorine === undefined
      ? believed.freeChlorinePpm
      : combinedBehind(totalChlorine, 0, before))
  const combined =
    totalChlorine !== undefined && freeChlorine !== undefined
      ? combinedBehind(totalChlorine, freeChlorine, before)
      : believed.combinedChlorinePpm
  return {
    ...believed,
    pH: readings.pH ?? believed.pH,
    totalAlkalinityPpm: readings.totalAlkalinity ?? believed.totalAlkalinityPpm,
    calciumHardnessPpm: readings.calciumHardness ?? believed.calciumHardnessPpm,
    cyanuricAcidPpm: readings.cyanuricAcid ?? believed.cyanuricAcidPpm,
    temperatureCelsius: readings.temperature ?? believed.temperatureCelsius,
    freeChlorinePpm: free,
    combinedChlorinePpm: combined,
    brominePpm: readings.bromine ?? believed.brominePpm,
    biguanidePpm: readings.biguanide ?? believed.biguanidePpm,
    copperPpm: readings.copper ?? believed.copperPpm,
    ironPpm: readings.iron ?? believed.ironPpm,
    phosphatePpm: readings.phosphate ?? believed.phosphatePpm,
    peroxidePpm: readings.peroxide ?? believed.peroxidePpm,
    boratePpm: readings.borate ?? believed.boratePpm,
    saltPpm,
    // Salt that a meter finds is dissolved solids too, read or not.
    totalDissolvedSolidsPpm: Math.max(
      readings.totalDissolvedSolids ??
        believed.totalDissolvedSolidsPpm + saltPpm - believed.saltPpm,
      saltPpm,
    ),
  }
}

/** A misread value must not stop the fold: what contradicts the alkalinity gives way, first stabiliser, then pH, then borate and a trace of alkalinity. */
export const waterThatReads = (reading: WaterReading, bromideMmol: number): Water => {
  const water =
    waterFromReading(reading, bromideMmol) ??
    waterFromReading({ ...reading, cyanuricAcidPpm: 0 }, bromideMmol) ??
    waterFromReading(
      { ...reading, cyanuricAcidPpm: 0, pH: Math.min(reading.pH, 7) },
      bromideMmol,
    ) ??
    waterFromReading(
      {
        ...reading,
        cyanuricAcidPpm: 0,
        boratePpm: 0,
        pH: Math.min(reading.pH, 7),
        totalAlkalinityPpm: Math.max(1, reading.totalAlkalinityPpm),
      },
      bromideMmol,
    )
  if (!water) throw new Error('no water reads like this')
  return water
}

/** Chlorine or bromine that a test shows rules out that any remover is left; ppm. */
const SHOWN_RESIDUAL_PPM = 0.3

/** What no owner's test shows stays as it was believed. */
export const untestedComponents = (before: Water, { freeChlorine = 0, bromine = 0 }: Readings) => {
  const { monopersulfateMmol, chlorideMmol, sulfateMmol } = before
  const removerLeft = Math.max(freeChlorine, bromine) < SHOWN_RESIDUAL_PPM
  return {
    monopersulfateMmol,
    chlorideMmol,
    sulfateMmol,
    reducerMmol: removerLeft ? before.reducerMmol : 0,
    reducerAlkalinityMeq: removerLeft ? before.reducerAlkalinityMeq : 0,
    reducerSulfateMmol: removerLeft ? before.reducerSulfateMmol : 0,
  }
}

export const fillWaterOf = (fill: FillWater, temperatureCelsius: number): Water => {
  const typical = TYPICAL_FILL_WATER[fill.source]
  return waterThatReads(
    {
      pH: fill.pH ?? typical.pH,
      totalAlkalinityPpm: Math.max(1, fill.totalAlkalinityPpm ?? typical.totalAlkalinityPpm),
      calciumHardnessPpm: fill.calciumHardnessPpm ?? typical.calciumHardnessPpm,
      cyanuricAcidPpm: fill.cyanuricAcidPpm ?? 0,
      boratePpm: fill.boratePpm ?? 0,
      ...WITHOUT_EXTRAS,
      freeChlorinePpm: fill.freeChlorinePpm ?? 0,
      temperatureCelsius,
      totalDissolvedSolidsPpm: Math.max(
        fill.totalDissolvedSolidsPpm ?? typical.totalDissolvedSolidsPpm,
        fill.saltPpm ?? 0,
      ),
      saltPpm: fill.saltPpm ?? 0,
      copperPpm: fill.copperPpm ?? 0,
      ironPpm: fill.ironPpm ?? 0,
      phosphatePpm: fill.phosphatePpm ?? 0,
    },
    0,
  )
}
