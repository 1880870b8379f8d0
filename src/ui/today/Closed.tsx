import type { TubView } from '@/server/views'
import { Link } from '@/ui/Link'
import { CLOSURE_SHORT, formatClosure, liftsToday } from '@/words/closureWords'
import type { DisplayPreferences } from '@/words/words'

/** An octagon with a bar: nobody gets in. */
export const ClosedMark = ({ size = 22 }: { size?: number }) => (
  <svg width={size} height={size} viewBox="0 0 24 24" aria-hidden="true" className="flex-none">
    <path
      d="M7.5 1.5h9l6 6v9l-6 6h-9l-6-6v-9z"
      fill="none"
      stroke="var(--madder)"
      strokeWidth={2.6}
    />
    <path d="M6 12h12" stroke="var(--madder)" strokeWidth={3.4} />
  </svg>
)

/** Every reason why nobody may get in, with what opens it; nothing where the tub is open. */
export const Closed = ({
  view,
  preferences,
  here,
  inOrder = false,
}: {
  view: TubView
  preferences: DisplayPreferences
  /** The place it stands in: no link leads to where one is. */
  here?: string
  /** All there is to do stands below, in order. */
  inOrder?: boolean
}) => {
  const { closures } = view.verdict
  if (closures.length === 0) return null
  const dosing = view.plan.steps.length > 0
  return (
    <section aria-label="Closed" className="mt-3 max-w-[72ch] border-madder border-l-4 pl-3">
      <ul className="grid gap-1.5">
        {closures.map((closure) => {
          const { why, lift, action } = formatClosure(closure, preferences)
          const now = liftsToday(closure, view)
          // Where something goes in first, the test comes after it; where a visit has it all, the visit leads.
          const leads =
            now && action.place !== here && !inOrder && !(dosing && closure.lift.by === 'test')
          return (
            <li key={closure.code + closure.since} className="small flex gap-2.5">
              <span className="mt-0.5">
                <ClosedMark size={16} />
              </span>
              <span>
                <b>Closed, {CLOSURE_SHORT[closure.code]}.</b> {why} {now && lift}{' '}
                {leads && (
                  <Link
                    href={`/tubs/${view.tub.id}/${action.place}`}
                    className="underline decoration-line underline-offset-4 print:hidden"
                  >
                    {action.label}
                  </Link>
                )}
              </span>
            </li>
          )
        })}
      </ul>
    </section>
  )
}
