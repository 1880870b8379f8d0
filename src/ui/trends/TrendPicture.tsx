'use client'

import dynamic from 'next/dynamic'
import { useRouter } from 'next/navigation'
import { type KeyboardEvent, type PointerEvent, useMemo, useRef, useState } from 'react'
import { type EventLane, type Instant, type PackedTrends, unpackTrends } from '@/core'
import {
  EVENT_LANE_WORDS,
  lifeName,
  trendedName,
  trendedShortName,
  writtenAs,
} from '@/words/trendWords'
import {
  amount,
  type DisplayPreferences,
  dayAndClock,
  figure,
  METHOD_WORDS,
  spreadFigure,
  unitOf,
  weekday,
} from '@/words/words'
import { layoutOf, plotOf, valueAt } from './geometry'
import { asPng, keepFile, type PictureWord, pictureOf } from './picture'
import { TrendTable } from './TrendTable'
import { daysAcross } from './timeTicks'

const ApexPlot = dynamic(() => import('@/ui/chart/ApexPlot'), { ssr: false })

const HOUR = 3_600_000
/** Nothing is to be seen in less. */
const SHORTEST = 12 * HOUR
/** Of the time shown, on each side. */
const DRAWN_RIM = 0.012
/** Drawing anew takes a while; the stretched picture is on the screen before it begins. */
const DRAWN_AFTER_MS = 120
/** A drag shorter than this is a press. Pixels. */
const A_PRESS = 6

interface Range {
  from: Instant
  to: Instant
}

/**
 * All lanes over one time: one cursor through them, whose readings stand in the gutter; a drag zooms; arrow keys step through what was read;
 * Enter opens the entry at the cursor.
 */
export const TrendPicture = ({
  tubId,
  packed,
  title,
  preferences,
}: {
  tubId: number
  packed: PackedTrends
  title: string
  preferences: DisplayPreferences
}) => {
  const router = useRouter()
  const [given] = useState(() => unpackTrends(packed))
  const [trends, setTrends] = useState(given)
  const [range, setRange] = useState<Range>({ from: given.from, to: given.to })
  /** What the chart shows; until it has drawn a new range, what it shows is stretched to it. */
  const [drawn, setDrawn] = useState<Range>(range)
  const [cursor, setCursor] = useState<Instant>()
  const [drag, setDrag] = useState<{ from: number; to: number }>()
  const [told, setTold] = useState('')
  const box = useRef<HTMLDivElement>(null)
  const request = useRef(0)

  const layout = useMemo(() => layoutOf(trends), [trends])
  const data = useMemo(() => plotOf(trends, layout), [trends, layout])
  // The outermost marks have room beside them.
  const rim = (range.to - range.from) * DRAWN_RIM
  const drawnSpan = (drawn.to - drawn.from) * (1 + 2 * DRAWN_RIM)
  const span = (range.to - range.from) * (1 + 2 * DRAWN_RIM)
  const stretch = {
    scale: drawnSpan / span,
    shift: (100 * (drawn.from - DRAWN_RIM * (drawn.to - drawn.from) - (range.from - rim))) / span,
  }
  const shown = { from: range.from - rim, to: range.to + rim }
  const across = (at: Instant) => `${(100 * (at - shown.from)) / (shown.to - shown.from)}%`

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

  /** Every moment at which something was read or done, for the keys. */
  const stops = useMemo(
    () =>
      [
        ...new Set([
          ...trends.lanes.flatMap(({ readings }) => readings.map(({ at }) => at)),
          ...trends.events.map(({ at }) => at),
        ]),
      ]
        .filter((at) => at >= range.from && at <= range.to)
        .sort((a, b) => a - b),
    [trends, range],
  )
  const near = (at: Instant) => {
    const reach = (range.to - range.from) / 150
    const all = [
      ...trends.lanes.flatMap(({ readings }) =>
        readings.map((one) => ({ at: one.at, id: one.id })),
      ),
      ...trends.events.map((one) => ({ at: one.at, id: one.id })),
    ]
    return all
      .filter((one) => Math.abs(one.at - at) <= reach)
      .sort((a, b) => Math.abs(a.at - at) - Math.abs(b.at - at))[0]
  }
  const open = (at: Instant | undefined) => {
    const entry = at === undefined ? undefined : near(at)
    if (entry) router.push(`/tubs/${tubId}/record/${entry.id}`)
  }
  const step = (event: KeyboardEvent) => {
    const here = cursor ?? range.to
    const act = (key: string): (() => void) | undefined => {
      switch (key) {
        case 'ArrowLeft':
          return () => setCursor(stops.findLast((at) => at < here) ?? stops[0])
        case 'ArrowRight':
          return () => setCursor(stops.find((at) => at > here) ?? stops.at(-1))
        case 'Home':
          return () => setCursor(stops[0])
        case 'End':
          return () => setCursor(stops.at(-1))
        case '+':
        case '=':
          return () => by(0.5)
        case '-':
          return () => by(2)
        case 'Enter':
          return () => open(cursor)
        case 'Escape':
          return () => setCursor(undefined)
        default:
          return undefined
      }
    }
    const move = act(event.key)
    if (!move) return
    event.preventDefault()
    move()
  }
  const inRange = (at: Instant) => Math.min(range.to, Math.max(range.from, at))
  const atPointer = (event: PointerEvent<HTMLDivElement>) => {
    const { left, width } = event.currentTarget.getBoundingClientRect()
    const share = Math.min(1, Math.max(0, (event.clientX - left) / width))
    return { pixel: share * width, at: inRange(shown.from + share * (shown.to - shown.from)) }
  }
  const readout = layout.lanes.map(({ lane }) => {
    const at = cursor ?? range.to
    const reach = (range.to - range.from) / 150
    const read =
      cursor === undefined
        ? undefined
        : lane.readings
            .filter((one) => Math.abs(one.at - at) <= reach)
            .sort((a, b) => Math.abs(a.at - at) - Math.abs(b.at - at))[0]
    const line = valueAt(lane.lines, at)
    return { lane, read, line }
  })
  const spoken =
    cursor === undefined
      ? 'No moment chosen. Arrow keys step through readings and events.'
      : `${dayAndClock(cursor, preferences)}. ${readout
          .flatMap(({ lane, read, line }) => {
            const quantity = writtenAs(lane.quantity)
            const value = read?.value ?? line?.value
            return value === undefined
              ? []
              : [
                  `${trendedName(lane.quantity)} ${amount(quantity, value, preferences)}${read ? `, ${METHOD_WORDS[read.method]}` : ''}`,
                ]
          })
          .join('. ')}`

  const keep = async (kind: 'svg' | 'png') => {
    const chart = box.current?.querySelector<SVGSVGElement>('svg.apexcharts-svg')
    if (!chart) return
    const style = getComputedStyle(document.body)
    const words: PictureWord[] = [
      { text: title, x: 16, y: 26, bold: true },
      {
        text: `${weekday(range.from, preferences)} to ${weekday(range.to, preferences)}`,
        x: 16,
        y: 46,
      },
      ...layout.lanes.flatMap(({ lane, top, ticks, y }) => [
        { text: trendedShortName(lane.quantity), x: 16, y: 64 + top + 18, bold: true },
        ...ticks.map((tick) => ({
          text: figure(writtenAs(lane.quantity), tick, preferences),
          x: 132,
          y: 64 + y(tick) + 4,
          end: true,
        })),
      ]),
      ...layout.events.map(({ lane, top }) => ({
        text: EVENT_LANE_WORDS[lane],
        x: 16,
        y: 64 + top + 16,
      })),
    ]
    const picture = pictureOf(chart, words, {
      left: 140,
      top: 64,
      bottom: 20,
      paper: style.backgroundColor,
      ink: style.color,
    })
    try {
      keepFile(
        kind === 'svg' ? new Blob([picture.svg], { type: 'image/svg+xml' }) : await asPng(picture),
        `trends.${kind}`,
      )
    } catch {
      setTold('This browser could not make the picture. The SVG may still work.')
    }
  }
  const button = (label: string, act: () => void, off = false) => (
    <button
      type="button"
      className="quiet !min-h-11 disabled:opacity-50"
      disabled={off}
      onClick={act}
    >
      {label}
    </button>
  )
  const csv = new URLSearchParams({
    from: String(Math.round(range.from)),
    to: String(Math.round(range.to)),
  })
  return (
    <figure aria-label={title}>
      <div className="grid grid-cols-[92px_1fr] sm:grid-cols-[132px_1fr]">
        <div className="small flex items-end pb-1 text-muted" aria-hidden="true">
          {cursor === undefined ? 'now' : ''}
        </div>
        <div className="relative h-6 overflow-hidden" aria-hidden="true">
          {trends.lives.map((life, i) => {
            const from = Math.max(life.from, range.from)
            const to = Math.min(life.to ?? range.to, range.to)
            const share = (to - from) / (range.to - range.from)
            const last = i === trends.lives.length - 1
            if (share < 0.16 && !(last && share > 0)) return null
            return (
              <span
                key={life.from}
                className={`note absolute top-0 truncate ${last ? 'bg-paper font-semibold' : 'text-muted'} ${last && share < 0.3 ? '' : 'pl-1.5'}`}
                style={
                  last && share < 0.3
                    ? { right: 0 }
                    : { left: across(from), width: `${100 * share}%` }
                }
              >
                {cursor === undefined || !last
                  ? lifeName(
                      life,
                      last ? 'this' : i === trends.lives.length - 2 ? 'last' : 'older',
                      preferences.now,
                    )
                  : ''}
              </span>
            )
          })}
          {cursor !== undefined && (
            <b
              className="note absolute top-0 whitespace-nowrap bg-paper px-1"
              style={
                cursor > (range.from + range.to) / 2
                  ? { right: `calc(100% - ${across(cursor)})` }
                  : { left: across(cursor) }
              }
            >
              {dayAndClock(cursor, preferences)}
            </b>
          )}
        </div>
        <div className="relative" style={{ height: layout.height }}>
          {layout.lanes.map(({ lane, top, ticks, y }, i) => {
            const { read, line } = readout[i] ?? {}
            const quantity = writtenAs(lane.quantity)
            const value = read?.value ?? line?.value
            return (
              <div key={lane.quantity}>
                <div className="absolute left-0 w-full pr-8 leading-tight" style={{ top: top + 6 }}>
                  <b className="note block">{trendedShortName(lane.quantity)}</b>
                  <span className="tabular block font-semibold text-[17px]">
                    {value === undefined ? '–' : figure(quantity, value, preferences)}
                  </span>
                  <span className="note block text-muted">
                    {read
                      ? METHOD_WORDS[read.method]
                      : line
                        ? `± ${spreadFigure(quantity, line.half, preferences)} ${unitOf(quantity, preferences)}`
                        : unitOf(quantity, preferences)}
                  </span>
                </div>
                {ticks.map((tick) => (
                  <span
                    key={tick}
                    className="tabular absolute right-1.5 text-[12px] leading-none"
                    style={{ top: y(tick) - 6 }}
                  >
                    {figure(quantity, tick, preferences)}
                  </span>
                ))}
              </div>
            )
          })}
          {layout.events.map(({ lane, top }) => (
            <span key={lane} className="note absolute left-0 text-muted" style={{ top: top + 3 }}>
              {EVENT_LANE_WORDS[lane as EventLane]}
            </span>
          ))}
        </div>
        <div
          ref={box}
          className="relative touch-pan-y overflow-hidden"
          style={{ height: layout.height }}
        >
          <div
            className="absolute inset-0 origin-left"
            aria-hidden="true"
            style={
              drawn === range
                ? undefined
                : {
                    transform: `translateX(${stretch.shift}%) scaleX(${stretch.scale})`,
                  }
            }
          >
            <ApexPlot
              data={data}
              from={drawn.from - DRAWN_RIM * (drawn.to - drawn.from)}
              to={drawn.to + DRAWN_RIM * (drawn.to - drawn.from)}
              height={layout.height}
            />
          </div>
          <div
            role="slider"
            tabIndex={0}
            aria-label="Moment"
            aria-valuemin={0}
            aria-valuemax={stops.length}
            aria-valuenow={
              cursor === undefined ? stops.length : stops.filter((at) => at <= cursor).length
            }
            aria-valuetext={spoken}
            className="absolute inset-0 cursor-crosshair"
            onKeyDown={step}
            onPointerDown={(event) => {
              event.currentTarget.setPointerCapture(event.pointerId)
              const { pixel } = atPointer(event)
              setDrag({ from: pixel, to: pixel })
            }}
            onPointerMove={(event) => {
              const { pixel, at } = atPointer(event)
              setCursor(at)
              if (drag) setDrag({ ...drag, to: pixel })
            }}
            onPointerUp={(event) => {
              const { at } = atPointer(event)
              const { width } = event.currentTarget.getBoundingClientRect()
              if (drag && Math.abs(drag.to - drag.from) >= A_PRESS) {
                const time = (pixel: number) =>
                  inRange(shown.from + (pixel / width) * (shown.to - shown.from))
                zoom({
                  from: time(Math.min(drag.from, drag.to)),
                  to: time(Math.max(drag.from, drag.to)),
                })
              } else if (event.pointerType === 'mouse') open(at)
              setDrag(undefined)
            }}
            onPointerCancel={() => setDrag(undefined)}
            onPointerLeave={() => setDrag(undefined)}
          >
            {cursor !== undefined && (
              <span
                className="pointer-events-none absolute inset-y-0 w-px bg-ink"
                style={{ left: across(cursor) }}
              />
            )}
            {drag && Math.abs(drag.to - drag.from) >= A_PRESS && (
              <span
                className="pointer-events-none absolute inset-y-0 bg-mist-3 opacity-40"
                style={{ left: Math.min(drag.from, drag.to), width: Math.abs(drag.to - drag.from) }}
              />
            )}
          </div>
        </div>
        <div />
        <div className="relative h-6 border-line border-t" aria-hidden="true">
          {daysAcross(range, preferences).map(({ at, label }) => (
            <span
              key={at}
              className="note absolute top-1 -translate-x-1/2 whitespace-nowrap text-muted max-sm:[&:nth-child(even)]:hidden"
              style={{ left: across(at) }}
            >
              {label}
            </span>
          ))}
        </div>
      </div>
      <div className="small mt-2 flex flex-wrap items-center gap-x-5 print:hidden">
        {button('Zoom in', () => by(0.5), range.to - range.from <= SHORTEST)}
        {button('Zoom out', () => by(2), whole)}
        {button('Earlier', () => shift(-0.5), range.from <= given.from)}
        {button('Later', () => shift(0.5), range.to >= given.to)}
        {button('All of it', () => zoom({ from: given.from, to: given.to }), whole)}
        <span className="ml-auto flex flex-wrap gap-x-5">
          {button('Picture, PNG', () => keep('png'))}
          {button('SVG', () => keep('svg'))}
          <a className="quiet !min-h-11" href={`/api/tubs/${tubId}/trends.csv?${csv}`} download>
            Data, CSV
          </a>
        </span>
      </div>
      <p role="status" className="note min-h-5 text-muted">
        {told}
      </p>
      <TrendTable tubId={tubId} trends={trends} range={range} preferences={preferences} />
    </figure>
  )
}
