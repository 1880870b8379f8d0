/** What the other rooms may import of this folder. */
export {
  type Comparison,
  type Finding,
  findingsOf,
  type TrendFindings,
  type Why,
} from './findings'
export { type ItemLife, itemLives } from './items'
export { type Log, type LoggedClosure, logOf, type ReadingPair, shopPairs } from './log'
export { type PackedTrends, packTrends, unpackTrends } from './packTrends'
export type { Behaviour } from './rates'
export type { RateMean } from './statistics'
export {
  EVENT_LANES,
  type EventLane,
  LONGEST_WITH_LINES,
  type Trended,
  type TrendLane,
  type Trends,
  trendsOf,
} from './trends'
