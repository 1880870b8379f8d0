/** What the other rooms may import of this folder. */
export { COVER_MINUTES, handlingWhile, type ShockDue } from './shock'
export { shocksIn } from './shocks'
export { loadTogether, type Outcome, openSoaks, outcomeOf } from './ways'
