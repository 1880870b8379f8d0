'use client'

import type { ChoreDue } from '@/core/upkeep/choreDue'
import { type Action, DraftForm } from '../form/draft'
import { TextInput } from '../form/inputs'
import { PostButton } from '../form/PostButton'
import { day, numberWords, type Reader } from '../words/words'

/** State by shape and word, colour last: late, in its window, ahead. */
const Mark = ({ state }: { state: ChoreDue['state'] }) => (
  <svg width={16} height={16} viewBox="-8 -8 16 16" aria-hidden="true" className="mt-1">
    {state === 'late' && <path d="M0 -7L7 6H-7z" fill="var(--madder)" />}
    {state === 'due' && <rect x={-6} y={-6} width={12} height={12} fill="var(--spruce)" />}
    {state === 'ahead' && <circle r={5.5} fill="none" stroke="var(--line)" strokeWidth={2} />}
  </svg>
)

const whyWords = ({ why, personHours, due, lastDone, chore }: ChoreDue, reader: Reader): string => {
  const last = lastDone === undefined ? '' : `Last done ${day(lastDone, reader)}. `
  switch (why) {
    case 'load':
      return `${last}Brought forward: ${numberWords(personHours, 1, reader)} person-hours since.`
    case 'quiet':
      return `${last}Nobody was in since, so it can wait longer.`
    case 'postponed':
      return `${last}Put off to ${day(due, reader)}.`
    case 'never noted':
      return 'Not noted yet, so counted from the first entry here.'
    case 'rhythm':
      return `${last}Every ${chore.everyDays} days.`
  }
}

const STATE_WORDS = { late: 'late', due: 'due', ahead: 'ahead' } as const

/** One chore: its day and why, how it is done, and one tap to tick it. */
export const ChoreItem = ({
  tubId,
  item,
  keep,
  reader,
}: {
  tubId: number
  item: ChoreDue
  keep: Action
  reader: Reader
}) => {
  const { chore, state, due } = item
  const hidden = { kind: 'chore', tub: String(tubId), chore: chore.id, when: 'now' }
  return (
    <li className="grid grid-cols-[20px_minmax(0,1fr)_auto] gap-x-3 border-hair border-t py-2.5">
      <Mark state={state} />
      <div className="min-w-0">
        <p>
          <b>{chore.name}</b>{' '}
          <span className="small text-muted">
            <span className={state === 'late' ? 'font-semibold text-madder' : ''}>
              {STATE_WORDS[state]}
            </span>
            , {day(due, reader)} · {chore.minutes} min
          </span>
        </p>
        <p className="small text-muted">{whyWords(item, reader)}</p>
        <details>
          <summary className="quiet">How, and other answers</summary>
          <div className="small mt-1 max-w-[60ch]">
            <p className="text-muted">{chore.purpose}</p>
            <ol className="mt-1 list-decimal pl-5">
              {chore.how.map((step) => (
                <li key={step}>{step}</li>
              ))}
            </ol>
            {chore.cautions.length > 0 && (
              <div className="safety mt-2">
                {chore.cautions.map((caution) => (
                  <p key={caution}>{caution}</p>
                ))}
              </div>
            )}
            <div className="mt-2 flex flex-wrap items-start gap-x-6 gap-y-2">
              <PostButton
                action={keep}
                hidden={{ ...hidden, outcome: 'postponed' }}
                label="Three days later"
                title={`${chore.name}: three days later`}
              />
              <DraftForm
                action={keep}
                draftKey={undefined}
                initial={{}}
                hidden={{ ...hidden, outcome: 'skipped' }}
                className="flex flex-wrap items-end gap-3"
                submit={({ pending }) => (
                  <button type="submit" className="quiet" disabled={pending}>
                    Leave it out
                  </button>
                )}
              >
                <TextInput name="note" label="Why left out" />
              </DraftForm>
            </div>
          </div>
        </details>
      </div>
      <PostButton
        action={keep}
        hidden={{ ...hidden, outcome: 'done' }}
        label="Done"
        title={`Done: ${chore.name}`}
        className="plain self-start"
      />
    </li>
  )
}
