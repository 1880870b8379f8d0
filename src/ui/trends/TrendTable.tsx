import type { Trends } from '@/core'
import { Link } from '@/ui/Link'
import { trendedName, writtenAs } from '@/words/trendWords'
import { type DisplayPreferences, dayAndClock, figure, METHOD_WORDS, unitOf } from '@/words/words'

const MOST_ROWS = 120

/** The picture's readings as a table, newest first, for whoever reads figures or hears them. */
export const TrendTable = ({
  tubId,
  trends,
  range,
  preferences,
}: {
  tubId: number
  trends: Trends
  range: { from: number; to: number }
  preferences: DisplayPreferences
}) => {
  const rows = new Map<
    number,
    { at: number; method: keyof typeof METHOD_WORDS; cells: Map<string, number> }
  >()
  for (const { quantity, readings } of trends.lanes)
    for (const { at, id, method, value } of readings) {
      if (at < range.from || at > range.to) continue
      const row = rows.get(id) ?? { at, method, cells: new Map() }
      row.cells.set(quantity, value)
      rows.set(id, row)
    }
  const sorted = [...rows].sort(([, a], [, b]) => b.at - a.at)
  return (
    <details className="small mt-1">
      <summary className="quiet !min-h-11">The readings as a table</summary>
      <div className="relative max-w-full overflow-x-auto">
        <table className="tabular w-full min-w-[560px]">
          <thead>
            <tr className="text-left">
              <th scope="col">Read</th>
              <th scope="col">With</th>
              {trends.lanes.map(({ quantity }) => (
                <th key={quantity} scope="col" className="text-right">
                  {trendedName(quantity)}
                  {unitOf(writtenAs(quantity), preferences) &&
                    `, ${unitOf(writtenAs(quantity), preferences)}`}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {sorted.slice(0, MOST_ROWS).map(([id, { at, method, cells }]) => (
              <tr key={id} className="border-hair border-t">
                <th scope="row" className="whitespace-nowrap py-1 text-left font-normal">
                  <Link
                    href={`/tubs/${tubId}/record/${id}`}
                    className="underline underline-offset-4"
                  >
                    {dayAndClock(at, preferences)}
                  </Link>
                </th>
                <td>{METHOD_WORDS[method]}</td>
                {trends.lanes.map(({ quantity }) => {
                  const value = cells.get(quantity)
                  return (
                    <td key={quantity} className="text-right">
                      {value === undefined ? '' : figure(writtenAs(quantity), value, preferences)}
                    </td>
                  )
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {sorted.length > MOST_ROWS && (
        <p className="mt-1 text-muted">
          The newest {MOST_ROWS} of {sorted.length}. Zoom in, or take the CSV, for the rest.
        </p>
      )}
    </details>
  )
}
