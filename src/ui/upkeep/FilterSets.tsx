'use client'
import { FILTER_KINDS, type FilterStatus, RECIPES } from '@/core'
import { SubmitButton } from '@/ui/form/SubmitButton'
import { formatFilterLife, formatStanding } from '@/words/choreWords'
import { RECIPE_TEXT } from '@/words/filterText'
import { inUnits } from '@/words/inUnits'
import type { STILL } from '@/words/stillWords'
import type { DisplayPreferences } from '@/words/words'
import { Countdown } from '../dose/Countdown'
import { type Action, DraftForm } from '../form/draft'
import { Choices, TextInput } from '../form/inputs'
import { PostButton } from '../form/PostButton'
import { FilterPicture } from './FilterPicture'

const RecipeForm = ({
  standing,
  tubId,
  act,
  preferences,
}: {
  standing: FilterStatus
  tubId: number
  act: Action
  preferences: DisplayPreferences
}) => (
  <details>
    <summary className="quiet">Start a soak…</summary>
    <DraftForm
      action={act}
      draftKey={undefined}
      initial={{ recipe: 'warm' }}
      hidden={{ tub: String(tubId), set: String(standing.set.id), act: 'soak' }}
      className="mt-1 grid gap-3"
      submit={({ pending }) => (
        <button type="submit" className="plain justify-self-start" disabled={pending}>
          It’s in the bucket: start the timer
        </button>
      )}
    >
      <Choices
        name="recipe"
        label="How"
        options={RECIPES.map(({ id }) => ({ value: id, label: RECIPE_TEXT[id].name }))}
      />
      <ul className="note text-muted">
        {RECIPES.map(({ id, needsSpare }) => (
          <li key={id}>
            {RECIPE_TEXT[id].name}: {inUnits(RECIPE_TEXT[id].how, preferences)}
            {needsSpare && ' Meanwhile another set has to be in the tub, or the pump off.'}
          </li>
        ))}
      </ul>
      <p className="safety small">
        Outdoors, wearing gloves. The cleaner’s label comes first. Never put acid and chlorine in
        the same bucket.
      </p>
    </DraftForm>
  </details>
)

const OneSet = ({
  standing,
  nth,
  tubId,
  where,
  inTub,
  still,
  act,
  preferences,
}: {
  standing: FilterStatus
  nth: number
  tubId: number
  /** The name of the tub it is in. */
  where: string | undefined
  /** What is in this tub. */
  inTub: string | undefined
  still: (typeof STILL)['breaker']
  act: Action
  preferences: DisplayPreferences
}) => {
  const { set, state, until, since } = standing
  const hidden = { tub: String(tubId), set: String(set.id) }
  const elsewhere = standing.tubId !== undefined && standing.tubId !== tubId
  const button = (label: string, fields: Record<string, string>, className = 'quiet') => (
    <PostButton
      action={act}
      hidden={{ ...hidden, ...fields }}
      label={label}
      title={`${set.name}: ${label}`}
      className={className}
    />
  )
  return (
    <li className="grid grid-cols-[104px_minmax(0,1fr)] gap-x-4 border-hair border-t py-3">
      <FilterPicture standing={standing} nth={nth} />
      <div className="min-w-0">
        <p className="leading-snug">
          <b>{set.name}</b>{' '}
          <span className="note text-muted">
            {set.cartridges > 1 ? `${set.cartridges} × ` : ''}
            {set.kind}
            {set.size && `, ${set.size}`}
          </span>
        </p>
        <p className="small">
          {elsewhere ? `in ${where ?? 'another tub'}` : formatStanding(standing, preferences)}
        </p>
        <p className={`note ${standing.replace ? 'font-semibold text-madder' : 'text-muted'}`}>
          {formatFilterLife(standing, preferences)}
        </p>
        {state === 'soaking' && until !== undefined && until > preferences.now && (
          <div className="mt-2">
            <Countdown
              until={until}
              since={since}
              renderedAt={preferences.now}
              label={`${set.name}: soak`}
            />
          </div>
        )}
        {!elsewhere && (
          <div className="flex flex-wrap items-start gap-x-5">
            {state === 'in the tub' && (
              <>
                {button('Rinsed white, put back', { act: 'rinse', seen: 'white' })}
                {button('Rinsed, but not white', { act: 'rinse', seen: 'not white' })}
                {button(`${still.first}: take out`, { act: 'take out' })}
              </>
            )}
            {(state === 'taken out' || state === 'soaking') &&
              button(state === 'soaking' ? 'Rinsed until clear' : 'Rinsed white', {
                act: 'rinse',
                seen: 'white',
              })}
            {(state === 'rinsing' || state === 'taken out') &&
              button('Hung to dry', { act: 'dry' })}
            {state === 'drying' && button('Dry now', { act: 'ready' })}
            {(state === 'ready' || state === 'new' || state === 'rinsing' || state === 'drying') &&
              button(
                `${still.first}: ${inTub ? `this in, ${inTub} out` : 'put in'}`,
                { act: 'put in' },
                'plain mt-1 !min-h-11',
              )}
            {(state === 'taken out' || state === 'rinsing') && (
              <RecipeForm standing={standing} tubId={tubId} act={act} preferences={preferences} />
            )}
            {state !== 'in the tub' && state !== 'retired' && (
              <details>
                <summary className="quiet">It’s worn out…</summary>
                <div className="flex flex-wrap gap-x-5">
                  {button('Torn or cracked', { act: 'rinse', seen: 'torn filter' })}
                  {button('Throw away', { act: 'retire' })}
                </div>
              </details>
            )}
          </div>
        )}
      </div>
    </li>
  )
}

/** The cartridges of the house: where each is, what it has been through, and what may be done to it next. */
export const FilterSets = ({
  filters,
  tubId,
  still,
  tubs,
  keep,
  act,
  today,
  preferences,
}: {
  filters: readonly FilterStatus[]
  tubId: number
  /** How everything is made to stand still in this tub. */
  still: (typeof STILL)['breaker']
  tubs: readonly { id: number; name: string }[]
  keep: Action
  act: Action
  today: string
  preferences: DisplayPreferences
}) => {
  const used = filters.filter(({ state }) => state !== 'retired')
  const gone = filters.filter(({ state }) => state === 'retired')
  const inTub = used.find((one) => one.tubId === tubId)?.set.name
  const item = (standing: FilterStatus) => (
    <OneSet
      key={`${standing.set.id}${standing.state}${standing.since}${standing.rinses}`}
      standing={standing}
      nth={filters.indexOf(standing)}
      tubId={tubId}
      where={tubs.find(({ id }) => id === standing.tubId)?.name}
      inTub={inTub === standing.set.name ? undefined : inTub}
      still={still}
      act={act}
      preferences={preferences}
    />
  )
  return (
    <section aria-labelledby="filters">
      <h2 id="filters" className="head mb-1">
        Filter sets
      </h2>
      {used.length > 0 ? (
        <>
          <p className="safety note">{still.step} Never run the pump without a filter.</p>
          <ul className="mt-2">{used.map(item)}</ul>
        </>
      ) : (
        <p className="small text-muted">
          Add the cartridges you have, and Pavrel tracks their hours, rinses and soaks. A second set
          is worth it: one dries while the other works.
        </p>
      )}
      {used.length === 1 && (
        <p className="note text-muted">With a spare set you can soak one for longer.</p>
      )}
      <details>
        <summary className="quiet">Add a set</summary>
        <DraftForm
          key={filters.length}
          action={keep}
          draftKey={`filter-set.${tubId}`}
          initial={{ name: '', kind: 'open ends', cartridges: '1', size: '', bought: '' }}
          hidden={{ tub: String(tubId), zone: preferences.timeZone }}
          className="mt-2 grid max-w-[460px] gap-4"
          submit={({ pending }) => <SubmitButton pending={pending}>Add it</SubmitButton>}
        >
          <TextInput name="name" label="Name" hint="Mark them with a cord or a dot of paint." />
          <Choices
            name="kind"
            label="Kind"
            options={FILTER_KINDS.map((value) => ({ value, label: value }))}
          />
          <div className="grid grid-cols-2 gap-4">
            <TextInput name="cartridges" label="Cartridges" decimal />
            <TextInput name="size" label="Size" />
          </div>
          <TextInput name="bought" label="Bought on" type="date" max={today} />
        </DraftForm>
      </details>
      {gone.length > 0 && (
        <details>
          <summary className="quiet">Thrown away ({gone.length})</summary>
          <ul>{gone.map(item)}</ul>
        </details>
      )}
    </section>
  )
}
