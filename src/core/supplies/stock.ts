import type { Instant } from '../time'

/** What is known of a pack on the shelf; money in whatever the house pays in. */
export interface StockFacts {
  /** Of one full pack. */
  price?: number
  packGrams?: number
  boughtAt?: Instant
  openedAt?: Instant
  /** The date on the pack. */
  expiresAt?: Instant
  /** Where it stands, in its owner's words. */
  place?: string
}

/** What is known of a bottle of strips or reagents. */
export interface KitStock {
  /** Left when they were counted. */
  tests?: number
  countedAt?: Instant
  packTests?: number
  price?: number
  openedAt?: Instant
  expiresAt?: Instant
}
