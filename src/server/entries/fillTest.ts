import Joi from 'joi'
import {
  FILL_READ,
  FILL_WATER_SOURCES,
  type FillWater,
  type FillWaterSource,
  implausibilities,
  METHODS,
  type Method,
  QUANTITY,
  type Readings,
} from '@/core'
import { preferencesIn } from '@/server/preferences'
import { QUANTITY_NAMES } from '@/words/quantityNames'
import { FIELD, REFUSALS } from '@/words/refusals'
import { formatImplausibility } from '@/words/testText'
import { check, type Fields, number, oneOf } from '../form'
import { type EntryForm, shown } from './entryForm'

const read: EntryForm<'fillTest'>['read'] = ({ tub, fields, at }) => {
  const shape: Record<string, Joi.Schema> = {
    method: oneOf(FIELD.testMethod, METHODS),
    source: oneOf(FIELD.fillSource, FILL_WATER_SOURCES),
  }
  for (const [, quantity] of FILL_READ) {
    const name = QUANTITY_NAMES[quantity]
    const { possible, unit } = QUANTITY[quantity]
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
  if (Object.keys(fillWater).length === 1) return { errors: {}, message: REFUSALS.nothingRead }
  const questions = Object.fromEntries(
    implausibilities(readings).map((found) => [
      found.quantity,
      formatImplausibility(found, preferencesIn(fields, tub, at)),
    ]),
  )
  return { body: { method, fillWater }, questions }
}

export const fillTest: EntryForm<'fillTest'> = {
  read,
  show: ({ method, fillWater }) => {
    const fields: Fields = { method, source: fillWater.source }
    for (const [field, quantity] of FILL_READ) {
      const value = fillWater[field]
      if (value !== undefined) fields[quantity] = shown(value, 2)
    }
    return fields
  },
  next: 'record',
}
