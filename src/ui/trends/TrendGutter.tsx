import type { EventLane } from '@/core'
import { EVENT_LANE_WORDS, trendedShortName, writtenAs } from '@/words/trendWords'
import { type DisplayPreferences, figure, METHOD_WORDS, spreadFigure, unitOf } from '@/words/words'
import type { Layout, Readout } from './geometry'

/** The names of the lanes, what is read at the cursor, and the figures at the side. */
export const TrendGutter = ({
  layout,
  readout,
  preferences,
}: {
  layout: Layout
  readout: Readout
  preferences: DisplayPreferences
}) => (
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
)
