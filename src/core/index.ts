/** The face of the core: the faces of its folders. What is not on them is the core’s own business. */
export * from './advice'
export * from './colour'
export * from './estimate'
export * from './heat'
export * from './journal'
export * from './products'
export * from './programmes'
export { NINE_IN_TEN, normal, seeded } from './random'
export * from './record'
export * from './refill'
export * from './routine'
export { schemaOf } from './schema'
export { ID, MOMENT, type NumberShape, type Shape } from './shape'
export * from './soaks'
export * from './supplies'
export * from './testing'
export { DAY, HOUR, type Instant, MINUTE } from './time'
export * from './today'
export * from './trouble'
export * from './tub'
export {
  fromCelsius,
  fromGrams,
  fromLitres,
  fromMetres,
  type LengthUnit,
  LITRES_PER_US_GALLON,
  type MassUnit,
  MILLILITRES_PER_US_FLUID_OUNCE,
  type TemperatureUnit,
  toCelsius,
  toGrams,
  toLitres,
  toMetres,
  type VolumeUnit,
} from './units'
export * from './upkeep'
export * from './water'
export { assumedWeather, atTheWater, type Weather } from './weather'
