'use client'

import Link from 'next/link'
import { type ChoreDue, choreDoses, type LabelRule, type ProductName } from '@/core'
import { PostButton } from '@/ui/form/PostButton'
import { choreText } from '@/words/choreText'
import { formatWhy } from '@/words/choreWords'
import { inUnits } from '@/words/inUnits'
import type { DisplayPreferences } from '@/words/words'
import { doseLink } from '../form/doseLink'
import { type Action, DraftForm } from '../form/draft'
import { TextInput } from '../form/inputs'
import { ChoreDoses, dosesInto } from './ChoreItem'
import { choreFields } from './choreFields'

/** One chore of the walk, as large as a wet hand needs it. */
export const WalkStep = ({
  tubId,
  tubName,
  litres,
  shelf,
  item,
  left,
  minutes,
  pass,
  keep,
  pour,
  preferences,
}: {
  tubId: number
  tubName: string | undefined
  litres: number
  /** With the labels that its owner typed. */
  shelf: readonly { product: ProductName; label?: LabelRule | null }[]
  item: ChoreDue
  left: number
  minutes: number
  /** Goes on without it. */
  pass: string
  keep: Action
  /** Logs all that a chore puts in. */
  pour: Action
  preferences: DisplayPreferences
}) => {
  const { chore } = item
  const text = choreText(chore)
  const doses = dosesInto(item) ? choreDoses(chore, litres, shelf) : []
  return (
    <section aria-labelledby="chore">
      <p className="small mt-2 text-muted">
        {tubName && `${tubName}. `}
        {left === 1 ? 'The last one' : `${left} left`}, {minutes} minutes
      </p>
      <h1 id="chore" className="serif title mt-1">
        {text.name}
      </h1>
      <p className="small mt-1 text-muted">{formatWhy(item, preferences)}</p>
      {text.needs && <p className="mt-3">You’ll need {text.needs}.</p>}
      <ol className="mt-3 list-decimal pl-6 text-[18px] leading-relaxed">
        {text.how.map((step) => (
          <li key={step}>{inUnits(step, preferences)}</li>
        ))}
      </ol>
      {text.cautions.length > 0 && (
        <div className="safety mt-4">
          {text.cautions.map((caution) => (
            <p key={caution}>{caution}</p>
          ))}
        </div>
      )}
      <ChoreDoses doses={doses} preferences={preferences} />
      {chore.andThen ? (
        <p className="mt-6 flex flex-wrap items-center gap-6">
          <PostButton
            action={pour}
            hidden={{ tub: String(tubId), chore: chore.id, zone: preferences.timeZone }}
            label="Mark added, next"
            className="go"
          />
          <Link href={pass} className="quiet">
            Skip for now
          </Link>
        </p>
      ) : doses[0] ? (
        <p className="mt-6 flex flex-wrap items-center gap-6">
          <Link href={doseLink(tubId, doses[0].product, doses[0].grams)} className="go">
            Add dose
          </Link>
          <Link href={pass} className="quiet">
            Skip for now
          </Link>
        </p>
      ) : (
        <DraftForm
          action={keep}
          draftKey={undefined}
          initial={{ note: '' }}
          hidden={{ ...choreFields(tubId, chore.id), outcome: 'done' }}
          className="mt-5 grid max-w-[420px] gap-4"
          submit={({ pending }) => (
            <p className="flex items-center gap-6">
              <button type="submit" className="go" disabled={pending}>
                Mark done, next
              </button>
              <Link href={pass} className="quiet">
                Skip for now
              </Link>
            </p>
          )}
        >
          <TextInput name="note" label="Note (optional)" />
        </DraftForm>
      )}
    </section>
  )
}
