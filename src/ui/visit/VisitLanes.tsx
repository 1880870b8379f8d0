'use client'

import { useRouter } from 'next/navigation'
import { startTransition } from 'react'
import type { Decisions, Instant } from '@/core'
import type { DisplayPreferences } from '@/words/words'
import { type Action, usePost } from '../form/usePost'
import { Lanes } from './Lanes'
import type { LaneBlock, LaneTub } from './laneData'

/** Puts an act to another time: later, or before what would have come first. */
const moved = (
  decisions: Decisions,
  acts: readonly LaneBlock[],
  key: string,
  to: Instant,
): { decisions: Decisions; of?: string } | undefined => {
  const act = acts.find((one) => one.key === key)
  if (!act || act.start === to) return undefined
  const rest = {
    ...decisions,
    moved: decisions.moved.filter((one) => one.key !== key),
    ahead: decisions.ahead.filter((one) => one.key !== key),
  }
  if (to > act.start)
    return { decisions: { ...rest, moved: [...rest.moved, { key, notBefore: to }] } }
  // Before the first that begins at that time or after it.
  const of = acts.find((one) => one.key !== key && one.handsEnd > to && one.start < act.start)?.key
  return of === undefined
    ? { decisions: rest }
    : { decisions: { ...rest, ahead: [...rest.ahead, { key, of }] }, of }
}

/** The lanes, and what a drag asks for: of a visit that is only planned by its address, of one under way by what is kept of it. */
export const VisitLanes = ({
  tubId,
  begun,
  start,
  ready,
  readyName,
  acts,
  tubs,
  decisions,
  address,
  decide,
  said,
  preferences,
}: {
  tubId: number
  begun: boolean
  start: Instant
  ready: Instant | undefined
  /** What the visit ends with: a test that lets people in, or one after which the level still has to fall. */
  readyName: 'Ready' | 'Tested' | 'Done'
  acts: readonly LaneBlock[]
  tubs: readonly LaneTub[]
  decisions: Decisions
  /** The page with what was asked so far, without what a drag changes. */
  address: { base: string; keep: Record<string, string> }
  decide: Action
  /** Why something could not be put where it was wanted. */
  said: string | undefined
  preferences: DisplayPreferences
}) => {
  const router = useRouter()
  const { outcome: state, act } = usePost(decide)
  const go = (more: Record<string, string>, without: readonly string[] = []) => {
    const query = new URLSearchParams({ ...address.keep, ...more })
    for (const name of without) query.delete(name)
    router.replace(`${address.base}?${query}`, { scroll: false })
  }
  return (
    <Lanes
      start={start}
      ready={ready}
      readyName={readyName}
      acts={acts}
      tubs={tubs}
      preferences={preferences}
      moveEnd={
        begun
          ? undefined
          : (end, to) =>
              end === 'start'
                ? go({ start: String(to) }, ['by', 'minutes'])
                : go({ by: String(to) }, ['start', 'minutes'])
      }
      moveAct={(key, to) => {
        const next = moved(decisions, acts, key, to)
        if (!next) return
        if (!begun) {
          go({ d: JSON.stringify(next.decisions) })
          return
        }
        const data = new FormData()
        data.set('tub', String(tubId))
        data.set('key', key)
        data.set('to', 'move')
        data.set('at', String(to))
        if (next.of) data.set('of', next.of)
        startTransition(() => act(data))
      }}
      onChange={state && !state.ok ? state.message : said}
    />
  )
}
