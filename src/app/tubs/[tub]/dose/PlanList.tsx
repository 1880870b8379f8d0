import { saveEntry } from '@/app/actions'
import { type Plan, PRODUCTS } from '@/core'
import type { TubView } from '@/server/views'
import { Countdown } from '@/ui/dose/Countdown'
import { Done, dot, PlanStepView } from '@/ui/dose/PlanStepView'
import { Link } from '@/ui/Link'
import { Explained } from '@/ui/words/Explained'
import { formatNote } from '@/words/adviceText'
import { waitingTest } from '@/words/closureWords'
import { aboutWhen, clock, type DisplayPreferences, dose } from '@/words/words'

/** What is in, what goes in, and the test that ends it. */
export const PlanList = ({
  view,
  replacing,
  preferences,
}: {
  view: TubView
  /** The plan begins with fresh water. */
  replacing: boolean
  preferences: DisplayPreferences
}) => {
  const { tub, plan, waiting, now, schedule } = view
  const waits = waitingTest(view)
  const nothing = plan.steps.length === 0
  return (
    <ol>
      <Done view={view} preferences={preferences} />
      {plan.steps.map((step, i) => (
        <PlanStepView
          key={`${step.order}-${step.kind}`}
          step={step}
          view={view}
          preferences={preferences}
          at={schedule.starts[i] ?? now}
          thenMinutes={schedule.waits[i] ?? 0}
          last={i === plan.steps.length - 1}
          turn={i === 0}
          keep={saveEntry}
        />
      ))}
      <li className="relative ml-3.5 pl-6">
        <span className={`${dot} left-[-12.5px] border-2 border-line bg-paper`} aria-hidden="true">
          <svg width={10} height={14} viewBox="0 0 10 14" aria-hidden="true">
            <rect
              x={2.5}
              y={1}
              width={5}
              height={12}
              fill="none"
              stroke="var(--ink)"
              strokeWidth={1.6}
            />
          </svg>
        </span>
        <p>
          <b>Test again</b>,{' '}
          {nothing && !waiting && waits === undefined
            ? 'now'
            : aboutWhen(waits ?? schedule.testAt, preferences)}
        </p>
        {plan.later.length > 0 && (
          <p className="small mt-1 max-w-[52ch] text-muted">
            {replacing
              ? 'With fresh water in, you may need'
              : 'Large corrections are split. After that test you may need another'}{' '}
            {plan.later
              .map(
                ({ product, grams }) =>
                  `${dose(product, grams, preferences)} ${PRODUCTS[product].commonName}`,
              )
              .join(' and ')}
            ; the next test decides.
          </p>
        )}
        {nothing && (
          <>
            {waiting && (
              <div className="mt-3 flex items-center gap-5">
                <Countdown
                  until={waiting.until}
                  since={waiting.since}
                  renderedAt={now}
                  label="Wait before the test"
                />
                <p className="max-w-[34ch]">
                  The {PRODUCTS[waiting.product].commonName} is mixing until{' '}
                  <b>{clock(waiting.until, preferences)}</b>. Nobody in until then.
                </p>
              </div>
            )}
            <Link
              href={`/tubs/${tub.id}/test`}
              className={waits === undefined ? 'go mt-4' : 'plain mt-4'}
            >
              Test the water
            </Link>
          </>
        )}
      </li>
    </ol>
  )
}

/** What was left out or taken for granted, a line each; nothing where there is none. */
export const PlanNotes = ({
  title,
  notes,
  preferences,
}: {
  title: string
  notes: Plan['notes']
  preferences: DisplayPreferences
}) =>
  notes.length > 0 ? (
    <section>
      <h2 className="head">{title}</h2>
      <ul className="small mt-1">
        {notes.map((note) => (
          <li
            key={note.quantity + note.reason.code}
            className="max-w-[64ch] border-hair border-t py-1.5"
          >
            <Explained text={formatNote(note, preferences)} />
          </li>
        ))}
      </ul>
    </section>
  ) : null
