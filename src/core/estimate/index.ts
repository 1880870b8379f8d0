/** What the other rooms may import of this folder. */
export {
  type Estimate,
  estimate,
  estimateOfReading,
  isStale,
  type QuantityEstimate,
} from './estimate'
export {
  type Ahead,
  type Fan,
  type FanPoint,
  type ForecastPoint,
  fanOf,
} from './forecast'
export { advanceEnsemble, CLEARS_TWICE_AT } from './learning/advanceEnsemble'
export {
  type Checkpoint,
  ensembleOf,
  expectedOf,
  goOn,
  MEMBERS,
  startEnsemble,
  takeEntry,
} from './learning/ensemble'
export {
  copyEnsemble,
  type Ensemble,
  fewOf,
  foretelling,
  type Spread,
} from './learning/ensembleState'
export { estimateNow } from './learning/estimateNow'
export {
  boundOf,
  COMBINED_SHARE,
  demandMmol,
  metAtOnce,
  oxidisedOf,
  passTime,
  WASTE_FADES,
} from './learning/kinetics'
export { weeklyUse } from './learning/weeklyUse'
export { demandOf } from './rates'
export { type StabiliserBuildup, stabiliserBuildup } from './stabiliserBuildup'
export {
  DISINFECTION_EFFECT,
  EVAPORATES_PER_HOUR,
  FILL_CELSIUS,
  FILTER_FULL_AT,
  keptInLight,
  lossAtTemperature,
  OPEN_AROUND_SOAK,
  USUAL_SURROUNDINGS,
} from './surroundings'
export { fillWaterOf, quantityOf } from './testedWater'
export {
  livesOf,
  trajectoryOf,
  type WaterLifeEntries,
  type WaterLifeTrajectory,
} from './trajectory'
