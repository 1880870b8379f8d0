import { HOUR } from '@/core'

export const LABELS = 92
export const WIDTH = 852
export const LANE = 34
/** Room for the ends and the numbers. */
export const TOP = 62

/** A stretch shorter than this is drawn over the hour at least, so that a single job has room. */
export const LEAST = HOUR / 2

/** Pixels that a text takes at 12 px, on the wide side. */
export const textWidth = (text: string): number => 6.6 * text.length + 6

/** The longest of some texts that has room; none where even the shortest has not. */
export const fitting = (texts: readonly string[], width: number): string | undefined =>
  texts.find((text) => textWidth(text) <= width)
