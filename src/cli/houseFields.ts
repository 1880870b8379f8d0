import {
  type ChoreRule,
  type GuestStay,
  HOUR,
  type House,
  type Instant,
  isChoreId,
  PRODUCTS,
  type ProductName,
  RAREST_DAYS,
  STAY_KINDS,
} from '@/core'
import type { Refusal } from './fields'
import { instant, wrongTime } from './journalFields'
import { shelfOf } from './planTopic'

/** What a command may say of the house beside tub and journal; all of it may be left out. */
export const HOUSE_FIELDS = {
  plannedSoaks: { unit: 'a list of soaks: at, people, minutes', free: true },
  shelf: { unit: 'a list of products, as in plan', free: true },
  leftOut: { unit: 'a list of products', free: true },
  zone: { unit: 'IANA name', free: true },
  stays: { unit: 'a list of stays: kind, from, to', free: true },
  refill: { unit: 'an object: readyBy', free: true },
  closing: { unit: 'an object: from, to', free: true },
  chores: { unit: 'a list of rhythms: chore, everyDays', free: true },
} as const

const MOST = 100
const isRefusal = (one: unknown): one is Refusal =>
  typeof one === 'object' && one !== null && 'allowed' in one

/** Hours that a zone is ahead of UTC then. */
const hoursAhead = (zone: string, at: Instant): number | undefined => {
  try {
    const parts = new Intl.DateTimeFormat('en-US', {
      timeZone: zone,
      hourCycle: 'h23',
      year: 'numeric',
      month: 'numeric',
      day: 'numeric',
      hour: 'numeric',
      minute: 'numeric',
    }).formatToParts(at)
    const of = (type: string) => Number(parts.find((part) => part.type === type)?.value)
    const wall = Date.UTC(of('year'), of('month') - 1, of('day'), of('hour'), of('minute'))
    return Math.round((wall - at) / (HOUR / 4)) / 4
  } catch {
    return undefined
  }
}

const staysOf = (given: unknown): GuestStay[] | Refusal => {
  if (given === undefined) return []
  const allowed = `a list of at most ${MOST} stays, each with kind (${STAY_KINDS.join(', ')}), from and to`
  if (!Array.isArray(given) || given.length > MOST) return { field: 'stays', given, allowed }
  const stays: GuestStay[] = []
  for (const [i, one] of (given as unknown[]).entries()) {
    if (typeof one !== 'object' || one === null)
      return { field: `stays ${i + 1}`, given: one, allowed }
    const stay = one as Record<string, unknown>
    const kind = STAY_KINDS.find((name) => name === stay.kind)
    if (!kind)
      return { field: `stays ${i + 1}, kind`, given: stay.kind, allowed: STAY_KINDS.join(', ') }
    const [from, to] = [instant(stay.from), instant(stay.to)]
    if (from === undefined) return wrongTime(`stays ${i + 1}, from`, stay.from)
    if (to === undefined || to <= from) return wrongTime(`stays ${i + 1}, to`, stay.to)
    stays.push({ id: i + 1, kind, title: '', from, to })
  }
  return stays
}

/** A season closed down, as a stay of its own. */
const closingOf = (given: unknown): GuestStay[] | Refusal => {
  if (given === undefined) return []
  const { from: first, to: last } = (given ?? {}) as Record<string, unknown>
  const [from, to] = [instant(first), instant(last)]
  if (from === undefined) return wrongTime('closing, from', first)
  if (to === undefined || to <= from) return wrongTime('closing, to', last)
  return [{ id: MOST + 1, kind: 'closed', title: '', from, to }]
}

/** Rhythms that are not the usual ones. */
const rulesOf = (given: unknown): ChoreRule[] | Refusal => {
  if (given === undefined) return []
  const allowed = `a list of at most ${MOST} chores, each with chore and everyDays (1 to ${RAREST_DAYS})`
  if (!Array.isArray(given) || given.length > MOST) return { field: 'chores', given, allowed }
  const rules: ChoreRule[] = []
  for (const [i, one] of (given as unknown[]).entries()) {
    const { chore, everyDays: days } = (one ?? {}) as Record<string, unknown>
    if (typeof chore !== 'string' || !isChoreId(chore))
      return { field: `chores ${i + 1}, chore`, given: chore, allowed: 'a chore’s name' }
    if (typeof days !== 'number' || !(days >= 1 && days <= RAREST_DAYS))
      return { field: `chores ${i + 1}, everyDays`, given: days, allowed: `1 to ${RAREST_DAYS}` }
    rules.push({ chore, change: { interval: { days } }, paused: false, createdAt: 0 })
  }
  return rules
}

const productsOf = (given: unknown): ProductName[] | Refusal => {
  if (given === undefined) return []
  if (!Array.isArray(given)) return { field: 'leftOut', given, allowed: 'a list of products' }
  for (const [i, one] of (given as unknown[]).entries())
    if (typeof one !== 'string' || !(one in PRODUCTS))
      return { field: `leftOut ${i + 1}`, given: one, allowed: 'a product as in `calc plan`' }
  return given as ProductName[]
}

/** The house of a command, or which field is wrong. */
export const houseFrom = (raw: Record<string, unknown>, now: Instant): House | Refusal => {
  const stays = staysOf(raw.stays)
  if (isRefusal(stays)) return stays
  const closing = closingOf(raw.closing)
  if (isRefusal(closing)) return closing
  const rules = rulesOf(raw.chores)
  if (isRefusal(rules)) return rules
  const leftOut = productsOf(raw.leftOut)
  if (isRefusal(leftOut)) return leftOut
  const shelf = shelfOf(raw.shelf)
  if (isRefusal(shelf)) return shelf
  const zone = raw.zone === undefined ? 0 : hoursAhead(String(raw.zone), now)
  if (zone === undefined)
    return { field: 'zone', given: raw.zone, allowed: 'an IANA name such as Europe/Dublin' }
  const readyBy = (raw.refill as Record<string, unknown> | undefined)?.readyBy
  const refillAt = readyBy === undefined ? undefined : instant(readyBy)
  if (readyBy !== undefined && refillAt === undefined) return wrongTime('refill.readyBy', readyBy)
  return {
    hoursFromUtc: zone,
    ...(shelf ? { shelf } : {}),
    leftOut,
    upkeep: {
      rules,
      stays: [...stays, ...closing],
      ...(refillAt === undefined ? {} : { refillAt }),
    },
  }
}
