'use client'

import dynamic from 'next/dynamic'
import { useRouter } from 'next/navigation'
import { useMemo, useRef } from 'react'
import type { Instant, PackedTrends } from '@/core'
import { daysAcross } from '@/ui/axis/daysAcross'
import { shareOfWidth } from '@/ui/axis/timeAxis'
import type { DisplayPreferences } from '@/words/words'
import { entryNear, layoutOf, plotOf, readoutAt, stopsIn } from './geometry'
import { keepTrends } from './keepTrends'
import { TrendCursor } from './TrendCursor'
import { TrendGutter } from './TrendGutter'
import { TrendTable } from './TrendTable'
import { TrendTitles } from './TrendTitles'
import { SHORTEST, useTrendRange } from './useTrendRange'

const ApexPlot = dynamic(() => import('@/ui/chart/ApexPlot'), { ssr: false })

/** Of the time shown, on each side. */
const DRAWN_RIM = 0.012

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
  const { given, trends, range, drawn, cursor, setCursor, told, setTold, zoom, by, shift, whole } =
    useTrendRange(tubId, packed, preferences)
  const box = useRef<HTMLDivElement>(null)
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
  const across = shareOfWidth(shown)

  const stops = useMemo(() => stopsIn(trends, range), [trends, range])
  const readout = readoutAt(layout, cursor, range)
  const open = (at: Instant | undefined) => {
    const entry = at === undefined ? undefined : entryNear(trends, at, range)
    if (entry !== undefined) router.push(`/tubs/${tubId}/record/${entry}`)
  }
  const keep = (kind: 'svg' | 'png') => {
    const chart = box.current?.querySelector<SVGSVGElement>('svg.apexcharts-svg')
    if (!chart) return
    keepTrends(kind, chart, layout, { title, range, preferences }).catch(() =>
      setTold('This browser could not make the picture. The SVG may still work.'),
    )
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
        <TrendTitles {...{ trends, range, cursor, across, preferences }} />
        <TrendGutter {...{ layout, readout, preferences }} />
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
          <TrendCursor
            {...{ range, shown, cursor, setCursor, stops, readout, zoom, by, open, preferences }}
          />
          {cursor !== undefined && (
            <span
              className="pointer-events-none absolute inset-y-0 w-px bg-ink"
              style={{ left: across(cursor) }}
            />
          )}
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
