import Joi from 'joi'
import {
  FILTER_KINDS,
  type FilterKind,
  type FilterStatus,
  filterStatus,
  type NewEntry,
} from '@/core'
import type { Store } from '@/store/database'
import { filterEventsOf, insertTogether } from '@/store/entries'
import { allTubs, findTub } from '@/store/tubs'
import { allFilterSets, insertFilterSet, updateFilterSet } from '@/store/upkeep'
import { draftFilter } from './entryParsers/draftUpkeep'
import { check, type Fields, number, type Outcome, oneOf, refused, text } from './form'
import { noMoment, noonOf, zoneOf } from './moment'

/** Every set of the house and where it is. */
export const filtersOf = (store: Store, now: number): FilterStatus[] => {
  const sets = allFilterSets(store)
  if (sets.length === 0) return []
  const events = filterEventsOf(store)
  return sets.map((set) => filterStatus(set, events, now))
}

/** Adds a set to the house, or changes what is known of one. */
export const saveFilterSet = (
  store: Store,
  tubId: number,
  fields: Fields,
  now: number,
): Outcome => {
  if (!findTub(store, tubId)) return refused(fields, {}, {}, 'This tub is not here.')
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
    errors.name = `Name: there is a set called ${fields.name} already; give this one another.`
  let boughtAt: number | null = null
  if (fields.bought) {
    const bought = noonOf(fields.bought, zoneOf(fields))
    if (bought === undefined) errors.bought = noMoment('Bought on', `${fields.bought}T12:00`)
    else if (bought > now + 86_400_000)
      errors.bought = `Bought on: ${fields.bought} lies ahead; it can be any day up to today.`
    else boughtAt = bought
  }
  if ('errors' in checked || Object.keys(errors).length > 0) return refused(fields, errors)
  const row = { ...checked.value, cartridges: Math.round(checked.value.cartridges), boughtAt }
  if (own === undefined) insertFilterSet(store, { ...row, createdAt: now })
  else if (!updateFilterSet(store, own, row))
    return refused(fields, {}, {}, 'This filter set is not on the list any more.')
  return { ok: true, next: `/tubs/${tubId}/upkeep` }
}

const clock = (at: number) => Math.max(1, Math.round(at / 60_000))

/** Why this cannot be done to that set at this tub now; undefined where it can. */
const against = (
  { set, state, tubId: where, until }: FilterStatus,
  act: string,
  tubId: number,
  tubName: (id: number) => string,
  now: number,
): string | undefined => {
  if (state === 'retired')
    return `${set.name} was thrown away; add the new one as a set of its own.`
  if (where !== undefined && where !== tubId)
    return `${set.name} is in ${tubName(where)}; take it out there first.`
  if (act === 'put in' && state === 'in the tub') return `${set.name} is in this tub already.`
  if (act === 'put in' && state === 'soaking')
    return until !== undefined && until > now
      ? `${set.name} soaks for another ${clock(until - now)} minutes; then rinse it until it runs clear, for cleaner foams.`
      : `${set.name} comes out of its soak: rinse it until it runs clear first, for cleaner foams.`
  if (act === 'take out' && state !== 'in the tub') return `${set.name} is not in this tub.`
  return undefined
}

/**
 * Writes what was done to a filter set. Putting one in takes out whatever is in, by one act, and one undo takes both back.
 */
export const actOnFilter = (store: Store, tubId: number, fields: Fields, now: number): Outcome => {
  const tub = findTub(store, tubId)
  if (!tub) return refused(fields, {}, {}, 'This tub is not here.')
  const draft = draftFilter(store, fields, now)
  if ('errors' in draft) return refused(fields, draft.errors, {}, draft.message)
  const { entry } = draft
  if (entry.kind !== 'filter') return refused(fields, {}, {}, 'Nothing to keep.')
  const filters = filtersOf(store, now)
  const tubs = allTubs(store)
  const standing = filters.find(({ set }) => set.id === entry.body.set)
  const reason =
    standing &&
    against(
      standing,
      entry.body.act,
      tubId,
      (id) => tubs.find((one) => one.id === id)?.name ?? 'another tub',
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
  store.transaction((tx) => insertTogether(tx, tubId, [...out, entry], now))
  return { ok: true }
}
