import { NOT_KNOWN, QUESTION_IDS, type Trouble } from '@/core'
import { QUESTION_TEXT } from '@/words/troubleText'
import { answerWords, askWhy, questionWords } from '@/words/troubleWords'
import type { DisplayPreferences } from '@/words/words'
import { PostButton } from '../form/PostButton'
import type { Action } from '../form/usePost'

/** What was answered, and the one question that is expected to tell most. */
export const Questions = ({
  found,
  tubId,
  answer,
  preferences,
}: {
  found: Trouble
  tubId: number
  answer: Action
  preferences: DisplayPreferences
}) => {
  const { answers, ask } = found
  const answered = QUESTION_IDS.filter((id) => answers[id] !== undefined)
  if (answered.length === 0 && !ask) return null
  const hidden = { tub: String(tubId) }
  return (
    <section aria-labelledby="questions">
      <h2 id="questions" className="head">
        Quick questions
      </h2>
      {answered.map((id) => (
        <div
          key={id}
          className="small grid grid-cols-[minmax(0,1fr)_auto] items-center gap-x-3 border-hair border-t py-1 first:border-t-0 sm:grid-cols-[minmax(0,1fr)_minmax(0,1fr)_auto]"
        >
          <span className="col-span-2 text-muted sm:col-span-1">{questionWords(id)}</span>
          <b>{answerWords(answers[id] ?? '', preferences)}</b>
          <PostButton
            action={answer}
            hidden={{ ...hidden, question: id, answer: '' }}
            label="change"
            title={`Change: ${questionWords(id)}`}
          />
        </div>
      ))}
      {ask && (
        <div className="mt-1 border-hair border-t py-3">
          <p className="font-semibold text-[18px]">{questionWords(ask.question)}</p>
          <p className="small text-muted">
            {QUESTION_TEXT[ask.question].how ?? ''} {askWhy(ask.tells)}
          </p>
          <div className="mt-2 flex flex-wrap items-start gap-2">
            {[...ask.choices, NOT_KNOWN].map((choice) => (
              <PostButton
                key={choice}
                action={answer}
                hidden={{ ...hidden, question: ask.question, answer: choice }}
                label={choice === NOT_KNOWN ? 'I don’t know' : answerWords(choice, preferences)}
                title={`${questionWords(ask.question)} ${choice === NOT_KNOWN ? 'I don’t know' : answerWords(choice, preferences)}`}
                className="plain"
              />
            ))}
          </div>
        </div>
      )}
    </section>
  )
}
