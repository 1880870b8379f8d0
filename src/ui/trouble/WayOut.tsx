import { type CauseId, type PlacedAct, type Trouble, wayOut } from '@/core'
import type { TubView } from '@/server/views'
import { Link } from '@/ui/Link'
import { inUnits } from '@/words/inUnits'
import { CAUSE_NAMES, LICENSED, MEANWHILE } from '@/words/troubleText'
import { settleName, settleOutcomes } from '@/words/troubleWords'
import { actWords } from '@/words/visitWords'
import { clock, type DisplayPreferences, dayAndClock } from '@/words/words'
import { PostButton } from '../form/PostButton'
import type { Action } from '../form/usePost'

/** The one test that would settle it, both outcomes said before. */
export const Settle = ({
  settle,
  tubId,
}: {
  settle: NonNullable<Trouble['settle']>
  tubId: number
}) => (
  <section aria-labelledby="settle">
    <h2 id="settle" className="head">
      The one test that would settle it
    </h2>
    <p className="mt-1">
      <b>{settleName(settle)}</b>, 3 min{' '}
      <Link href={`/tubs/${tubId}/test`} className="quiet min-h-0">
        Test it
      </Link>
    </p>
    <dl className="small mt-1 border-line border-l-2 pl-3">
      {settleOutcomes(settle).map(({ when, cause }) => (
        <div key={when} className="py-0.5">
          <dt className="font-semibold">{when}</dt>
          <dd className="text-muted">{cause}</dd>
        </div>
      ))}
    </dl>
  </section>
)

/** What of a visit belongs to the way out. */
const belongs = (cause: CauseId, view: TubView, { what }: PlacedAct): boolean => {
  const { steps } = wayOut(cause, view.tub)
  const has = (kind: string) => steps.some((step) => step.kind === kind)
  const chores = steps.flatMap((step) => (step.kind === 'chore' ? [step.chore as string] : []))
  switch (what.kind) {
    case 'chore':
    case 'helper':
    case 'swap':
      return chores.includes(what.chore.id)
    case 'dose':
      return has('balance') || (has('shock') && what.dose.purposes.includes('shock'))
    case 'test':
      return has('balance') || has('shock')
    default:
      return false
  }
}

/** The way out of one cause, as today would hold it. */
export const WayOut = ({
  cause,
  view,
  underWay,
  reopens,
  begin,
  preferences,
}: {
  cause: CauseId
  /** Today with the way out in it. */
  view: TubView
  underWay: boolean
  /** When anyone may get in again, in words. */
  reopens: string
  begin: Action
  preferences: DisplayPreferences
}) => {
  const { tub, visit, now } = view
  const { steps } = wayOut(cause, tub)
  const refill = steps.find((step) => step.kind === 'refill')
  const own = visit.acts.filter((act) => belongs(cause, view, act))
  const others = visit.acts.length - own.length
  const licensed = LICENSED[cause]
  const place = refill ? 'refill' : 'visit'
  const treatment = view.wrong?.treatments.findLast((one) => one.cause === cause)
  const nothing = own.length === 0 && !refill
  return (
    <section aria-labelledby="way-out">
      <h2 id="way-out" className="head">
        What to do about {CAUSE_NAMES[cause]}
      </h2>
      {MEANWHILE[cause] && <p className="safety small mt-2">{MEANWHILE[cause]}</p>}
      <ol className="mt-1">
        {own.map((act, i) => {
          const { figure, name } = actWords(act.what, tub, preferences)
          return (
            <li
              key={act.key}
              className="grid grid-cols-[20px_minmax(0,1fr)_auto] items-baseline gap-x-2 border-hair border-t py-2 first:border-t-0"
            >
              <b>{i + 1}</b>
              <span>
                {figure && <b>{figure} </b>}
                {name}
              </span>
              <span className="small text-muted">{clock(act.start, preferences)}</span>
            </li>
          )
        })}
        {refill && (
          <li className="grid grid-cols-[20px_minmax(0,1fr)] gap-x-2 border-hair border-t py-2 first:border-t-0">
            <b>{own.length + 1}</b>
            <span>
              {refill.purge ? 'Flush the pipes, drain, clean, refill' : 'Drain, clean, refill'}
            </span>
          </li>
        )}
      </ol>
      {others > 0 && own.length > 0 && (
        <p className="small text-muted">and {others} more that are due today anyway.</p>
      )}
      {!nothing && !refill && <p className="small mt-1 font-medium">{reopens}</p>}
      {nothing && (
        <p className="small mt-1 text-muted">
          {underWay
            ? 'Its steps are done.'
            : 'None of it can be done now: see what keeps the tub closed.'}
        </p>
      )}
      {licensed && <p className="small mt-2 font-medium">{inUnits(licensed, preferences)}</p>}
      {underWay ? (
        <p className="small mt-2">
          <b>Being treated</b> since {dayAndClock(treatment?.at ?? now, preferences)}.{' '}
          {treatment?.showsAt !== undefined
            ? `It should be gone by ${dayAndClock(treatment.showsAt, preferences)}: look then.`
            : 'It is part of today’s jobs.'}{' '}
          <Link href={`/tubs/${tub.id}/${place}`} className="quiet min-h-0">
            {refill ? 'Refill' : 'The visit'}
          </Link>
        </p>
      ) : (
        !nothing && (
          <PostButton
            action={begin}
            follows
            hidden={{ tub: String(tub.id), cause }}
            label={refill ? 'Plan the refill' : 'Put these in today’s visit'}
            className="go mt-3 w-full"
          />
        )
      )}
    </section>
  )
}
