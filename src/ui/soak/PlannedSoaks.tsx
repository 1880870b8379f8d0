import { programmeOf, soakAhead } from '@/core'
import type { TubView } from '@/server/views'
import { CLOSURE_SHORT, formatClosure } from '@/words/closureWords'
import { amount, type DisplayPreferences, dayAndClock } from '@/words/words'
import type { Action } from '../form/draft'
import { PostButton } from '../form/PostButton'
import { PlanSoakForm } from './PlanSoakForm'

const ADVICE = {
  closed: '',
  test: 'Test first.',
  dose: 'The sanitizer will be too low by then: dose first, then test.',
  ready: 'It should be fine. Confirm with a test first.',
}

/** Planned soaks, and the water that is expected then. */
export const PlannedSoaks = ({
  view,
  keep,
  drop,
  from,
  begun,
  preferences,
}: {
  view: TubView
  keep: Action
  drop: Action
  from: string
  /** A time was handed over: the form is open. */
  begun: boolean
  preferences: DisplayPreferences
}) => {
  const { tub, estimate, planned } = view
  const { sanitizer } = programmeOf(tub.programme)
  const turnUp = view.chores.find(({ why }) => why === 'turn up')
  return (
    <section aria-labelledby="planned">
      <h2 id="planned" className="head">
        Planned soaks
      </h2>
      <ul className="small mt-1">
        {planned.map(({ id, at, load }, i) => {
          const { expected, advice, closure } = soakAhead(tub, estimate, at, view.verdict.closures)
          return (
            <li
              key={id}
              className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-x-4 border-hair border-t py-1.5"
            >
              <span>
                <b>{dayAndClock(at, preferences)}</b>: {load.people} for {load.minutes} minutes.{' '}
                {expected &&
                  `About ${amount(sanitizer, expected.value, preferences)} ± ${amount(sanitizer, expected.standardDeviation, preferences)} by then. `}
                {closure
                  ? `Closed (${CLOSURE_SHORT[closure.code]}) unless that changes: ${formatClosure(closure, preferences).lift}`
                  : ADVICE[advice]}
                {i === 0 &&
                  turnUp &&
                  ` Turn the heater up ${dayAndClock(turnUp.due, preferences)}.`}
              </span>
              <PostButton
                action={drop}
                hidden={{ tub: String(tub.id), id: String(id) }}
                label="Cancel"
                title={`Cancel: ${dayAndClock(at, preferences)}`}
              />
            </li>
          )
        })}
      </ul>
      <details open={begun}>
        <summary className="quiet">Plan a soak</summary>
        <PlanSoakForm key={planned.length} action={keep} tubId={tub.id} from={from} />
      </details>
    </section>
  )
}
