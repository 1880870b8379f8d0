/** What the other rooms may import of this folder. */
export { type DeviceReply, REPLY_STATES, type ReplyRefusal, readReply } from './device'
export {
  type DropsLayoutId,
  type DropTest,
  dropReading,
  genericDrops,
  genericStrips,
  type Kit,
  type KitSpec,
  kitError,
  type Mark,
  marksOf,
  type StripLayoutId,
  type StripPad,
  USUAL_DIP_SECONDS,
  USUAL_WAIT_SECONDS,
  undiluted,
} from './kit'
export { findChart } from './photo/findChart'
export { findStrip } from './photo/findStrip'
export { chartOf, isTaught } from './photo/matchPad'
export { along, distance, type Picture, type Point } from './photo/picture'
export {
  LEAST_PIXELS,
  MOST_MEGABYTES,
  type PictureRefusal,
  refusePicture,
  tooSmall,
} from './photo/pictureFile'
export { type ChartPlacement, chartPoints, readChart } from './photo/readChart'
export {
  type PadProblem,
  type PadReading,
  type PictureProblem,
  REFUSING,
  readStrip,
  type StripPlacement,
  type StripReading,
} from './photo/readStrip'
export { bent } from './photo/rows'
export { type Implausibility, implausibilities } from './plausibility'
export {
  DEVIATIONS,
  METHODS,
  type Method,
  QUANTITIES,
  QUANTITY,
  type Quantity,
  type Readings,
  readingError,
  type SanitizerQuantity,
} from './quantity'
