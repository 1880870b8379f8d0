import Joi from 'joi'
import { contradictions } from '@/core/advice/contradictions'
import { whyNotAfter } from '@/core/advice/handling'
import { bathersIn, roundOf } from '@/core/advice/round'
import { waitBefore } from '@/core/advice/schedule'
import { estimate } from '@/core/estimate/estimate'
import { ENTRY_KINDS, type Entry, type EntryKind, type NewEntry } from '@/core/journal/entry'
import { doseUnit, fromDose, gramsInMeasure, MEASURES } from '@/core/products/measure'
import { feederMeeting, meetingIn } from '@/core/products/meetings'
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
import { wholeShelf } from '@/store/shelf'
import { findTub, type TubRow } from '@/store/tubs'
import { check, type Fields, number, type Outcome, oneOf, refused, text } from './form'
import { momentOf } from './moment'

type Draft =
  | {
      entry: NewEntry
      questions: Record<string, string>
      /** Questions that a bare yes does not answer. */
      insists?: readonly string[]
    }
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

/** Grams in one of the measure a person counted by; undefined for a measure that is not known. */
const gramsEach = (
  store: Store,
  tub: TubRow,
  product: ProductName,
  measure: string | undefined,
): { grams: number; unit: string } | undefined => {
  if (!measure)
    return { grams: fromDose(product, 1, tub.units.mass), unit: doseUnit(product, tub.units.mass) }
  const known = MEASURES.find((one) => one === measure)
  if (known) return { grams: gramsInMeasure(product, known), unit: `${known}s` }
  const scoop = wholeShelf(store).find((row) => row.product === product)?.scoop
  return measure === 'scoop' && scoop
    ? { grams: scoop.grams, unit: `of your ${scoop.name}` }
    : undefined
}

/** What stands against a dose, by what it is asked under. Going on all the same takes a reason, and it is journalled. */
const objections = (
  product: ProductName,
  tub: TubRow,
  at: number,
  journal: Entry[],
): Record<string, string> => {
  const against: Record<string, string> = {}
  const meeting = meetingIn(estimate(tub, journal, at).water, product)
  if (meeting && PRODUCTS[product].goes === 'by hand') against.product = meeting.reason
  const feeder = feederMeeting(
    journal.filter((entry) => entry.at <= at),
    product,
  )
  if (feeder) against.product = feeder.reason
  const mixing = waitBefore(journal, product, at)
  if (mixing && mixing.product !== product) {
    const minutes = Math.ceil((mixing.until - at) / 60_000)
    against.wait = `${whyNotAfter(product, mixing.product)} ${minutes} min of that wait are left.`
  }
  const bathers = bathersIn(journal, at)
  if (bathers && PRODUCTS[product].goes !== 'in a bucket')
    against.people = `By the journal ${bathers.people} ${bathers.people === 1 ? 'person is' : 'people are'} in the tub. Nothing goes in while anyone is in.`
  return against
}

const SHORTEST_REASON = 3

const draftDose = (
  store: Store,
  tub: TubRow,
  fields: Fields,
  at: number,
  journal: Entry[],
): Draft => {
  const named = check<{ product: ProductName }>(
    Joi.object({ product: oneOf('Product', PRODUCT_NAMES) }),
    { product: fields.product ?? '' },
  )
  const chosen = 'errors' in named ? undefined : named.value.product
  const each = gramsEach(store, tub, chosen ?? 'sodium bicarbonate', fields.measure)
  if (!each) return { errors: { measure: 'Measured with: choose one of those shown.' } }
  const { unit } = each
  const largestGrams = LARGEST_GRAMS_PER_LITRE * tub.volumeLitres
  const largest = largestGrams / each.grams
  const checked = check<{ amount: number; plannedGrams?: number }>(
    Joi.object({
      amount: number({
        name: 'Amount',
        low: unit === 'g' || unit === 'mL' ? 0.1 : 0.005,
        high: Math.max(1, Math.round(largest)),
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
  const grams = amount * each.grams
  const questions: Record<string, string> = {}
  if (plannedGrams !== undefined && grams > 1.5 * plannedGrams)
    questions.amount =
      grams >= 8 * plannedGrams
        ? `That is ${Math.round(grams / plannedGrams)} × the plan: a slip of the decimal point? Confirm only if it is what went in.`
        : `That is ${(grams / plannedGrams).toFixed(1)} × the plan. Is it what went in?`
  const against = objections(chosen, tub, at, journal)
  for (const [name, sentence] of Object.entries(against)) {
    const reason = (fields[`reason.${name}`] ?? '').trim()
    if (!confirmed(fields, name)) questions[name] = sentence
    else if (reason.length < SHORTEST_REASON)
      questions[name] = `${sentence} To go on all the same, say why: it goes into the journal.`
  }
  const reasons = Object.keys(against).map((name) => (fields[`reason.${name}`] ?? '').trim())
  return {
    entry: {
      kind: 'dose',
      at,
      body: {
        product: chosen,
        grams,
        ...(plannedGrams === undefined ? {} : { plannedGrams }),
        ...(reasons.length > 0
          ? {
              override: {
                against: Object.values(against).join(' '),
                reason: [...new Set(reasons)].join('; ').slice(0, 300),
              },
            }
          : {}),
      },
    },
    questions,
    insists: Object.keys(questions).filter((name) => name in against),
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

/** How many steps of the round that the last test opened are ticked: what a tick was planned against. */
export const tickedIn = (tub: TubRow, journal: Entry[], now: number): number => {
  const { doses, aerations } = roundOf(journal, estimate(tub, journal, now))
  return doses.length + aerations.length
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
  if (fields.ticked !== undefined && String(tickedIn(tub, journal, now)) !== fields.ticked)
    return refused(
      fields,
      {},
      {},
      'This plan went on meanwhile, here or on another phone. Look at what is in already, then go on.',
    )
  const draft =
    kind === 'test'
      ? draftTest(store, tub, fields, at, journal)
      : kind === 'dose'
        ? draftDose(store, tub, fields, at, journal)
        : draftOther(kind, fields, at)
  const errors: Record<string, string> = 'errors' in moment ? { ...moment.errors } : {}
  if ('errors' in draft) Object.assign(errors, draft.errors)
  if ('errors' in draft || Object.keys(errors).length > 0)
    return refused(fields, errors, {}, 'errors' in draft ? draft.message : undefined)
  const open = Object.fromEntries(
    Object.entries(draft.questions).filter(
      ([name]) => !confirmed(fields, name) || draft.insists?.includes(name),
    ),
  )
  if (Object.keys(open).length > 0) return refused(fields, {}, open)

  store.transaction((tx) => insertEntry(tx, tubId, draft.entry, now, replaces))
  return {
    ok: true,
    next: `/tubs/${tubId}/${fields.place === 'session' ? 'dose/session' : replaces === undefined ? NEXT_PLACE[kind] : 'record'}`,
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
