import type { CauseId } from '../journal/causeId'
import type { PresetChoreId } from '../journal/choreId'
import { type Entry, type EntryOf, isKind } from '../journal/entry'
import { isTrouble } from '../journal/sign'
import { programmeOf } from '../programmes/programme'
import { DAY, HOUR, type Instant } from '../time'
import type { Tub } from '../tub/tub'

/** A step of a way out; who schedules it is the regimen. `balance`: what the ordinary plan puts in, and its test. */
export type Remedy =
  | { kind: 'chore'; chore: PresetChoreId }
  | { kind: 'shock' }
  | { kind: 'balance' }
  | { kind: 'refill'; purge: boolean }

export interface WayOut {
  steps: readonly Remedy[]
  /** So long after its last step it should be gone. */
  clearsAfter: number
  /** Not for one's own hands, if it goes on: electrics, heater, pipes behind the panel. */
  licensed?: true
}

const chore = (id: PresetChoreId): Remedy => ({ kind: 'chore', chore: id })
const SHOCK: Remedy = { kind: 'shock' }
const BALANCE: Remedy = { kind: 'balance' }
const REFILL: Remedy = { kind: 'refill', purge: false }
const PURGE: Remedy = { kind: 'refill', purge: true }

/** What practitioners do about each, in their order, and how long they give it: common practice. */
const WAYS_OUT: Record<CauseId, WayOut> = {
  'filter clogged': { steps: [chore('filter rinse')], clearsAfter: DAY },
  'filter worn out': { steps: [chore('filter replace')], clearsAfter: DAY },
  'sanitizer low': { steps: [chore('filter rinse'), SHOCK, BALANCE], clearsAfter: DAY },
  'sanitizer high': { steps: [BALANCE], clearsAfter: DAY },
  'combined chlorine': { steps: [SHOCK], clearsAfter: DAY },
  'balance scaling': { steps: [chore('filter rinse'), BALANCE], clearsAfter: DAY },
  'balance corrosive': { steps: [BALANCE], clearsAfter: DAY },
  'scale on the shell': { steps: [BALANCE, chore('scale inhibitor')], clearsAfter: 14 * DAY },
  'soap and lotion': {
    steps: [chore('filter rinse'), SHOCK, chore('waterline')],
    clearsAfter: DAY,
  },
  'cleaner left behind': { steps: [chore('filter rinse'), chore('part change')], clearsAfter: DAY },
  'soft water': { steps: [BALANCE], clearsAfter: DAY },
  biofilm: { steps: [PURGE], clearsAfter: 2 * DAY },
  'old water': { steps: [REFILL], clearsAfter: 2 * DAY },
  metals: { steps: [chore('scale inhibitor'), chore('filter rinse')], clearsAfter: 3 * DAY },
  algae: { steps: [SHOCK, chore('filter soak'), chore('waterline')], clearsAfter: 2 * DAY },
  'fill dust': { steps: [chore('filter rinse')], clearsAfter: 2 * DAY },
  scum: { steps: [chore('waterline'), chore('filter rinse'), SHOCK], clearsAfter: 2 * DAY },
  'low water level': { steps: [chore('level look')], clearsAfter: HOUR },
  'air lock': { steps: [chore('air bleed')], clearsAfter: HOUR, licensed: true },
  'rain or run-off': { steps: [BALANCE, SHOCK], clearsAfter: DAY },
  aeration: { steps: [chore('air valves'), BALANCE], clearsAfter: DAY },
  'heavy load': { steps: [SHOCK, chore('filter rinse')], clearsAfter: DAY },
  'stabiliser high': { steps: [chore('part change')], clearsAfter: DAY },
  leak: {
    steps: [chore('level mark'), chore('cabinet look'), chore('technician')],
    clearsAfter: 7 * DAY,
    licensed: true,
  },
  evaporation: { steps: [chore('level look'), chore('cover look')], clearsAfter: 7 * DAY },
  'incompatible products': { steps: [REFILL], clearsAfter: 2 * DAY },
  'wrong product': { steps: [chore('part change')], clearsAfter: 2 * DAY },
  'sensor or heater': {
    steps: [chore('level look'), chore('filter rinse'), chore('technician')],
    clearsAfter: 7 * DAY,
    licensed: true,
  },
  infection: { steps: [PURGE], clearsAfter: 14 * DAY },
  'cover waterlogged': { steps: [chore('cover look')], clearsAfter: 30 * DAY },
}

/** An inflatable has no cabinet, and its small cartridge is rinsed or thrown away. */
const INFLATABLE: Partial<Record<PresetChoreId, PresetChoreId | undefined>> = {
  'cabinet look': undefined,
  'filter soak': 'filter rinse',
}
const fitting = (way: WayOut, { kind }: Tub): WayOut =>
  kind === 'inflatable'
    ? {
        ...way,
        steps: way.steps.flatMap((step) => {
          if (step.kind !== 'chore' || !(step.chore in INFLATABLE)) return [step]
          const instead = INFLATABLE[step.chore]
          return instead ? [chore(instead)] : []
        }),
      }
    : way

/** Where its sanitizer bears no shock, its own oxidiser or the ordinary dose takes that place. */
export const wayOut = (cause: CauseId, tub: Tub): WayOut => {
  const way = fitting(WAYS_OUT[cause], tub)
  const { sanitizer } = programmeOf(tub.programme)
  if (sanitizer === 'freeChlorine' || sanitizer === 'bromine') return way
  const instead = sanitizer === 'biguanide' ? chore('weekly oxidiser') : BALANCE
  const steps = way.steps.map((step) => (step.kind === 'shock' ? instead : step))
  return {
    ...way,
    steps: steps.filter((step, i) => steps.findIndex((one) => same(one, step)) === i),
  }
}

const same = (a: Remedy, b: Remedy): boolean =>
  a.kind === b.kind && (a.kind !== 'chore' || b.kind !== 'chore' || a.chore === b.chore)

/** A treatment is followed up so long; after that somebody has to look anew. */
const FOLLOWED = 30 * DAY

/** What was begun and is not over: nobody has seen it well since, nor taken up another cause in its place. */
export const treatmentsOpen = (journal: readonly Entry[], now: Instant): EntryOf<'treatment'>[] => {
  const seenWell = journal
    .filter(isKind('look'))
    .filter(({ at, body }) => at <= now && !body.signs.some(isTrouble))
    .reduce((last, { at }) => Math.max(last, at), Number.NEGATIVE_INFINITY)
  return journal
    .filter(isKind('treatment'))
    .filter(({ at }) => at <= now && at > now - FOLLOWED && at > seenWell)
    .toSorted((a, b) => a.at - b.at || a.id - b.id)
}
