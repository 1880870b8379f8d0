/** What the other rooms may import of this folder. */
export { strengthAt, weakens } from './ageing'
export { type Costs, costsOf, type Prices, SPENT_ON, type SpentOn } from './costs'
export type { KitStock, StockFacts } from './stock'
export {
  conflictsOf,
  type Keeping,
  keepingOf,
  type PoolOnly,
  poolOnly,
  type StorageConflict,
} from './storage'
export {
  type Lasts,
  lastsUntil,
  packsFor,
  type RunsOut,
  rateOfUse,
  runsOut,
  type Use,
} from './use'
