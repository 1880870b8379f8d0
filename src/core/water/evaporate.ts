import { CONSERVED, type Water } from './water'

/**
 * Water after a share of it has evaporated: everything dissolved stays behind and grows denser. Carbon dioxide is kept too;
 * let air have its turn with `loseCarbonDioxide`.
 * @param fraction 0 to below 1 of the water that has left
 */
export const evaporate = (water: Water, fraction: number): Water => {
  const left = { ...water }
  for (const key of CONSERVED) left[key] = water[key] / (1 - fraction)
  return left
}
