import { CONSERVED, type Water } from './water'

/** Part of the water replaced by another; every conserved amount averages, temperature too. pH is solved afterwards. */
export const mixWater = (water: Water, other: Water, replacedFraction: number): Water => {
  const mixed = { ...water }
  for (const key of [...CONSERVED, 'temperatureCelsius'] as const)
    mixed[key] = water[key] * (1 - replacedFraction) + other[key] * replacedFraction
  return mixed
}
