import { type Estimate, isStale } from '../estimate/estimate'
import { DAY, type Entry, HOUR, type Instant, MINUTE } from '../journal/entry'
import { guidedProgramme } from '../programmes/programme'
import { QUANTITY, type Quantity } from '../testing/quantity'
import type { Tub } from '../tub'
import { handlingOf } from './handling'
import { type Plan, roundOf, waitingUntil } from './plan'

export type AgendaItem = { due: Instant; minutes: number } & (
  | { kind: 'dose'; plan: Plan }
  | { kind: 'retest'; also: Quantity[] }
  | { kind: 'test'; quantities: Quantity[] }
  | { kind: 'refill' }
  /** Nobody has said yet how old this water is. */
  | { kind: 'water age' }
)

const RETEST_AFTER = 30 * MINUTE
/** Balance weekly, stabiliser and hardness monthly: common practice. */
const EVERY: Partial<Record<Quantity, number>> = {
  pH: 7 * DAY,
  totalAlkalinity: 7 * DAY,
  calciumHardness: 30 * DAY,
  cyanuricAcid: 30 * DAY,
}
/** Longest life of the water in these programmes: common practice, four months. */
export const LONGEST_WATER_LIFE = 120 * DAY

/** When the residual is forecast to leave its band, or a day after it was read, whichever comes first. */
const sanitizerTestDue = (tub: Tub, estimate: Estimate): Instant => {
  const { sanitizer, lossPerHour } = guidedProgramme(tub.programme)
  const one = estimate.quantities[sanitizer]
  if (!one.lastReading || isStale(sanitizer, one.ageHours)) return estimate.at
  const byAge = one.lastReading.at + QUANTITY[sanitizer].staleAfterHours * HOUR
  const low = tub.targets.sanitizer.low
  if (one.value <= low) return estimate.at
  if (lossPerHour.mean <= 0) return byAge
  return Math.min(byAge, estimate.at + (Math.log(one.value / low) / lossPerHour.mean) * HOUR)
}

/** What comes next for this tub, soonest first. */
export const agenda = (
  tub: Tub,
  journal: readonly Entry[],
  estimate: Estimate,
  plan: Plan,
): AgendaItem[] => {
  const now = estimate.at
  const { doses, aerations } = roundOf(journal, estimate)
  const programme = guidedProgramme(tub.programme)
  const items: AgendaItem[] = []
  const stepsEnd = plan.steps.reduce(
    (sum, step) => sum + step.waitMinutes + (step.kind === 'aerate' ? step.minutes : 0),
    0,
  )
  const start = waitingUntil(journal, now)?.until ?? now

  if (plan.steps.length > 0)
    items.push({ kind: 'dose', due: start, minutes: 3 * plan.steps.length, plan })
  const last = [...doses, ...aerations].reduce((latest, entry) => {
    const mixed =
      entry.kind === 'dose'
        ? entry.at + handlingOf(entry.body.product).waitMinutes * MINUTE
        : entry.at + entry.body.minutes * MINUTE
    return Math.max(latest, mixed, entry.at + RETEST_AFTER)
  }, 0)
  if (plan.steps.length > 0)
    items.push({
      kind: 'retest',
      also: [],
      due: Math.max(start + Math.max(stepsEnd * MINUTE, RETEST_AFTER), last),
      minutes: 3,
    })
  else if (last > 0) items.push({ kind: 'retest', also: [], due: Math.max(now, last), minutes: 3 })

  // Nobody doses or soaks by a residual that is too old to know: its test comes before everything.
  const { lastReading, ageHours } = estimate.quantities[programme.sanitizer]
  if (lastReading && isStale(programme.sanitizer, ageHours))
    items.unshift({ kind: 'test', due: now, minutes: 3, quantities: [programme.sanitizer] })

  const routine: { quantity: Quantity; due: Instant }[] = []
  if (items.length === 0)
    routine.push({ quantity: programme.sanitizer, due: sanitizerTestDue(tub, estimate) })
  for (const quantity of programme.watched) {
    const every = EVERY[quantity]
    if (every === undefined) continue
    const read = estimate.quantities[quantity].lastReading
    const urgent = quantity === 'pH' || quantity === 'totalAlkalinity'
    const unread = urgent || estimate.lastTestAt === undefined ? now : estimate.lastTestAt + 7 * DAY
    routine.push({ quantity, due: read ? read.at + every : unread })
  }
  const retest = items.find((item) => item.kind === 'retest')
  // What is due on the same half day is one trip to the tub.
  routine.sort((a, b) => a.due - b.due)
  for (const { quantity, due } of routine) {
    const previous = items.at(-1)
    const soon = Math.max(due, now)
    if (retest && soon <= retest.due) {
      retest.also.push(quantity)
      continue
    }
    if (previous?.kind === 'test' && soon - previous.due < DAY / 2)
      previous.quantities.push(quantity)
    else items.push({ kind: 'test', due: soon, minutes: 3, quantities: [quantity] })
  }
  if (estimate.filledAt !== undefined)
    items.push({
      kind: 'refill',
      due: Math.max(now, estimate.filledAt + LONGEST_WATER_LIFE),
      minutes: 180,
    })
  else items.push({ kind: 'water age', due: now + DAY, minutes: 1 })
  return items.sort((a, b) => a.due - b.due)
}
