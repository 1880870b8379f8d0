import type { Estimate } from '../estimate/estimate'
import { FARTHEST_HOURS, fallsTo, leftAlone } from '../estimate/forecast'
import { keepOutAbove, programmeOf } from '../programmes/programme'
import { DAY, type Instant } from '../time'
import type { Tub } from '../tub/tub'
import { type Closure, holdsBack, SLACK } from './closure'
import { type Asks, gate } from './gate'

/** What is done about a closure that no dose and no test opens, or the wait that one takes. */
export type Way =
  | 'power off'
  | 'call an electrician'
  | 'call a doctor'
  | 'look'
  | 'cool'
  | 'refill'
  | 'replace water'
  | 'filter in'
  | 'power on'
  | 'fill'
  | 'wait'

export interface Opening {
  way: Way
  closure: Closure
  /** Of a wait, where its end is known. */
  until: Instant | undefined
}

/** What each asks of hands: a call and the breaker are away from the tub, and so is a look for fumes. */
const asksOf = (way: Way, { code }: Closure): Asks => {
  switch (way) {
    case 'power off':
    case 'power on':
    case 'call an electrician':
    case 'call a doctor':
    case 'wait':
      return { hands: 'away' }
    case 'look':
      return { hands: code === 'fumes' ? 'away' : 'at the tub' }
    default:
      return { hands: 'at the tub' }
  }
}

const waysOf = (closure: Closure): readonly Way[] => {
  const { lift, code } = closure
  switch (lift.by) {
    case 'technician':
      return ['power off', 'call an electrician']
    case 'look and test':
      return ['look']
    case 'refill':
      return code === 'someone unwell' ? ['call a doctor', 'refill'] : ['refill']
    case 'finish the refill':
      return ['refill']
    case 'part change':
      return ['replace water']
    case 'filter in':
      return ['filter in']
    case 'power':
      return ['power on']
    case 'opening':
      return ['fill']
    case 'cooling':
    case 'set point':
      return ['cool']
    case 'wait':
      return ['wait']
    default:
      return code === 'sanitizer high' ? ['wait'] : []
  }
}

/** When a residual that is too high has fallen to what lets people in; undefined where nothing brings it down by itself. */
const fallenAt = (tub: Tub, estimate: Estimate): Instant | undefined =>
  fallsTo(leftAlone(tub, estimate, FARTHEST_HOURS), keepOutAbove(tub) + SLACK.residual)

/** A level that is too high is read again when it should have fallen, and a day after it was read: common practice. */
export const lookedAtAgain = (tub: Tub, estimate: Estimate): Instant => {
  const { lastReading } = estimate.quantities[programmeOf(tub.programme).sanitizer]
  const dayAfter = (lastReading?.at ?? estimate.at) + DAY
  return Math.max(estimate.at, Math.min(fallenAt(tub, estimate) ?? dayAfter, dayAfter))
}

/** What opens a shut tub beside doses and tests: each through the gate, as everything is. */
export const openingsOf = (
  tub: Tub,
  estimate: Estimate,
  found: readonly Closure[],
  replaced: boolean,
): Opening[] =>
  found.flatMap((closure) =>
    waysOf(closure).flatMap((way): Opening[] => {
      // The plan's own step, with its litres.
      if (way === 'replace water' && replaced) return []
      const others = found.filter((other) => other !== closure || !holdsBack(other))
      if (!gate(asksOf(way, closure), others).passes) return []
      const until =
        closure.code === 'sanitizer high' ? fallenAt(tub, estimate) : (closure.until ?? undefined)
      return [{ way, closure, until: way === 'wait' ? until : undefined }]
    }),
  )
