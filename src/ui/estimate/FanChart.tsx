'use client'

import dynamic from 'next/dynamic'
import { useMemo } from 'react'
import { type Band, DAY, type Fan } from '@/core'
import { shareOfWidth } from '@/ui/axis/timeAxis'
import type { PlotData } from '@/ui/chart/ApexPlot'
import { QUANTITY_NAMES } from '@/words/quantityNames'
import { addWallDays } from '@/words/wallDays'
import { type DisplayPreferences, figure, unitOf, weekday } from '@/words/words'

const ApexPlot = dynamic(() => import('@/ui/chart/ApexPlot'), { ssr: false })

const HEIGHT = 132
/** Beside the curve, so that a mark at its edge is whole. */
const RIM = 0.012 * 7 * DAY
/** Room under the curve for what is planned. */
const FOOT = 14

/** A week of one quantity: eight in ten of what may come lie in the shade, the middle is drawn. */
export const FanChart = ({
  fan: { quantity, points },
  band,
  marks,
  preferences,
}: {
  fan: Fan
  band: Band | undefined
  /** Soaks and doses that are planned. */
  marks: readonly { at: number; what: 'soak' | 'dose' }[]
  preferences: DisplayPreferences
}) => {
  const from = points[0]?.at ?? 0
  const to = points.at(-1)?.at ?? 1
  const shown = { from: from - RIM, to: to + RIM }
  const across = shareOfWidth(shown)
  const all = points.flatMap(({ low, high }) => [low, high])
  const bottom = Math.min(...all, band?.low ?? Number.POSITIVE_INFINITY)
  const top = Math.max(...all, band?.high ?? 0)
  const up = (value: number) =>
    FOOT + ((value - bottom) / (top - bottom || 1)) * (HEIGHT - FOOT - 4)
  const data = useMemo((): PlotData => {
    const up = (value: number) =>
      FOOT + ((value - bottom) / (top - bottom || 1)) * (HEIGHT - FOOT - 4)
    const marked = (what: 'soak' | 'dose') =>
      marks
        .filter((mark) => mark.what === what && mark.at >= from && mark.at <= to)
        .map(({ at }) => [at, 6] as const)
    return {
      areas: [points.map(({ at, low, high }) => [at, up(low), up(high)] as const)],
      lines: [points.map(({ at, median }) => [at, up(median)] as const)],
      marks: [
        { shape: 'circle', filled: true, colour: 'copper', size: 4, points: marked('soak') },
        { shape: 'triangle', filled: true, colour: 'spruce', size: 4, points: marked('dose') },
      ],
      bands: band ? [[up(band.low), up(band.high)]] : [],
      grounds: [],
      rules: [],
    }
  }, [points, marks, band, from, to, bottom, top])
  const [first] = points
  const last = points.at(-1)
  if (!first || !last) return null
  const name = QUANTITY_NAMES[quantity]
  const n = (value: number) => figure(quantity, value, preferences)
  const words = `${name}: now ${n(first.median)}, in a week ${n(last.median)}, eight in ten between ${n(last.low)} and ${n(last.high)}`
  const days = Array.from({ length: 8 }, (_, i) => addWallDays(first.at, i, preferences.timeZone))
  const nearest = (at: number) =>
    points.reduce((best, one) => (Math.abs(one.at - at) < Math.abs(best.at - at) ? one : best))
  return (
    <figure>
      <figcaption className="small flex items-baseline justify-between gap-4">
        <b>{name}</b>
        <span className="text-muted">
          in a week {n(last.low)} to {n(last.high)} {unitOf(quantity, preferences)}
        </span>
      </figcaption>
      <div className="mt-1 grid grid-cols-[38px_1fr]">
        <div className="relative" style={{ height: HEIGHT }} aria-hidden="true">
          {band &&
            [band.low, band.high].map((edge) => (
              <span
                key={edge}
                className="tabular absolute right-1.5 text-[12px] leading-none"
                style={{ bottom: up(edge) - 6 }}
              >
                {n(edge)}
              </span>
            ))}
        </div>
        <div
          role="img"
          aria-label={words}
          className="overflow-hidden border-line border-b"
          style={{ height: HEIGHT }}
        >
          <ApexPlot data={data} {...shown} height={HEIGHT} />
        </div>
        <div />
        <div className="relative h-6" aria-hidden="true">
          {days.map((at, i) => (
            <span
              key={at}
              className={`note absolute top-1 text-muted ${i === 0 || i === 7 ? '' : '-translate-x-1/2'}`}
              style={i === 7 ? { right: 0 } : { left: across(at) }}
            >
              {i === 0 ? 'now' : weekday(at, preferences).split(/[ ,]/)[0]}
            </span>
          ))}
        </div>
      </div>
      <details className="small">
        <summary className="quiet !min-h-11">As a table</summary>
        <table className="tabular w-full max-w-[420px]">
          <thead>
            <tr className="text-left">
              <th scope="col">Day</th>
              <th scope="col">Expected</th>
              <th scope="col">8 in 10 between</th>
            </tr>
          </thead>
          <tbody>
            {days.map((at, i) => {
              const point = nearest(at)
              return (
                <tr key={at} className="border-hair border-t">
                  <th scope="row" className="text-left font-normal">
                    {i === 0 ? 'now' : weekday(at, preferences)}
                  </th>
                  <td>{n(point.median)}</td>
                  <td>
                    {n(point.low)} and {n(point.high)}
                  </td>
                </tr>
              )
            })}
          </tbody>
        </table>
      </details>
    </figure>
  )
}
