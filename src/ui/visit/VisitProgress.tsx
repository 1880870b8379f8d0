import { type Instant, MINUTE, type PlacedAct } from '@/core'
import { clock, type DisplayPreferences } from '@/words/words'

/** The visit as one line: what is done solid, now a mark, what is to come outlined. */
export const VisitProgress = ({
  from,
  to,
  done,
  acts,
  preferences,
}: {
  from: Instant
  to: Instant
  done: readonly Instant[]
  acts: readonly PlacedAct[]
  preferences: DisplayPreferences
}) => {
  const span = Math.max(MINUTE, to - from)
  const share = (at: Instant) =>
    `${(100 * Math.min(1, Math.max(0, (at - from) / span))).toFixed(2)}%`
  const { now } = preferences
  return (
    <div
      className="relative h-[52px] print:hidden"
      role="img"
      aria-label={`Begun at ${clock(from, preferences)}, ${done.length} done, ${acts.length} to go, over at about ${clock(to, preferences)}.`}
    >
      <div className="absolute top-3.5 right-0 left-0 border-line border-t-2 border-dotted" />
      <div className="absolute top-3 left-0 h-1.5 bg-amber" style={{ width: share(now) }} />
      {done.map((at) => (
        <span
          key={at}
          className="absolute top-1.5 h-[18px] w-2.5 bg-spruce"
          style={{ left: share(at) }}
        />
      ))}
      {acts.map(({ key, start, gates }) =>
        gates ? (
          <span
            key={key}
            className="-translate-x-1/2 absolute top-2 h-4 w-2.5 border-2 border-ink bg-paper"
            style={{ left: share(start) }}
          />
        ) : null,
      )}
      <span className="absolute top-0 h-6 w-[3px] bg-ink" style={{ left: share(now) }} />
      <p className="small absolute top-7 right-0 left-0 flex justify-between text-muted">
        <span>{clock(from, preferences)}</span>
        <span>
          over at about <b className="text-ink">{clock(to, preferences)}</b>
        </span>
      </p>
    </div>
  )
}
