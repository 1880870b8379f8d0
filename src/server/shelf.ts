import Joi from 'joi'
import {
  doseUnit,
  filledShelf,
  fromDose,
  fromLitres,
  type Instant,
  type LabelRule,
  type MassUnit,
  type OwnScoop,
  PRODUCT_NAMES,
  PRODUCTS,
  type ProductName,
  programmeOf,
  type ShelfItem,
  type Strength,
  strengthAt,
  strengthOnLabel,
  toGrams,
  toLitres,
} from '@/core'
import type { Store } from '@/store/database'
import { takenSince } from '@/store/entries'
import { findOnShelf, insertOnShelf, type ShelfRow, updateOnShelf, wholeShelf } from '@/store/shelf'
import { findTub, type TubRow } from '@/store/tubs'
import { strengthName } from '@/words/productText'
import { FIELD, REFUSALS } from '@/words/refusals'
import { check, type Fields, number, type Outcome, oneOf, refused, text } from './form'
import { merged } from './merge'
import { dayField, given, packDay } from './stock'

/** Something on the shelf, with what is left of it by the journals of all tubs. */
export interface OnShelf extends ShelfRow {
  gramsLeft: number | undefined
}

export const shelfOf = (store: Store): OnShelf[] => {
  const rows = wholeShelf(store)
  if (rows.length === 0) return []
  const counted = rows.flatMap(({ countedAt }) => countedAt ?? [])
  const taken = counted.length > 0 ? takenSince(store, Math.min(...counted)) : []
  return rows.map((row) => {
    const { product, countedGrams, countedAt } = row
    if (countedGrams === null) return { ...row, gramsLeft: undefined }
    const used = taken
      .filter((one) => one.product === product && one.at > (countedAt ?? 0))
      .reduce((sum, { grams }) => sum + grams, 0)
    return { ...row, gramsLeft: Math.max(0, countedGrams - used) }
  })
}

/** What a plan may reach for in this house. */
export const planningShelf = (own: readonly OnShelf[], tub: TubRow, now: Instant): ShelfItem[] =>
  filledShelf(
    own.map(({ product, strength, gramsLeft, scoop, label, stock }) => ({
      product,
      strength: strengthAt(product, strength, stock ?? {}, now),
      ...(gramsLeft === undefined ? {} : { gramsLeft }),
      ...(scoop ? { scoop } : {}),
      ...(label ? { label } : {}),
    })),
    programmeOf(tub.programme),
  )

/** What the pack on the shelf was worth then, where it was not the usual. */
export const strengthOnShelf = (
  store: Store,
  product: ProductName,
  at: Instant,
): Strength | undefined => {
  const row = wholeShelf(store).find((one) => one.product === product)
  if (!row) return undefined
  const strength = strengthAt(product, row.strength, row.stock ?? {}, at)
  return Object.keys(strength).length > 0 ? strength : undefined
}

export const addToShelf = (store: Store, tubId: number, fields: Fields, now: number): Outcome => {
  if (!findTub(store, tubId)) return refused(fields, {}, {}, REFUSALS.noTub)
  const checked = check<{ product: ProductName }>(
    Joi.object({ product: oneOf('Product', PRODUCT_NAMES) }),
    { product: fields.product ?? '' },
  )
  if ('errors' in checked) return refused(fields, checked.errors)
  const { product } = checked.value
  const there = wholeShelf(store).find((row) => row.product === product)
  const row = there ?? insertOnShelf(store, { product, createdAt: now })
  return { ok: true, next: `/tubs/${tubId}/shelf/${row.id}` }
}

interface ShelfFields {
  left?: number
  strength?: number
  scoopName: string
  scoop?: number
  boxHolds?: number
  scoopsInBox?: number
  labelAmount?: number
  labelPer?: number
  labelDays?: number
  labelNote: string
  price?: number
  pack?: number
  boughtOn?: Instant
  openedOn?: Instant
  goodUntil?: Instant
  place: string
}

const LARGEST_KILOGRAMS = 100

const schema = (product: ProductName, tub: TubRow) => {
  const { mass, volume } = tub.units
  const unit = mass === 'gram' ? 'g' : 'oz'
  const poured = doseUnit(product, mass)
  const most = Math.round(LARGEST_KILOGRAMS * (mass === 'gram' ? 1000 : 35.274))
  const strength = strengthOnLabel(product)
  return Joi.object({
    left: number({ name: FIELD.leftInBox, low: 0, high: most, unit: poured }),
    strength: number({
      name: strength ? strengthName(product, strength) : 'Strength',
      low: strength?.low ?? 0,
      high: strength?.high ?? 100,
      unit: '%',
    }),
    scoopName: text(FIELD.measureName, 20),
    scoop: number({ name: FIELD.oneMeasure, low: 0.1, high: 1000, unit }),
    boxHolds: number({ name: FIELD.fullBox, low: 1, high: most, unit }),
    scoopsInBox: number({ name: FIELD.measuresInBox, low: 1, high: 2000 }),
    labelAmount: number({ name: FIELD.labelAmount, low: 0.1, high: 5000 }),
    labelPer: number({
      name: FIELD.labelPer,
      low: 1,
      high: 10_000,
      unit: volume === 'litre' ? 'L' : 'gal',
    }),
    labelDays: number({ name: FIELD.everyDays, low: 1, high: 400 }),
    labelNote: text(FIELD.labelNote, 120),
    price: number({ name: FIELD.packPrice, low: 0, high: 100_000 }),
    pack: number({ name: FIELD.packHolds, low: 0.1, high: most, unit: poured }),
    boughtOn: dayField(FIELD.boughtOn),
    openedOn: dayField(FIELD.openedOn),
    goodUntil: dayField(FIELD.goodUntil),
    place: text(FIELD.standsIn, 40),
  })
}

/** One scoop was weighed, or a box of known weight was counted out in scoops. */
const scoopOf = (
  value: ShelfFields,
  mass: MassUnit,
): { scoop: OwnScoop | null } | { errors: Record<string, string> } => {
  const name = value.scoopName || 'scoop'
  if (value.scoop !== undefined) return { scoop: { name, grams: toGrams(value.scoop, mass) } }
  const { boxHolds, scoopsInBox } = value
  if (boxHolds !== undefined && scoopsInBox !== undefined)
    return { scoop: { name, grams: toGrams(boxHolds, mass) / scoopsInBox } }
  if (boxHolds !== undefined || scoopsInBox !== undefined)
    return {
      errors: {
        [boxHolds === undefined ? 'boxHolds' : 'scoopsInBox']: REFUSALS.countMeasures,
      },
    }
  return { scoop: null }
}

const labelOf = (
  value: ShelfFields,
  product: ProductName,
  tub: TubRow,
): { label: LabelRule | null } | { errors: Record<string, string> } => {
  const { labelAmount, labelPer, labelDays, labelNote } = value
  if (labelAmount === undefined && labelPer === undefined) return { label: null }
  if (labelAmount === undefined || labelPer === undefined)
    return {
      errors: {
        [labelAmount === undefined ? 'labelAmount' : 'labelPer']: REFUSALS.labelRule,
      },
    }
  return {
    label: {
      amount: labelAmount,
      unit: PRODUCTS[product].form === 'liquid' ? 'mL' : 'g',
      perLitres: toLitres(labelPer, tub.units.volume),
      note: labelNote,
      ...(labelDays === undefined ? {} : { everyDays: labelDays }),
    },
  }
}

const TOGETHER: Readonly<Record<string, string>> = {
  scoopName: 'scoop',
  boxHolds: 'scoop',
  scoopsInBox: 'scoop',
  labelPer: 'labelAmount',
  labelDays: 'labelAmount',
}
const together = (name: string) => TOGETHER[name] ?? name

export const editOnShelf = (
  store: Store,
  { tubId, id }: { tubId: number; id: number },
  posted: Fields,
  now: number,
): Outcome => {
  const tub = findTub(store, tubId)
  const row = shelfOf(store).find((one) => one.id === id)
  if (!tub || !row) return refused(posted, {}, {}, REFUSALS.notOnShelf)
  const laid = merged(shelfFields(row, tub), posted, together)
  if ('asked' in laid) return laid.asked
  const { fields, changed } = laid
  const checked = check<ShelfFields>(schema(row.product, tub), fields)
  if ('errors' in checked) return refused(fields, checked.errors)
  const { value } = checked
  const scoop = scoopOf(value, tub.units.mass)
  const label = labelOf(value, row.product, tub)
  if ('errors' in scoop || 'errors' in label)
    return refused(fields, {
      ...('errors' in scoop ? scoop.errors : {}),
      ...('errors' in label ? label.errors : {}),
    })
  const onLabel = strengthOnLabel(row.product)
  const strength: Strength =
    onLabel && value.strength !== undefined ? { [onLabel.key]: value.strength / 100 } : {}
  updateOnShelf(store, id, {
    strength,
    // Only a new count is one: what has gone in since the last stays subtracted from it.
    ...(changed.has('left')
      ? {
          countedGrams:
            value.left === undefined ? null : fromDose(row.product, value.left, tub.units.mass),
          countedAt: value.left === undefined ? null : now,
        }
      : {}),
    scoop: scoop.scoop,
    label: label.label,
    stock: given({
      price: value.price,
      packGrams:
        value.pack === undefined ? undefined : fromDose(row.product, value.pack, tub.units.mass),
      boughtAt: value.boughtOn,
      openedAt: value.openedOn,
      expiresAt: value.goodUntil,
      place: value.place,
    }),
  })
  return { ok: true, next: `/tubs/${tubId}/shelf` }
}

export const removeFromShelf = (store: Store, tubId: number, id: number, now: number): Outcome => {
  if (!findOnShelf(store, id)) return refused({}, {}, {}, REFUSALS.notOnShelf)
  updateOnShelf(store, id, { removedAt: now })
  return { ok: true, next: `/tubs/${tubId}/shelf` }
}

const shown = (value: number, decimals = 2) => String(Number(value.toFixed(decimals)))

/** Something on the shelf as its form shows it, in the units of a tub. */
export const shelfFields = (row: OnShelf, tub: TubRow): Fields => {
  const onLabel = strengthOnLabel(row.product)
  const strength = onLabel && row.strength[onLabel.key]
  const perUnit = fromDose(row.product, 1, tub.units.mass)
  const { price, packGrams, boughtAt, openedAt, expiresAt, place } = row.stock ?? {}
  return {
    ...(price === undefined ? {} : { price: shown(price) }),
    ...(packGrams === undefined ? {} : { pack: shown(packGrams / perUnit, 1) }),
    ...(boughtAt === undefined ? {} : { boughtOn: packDay(boughtAt) }),
    ...(openedAt === undefined ? {} : { openedOn: packDay(openedAt) }),
    ...(expiresAt === undefined ? {} : { goodUntil: packDay(expiresAt) }),
    ...(place ? { place } : {}),
    ...(row.gramsLeft === undefined ? {} : { left: shown(row.gramsLeft / perUnit, 1) }),
    ...(strength === undefined ? {} : { strength: shown(100 * strength) }),
    ...(row.scoop
      ? {
          scoopName: row.scoop.name,
          scoop: shown(row.scoop.grams / toGrams(1, tub.units.mass)),
        }
      : {}),
    ...(row.label
      ? {
          labelAmount: shown(row.label.amount),
          labelPer: shown(fromLitres(row.label.perLitres, tub.units.volume), 1),
          labelNote: row.label.note ?? '',
          ...(row.label.everyDays ? { labelDays: String(row.label.everyDays) } : {}),
        }
      : {}),
  }
}
