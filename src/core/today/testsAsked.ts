import { dosingCycleOf, waitingUntil } from '../advice/dosingCycle'
import { byLabel } from '../advice/due'
import { handlingOf } from '../advice/handling'
import { RETEST_AFTER, scheduleOf } from '../advice/schedule'
import { type Estimate, isStale } from '../estimate/estimate'
import { fallsTo, leftAlone } from '../estimate/forecast'
import { type Entry, isKind } from '../journal/entry'
import { programmeOf } from '../programmes/programme'
import { QUANTITY, type Quantity } from '../testing/quantity'
import { DAY, HOUR, type Instant, MINUTE } from '../time'
import { residualFloor } from '../tub/targetsNow'
import type { Tub } from '../tub/tub'
import { gatheredOn } from '../upkeep/gather'
import type { AgendaGiven, AgendaItem } from './agendaItem'
import { lookedAtAgain } from './openings'
import { quantitiesOf } from './quantitiesOf'
import { testOfUse } from './testOfUse'

/** Balance weekly, stabiliser and hardness monthly: common practice. */
const EVERY: Partial<Record<Quantity, number>> = {
  pH: 7 * DAY,
  totalAlkalinity: 7 * DAY,
  calciumHardness: 30 * DAY,
  cyanuricAcid: 30 * DAY,
}
const SCHOOL_PERIOD = { 'every few days': 2.5 * DAY, weekly: 7 * DAY } as const
/** A new tub is tested before every soak for its first three weeks, whatever the school: common practice. */
const NEW_TUB = 21 * DAY

/** When the school of this tub's people asks for the next test of the residual. */
const sanitizerTestDue = (
  tub: Tub,
  journal: readonly Entry[],
  estimate: Estimate,
  ofUse: Instant | undefined,
): Instant => {
  const { sanitizer } = programmeOf(tub.programme)
  const read = estimate.quantities[sanitizer].lastReading
  const school = byLabel(tub) ? 'weekly' : (tub.testSchool ?? 'after soak')
  if (!read) return estimate.at
  if (school === 'after soak') {
    const out = journal
      .filter(isKind('soak'))
      .filter(({ at }) => at > read.at && at <= estimate.at)
      .map(({ at, body }) => at + body.minutes * MINUTE)
    if (out.length > 0) return Math.max(...out)
  }
  const first = journal.reduce((earliest, { at }) => Math.min(earliest, at), estimate.at)
  const isNew = estimate.at - first < NEW_TUB
  if ((school === 'every few days' || school === 'weekly') && !isNew)
    return read.at + SCHOOL_PERIOD[school]
  return ofUse ?? residualDue(tub, estimate)
}

/** When the residual is forecast to fall below what lets people in, or a day after it was read, whichever comes first. */
const residualDue = (tub: Tub, estimate: Estimate): Instant => {
  const { sanitizer } = programmeOf(tub.programme)
  const one = estimate.quantities[sanitizer]
  if (!one.lastReading || isStale(sanitizer, one.ageHours)) return estimate.at
  const byAge = one.lastReading.at + QUANTITY[sanitizer].staleAfterHours * HOUR
  const low = residualFloor(tub, estimate.reading.cyanuricAcidPpm)
  if (one.value <= low) return estimate.at
  return Math.min(byAge, fallsTo(leftAlone(tub, estimate), low) ?? byAge)
}

/** Nobody tests twice within so long where nothing goes in between: the second test shows what the first would. Assumed. */
const ONE_TRIP = 2 * HOUR

type Retest = Extract<AgendaItem, { kind: 'retest' }>
type Test = Extract<AgendaItem, { kind: 'test' }>

/** When everything that went in since the last test is mixed and was given its time; 0 where nothing did. */
const mixedAt = (tub: Tub, journal: readonly Entry[], estimate: Estimate): Instant => {
  const { doses, aerations } = dosingCycleOf(journal, estimate)
  return Math.max(
    0,
    ...doses.flatMap(({ at, body }) => [
      at + handlingOf(body.product, tub).waitMinutes * MINUTE,
      at + RETEST_AFTER,
    ]),
    ...aerations.flatMap(({ at, body }) => [at + body.minutes * MINUTE, at + RETEST_AFTER]),
  )
}

/** What comes round of itself: the residual where nothing else asks for a test, balance by its rhythm. */
const routineTests = (
  tub: Tub,
  { estimate, visits = [] }: AgendaGiven,
  residualAt: Instant | undefined,
): { quantity: Quantity; due: Instant }[] => {
  const now = estimate.at
  const { sanitizer, watched } = programmeOf(tub.programme)
  const routine: { quantity: Quantity; due: Instant }[] = []
  if (residualAt !== undefined) {
    routine.push({ quantity: sanitizer, due: residualAt })
    // Sanitizer and pH every time: common practice.
    if (estimate.quantities.pH.lastReading) routine.push({ quantity: 'pH', due: residualAt })
  }
  for (const quantity of watched) {
    const every = EVERY[quantity]
    if (every === undefined) continue
    const read = estimate.quantities[quantity].lastReading
    const urgent = quantity === 'pH' || quantity === 'totalAlkalinity'
    const unread = urgent || estimate.lastTestAt === undefined ? now : estimate.lastTestAt + 7 * DAY
    const due = read ? read.at + every : unread
    // A test may go with the weekly visit, a quarter of its rhythm sooner or later.
    if (routine.some((one) => one.quantity === quantity && one.due <= due)) continue
    const gathered = due > now ? gatheredOn(due, visits, every / DAY / 4, now) : undefined
    routine.push({ quantity, due: gathered ?? due })
  }
  return routine.sort((a, b) => a.due - b.due)
}

/** Puts what is due on the same half day into one trip to the tub. */
const gathered = (
  routine: readonly { quantity: Quantity; due: Instant }[],
  tests: readonly (Test | Retest)[],
  now: Instant,
): (Test | Retest)[] => {
  const all = [...tests]
  const retest = all.find((one) => one.kind === 'retest')
  for (const { quantity, due } of routine) {
    const previous = all.at(-1)
    const soon = Math.max(due, now)
    if (retest && soon <= retest.due) {
      if (!retest.also.includes(quantity)) retest.also.push(quantity)
    } else if (previous?.kind === 'test' && soon - previous.due < DAY / 2)
      previous.quantities = [...new Set([...previous.quantities, quantity])]
    else all.push({ kind: 'test', due: soon, minutes: 3, quantities: [quantity] })
  }
  return all
}

/** The test that shows what was just put in, or is about to be. */
const retestOf = (
  tub: Tub,
  journal: readonly Entry[],
  { estimate, plan, found = [] }: AgendaGiven,
  ofUse: (from: Instant, retest: boolean) => Instant | undefined,
): Retest | undefined => {
  const now = estimate.at
  const last = mixedAt(tub, journal, estimate)
  const doses = plan.steps.length > 0
  if (!doses && last === 0 && !found.some(({ code }) => code === 'not retested')) return undefined
  const from = doses
    ? Math.max(scheduleOf(plan.steps, journal, now, tub).testAt, last)
    : Math.max(last, waitingUntil(journal, now, tub)?.until ?? now)
  return { kind: 'retest', also: [], due: ofUse(from, true) ?? from, minutes: 3 }
}

/** All tests that are asked for, in the order in which they came up; gates of a start-up ask for their own. */
export const testsAsked = (
  tub: Tub,
  journal: readonly Entry[],
  given: AgendaGiven,
): (Test | Retest)[] => {
  const { estimate, plan, found = [], plannedSoaks = [], startUp } = given
  const now = estimate.at
  const { sanitizer, dosedWith } = programmeOf(tub.programme)
  const pours = plan.steps.some((step) => step.kind === 'add' && dosedWith.includes(step.product))
  const ofUse = (from: Instant, retest: boolean) =>
    testOfUse(tub, journal, estimate, { from, plannedSoaks, pours, retest })
  const residualAt = sanitizerTestDue(tub, journal, estimate, ofUse(now, false))
  if (startUp)
    return startUp.shutBy
      ? [{ kind: 'test', due: Math.max(residualAt, now), minutes: 3, quantities: [sanitizer] }]
      : []
  const retest = retestOf(tub, journal, given, ofUse)

  // pH is not corrected without an alkalinity.
  const needed: Quantity[] = plan.notes.some(({ reason }) => reason.code === 'needs alkalinity')
    ? ['totalAlkalinity']
    : []

  // What water care opens is never without the test that shows it; what a dose still needs to know comes before that.
  const shows = quantitiesOf(found)
  const high = found.some(({ code }) => code === 'sanitizer high')
  const start = waitingUntil(journal, now, tub)?.until ?? now
  const showing: Test[] =
    !retest && shows.length > 0 && needed.length === 0
      ? [
          {
            kind: 'test',
            quantities: shows,
            due: high
              ? Math.max(
                  start,
                  Math.min(lookedAtAgain(tub, estimate), ofUse(now, false) ?? Infinity),
                )
              : start,
            minutes: 3,
          },
        ]
      : []

  // Nobody doses or soaks by a residual that is too old to know: its test comes before everything.
  const { lastReading, ageHours } = estimate.quantities[sanitizer]
  const unsure = found.flatMap((one) =>
    one.code === 'test too old' && one.unsure ? [one.quantity] : [],
  )
  const old = lastReading && isStale(sanitizer, ageHours) ? [sanitizer] : []
  const unknown = [...new Set([...old, ...unsure, ...needed])].filter(
    (quantity) => !showing.some(({ quantities }) => quantities.includes(quantity)),
  )
  const unknownDue = old.length > 0 ? residualAt : (ofUse(now, false) ?? now)
  // What is mixing is waited for: one trip shows both, where nothing is poured by what is read.
  const together =
    retest &&
    (unknownDue >= retest.due || (plan.steps.length === 0 && retest.due <= now + ONE_TRIP))
  if (together) retest.also.push(...unknown)
  const first: Test[] =
    !together && unknown.length > 0
      ? [{ kind: 'test', due: unknownDue, minutes: 3, quantities: unknown }]
      : []
  const tests = [...first, ...(retest ? [retest] : []), ...showing]
  return gathered(routineTests(tub, given, tests.length === 0 ? residualAt : undefined), tests, now)
}
