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
}) => {
  const kept = ways.find(({ value }) => value === chosen)
  return (
    <li className="border-hair border-t">
      <details className="group">
        <summary className="grid min-h-11 cursor-pointer grid-cols-[minmax(0,1fr)_16px] items-baseline gap-x-6 py-2 md:grid-cols-[minmax(0,5fr)_minmax(0,6fr)_16px] print:min-h-0 print:grid-cols-[minmax(0,5fr)_minmax(0,6fr)] print:py-0.5">
          <h3 className="font-normal">{name}</h3>
          <span className="row-start-2 md:row-start-auto print:row-start-auto">
            <b>{kept ? inUnits(kept.name, preferences) : 'Something else'}</b>
            {chosen === usual && <span className="small text-muted"> · usual</span>}
          </span>
          <span
            aria-hidden="true"
            className="col-start-2 row-start-1 text-muted transition-transform group-open:rotate-180 md:col-start-3 print:hidden"
          >
            ▾
          </span>
        </summary>
        <div className="pb-3 md:pl-4">
          <p className="small max-w-[62ch] text-muted">
            {usual === undefined ? '' : 'Why the usual way: '}
            {inUnits(why, preferences)}
          </p>
          {/* biome-ignore lint/a11y/noRedundantRoles: a list without marks is no list to some readers */}
          <ul role="list">
            {ways.map((way) => {
              const isChosen = way.value === chosen
              const label = inUnits(way.name, preferences)
              return (
                <li key={way.value} className="flex flex-wrap items-baseline gap-x-3">
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
                  <span className="small max-w-[62ch] text-muted">
                    {[way.value === usual ? 'Usual.' : '', inUnits(way.says ?? '', preferences)]
                      .filter(Boolean)
                      .join(' ')}
                    {way.caution && <b className="text-madder"> {way.caution}</b>}
                  </span>
                </li>
              )
            })}
          </ul>
        </div>
      </details>
    </li>
  )
}
