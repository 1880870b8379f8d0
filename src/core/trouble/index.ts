/** What the other rooms may import of this folder. */
export { type Case, casesIn, openCase } from './cases'
export type { Evidence } from './evidence'
export type { SettlingTest } from './nextQuestion'
export {
  type TreatmentWay,
  type TreatOrChange,
  treatOrChange,
  type WaterWay,
} from './treatOrChange'
export { type CauseFound, type Line, saysUnwell, type Trouble, trouble } from './trouble'
