'use client'

import { proxy, type Remote, wrap } from 'comlink'
import { useEffect, useRef, useState } from 'react'
import {
  type Ahead,
  bandOf,
  type Entry,
  type Fan,
  HOUR,
  LOAD,
  type SoakLoad,
  type Tub,
} from '@/core'
import { pageLocale } from '@/ui/form/pageLocale'
import { formatFloorAt } from '@/words/learntWords'
import { numberOr } from '@/words/readNumber'
import { field } from '@/words/refusals'
import { formatHealth } from '@/words/verdictWords'
import type { DisplayPreferences } from '@/words/words'
import type { Estimator } from '@/workers/estimate.worker'
import { FanChart } from './FanChart'

interface History {
  now: number
  tub: Tub
  journal: readonly Entry[]
  planned: { at: number; load: SoakLoad }[]
}

type State =
  | { kind: 'idle' }
  | { kind: 'working'; share: number }
  | { kind: 'done'; fans: Fan[]; tub: Tub; marks: { at: number; what: 'soak' }[] }
  | { kind: 'failed' }

/** As far as a forecast reaches, hours. */
const AHEAD = { low: 0, high: 160 }

const numberIn = (text: string, { low, high }: { low: number; high: number }) => {
  const value = numberOr(text, pageLocale())
  return text.trim() !== '' && value >= low && value <= high ? value : undefined
}

const outOf = (name: string, given: string, { low, high }: { low: number; high: number }) =>
  field.outOfRange(name, `“${given}”`, { low, high })

/** What a gathering would do to the coming week, worked out in this browser beside the page. */
export const WhatIfSoak = ({
  tubId,
  preferences,
}: {
  tubId: number
  preferences: DisplayPreferences
}) => {
  const [people, setPeople] = useState('4')
  const [minutes, setMinutes] = useState('45')
  const [hours, setHours] = useState('3')
  const [state, setState] = useState<State>({ kind: 'idle' })
  const [wrong, setWrong] = useState('')
  const held = useRef<{ worker: Worker; estimator: Remote<Estimator> }>(undefined)
  useEffect(() => () => held.current?.worker.terminate(), [])

  const estimator = () => {
    if (!held.current) {
      const worker = new Worker(new URL('../../workers/estimate.worker.ts', import.meta.url), {
        type: 'module',
      })
      held.current = { worker, estimator: wrap<Estimator>(worker) }
    }
    return held.current.estimator
  }
  const work = async () => {
    const load = {
      people: numberIn(people, LOAD.fields.people),
      minutes: numberIn(minutes, LOAD.fields.minutes),
    }
    const inHours = numberIn(hours, AHEAD)
    if (load.people === undefined) return setWrong(outOf('People', people, LOAD.fields.people))
    if (load.minutes === undefined) return setWrong(outOf('Minutes', minutes, LOAD.fields.minutes))
    if (inHours === undefined) return setWrong(outOf('In how many hours', hours, AHEAD))
    setWrong('')
    setState({ kind: 'working', share: 0 })
    try {
      const answer = await fetch(`/api/tubs/${tubId}/history`, { cache: 'no-store' })
      const { now, tub, journal, planned } = (await answer.json()) as History
      const at = now + inHours * HOUR
      const ahead: Ahead[] = [
        ...planned.map((one): Ahead => ({ at: one.at, kind: 'soak', body: one.load })),
        { at, kind: 'soak', body: { people: Math.round(load.people), minutes: load.minutes } },
      ]
      const fans = await estimator().weekIf(
        { tub, journal, now },
        ahead,
        proxy((share: number) =>
          setState((before) => (before.kind === 'working' ? { kind: 'working', share } : before)),
        ),
      )
      setState(
        fans
          ? { kind: 'done', fans, tub, marks: ahead.map((one) => ({ at: one.at, what: 'soak' })) }
          : { kind: 'idle' },
      )
    } catch {
      setState({ kind: 'failed' })
    }
  }
  const field = (label: string, value: string, set: (value: string) => void) => (
    <label className="block w-[104px]">
      <span className="mb-1 block font-medium text-[15px]">{label}</span>
      <input
        className="field"
        inputMode="decimal"
        value={value}
        onChange={(event) => set(event.target.value)}
      />
    </label>
  )
  const [residual] = state.kind === 'done' ? state.fans : []
  return (
    <section aria-labelledby="what-if" className="mt-7">
      <h2 id="what-if" className="head">
        What if more people get in?
      </h2>
      <form
        className="mt-2 flex flex-wrap items-end gap-3"
        onSubmit={(event) => {
          event.preventDefault()
          void work()
        }}
      >
        {field('People', people, setPeople)}
        {field('Minutes', minutes, setMinutes)}
        {field('In how many hours', hours, setHours)}
        {state.kind === 'working' ? (
          <button
            type="button"
            className="plain"
            onClick={() => {
              void estimator().giveUp()
              setState({ kind: 'idle' })
            }}
          >
            Cancel
          </button>
        ) : (
          <button type="submit" className="plain">
            Calculate
          </button>
        )}
      </form>
      <p className="note mt-2 max-w-[66ch] text-muted">
        A forecast, not a go-ahead: test before anyone gets in. {formatHealth(preferences)}
      </p>
      {wrong && (
        <p role="alert" className="small mt-2 font-medium text-madder">
          {wrong}
        </p>
      )}
      <div role="status" className="small mt-2 min-h-[22px] text-muted">
        {state.kind === 'working' && (
          <progress max={1} value={state.share} className="w-[220px] accent-spruce">
            {Math.round(100 * state.share)} %
          </progress>
        )}
        {state.kind === 'failed' && 'Couldn’t calculate: the server didn’t answer. Try again.'}
        {state.kind === 'done' &&
          residual &&
          formatFloorAt(residual, state.tub.targets.sanitizer.low, preferences)}
      </div>
      {state.kind === 'done' && residual && (
        <div className="max-w-[560px]">
          <FanChart
            fan={residual}
            band={bandOf(state.tub, residual.quantity)}
            marks={state.marks}
            preferences={preferences}
          />
        </div>
      )}
    </section>
  )
}
