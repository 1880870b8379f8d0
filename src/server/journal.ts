import Joi from 'joi'
import { whyNotAfter } from '@/core/advice/handling'
import { waitingUntil } from '@/core/advice/plan'
import { ENTRY_KINDS, type Entry, type EntryKind, type NewEntry } from '@/core/journal/entry'
import { PRODUCT_NAMES, type ProductName } from '@/core/products/product'
import { oddities } from '@/core/testing/oddities'
import {
  METHODS,
  type Method,
  QUANTITIES,
  QUANTITY,
  type Quantity,
  type Readings,
} from '@/core/testing/quantity'
import { fromCelsius, toCelsius, toGrams } from '@/core/units'
import type { Store } from '@/store/database'
import {
  findEntry,
  insertEntry,
  journalOf,
  lastChange,
  markDeleted,
  markUndone,
} from '@/store/entries'
import { findTub, type TubRow } from '@/store/tubs'
import { check, type Fields, number, type Outcome, oneOf, refused, text } from './form'
import { momentOf } from './moment'

type Draft =
  | { entry: NewEntry; questions: Record<string, string> }
  | { errors: Record<string, string>; message?: string }

const confirmed = (fields: Fields, name: string) => fields[`confirm.${name}`] === 'yes'

const draftTest = (tub: TubRow, fields: Fields, at: number): Draft => {
  const shape: Record<string, Joi.Schema> = { method: oneOf('How it was tested', METHODS) }
  const unit = tub.units.temperature
  for (const quantity of QUANTITIES) {
    const { name, possible, unit: ppm } = QUANTITY[quantity]
    const range =
      quantity === 'temperature' ? possible.map((celsius) => fromCelsius(celsius, unit)) : possible
    shape[quantity] = number({
      name,
      low: range[0] ?? 0,
      high: range[1] ?? 0,
      unit: quantity === 'temperature' ? (unit === 'celsius' ? '°C' : '°F') : ppm,
    })
  }
  const checked = check<{ method: Method } & Readings>(Joi.object(shape), fields)
  if ('errors' in checked) return checked
  const { method, ...given } = checked.value
  const readings: Readings = {}
  for (const quantity of QUANTITIES) {
    const value = given[quantity]
    if (value !== undefined)
      readings[quantity] = quantity === 'temperature' ? toCelsius(value, unit) : value
  }
  const named = Object.keys(readings) as Quantity[]
  if (named.length === 0)
    return { errors: {}, message: 'Nothing was read yet: enter at least one value.' }
  const questions = Object.fromEntries(
    oddities(readings).map(({ quantity, sentence }) => [quantity, sentence]),
  )
  return { entry: { kind: 'test', at, body: { method, readings } }, questions }
}

/** More than this is no dose for a tub, g per litre of water. */
const LARGEST_GRAMS_PER_LITRE = 5

const draftDose = (tub: TubRow, fields: Fields, at: number, journal: Entry[]): Draft => {
  const unit = tub.units.mass
  const unitName = unit === 'gram' ? 'g' : 'oz'
  const largest = LARGEST_GRAMS_PER_LITRE * tub.volumeLitres
  const checked = check<{ product: ProductName; amount: number; plannedGrams?: number }>(
    Joi.object({
      product: oneOf('Product', PRODUCT_NAMES),
      amount: number({
        name: 'Amount',
        low: unit === 'gram' ? 0.1 : 0.005,
        high: Math.round(unit === 'gram' ? largest : largest / toGrams(1, 'ounce')),
        unit: unitName,
        required: true,
      }),
      plannedGrams: number({ name: 'Planned amount', low: 0, high: largest }),
    }),
    fields,
  )
  if ('errors' in checked) return checked
  const { product, amount, plannedGrams } = checked.value
  const grams = toGrams(amount, unit)
  const questions: Record<string, string> = {}
  if (plannedGrams !== undefined && grams > 1.5 * plannedGrams)
    questions.amount = `That is ${(grams / plannedGrams).toFixed(1)} × the plan. Is it what went in?`
  const mixing = waitingUntil(journal, at)
  if (mixing && mixing.product !== product) {
    const minutes = Math.ceil((mixing.until - at) / 60_000)
    questions.wait = `${whyNotAfter(product, mixing.product)} ${minutes} min of that wait are left.`
  }
  return {
    entry: {
      kind: 'dose',
      at,
      body: { product, grams, ...(plannedGrams === undefined ? {} : { plannedGrams }) },
    },
    questions,
  }
}

const draftOther = (kind: EntryKind, fields: Fields, at: number): Draft => {
  switch (kind) {
    case 'aeration': {
      const checked = check<{ minutes: number }>(
        Joi.object({
          minutes: number({ name: 'Minutes', low: 1, high: 600, required: true }),
        }),
        fields,
      )
      if ('errors' in checked) return checked
      return { entry: { kind, at, body: { minutes: checked.value.minutes } }, questions: {} }
    }
    case 'soak': {
      const checked = check<{ people: number; minutes: number }>(
        Joi.object({
          people: number({ name: 'People', low: 1, high: 20, required: true }),
          minutes: number({ name: 'Minutes', low: 1, high: 600, required: true }),
        }),
        fields,
      )
      if ('errors' in checked) return checked
      const { people, minutes } = checked.value
      if (!Number.isInteger(people))
        return { errors: { people: `People: ${people} was given; it can be 1 to 20, whole.` } }
      return { entry: { kind, at, body: { people, minutes } }, questions: {} }
    }
    case 'water': {
      const checked = check<{ percent: number }>(
        Joi.object({
          percent: number({ name: 'Share replaced', low: 1, high: 100, unit: '%', required: true }),
        }),
        fields,
      )
      if ('errors' in checked) return checked
      return {
        entry: { kind, at, body: { replacedFraction: checked.value.percent / 100 } },
        questions: {},
      }
    }
    default: {
      const checked = check<{ text: string }>(Joi.object({ text: text('Note', 500, true) }), fields)
      if ('errors' in checked) return checked
      return { entry: { kind: 'note', at, body: { text: checked.value.text } }, questions: {} }
    }
  }
}

/**
 * Writes one entry, or says what is wrong with it. An odd value is written only when the field comes back confirmed.
 * @param replaces the entry that this one corrects
 */
export const recordEntry = (
  store: Store,
  tubId: number,
  fields: Fields,
  now: number,
  replaces?: number,
): Outcome => {
  const tub = findTub(store, tubId)
  if (!tub) return refused(fields, {}, {}, 'This tub is not here.')
  const kind = ENTRY_KINDS.find((known) => known === fields.kind)
  if (!kind) return refused(fields, { kind: 'Kind: choose what happened.' })
  const original = replaces === undefined ? undefined : findEntry(store, tubId, replaces)
  if (replaces !== undefined && !original)
    return refused(fields, {}, {}, 'That entry was changed or deleted meanwhile. Open it again.')

  const moment = momentOf(fields, now)
  const at = 'at' in moment ? moment.at : now
  const journal = journalOf(store, tubId).filter((entry) => entry.id !== replaces)
  const draft =
    kind === 'test'
      ? draftTest(tub, fields, at)
      : kind === 'dose'
        ? draftDose(tub, fields, at, journal)
        : draftOther(kind, fields, at)
  const errors: Record<string, string> = 'errors' in moment ? { ...moment.errors } : {}
  if ('errors' in draft) Object.assign(errors, draft.errors)
  if ('errors' in draft || Object.keys(errors).length > 0)
    return refused(fields, errors, {}, 'errors' in draft ? draft.message : undefined)
  const open = Object.fromEntries(
    Object.entries(draft.questions).filter(([name]) => !confirmed(fields, name)),
  )
  if (Object.keys(open).length > 0) return refused(fields, {}, open)

  store.transaction((tx) => insertEntry(tx, tubId, draft.entry, now, replaces))
  return {
    ok: true,
    next: `/tubs/${tubId}/${replaces === undefined ? NEXT_PLACE[kind] : 'record'}`,
  }
}

const NEXT_PLACE: Record<EntryKind, string> = {
  test: 'dose',
  dose: 'dose',
  aeration: 'dose',
  soak: 'record',
  water: 'record',
  note: 'record',
}

export const deleteEntry = (store: Store, tubId: number, id: number, now: number): Outcome => {
  const row = findEntry(store, tubId, id) && markDeleted(store, tubId, id, now)
  return row ? { ok: true } : refused({}, {}, {}, 'That entry is no longer in the journal.')
}

/** Takes back the last change of a tub's journal, or puts back what was taken back. */
export const undoLastChange = (
  store: Store,
  tubId: number,
  expectedId: number,
  now: number,
): Outcome =>
  store.transaction((tx) => {
    const last = lastChange(tx, tubId)
    if (!last || last.id !== expectedId)
      return refused({}, {}, {}, 'Something else was changed since. Look at the journal again.')
    if (last.what === 'deleted') markDeleted(tx, tubId, last.id, null)
    else markUndone(tx, tubId, last.id, last.what === 'undone' ? null : now)
    return { ok: true }
  })
