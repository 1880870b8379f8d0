import type { Question } from '@/core/advice/alternatives'
import { dosePlan } from '@/core/advice/plan'
import { floorBroken, programmeOf } from '@/core/programmes/programme'
import type { TubView } from '@/server/views'
import { answerWords, leavesBehind, outcomeWords, QUESTION_WORDS } from '@/words/choiceWords'
import type { Reader } from '@/words/words'
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
      <b className="small flex min-h-11 items-center text-spruce">as planned</b>
    ) : (
      <PostButton
        action={action}
        hidden={{ tub: String(tubId), asks, value }}
        label="Plan so"
        title={`Plan so: ${label}`}
      />
    )}
  </li>
)

/** The ranges of other schools, and what each would pour now. */
const Schools = ({ view, action, reader }: { view: TubView; action: Action; reader: Reader }) => {
  const { tub, estimate, journal, planOptions } = view
  const { presets, sanitizer } = programmeOf(tub.programme)
  if (presets.length < 2) return null
  return (
    <section>
      <h3 className="head mt-3">Whose ranges</h3>
      <ul>
        {presets.map(({ id, name, note, targets }) => {
          const floor = floorBroken(sanitizer, targets.sanitizer)
          const plan = dosePlan({ ...tub, targets }, journal, estimate, planOptions)
          return (
            <Way
              key={id}
              action={action}
              tubId={tub.id}
              asks="preset"
              value={id}
              label={`${name}. ${note}`}
              chosen={tub.preset === id}
              outcome={outcomeWords(plan, reader)}
              caution={
                floor === undefined
                  ? undefined
                  : `Begins below ${floor} ppm, the published floor for hot tubs.`
              }
            />
          )
        })}
      </ul>
    </section>
  )
}

/** Where practice knows more than one way: each answer with what comes of it, before it is chosen. */
export const Ways = ({
  view,
  questions,
  action,
  reader,
}: {
  view: TubView
  action: Action
  questions: readonly Question[]
  reader: Reader
}) => {
  const { tub } = view
  return (
    <details className="print:hidden">
      <summary className="quiet">Other ways to do it</summary>
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
                  label={answerWords(asks, alternative.value)}
                  chosen={alternative.chosen}
                  outcome={`${outcomeWords(alternative.plan, reader)}${asks === 'sanitizer' ? leavesBehind(alternative, reader) : asks === 'order' ? ` ${alternative.plan.steps[0]?.why ?? ''}` : ''}`}
                />
              ))}
            </ul>
          </section>
        ))}
        <Schools view={view} action={action} reader={reader} />
      </div>
    </details>
  )
}
