/** What the other rooms may import of this folder. */
export {
  ACID_PARTS,
  AIMS,
  CHLORINE_WAYS,
  type Choices,
  DOSING,
  type Dosing,
  ORDERS,
  PH_RAISERS,
  type TubChoices,
} from './choices'
export { LEAST_FILTRATION_HOURS, MANY_JETS_HOURS } from './circulation'
export { hasMetals, inhibitorFirst, PHOSPHATE_PPM } from './fillNeeds'
export { FILL_READ } from './fillTest'
export {
  type MethodId,
  type Methods,
  methodOf,
  methodsFor,
  usualMethod,
  WAYS_OF_DOING,
} from './methods'
export { targetsNow } from './targetsNow'
export {
  EXPOSURES,
  FILL_WATER,
  FILL_WATER_SOURCES,
  type FillWater,
  type FillWaterSource,
  SUPPLEMENTARY_DISINFECTION,
  type Surroundings,
  TEST_RHYTHMS,
  type TestRhythm,
  TUB_KINDS,
  type Tub,
  type TubKind,
  type VolumeBasis,
  volumeLitres,
} from './tub'
