import { floorBroken, type Plan, planToday, programmeOf, type Question } from '@/core'
import type { TubView } from '@/server/views'
import { formatStepReason } from '@/words/adviceText'
import { formatAnswer, formatOutcome, leavesBehind, QUESTION_WORDS } from '@/words/choiceWords'
import { presetText } from '@/words/programmeText'
import type { DisplayPreferences } from '@/words/words'
import type { Action } from '../form/draft'
import { PostButton } from '../form/PostButton'

const Way = ({
  action,
  tubId,
  asks,
  value,
  label,
  chosen,
  outcome,
  caution,
}: {
  action: Action
  tubId: number
  asks: string
  value: string
  label: string
  chosen: boolean
  outcome: string
  caution?: string | undefined
}) => (
  <li className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-x-4 border-hair border-t py-1.5">
    <div>
      <p className="font-medium">{label}</p>
      <p className="small text-muted">{outcome}</p>
      {caution && <p className="small font-medium text-madder">{caution}</p>}
    </div>
    {chosen ? (
      <b className="small flex min-h-11 items-center text-spruce">current plan</b>
    ) : (
      <PostButton
        action={action}
        hidden={{ tub: String(tubId), asks, value }}
        label="Choose this"
        title={`Choose this: ${label}`}
      />
    )}
  </li>
)

/** The ranges of other schools, and what each would pour now. */
const Schools = ({
  view,
  action,
  preferences,
}: {
  view: TubView
  action: Action
  preferences: DisplayPreferences
}) => {
  const { tub, estimate, journal } = view
  const { presets, sanitizer } = programmeOf(tub.programme)
  if (presets.length < 2) return null
  return (
    <section>
      <h3 className="head mt-3">Target range</h3>
      <ul>
        {presets.map(({ id, targets }) => {
          const { name, note } = presetText(tub.programme, id)
          const floor = floorBroken(sanitizer, targets.sanitizer)
          const plan = planToday({ ...tub, targets }, journal, estimate, view.asked).plan
          return (
            <Way
              key={id}
              action={action}
              tubId={tub.id}
              asks="preset"
              value={id}
              label={`${name}. ${note}`}
              chosen={tub.preset === id}
              outcome={formatOutcome(plan, preferences)}
              caution={
                floor === undefined
                  ? undefined
                  : `Starts below ${floor} ppm, the published floor for hot tubs.`
              }
            />
          )
        })}
      </ul>
    </section>
  )
}

/** Why the first step of a plan goes first. */
const firstReason = ({ steps: [first] }: Plan, preferences: DisplayPreferences): string =>
  first ? ` ${formatStepReason(first.why, preferences)}` : ''

/** Where practice knows more than one way: each answer with what comes of it, before it is chosen. */
export const PlanOptions = ({
  view,
  questions,
  action,
  preferences,
}: {
  view: TubView
  action: Action
  questions: readonly Question[]
  preferences: DisplayPreferences
}) => {
  const { tub } = view
  return (
    <details className="print:hidden">
      <summary className="quiet">Other ways</summary>
      <div className="max-w-[620px]">
        {questions.map(({ asks, alternatives }) => (
          <section key={asks}>
            <h3 className="head mt-3">{QUESTION_WORDS[asks]}</h3>
            <ul>
              {alternatives.map((alternative) => (
                <Way
                  key={alternative.value}
                  action={action}
                  tubId={tub.id}
                  asks={asks}
                  value={alternative.value}
                  label={formatAnswer(asks, alternative.value)}
                  chosen={alternative.chosen}
                  outcome={`${formatOutcome(alternative.plan, preferences)}${asks === 'sanitizer' ? leavesBehind(alternative, preferences) : asks === 'order' ? firstReason(alternative.plan, preferences) : ''}`}
                />
              ))}
            </ul>
          </section>
        ))}
        <Schools view={view} action={action} preferences={preferences} />
      </div>
    </details>
  )
}
