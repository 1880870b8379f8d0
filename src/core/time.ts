/** Milliseconds since 1970, UTC. */
export type Instant = number

export const HOUR = 3_600_000

export const MINUTE = 60_000

export const DAY = 24 * HOUR
