import { loadTub } from '@/app/tubView'
import { type Comparison, packTrends } from '@/core'
import { findingsFor, RANGES, rangeStart, trendsBetween } from '@/server/trends'
import { theStore } from '@/store/database'
import { Link } from '@/ui/Link'
import { TrendKey } from '@/ui/trends/TrendKey'
import { TrendPicture } from '@/ui/trends/TrendPicture'
import { Whiskers } from '@/ui/trends/Whiskers'
import {
  comparisonWords,
  leastWords,
  MEASURE_NAMES,
  measureFigure,
  RANGE_WORDS,
  trendAdvice,
  trendCertainty,
  trendReason,
  trendTitle,
} from '@/words/trendWords'
import type { DisplayPreferences } from '@/words/words'

interface TrendsProps {
  params: Promise<{ tub: string }>
  searchParams: Promise<Record<string, string | string[] | undefined>>
}

const Compared = ({
  comparison,
  preferences,
}: {
  comparison: Comparison
  preferences: DisplayPreferences
}) => {
  const { measure, here, last } = comparison
  const shown = here ?? last
  if (!shown) return null
  const { figure, unit } = measureFigure(measure, shown.mean, preferences)
  return (
    <li className="border-hair border-t py-3">
      <p className="flex items-baseline justify-between gap-3">
        <b>{MEASURE_NAMES[measure]}</b>
        {here && (
          <span className="whitespace-nowrap">
            <b className="tabular text-[20px]">{figure}</b>{' '}
            <span className="small text-muted">{unit}</span>
          </span>
        )}
      </p>
      <p className="small">{comparisonWords(comparison, preferences)}</p>
      <Whiskers measure={measure} here={here} last={last} preferences={preferences} />
    </li>
  )
}

const TrendsPage = async ({ params, searchParams }: TrendsProps) => {
  const { view, preferences } = await loadTub((await params).tub)
  const { tub, estimate, written, now } = view
  const query = await searchParams
  const base = `/tubs/${tub.id}/record`
  const range = RANGES.find((one) => one === query.range) ?? '3 months'
  const past = written.filter(({ at }) => at <= now)
  const tested = past.some(({ kind }) => kind === 'test')
  if (!tested)
    return (
      <>
        <h1 className="serif title">There is nothing to draw yet.</h1>
        <p className="mt-2 mb-5 max-w-[62ch] text-muted">
          Every test becomes a point here; after a few weeks it shows how this tub behaves and what
          has changed.
        </p>
        <Link href={`/tubs/${tub.id}/test`} className="go">
          Test the water
        </Link>
      </>
    )
  const findings = findingsFor(theStore(), view)
  const from = rangeStart(range, { journal: past, filledAt: estimate.filledAt, now })
  const trends = trendsBetween(theStore(), view, { from, to: now })
  const title = trendTitle(findings, preferences)
  const advice = trendAdvice(findings)
  const least = leastWords(findings)
  return (
    <>
      <h1 className="serif title max-w-[30ch] sm:max-w-[42ch]">{title}</h1>
      <p className="small mt-1 max-w-[90ch] text-muted">
        {trendReason(findings, preferences)}
        {findings.finding && ` ${trendCertainty(findings.finding)}`}
      </p>
      <div className="mt-3 mb-2 flex flex-wrap items-center gap-x-6 gap-y-2">
        <nav aria-label="Time shown" className="flex flex-wrap">
          {RANGES.map((one) => (
            <Link
              key={one}
              href={`${base}/trends?range=${encodeURIComponent(one)}`}
              aria-current={one === range ? 'true' : undefined}
              className={`inline-flex min-h-11 items-center border border-line px-3 text-[15px] first:rounded-l-md last:rounded-r-md [&:not(:first-child)]:border-l-0 ${one === range ? 'bg-spruce font-semibold text-paper' : ''}`}
            >
              {RANGE_WORDS[one]}
            </Link>
          ))}
        </nav>
        <TrendKey trends={trends} />
      </div>
      <div className="grid gap-x-9 gap-y-6 xl:grid-cols-[minmax(0,1fr)_250px]">
        <TrendPicture
          key={range}
          tubId={tub.id}
          packed={packTrends(trends)}
          title={title}
          preferences={preferences}
        />
        <section aria-labelledby="compared">
          <h2 id="compared" className="head flex items-center gap-4 pb-2">
            <span>
              <span aria-hidden="true">●</span> this water
            </span>
            <span>
              <span aria-hidden="true">○</span> the last one
            </span>
          </h2>
          {findings.comparisons.length === 0 ? (
            <p className="small text-muted">
              Tests a few days apart, with nothing but ordinary doses between, show how this water
              behaves. There are not enough of them yet.
            </p>
          ) : (
            <ul>
              {findings.comparisons.map((comparison) => (
                <Compared
                  key={comparison.measure}
                  comparison={comparison}
                  preferences={preferences}
                />
              ))}
            </ul>
          )}
          {least && <p className="small border-hair border-t pt-3 text-muted">{least}</p>}
          {advice && (
            <p className="border-hair border-t pt-3">
              <b>To slow it:</b> {advice}
            </p>
          )}
        </section>
      </div>
    </>
  )
}

export default TrendsPage
