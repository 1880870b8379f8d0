'use client'

import dynamic from 'next/dynamic'
import { useMemo } from 'react'
import type { PowerCut } from '@/core'
import { shareOfWidth } from '@/ui/axis/timeAxis'
import type { PlotData } from '@/ui/chart/ApexPlot'
import { cutDescribed } from '@/words/heatWords'
import { type DisplayPreferences, degrees, formatNumber } from '@/words/words'

const ApexPlot = dynamic(() => import('@/ui/chart/ApexPlot'), { ssr: false })

const HEIGHT = 150
const GROWS_BELOW = 20
const FREEZES = 4

/** The water while there is no power, with nine in ten of what it may be, and when the pipes are in danger. */
export const CutPicture = ({
  points,
  pipes,
  preferences,
}: Pick<PowerCut, 'points' | 'pipes'> & { preferences: DisplayPreferences }) => {
  const first = points[0]
  const last = points.at(-1)
  const hours = last?.hours ?? 1
  const top = Math.max(...points.map(({ high }) => high), GROWS_BELOW) + 1
  const bottom = Math.min(...points.map(({ low }) => low), FREEZES) - 1
  const up = (celsius: number) => ((celsius - bottom) / (top - bottom)) * (HEIGHT - 6) + 3
  const data = useMemo((): PlotData => {
    const up = (celsius: number) => ((celsius - bottom) / (top - bottom)) * (HEIGHT - 6) + 3
    return {
      areas: [points.map(({ hours, low, high }) => [hours, up(low), up(high)] as const)],
      lines: [points.map(({ hours, celsius }) => [hours, up(celsius)] as const)],
      marks: [],
      bands: [],
      grounds: pipes.soonest === undefined ? [] : [[pipes.soonest, pipes.latest ?? hours] as const],
      rules: [up(GROWS_BELOW), up(FREEZES)],
    }
  }, [points, pipes, hours, top, bottom])
  if (!first || !last) return null
  const across = shareOfWidth({ from: 0, to: hours })
  const days = Math.max(1, Math.round(hours / 24))
  const every = days > 14 ? 7 : days > 6 ? 2 : 1
  const ticks = Array.from({ length: Math.floor(days / every) + 1 }, (_, i) => i * every)
  const rows = points.filter(
    ({ hours: at }) => at % 24 === 0 && (at <= 96 || (at / 24) % every === 0),
  )
  return (
    <figure>
      <div className="grid grid-cols-[46px_1fr]">
        <div className="relative" style={{ height: HEIGHT }} aria-hidden="true">
          {[first.celsius, GROWS_BELOW, FREEZES].map((celsius, i) => (
            <span
              key={celsius}
              className={`tabular absolute right-2 text-[13px] leading-none ${i === 2 ? 'text-madder' : ''}`}
              style={{ bottom: up(celsius) - 6 }}
            >
              {degrees(celsius, preferences)}
            </span>
          ))}
        </div>
        <div
          role="img"
          aria-label={cutDescribed(points, preferences)}
          className="overflow-hidden border-line border-b"
          style={{ height: HEIGHT }}
        >
          <ApexPlot data={data} from={0} to={hours} height={HEIGHT} />
        </div>
        <div />
        <div className="relative h-6" aria-hidden="true">
          {ticks.map((day) => (
            <span
              key={day}
              className={`note absolute top-1 whitespace-nowrap text-muted ${day === 0 ? '' : day * 24 >= hours ? '-translate-x-full' : '-translate-x-1/2'}`}
              style={{ left: across(24 * day) }}
            >
              {day === 0 ? 'cut' : `day ${formatNumber(day, 0, preferences)}`}
            </span>
          ))}
        </div>
      </div>
      <details className="small">
        <summary className="quiet !min-h-11">As a table</summary>
        <table className="tabular w-full max-w-[420px]">
          <thead>
            <tr className="text-left">
              <th scope="col">After</th>
              <th scope="col">Water</th>
              <th scope="col">9 in 10 between</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((point) => (
              <tr key={point.hours} className="border-hair border-t">
                <th scope="row" className="text-left font-normal">
                  {point.hours === 0 ? 'at once' : `day ${point.hours / 24}`}
                </th>
                <td>{degrees(point.celsius, preferences)}</td>
                <td>
                  {degrees(point.low, preferences)} and {degrees(point.high, preferences)}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </figure>
  )
}
