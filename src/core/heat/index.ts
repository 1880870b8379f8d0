/** What the other rooms may import of this folder. */
export { energyThrough } from './energyThrough'
export {
  cooledTo,
  heatingHours,
  holdingPowerKw,
  thermostatTo,
  timeConstantFrom,
  usualHeater,
  warmingKilowattHours,
} from './heat'
export { type HoursUntil, type PowerCut, powerCut } from './powerCut'
export {
  type HeatSettings,
  meanPrice,
  priceByHour,
  USUAL_HEAT_SETTINGS,
  WAYS_OF_WARMING,
} from './settings'
export {
  heatOf,
  kilowattHoursPerKelvin,
  type LearntFigure,
  restingCelsius,
  type TubHeat,
} from './tubHeat'
export {
  airOver,
  type TurnUp,
  tooWarmAbove,
  turnUpFor,
  type Warming,
  type WarmWeek,
  warmWeek,
} from './warmWeek'
export { weeklyClimb } from './weeklyClimb'
