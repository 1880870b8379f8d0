import Joi from 'joi'
import { contradictions } from '@/core/advice/contradictions'
import { whyNotAfter } from '@/core/advice/handling'
import { waitingUntil } from '@/core/advice/round'
import { estimate } from '@/core/estimate/estimate'
import { ENTRY_KINDS, type Entry, type EntryKind, type NewEntry } from '@/core/journal/entry'
import { doseUnit, fromDose, toDose } from '@/core/products/measure'
import { meetingIn } from '@/core/products/meetings'
import { PRODUCT_NAMES, PRODUCTS, type ProductName } from '@/core/products/product'
import { FILL_READ } from '@/core/testing/fillTest'
import { kitError } from '@/core/testing/kit'
import { oddities } from '@/core/testing/oddities'
import {
  METHODS,
  type Method,
  QUANTITIES,
  QUANTITY,
  type Quantity,
  type Readings,
  readingError,
} from '@/core/testing/quantity'
import { FILL_WATER_SOURCES, type FillWater, type FillWaterSource } from '@/core/tub'
import { fromCelsius, toCelsius } from '@/core/units'
import type { Store } from '@/store/database'
import {
  findEntry,
  insertEntry,
  journalOf,
  lastChange,
  markDeleted,
  markUndone,
} from '@/store/entries'
import { findKit } from '@/store/kits'
import { findTub, type TubRow } from '@/store/tubs'
import { check, type Fields, number, type Outcome, oneOf, refused, text } from './form'
import { momentOf } from './moment'

type Draft =
  | { entry: NewEntry; questions: Record<string, string> }
  | { errors: Record<string, string>; message?: string }

const confirmed = (fields: Fields, name: string) => fields[`confirm.${name}`] === 'yes'

/** Where a reading of one picture is less certain than its kit usually is. */
const deviationField = (quantity: Quantity) => `deviation.${quantity}`

const draftTest = (
  store: Store,
  tub: TubRow,
  fields: Fields,
  at: number,
  journal: Entry[],
): Draft => {
  const shape: Record<string, Joi.Schema> = { method: oneOf('How it was tested', METHODS) }
  const kit = /^\d{1,9}$/.test(fields.kit ?? '') ? findKit(store, Number(fields.kit)) : undefined
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
    shape[deviationField(quantity)] = number({
      name: `${name}, error`,
      low: 0,
      high: possible[1],
      unit: ppm,
    })
  }
  const checked = check<{ method: Method } & Readings>(Joi.object(shape), fields)
  if ('errors' in checked) return checked
  const { method, ...given } = checked.value
  const stated = given as Record<string, number | undefined>
  const readings: Readings = {}
  for (const quantity of QUANTITIES) {
    const value = given[quantity]
    if (value !== undefined)
      readings[quantity] = quantity === 'temperature' ? toCelsius(value, unit) : value
  }
  const named = Object.keys(readings) as Quantity[]
  if (named.length === 0)
    return { errors: {}, message: 'Nothing was read yet: enter at least one value.' }
  const used = kit?.spec.kind === method ? kit : undefined
  const deviationOf = (quantity: Quantity, value: number) =>
    Math.max(
      used ? kitError(used, quantity, value) : readingError(quantity, method, value),
      stated[deviationField(quantity)] ?? 0,
    )
  const questions = Object.fromEntries(
    contradictions(estimate(tub, journal, at), readings, deviationOf).map(
      ({ quantity, sentence }) => [quantity, sentence],
    ),
  )
  const standardDeviations: Readings = {}
  for (const quantity of named)
    standardDeviations[quantity] = deviationOf(quantity, readings[quantity] ?? 0)
  return {
    entry: {
      kind: 'test',
      at,
      body: { method, readings, ...(used ? { kitId: used.id, standardDeviations } : {}) },
    },
    questions,
  }
}

/** More than this is no dose for a tub, g per litre of water. */
const LARGEST_GRAMS_PER_LITRE = 5

const draftDose = (tub: TubRow, fields: Fields, at: number, journal: Entry[]): Draft => {
  const named = check<{ product: ProductName }>(
    Joi.object({ product: oneOf('Product', PRODUCT_NAMES) }),
    { product: fields.product ?? '' },
  )
  const chosen = 'errors' in named ? undefined : named.value.product
  const unit = doseUnit(chosen ?? 'sodium bicarbonate', tub.units.mass)
  const largestGrams = LARGEST_GRAMS_PER_LITRE * tub.volumeLitres
  const largest = toDose(chosen ?? 'sodium bicarbonate', largestGrams, tub.units.mass)
  const checked = check<{ amount: number; plannedGrams?: number }>(
    Joi.object({
      amount: number({
        name: 'Amount',
        low: unit === 'g' || unit === 'mL' ? 0.1 : 0.005,
        high: Math.round(largest),
        unit,
        required: true,
      }),
      plannedGrams: number({ name: 'Planned amount', low: 0, high: largestGrams }),
    }),
    fields,
  )
  if (!chosen || 'errors' in checked)
    return {
      errors: {
        ...('errors' in named ? named.errors : {}),
        ...('errors' in checked ? checked.errors : {}),
      },
    }
  const { amount, plannedGrams } = checked.value
  const grams = fromDose(chosen, amount, tub.units.mass)
  const questions: Record<string, string> = {}
  if (plannedGrams !== undefined && grams > 1.5 * plannedGrams)
    questions.amount = `That is ${(grams / plannedGrams).toFixed(1)} × the plan. Is it what went in?`
  const meeting = meetingIn(estimate(tub, journal, at).water, chosen)
  if (meeting && PRODUCTS[chosen].goes === 'by hand') questions.product = meeting.reason
  const mixing = waitingUntil(journal, at)
  if (mixing && mixing.product !== chosen) {
    const minutes = Math.ceil((mixing.until - at) / 60_000)
    questions.wait = `${whyNotAfter(chosen, mixing.product)} ${minutes} min of that wait are left.`
  }
  return {
    entry: {
      kind: 'dose',
      at,
      body: { product: chosen, grams, ...(plannedGrams === undefined ? {} : { plannedGrams }) },
    },
    questions,
  }
}

const draftFillTest = (fields: Fields, at: number): Draft => {
  const shape: Record<string, Joi.Schema> = {
    method: oneOf('How it was tested', METHODS),
    source: oneOf('Where it comes from', FILL_WATER_SOURCES),
  }
  for (const [, quantity] of FILL_READ) {
    const { name, possible, unit } = QUANTITY[quantity]
    shape[quantity] = number({ name, low: possible[0], high: possible[1], unit })
  }
  const checked = check<{ method: Method; source: FillWaterSource } & Readings>(
    Joi.object(shape),
    fields,
  )
  if ('errors' in checked) return checked
  const { method, source, ...readings } = checked.value
  const fillWater: FillWater = { source }
  for (const [field, quantity] of FILL_READ) {
    const value = readings[quantity]
    if (value !== undefined) fillWater[field] = value
  }
  if (Object.keys(fillWater).length === 1)
    return { errors: {}, message: 'Nothing was read yet: enter at least one value.' }
  const questions = Object.fromEntries(
    oddities(readings).map(({ quantity, sentence }) => [quantity, sentence]),
  )
  return { entry: { kind: 'fillTest', at, body: { method, fillWater } }, questions }
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
    case 'fillTest':
      return draftFillTest(fields, at)
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
      ? draftTest(store, tub, fields, at, journal)
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
  fillTest: 'record',
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
