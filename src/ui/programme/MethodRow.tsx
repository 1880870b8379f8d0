import { inUnits } from '@/words/inUnits'
import type { DisplayPreferences } from '@/words/words'
import type { Action } from '../form/draft'
import { PostButton } from '../form/PostButton'

export interface Way {
  value: string
  name: string
  says?: string
  /** At the hand that chooses it. */
  caution?: string | undefined
}

/** One thing that owners do differently: the ways, which of them is kept, and why the usual one is usual. */
export const MethodRow = ({
  name,
  why,
  ways,
  chosen,
  usual,
  action,
  hidden,
  field = 'value',
  preferences,
}: {
  name: string
  why: string
  ways: readonly Way[]
  chosen: string
  /** Undefined where none is. */
  usual: string | undefined
  action: Action
  hidden: Record<string, string>
  /** The field that the answer goes into. */
  field?: string
  preferences: DisplayPreferences
}) => (
  <fieldset
    aria-label={name}
    className="grid gap-x-8 gap-y-1 border-hair border-t py-3 md:grid-cols-[minmax(0,4fr)_minmax(0,7fr)]"
  >
    <div>
      <h3 className="font-semibold">{name}</h3>
      <p className="small max-w-[44ch] text-muted">{inUnits(why, preferences)}</p>
    </div>
    <ul>
      {ways.map((way) => {
        const isChosen = way.value === chosen
        const label = inUnits(way.name, preferences)
        return (
          <li key={way.value}>
            <div className="flex flex-wrap items-baseline gap-x-2">
              {isChosen ? (
                <b className="inline-flex min-h-11 items-center gap-2">
                  <span aria-hidden="true" className="text-spruce">
                    ●
                  </span>
                  {label}
                  <span className="sr-only">, chosen</span>
                </b>
              ) : (
                <PostButton
                  action={action}
                  hidden={{ ...hidden, [field]: way.value }}
                  label={label}
                  title={`${name}: ${label}`}
                />
              )}
              {way.value === usual && <span className="small text-muted">usual</span>}
              {way.says && (
                <span className="small max-w-[58ch] text-muted">
                  {inUnits(way.says, preferences)}
                </span>
              )}
            </div>
            {way.caution && (
              <p className="small max-w-[58ch] font-medium text-madder">{way.caution}</p>
            )}
          </li>
        )
      })}
    </ul>
  </fieldset>
)
