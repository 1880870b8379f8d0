'use client'

import { useEffect, useState } from 'react'
import { PRODUCTS, type ScheduledStage } from '@/core'
import { inUnits } from '@/words/inUnits'
import { formatLength } from '@/words/refillWords'
import { stageText } from '@/words/stageText'
import { type DisplayPreferences, dayAndClock, dose, temperatureSign } from '@/words/words'
import { type Action, DraftForm } from '../form/draft'
import { TextInput } from '../form/inputs'
import { PostButton } from '../form/PostButton'

/** Ticks of a list at the hand; kept in this browser, for they say nothing that the journal needs. */
const Checks = ({ name, checks }: { name: string; checks: readonly string[] }) => {
  const [ticked, setTicked] = useState<string[]>([])
  const key = `pavrel.checks.${name}`
  useEffect(() => {
    try {
      setTicked(JSON.parse(localStorage.getItem(key) ?? '[]') as string[])
    } catch {
      localStorage.removeItem(key)
    }
  }, [key])
  return (
    <ul className="small">
      {checks.map((check) => (
        <li key={check}>
          <label className="flex min-h-9 items-center gap-3">
            <input
              type="checkbox"
              className="size-5 flex-none accent-spruce"
              checked={ticked.includes(check)}
              onChange={(event) => {
                const next = event.target.checked
                  ? [...ticked, check]
                  : ticked.filter((one) => one !== check)
                setTicked(next)
                localStorage.setItem(key, JSON.stringify(next))
              }}
            />
            {check}
          </label>
        </li>
      ))}
    </ul>
  )
}

const OneStage = ({
  placed,
  refillId,
  tubId,
  open,
  tick,
  pin,
  preferences,
}: {
  placed: ScheduledStage
  refillId: number | undefined
  tubId: number
  /** It is the one at hand. */
  open: boolean
  tick: Action
  pin: Action
  preferences: DisplayPreferences
}) => {
  const { stage, state, start, end } = placed
  const text = stageText(stage)
  const hidden = { tub: String(tubId), stage: stage.id, zone: preferences.timeZone }
  const button = (label: string, what: string, className = 'quiet') => (
    <PostButton
      action={tick}
      hidden={{ ...hidden, what }}
      label={label}
      title={`${label}: ${text.name}`}
      className={className}
    />
  )
  const asks = stage.id === 'heat' || stage.id === 'fill'
  const STATE = { planned: '', running: 'under way', done: 'done', skipped: 'skipped' } as const
  return (
    <li className="border-hair border-t">
      <details open={open}>
        <summary className="grid min-h-12 cursor-pointer items-center gap-x-4 py-1 sm:grid-cols-[minmax(0,1fr)_auto]">
          <span className={state === 'done' || state === 'skipped' ? 'text-muted' : ''}>
            {state === 'done' && <span aria-hidden="true">✓ </span>}
            <b>{text.name}</b>{' '}
            <span className="small text-muted">
              {STATE[state] && `${STATE[state]}, `}
              {formatLength(stage.handsMinutes)} by hand
              {stage.aloneMinutes > 0 && `, ${formatLength(stage.aloneMinutes)} unattended`}
            </span>
          </span>
          <time className="small text-muted">
            {dayAndClock(start, preferences)} – {dayAndClock(end, preferences)}
          </time>
        </summary>
        <div className="pb-4">
          {text.cautions.length > 0 && (
            <div className="safety small mb-2">
              {text.cautions.map((caution) => (
                <p key={caution}>{inUnits(caution, preferences)}</p>
              ))}
            </div>
          )}
          {stage.product && (
            <p className="small mb-1">
              First {dose(stage.product.product, stage.product.grams, preferences)}{' '}
              {PRODUCTS[stage.product.product].commonName} to start with. Then test, and add more
              only if there’s some left.
            </p>
          )}
          <Checks
            name={`${refillId ?? 0}.${stage.id}`}
            checks={text.checks.map((one) => inUnits(one, preferences))}
          />
          {refillId !== undefined && (state === 'planned' || state === 'running') && (
            <div className="mt-2 flex flex-wrap items-end gap-x-6 gap-y-2">
              {asks ? (
                <DraftForm
                  action={tick}
                  draftKey={undefined}
                  initial={{ celsius: '', litres: '' }}
                  hidden={{ ...hidden, what: state === 'running' ? 'done' : 'begun' }}
                  className="flex flex-wrap items-end gap-3"
                  submit={({ pending }) => (
                    <button
                      type="submit"
                      className="plain"
                      disabled={pending}
                      aria-label={`${state === 'running' ? 'Mark done' : 'Mark started'}: ${text.name}`}
                    >
                      {state === 'running' ? 'Mark done' : 'Mark started'}
                    </button>
                  )}
                >
                  {stage.id === 'heat' ? (
                    <TextInput
                      name="celsius"
                      label="Water is at"
                      unit={temperatureSign(preferences.units.temperature)}
                      decimal
                    />
                  ) : (
                    state === 'running' && (
                      <TextInput
                        name="litres"
                        label="Meter reading"
                        unit={preferences.units.volume === 'litre' ? 'L' : 'gal'}
                        decimal
                      />
                    )
                  )}
                </DraftForm>
              ) : (
                <>
                  {state === 'planned' &&
                    stage.aloneMinutes > 0 &&
                    button('Mark started', 'begun', 'plain')}
                  {button('Mark done', 'done', 'plain')}
                </>
              )}
              {state === 'planned' && button('Skip', 'skipped')}
              {state === 'planned' && (
                <details>
                  <summary className="quiet">Set an earliest start…</summary>
                  <DraftForm
                    action={pin}
                    draftKey={undefined}
                    initial={{ at: '' }}
                    hidden={hidden}
                    className="flex flex-wrap items-end gap-3"
                    submit={({ pending }) => (
                      <button type="submit" className="quiet" disabled={pending}>
                        Set earliest start
                      </button>
                    )}
                  >
                    <TextInput name="at" label="Day and time" type="datetime-local" />
                  </DraftForm>
                  <PostButton action={pin} hidden={hidden} label="Remove earliest start" />
                </details>
              )}
            </div>
          )}
        </div>
      </details>
    </li>
  )
}

/** The stages as they are walked: where the hand works stand its checks and its cautions. */
export const StageList = ({
  placed,
  refillId,
  tubId,
  tick,
  pin,
  preferences,
}: {
  placed: readonly ScheduledStage[]
  refillId: number | undefined
  tubId: number
  tick: Action
  pin: Action
  preferences: DisplayPreferences
}) => {
  const first = placed.find(({ state }) => state === 'running' || state === 'planned')
  return (
    <ol>
      {placed
        .toSorted((a, b) => a.start - b.start)
        .map((one) => (
          <OneStage
            key={`${one.stage.id}${one.state}`}
            placed={one}
            refillId={refillId}
            tubId={tubId}
            open={one === first}
            tick={tick}
            pin={pin}
            preferences={preferences}
          />
        ))}
    </ol>
  )
}
