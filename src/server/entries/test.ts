import Joi from 'joi'
import {
  estimate,
  fromCelsius,
  inconsistencies,
  kitError,
  METHODS,
  type Method,
  QUANTITIES,
  QUANTITY,
  type Quantity,
  type Readings,
  readingError,
  SENSES_OF_WATER,
  toCelsius,
} from '@/core'
import { preferencesIn } from '@/server/preferences'
import { findKit } from '@/store/kits'
import { QUANTITY_NAMES } from '@/words/quantityNames'
import { FIELD, field, REFUSALS } from '@/words/refusals'
import { formatImplausibility } from '@/words/testText'
import { check, type Fields, number, oneOf, sentNumber } from '../form'
import { type EntryForm, shown } from './entryForm'

/** Where a reading of one picture is less certain than its kit usually is. */
const deviationField = (quantity: Quantity) => `deviation.${quantity}`

const read: EntryForm<'test'>['read'] = ({ store, tub, fields, at, journal }) => {
  const shape: Record<string, Joi.Schema> = { method: oneOf(FIELD.testMethod, METHODS) }
  const kit = /^\d{1,9}$/.test(fields.kit ?? '') ? findKit(store, Number(fields.kit)) : undefined
  const unit = tub.units.temperature
  for (const quantity of QUANTITIES) {
    const name = QUANTITY_NAMES[quantity]
    const { possible, unit: ppm } = QUANTITY[quantity]
    const range =
      quantity === 'temperature' ? possible.map((celsius) => fromCelsius(celsius, unit)) : possible
    shape[quantity] = number({
      name,
      low: range[0] ?? 0,
      high: range[1] ?? 0,
      unit: quantity === 'temperature' ? (unit === 'celsius' ? '°C' : '°F') : ppm,
    })
    shape[deviationField(quantity)] = sentNumber({
      name: field.error(name),
      low: 0,
      high: possible[1],
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
  if (named.length === 0) return { errors: {}, message: REFUSALS.nothingRead }
  const used = kit?.spec.kind === method ? kit : undefined
  const deviationOf = (quantity: Quantity, value: number) =>
    Math.max(
      used ? kitError(used, quantity, value) : readingError(quantity, method, value),
      stated[deviationField(quantity)] ?? 0,
    )
  const preferences = preferencesIn(fields, tub, at)
  const questions = Object.fromEntries(
    inconsistencies(estimate(tub, journal, at), readings, deviationOf).map((found) => [
      found.quantity,
      formatImplausibility(found, preferences),
    ]),
  )
  const look = SENSES_OF_WATER.look.find((one) => one === fields['senses.look'])
  const smell = SENSES_OF_WATER.smell.find((one) => one === fields['senses.smell'])
  const standardDeviations: Readings = {}
  for (const quantity of named)
    standardDeviations[quantity] = deviationOf(quantity, readings[quantity] ?? 0)
  return {
    body: {
      method,
      readings,
      ...(used ? { kitId: used.id, standardDeviations } : {}),
      ...(look || smell
        ? { senses: { ...(look ? { look } : {}), ...(smell ? { smell } : {}) } }
        : {}),
    },
    questions,
  }
}

export const test: EntryForm<'test'> = {
  read,
  show: ({ method, kitId, senses, readings }, tub) => {
    const fields: Fields = {
      method,
      ...(kitId ? { kit: String(kitId) } : {}),
      ...(senses
        ? {
            senses: 'ask',
            'senses.look': senses.look ?? '',
            'senses.smell': senses.smell ?? '',
          }
        : {}),
    }
    for (const quantity of QUANTITIES) {
      const value = readings[quantity]
      if (value === undefined) continue
      fields[quantity] = shown(
        quantity === 'temperature' ? fromCelsius(value, tub.units.temperature) : value,
        2,
      )
    }
    return fields
  },
  next: 'dose',
}
