import type { Instant, Trends } from '@/core'
import { lifeName } from '@/words/trendWords'
import { type DisplayPreferences, dayAndClock } from '@/words/words'
import type { Range } from './useTrendRange'

/** The lives of the water above the picture, and the moment of the cursor. */
export const TrendTitles = ({
  trends,
  range,
  cursor,
  across,
  preferences,
}: {
  trends: Trends
  range: Range
  cursor: Instant | undefined
  across: (at: Instant) => string
  preferences: DisplayPreferences
}) => (
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
            last && share < 0.3 ? { right: 0 } : { left: across(from), width: `${100 * share}%` }
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
)
