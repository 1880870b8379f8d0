import type { Instant, Lanes as TubLanes } from '@/core'

/** An act as its block is drawn. */
export interface LaneBlock {
  key: string
  tub: number
  /** 1, 2, … for the order; a, b, … for what fills a wait. */
  mark: string
  filler: boolean
  name: string
  start: Instant
  handsEnd: Instant
  waitEnd: Instant
  /** What the wait says, the longest that fits. */
  waits: readonly string[]
}

export interface LaneTub {
  id: number
  name: string
  lanes: TubLanes
  /** Something is to be poured, so that power off forbids it. */
  pours: boolean
  /** What went in before and still mixes. */
  mixing: { until: Instant; words: readonly string[] } | undefined
}
