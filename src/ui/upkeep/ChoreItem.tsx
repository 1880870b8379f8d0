'use client'

import type { Closure, HelpersWait } from '@/core'
import {
  type ChoreDue,
  choreDoses,
  type LabelRule,
  PRODUCTS,
  type PresetChoreId,
  type ProductName,
} from '@/core'
import { Link } from '@/ui/Link'
import { choreText } from '@/words/choreText'
import { formatWhy, HELPERS_WAIT, STATE_WORDS } from '@/words/choreWords'
import { CLOSURE_SHORT } from '@/words/closureWords'
import { inUnits } from '@/words/inUnits'
import { type DisplayPreferences, day, dose } from '@/words/words'
import { doseLink } from '../form/doseLink'
import { type Action, DraftForm } from '../form/draft'
import { TextInput } from '../form/inputs'
import { PostButton } from '../form/PostButton'
import { ChoreMark } from './ChoreMark'
import { choreFields } from './choreFields'

/** Where a chore pours something into the tub, the dose is its tick: its waits and cautions come with it. */
const dosesInto = ({ chore }: ChoreDue): boolean =>
  chore.product !== undefined && PRODUCTS[chore.product].goes === 'by hand'

/** What goes in for a chore, in order. */
const ChoreDoses = ({
  doses,
  preferences,
}: {
  doses: ReturnType<typeof choreDoses>
  preferences: DisplayPreferences
}) =>
  doses.length > 0 && (
    <p className="small">
      {doses
        .map(
          ({ product, grams }) =>
            `${dose(product, grams, preferences)} ${PRODUCTS[product].commonName}`,
        )
        .join(', then ')}
    </p>
  )

/** Where the figures behind a chore stand. */
const FIGURES: Partial<Record<ChoreDue['why'], string>> = {
  leaving: 'upkeep/heat#away',
  'turn up': 'upkeep/heat#ready',
}

/** What is done only by its own entry, which says more than a tick. */
const LOGGED_AT: Partial<Record<PresetChoreId, string>> = { 'open fill': 'record?add=water' }

/** One chore: its day and why, how it is done, and one tap to tick it. */
export const ChoreItem = ({
  tubId,
  litres,
  shelf,
  item,
  nth,
  waits,
  shut,
  keep,
  pour,
  preferences,
}: {
  tubId: number
  litres: number
  /** With the labels that its owner typed. */
  shelf: readonly { product: ProductName; label?: LabelRule | null }[]
  item: ChoreDue
  /** Why nothing goes in at the moment. */
  waits: HelpersWait | undefined
  /** The closure that keeps hands from it. */
  shut?: Closure | undefined
  /** Its number on the walk. */
  nth?: number
  keep: Action
  /** Logs all that a chore puts in. */
  pour: Action
  preferences: DisplayPreferences
}) => {
  const { chore, state, due } = item
  const text = choreText(chore)
  const hidden = { ...choreFields(tubId, chore.id), zone: preferences.timeZone }
  const pours = dosesInto(item)
  const product = chore.product && PRODUCTS[chore.product]
  const figures = FIGURES[item.why]
  const loggedAt = LOGGED_AT[chore.id as PresetChoreId]
  const doses = dosesInto(item) ? choreDoses(chore, litres, shelf) : []
  return (
    <li className="grid grid-cols-[22px_minmax(0,1fr)_auto] gap-x-2.5 border-hair border-t py-2">
      {nth === undefined ? <ChoreMark state={state} /> : <b>{nth}</b>}
      <div className="min-w-0">
        <p className="leading-snug">
          {text.name}{' '}
          <span className="small whitespace-nowrap text-muted">
            {chore.minutes} min
            {state !== 'due' && (
              <span className={state === 'late' ? 'font-semibold text-madder' : ''}>
                , {STATE_WORDS[state]}
              </span>
            )}
            {state !== 'due' && ` ${day(due, preferences)}`}
          </span>
        </p>
        <p className="note text-muted">{formatWhy(item, preferences)}</p>
        {figures && (
          <Link href={`/tubs/${tubId}/${figures}`} className="quiet !min-h-9 text-[14px]">
            Show the figures
          </Link>
        )}
        <ChoreDoses doses={doses} preferences={preferences} />
        {shut && (
          <p className="small">
            <b>Not now: {CLOSURE_SHORT[shut.code]}.</b>
          </p>
        )}
        {!shut && waits && doses.length > 0 && <p className="small">{HELPERS_WAIT[waits]}</p>}
        <details>
          <summary className="quiet !min-h-9 text-[14px]">Instructions and options</summary>
          <div className="small mt-1 max-w-[60ch]">
            <p className="text-muted">
              {text.purpose}
              {text.needs && ` Needs ${text.needs}.`}
            </p>
            <ol className="mt-1 list-decimal pl-5">
              {text.how.map((step) => (
                <li key={step}>{inUnits(step, preferences)}</li>
              ))}
            </ol>
            {text.cautions.length > 0 && (
              <div className="safety mt-2">
                {text.cautions.map((caution) => (
                  <p key={caution}>{caution}</p>
                ))}
              </div>
            )}
            <DraftForm
              action={keep}
              draftKey={undefined}
              initial={{ note: '', used: '' }}
              hidden={{ ...hidden, outcome: 'done' }}
              className="mt-3 flex flex-wrap items-end gap-3"
              submit={({ pending }) => (
                <button type="submit" className="quiet" disabled={pending}>
                  Mark done with this
                </button>
              )}
            >
              <TextInput name="note" label="Note" />
              {product && !pours && (
                <TextInput
                  name="used"
                  label={`${product.commonName} used`}
                  unit={product.form === 'liquid' ? 'mL' : 'g'}
                  decimal
                />
              )}
            </DraftForm>
            <div className="mt-2 flex flex-wrap items-start gap-x-6 gap-y-2">
              <PostButton
                action={keep}
                hidden={{ ...hidden, outcome: 'postponed' }}
                label="Snooze 3 days"
                title={`${text.name}: snooze 3 days`}
              />
              <DraftForm
                action={keep}
                draftKey={undefined}
                initial={{ until: '' }}
                hidden={{ ...hidden, outcome: 'postponed' }}
                className="flex flex-wrap items-end gap-3"
                submit={({ pending }) => (
                  <button type="submit" className="quiet" disabled={pending}>
                    Snooze
                  </button>
                )}
              >
                <TextInput name="until" label="Another day" type="date" />
              </DraftForm>
              <DraftForm
                action={keep}
                draftKey={undefined}
                initial={{}}
                hidden={{ ...hidden, outcome: 'skipped' }}
                className="flex flex-wrap items-end gap-3"
                submit={({ pending }) => (
                  <button type="submit" className="quiet" disabled={pending}>
                    Skip
                  </button>
                )}
              >
                <TextInput name="note" label="Why skip it" />
              </DraftForm>
            </div>
          </div>
        </details>
      </div>
      {shut || (waits && doses.length > 0) ? null : chore.andThen ? (
        <PostButton
          action={pour}
          hidden={{ tub: String(tubId), chore: chore.id, zone: preferences.timeZone }}
          label="Mark added"
          title={`Mark added: ${text.name}`}
          className="plain self-start !min-h-11"
        />
      ) : doses[0] ? (
        <Link
          href={doseLink(tubId, doses[0].product, doses[0].grams)}
          className="plain self-start !min-h-11"
          aria-label={`Dose it: ${text.name}`}
        >
          Add dose
        </Link>
      ) : loggedAt ? (
        <Link href={`/tubs/${tubId}/${loggedAt}`} className="plain self-start !min-h-11">
          Log it
        </Link>
      ) : (
        <PostButton
          action={keep}
          hidden={{ ...hidden, outcome: 'done' }}
          label="Mark done"
          title={`Mark done: ${text.name}`}
          className="plain self-start !min-h-11"
        />
      )}
    </li>
  )
}
