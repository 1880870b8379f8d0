import Joi from 'joi'
import {
  DAY,
  FILTER_KINDS,
  type FilterKind,
  type FilterStatus,
  filterStatus,
  MINUTE,
  type NewEntry,
} from '@/core'
import type { Store } from '@/store/database'
import { filterEventsOf, insertTogether } from '@/store/entries'
import { allTubs, findTub } from '@/store/tubs'
import { allFilterSets, insertFilterSet, updateFilterSet } from '@/store/upkeep'
import { FIELD, field, filterRefusal, REFUSALS } from '@/words/refusals'
import { draftEntry } from './entries/forms'
import { check, type Fields, number, type Outcome, oneOf, refused, text } from './form'
import { noMoment, noonOf, zoneOf } from './moment'

/** Every set of the house and where it is. */
export const filtersOf = (store: Store, now: number): FilterStatus[] => {
  const sets = allFilterSets(store)
  if (sets.length === 0) return []
  const events = filterEventsOf(store).map(({ tubId, entry }) => ({
    tubId,
    entry: { ...entry, at: Math.min(entry.at, now) },
  }))
  return sets.map((set) => filterStatus(set, events, now))
}

/** Adds a set to the house, or changes what is known of one. */
export const saveFilterSet = (
  store: Store,
  tubId: number,
  fields: Fields,
  now: number,
): Outcome => {
  if (!findTub(store, tubId)) return refused(fields, {}, {}, REFUSALS.noTub)
  const checked = check<{
    name: string
    kind: FilterKind
    cartridges: number
    size: string
  }>(
    Joi.object({
      name: text('Name', 40, true),
      kind: oneOf('Kind', FILTER_KINDS),
      cartridges: number({ name: 'Cartridges', low: 1, high: 12, required: true }),
      size: text('Size', 60),
    }),
    fields,
  )
  const errors: Record<string, string> = 'errors' in checked ? { ...checked.errors } : {}
  const own = fields.set ? Number(fields.set) : undefined
  const name = (fields.name ?? '').trim().toLowerCase()
  if (allFilterSets(store).some((set) => set.id !== own && set.name.toLowerCase() === name))
    errors.name = filterRefusal.sameName(fields.name ?? '')
  let boughtAt: number | null = null
  if (fields.bought) {
    const bought = noonOf(fields.bought, zoneOf(fields))
    if (bought === undefined) errors.bought = noMoment(FIELD.boughtOn, `${fields.bought}T12:00`)
    else if (bought > now + DAY) errors.bought = field.dayAhead(FIELD.boughtOn, fields.bought)
    else boughtAt = bought
  }
  if ('errors' in checked || Object.keys(errors).length > 0) return refused(fields, errors)
  const row = { ...checked.value, cartridges: Math.round(checked.value.cartridges), boughtAt }
  if (own === undefined) insertFilterSet(store, { ...row, createdAt: now })
  else if (!updateFilterSet(store, own, row)) return refused(fields, {}, {}, REFUSALS.noFilterSet)
  return { ok: true, next: `/tubs/${tubId}/upkeep` }
}

const clock = (at: number) => Math.max(1, Math.round(at / MINUTE))

/** Why this cannot be done to that set at this tub now; undefined where it can. */
const against = (
  { set, state, tubId: where, until }: FilterStatus,
  act: string,
  { tubId, tubName }: { tubId: number; tubName: (id: number) => string },
  now: number,
): string | undefined => {
  if (state === 'retired') return filterRefusal.retired(set.name)
  if (where !== undefined && where !== tubId)
    return filterRefusal.elsewhere(set.name, tubName(where))
  if (act === 'put in' && state === 'in the tub') return filterRefusal.inAlready(set.name)
  if (act === 'put in' && state === 'soaking')
    return until !== undefined && until > now
      ? filterRefusal.soaking(set.name, clock(until - now))
      : filterRefusal.unrinsed(set.name)
  if (act === 'take out' && state !== 'in the tub') return filterRefusal.notHere(set.name)
  return undefined
}

/**
 * Writes what was done to a filter set. Putting one in takes out whatever is in, by one act, and one undo takes both back.
 */
export const actOnFilter = (store: Store, tubId: number, fields: Fields, now: number): Outcome => {
  const tub = findTub(store, tubId)
  if (!tub) return refused(fields, {}, {}, REFUSALS.noTub)
  const draft = draftEntry('filter', { store, tub, fields, at: now, journal: [] })
  if ('errors' in draft) return refused(fields, draft.errors, {}, draft.message)
  const { entry } = draft
  if (entry.kind !== 'filter') return refused(fields, {}, {}, REFUSALS.nothingToSave)
  const filters = filtersOf(store, now)
  const tubs = allTubs(store)
  const standing = filters.find(({ set }) => set.id === entry.body.set)
  const reason =
    standing &&
    against(
      standing,
      entry.body.act,
      {
        tubId,
        tubName: (id) => tubs.find((one) => one.id === id)?.name ?? filterRefusal.anotherTub,
      },
      now,
    )
  if (reason) return refused(fields, {}, {}, reason)
  const out: NewEntry[] =
    entry.body.act === 'put in'
      ? filters
          .filter((one) => one.tubId === tubId)
          .map(({ set }) => ({
            kind: 'filter',
            at: now,
            body: { set: set.id, name: set.name, act: 'take out' },
          }))
      : []
  // Rinsed away from the tub it is hung up at once, by the same act.
  const hung: NewEntry[] =
    entry.body.act === 'rinse' && fields.hung === 'yes'
      ? [
          {
            kind: 'filter',
            at: now,
            body: { set: entry.body.set, name: entry.body.name, act: 'dry' },
          },
        ]
      : []
  store.transaction((tx) => insertTogether(tx, tubId, [...out, entry, ...hung], now))
  return { ok: true }
}
