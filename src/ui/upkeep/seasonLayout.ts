import type { SeasonStrip as Strip, StripRow } from '@/core'
import { choreName, choreShort } from '@/words/choreText'
import { dateFormat } from '@/words/formats'
import type { DisplayPreferences } from '@/words/words'

export const WIDTH = 780

const ROW = 17

const BAR = 13

const GAP = 9

const TOP = 22

export const dateOf = (at: number, preferences: DisplayPreferences) =>
  dateFormat('en-CA', {
    timeZone: preferences.timeZone,
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
  }).format(at)

export const firstsOfMonths = (from: number, to: number, preferences: DisplayPreferences) => {
  const found: { at: number; name: string }[] = []
  const start = new Date(from)
  for (let i = 0; i < 14; i++) {
    const at = Date.UTC(start.getUTCFullYear(), start.getUTCMonth() + i, 1, 12)
    if (at > to) break
    if (at >= from)
      found.push({
        at,
        name: dateFormat(preferences.locale, {
          month: 'short',
          timeZone: 'UTC',
        }).format(at),
      })
  }
  return found
}

export interface Placed {
  row: StripRow
  y: number
}

export const layout = (strip: Strip) => {
  let y = TOP
  const lanes = strip.lanes.map(({ lane, rows }) => {
    const top = y
    y += GAP
    const barY = y
    const bars = lane === 'filters' ? strip.filters : lane === 'water' ? strip.waters : []
    if (bars.length > 0) y += BAR
    const placed = rows.map((row): Placed => {
      const at = y + ROW / 2
      y += ROW
      return { row, y: at }
    })
    y += GAP
    return { lane, top, bottom: y, barY, bars, placed }
  })
  return { lanes, height: y }
}

/** Names without what the lane says already. */
export const rowName = ({ due: { chore } }: StripRow) =>
  chore.id.startsWith('own-')
    ? choreName(chore).length > 17
      ? `${choreName(chore).slice(0, 16)}…`
      : choreName(chore)
    : choreShort(chore.id).replace(/^(filter|cover) /, '')
