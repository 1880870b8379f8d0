import type { RefillReason } from '@/core'
import { Link } from '@/ui/Link'
import { formatDue, formatReason } from '@/words/refillWords'
import type { DisplayPreferences } from '@/words/words'

/** When each rule says that the water is used up, and what a treatment would do instead. */
export const WaterRules = ({
  reasons,
  tubId,
  now,
  preferences,
}: {
  reasons: readonly RefillReason[]
  tubId: number
  now: number
  preferences: DisplayPreferences
}) => (
  <section aria-labelledby="why">
    <h2 id="why" className="head mb-1">
      When each rule says to change it
    </h2>
    {reasons.length === 0 ? (
      <p className="small">
        <Link href={`/tubs/${tubId}/record?add=water`} className="quiet">
          Enter when the tub was last filled
        </Link>
      </p>
    ) : (
      <dl className="small">
        {reasons.map((reason) => {
          const { rule, words } = formatReason(reason, preferences)
          return (
            <div
              key={`${rule}${words}`}
              className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-4 border-hair border-t py-1.5"
            >
              <dt className="font-semibold">{rule}</dt>
              <dd className="text-right">{formatDue(reason.at, preferences)}</dd>
              <dd className="col-span-2 text-muted">{words}</dd>
            </div>
          )
        })}
      </dl>
    )}
    <details>
      <summary className="quiet">Or treat it instead?</summary>
      <div className="small max-w-[60ch] text-muted">
        <p>
          Clarifier clumps fine particles so that the filter catches them. Dissolved solids,
          stabiliser and foam stay, and too much of it makes the water cloudy.
        </p>
        <p className="mt-1">
          Enzyme slowly breaks down oils and scum. At two to three times its dose it also loosens
          film in the pipes, the day before a drain. It does nothing for the smell of used
          sanitizer.
        </p>
        <p className="mt-1">
          Anti-foam suppresses foam for hours. Its cause stays in the water, so it comes back.
        </p>
        <p className="mt-1">
          {reasons.some(({ rule, at: when }) => when <= now && rule !== 'age')
            ? 'A rule says this water is used up: treating it would only delay the refill.'
            : 'No rule says this water is used up yet: a treatment may be enough, if the sign doesn’t come back within a month.'}
        </p>
      </div>
    </details>
  </section>
)
