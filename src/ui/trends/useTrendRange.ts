import { useRef, useState } from 'react'
import { type Instant, type PackedTrends, unpackTrends } from '@/core'
import { type DisplayPreferences, weekday } from '@/words/words'

const HOUR = 3_600_000
/** Nothing is to be seen in less. */
export const SHORTEST = 12 * HOUR
/** Drawing anew takes a while; the stretched picture is on the screen before it begins. */
const DRAWN_AFTER_MS = 120

export interface Range {
  from: Instant
  to: Instant
}

/** The time that is shown: zoomed at once in what is here, then drawn anew from what the server has of it. */
export const useTrendRange = (
  tubId: number,
  packed: PackedTrends,
  preferences: DisplayPreferences,
) => {
  const [given] = useState(() => unpackTrends(packed))
  const [trends, setTrends] = useState(given)
  const [range, setRange] = useState<Range>({ from: given.from, to: given.to })
  /** What the chart shows; until it has drawn a new range, what it shows is stretched to it. */
  const [drawn, setDrawn] = useState<Range>(range)
  const [cursor, setCursor] = useState<Instant>()
  const [told, setTold] = useState('')
  const request = useRef(0)

  /** The zoom is seen at once; what was thinned out for the longer time follows. */
  const zoom = (asked: Range) => {
    const long = Math.min(Math.max(asked.to - asked.from, SHORTEST), given.to - given.from)
    const middle = (asked.from + asked.to) / 2
    const from = Math.min(Math.max(given.from, middle - long / 2), given.to - long)
    const to = from + long
    const next = { from, to }
    setRange(next)
    setTimeout(() => setDrawn(next), DRAWN_AFTER_MS)
    setCursor((at) => (at !== undefined && at >= from && at <= to ? at : undefined))
    setTold(`${weekday(from, preferences)} to ${weekday(to, preferences)}`)
    request.current += 1
    const own = request.current
    const query = new URLSearchParams({
      from: String(Math.round(from)),
      to: String(Math.round(to)),
    })
    fetch(`/api/tubs/${tubId}/trends?${query}`, { headers: { accept: 'application/json' } })
      .then(async (answer) => {
        if (!answer.ok) throw new Error(String(answer.status))
        const finer = unpackTrends((await answer.json()) as PackedTrends)
        if (request.current === own) setTrends(finer)
      })
      .catch(() => {
        if (request.current === own)
          setTold('The server didn’t answer; this is drawn from what is here.')
      })
  }
  const by = (factor: number) => {
    const middle = cursor ?? (range.from + range.to) / 2
    const half = ((range.to - range.from) * factor) / 2
    zoom({ from: middle - half, to: middle + half })
  }
  const shift = (share: number) => {
    const step = (range.to - range.from) * share
    zoom({ from: range.from + step, to: range.to + step })
  }
  const whole = range.from === given.from && range.to === given.to
  return { given, trends, range, drawn, cursor, setCursor, told, setTold, zoom, by, shift, whole }
}
