import Joi from 'joi'
import {
  type Entry,
  type EntryKind,
  FILL_READ,
  FILL_WATER_SOURCES,
  type FillWater,
  type FillWaterSource,
  fromLitres,
  implausibilities,
  type LengthUnit,
  METHODS,
  type Method,
  MINUTE,
  QUANTITY,
  type Readings,
  type Tub,
  today,
  toLitres,
  toMetres,
  usualSurface,
} from '@/core'
import { preferencesIn } from '@/server/preferences'
import type { TubRow } from '@/store/tubs'
import { CLOSURE_SHORT } from '@/words/closureWords'
import { QUANTITY_NAMES } from '@/words/quantityNames'
import { FIELD, field, REFUSALS, soakQuestion } from '@/words/refusals'
import { formatImplausibility } from '@/words/testText'
import { check, type Fields, number, oneOf, text } from '../form'
import type { Draft } from './draft'

const draftFillTest = (tub: TubRow, fields: Fields, at: number): Draft => {
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
  return { entry: { kind: 'fillTest', at, body: { method, fillWater } }, questions }
}

/** What only drained, cleaned and refilled water opens asks whether it was cleaned. */
const askCleaned = (tub: Tub, journal: readonly Entry[], at: number): string | undefined => {
  const found = today({}, tub, journal, at).verdict.closures
  const shut = found.find((one) => one.lift.by === 'refill')
  return shut ? soakQuestion.cleaned(CLOSURE_SHORT[shut.code]) : undefined
}

/** Water that came in by the meter or by a mark on the wall, as the share of the tub that it is. */
const draftTopUp = (tub: TubRow, fields: Fields, at: number): Draft => {
  const { volume } = tub.units
  const byLevel = fields.measured === 'level'
  const length: LengthUnit = volume === 'US gallon' ? 'inch' : 'centimetre'
  const shape: Record<string, Joi.Schema> = byLevel
    ? {
        level: number({
          name: FIELD.levelRose,
          low: 0.1,
          high: volume === 'US gallon' ? 40 : 100,
          unit: volume === 'US gallon' ? 'in' : 'cm',
          required: true,
        }),
      }
    : {
        litres: number({
          name: FIELD.cameIn,
          low: 0.5,
          high: Math.round(fromLitres(tub.volumeLitres, volume)),
          unit: volume === 'litre' ? 'L' : 'gal',
          required: true,
        }),
      }
  const checked = check<{ litres?: number; level?: number }>(Joi.object(shape), fields)
  if ('errors' in checked) return checked
  const { litres = 0, level = 0 } = checked.value
  const added = byLevel
    ? 1000 * usualSurface(tub.volumeLitres) * toMetres(level, length)
    : toLitres(litres, volume)
  // It came on top of what was there, or replaced what had gone: either way this is its share.
  return {
    entry: { kind: 'water', at, body: { replacedFraction: Math.min(1, added / tub.volumeLitres) } },
    questions: {},
  }
}

export const draftOther = (
  kind: EntryKind,
  fields: Fields,
  at: number,
  journal: readonly Entry[],
  tub: TubRow,
): Draft => {
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
      const checked = check<{ people: number; minutes: number; children?: number }>(
        Joi.object({
          children: number({ name: 'Children', low: 0, high: 20 }),
          people: number({ name: 'People', low: 1, high: 20, required: true }),
          minutes: number({ name: 'Minutes', low: 1, high: 600, required: true }),
        }),
        fields,
      )
      if ('errors' in checked) return checked
      const { people, minutes, children = 0 } = checked.value
      if (!Number.isInteger(people))
        return { errors: { people: field.wholeOutOfRange('People', people, 1, 20) } }
      if (!Number.isInteger(children) || children > people)
        return {
          errors: { children: field.wholeOutOfRange('Children', children, 0, people) },
        }
      // Who logs a soak “just now” has just got out of it.
      const began = fields.when === 'earlier' ? at : at - minutes * MINUTE
      const overlaps = journal.find(
        (entry) =>
          entry.kind === 'soak' &&
          entry.at < began + minutes * MINUTE &&
          began < entry.at + entry.body.minutes * MINUTE,
      )
      return {
        entry: {
          kind,
          at: began,
          body: {
            people,
            minutes,
            ...(children > 0 ? { children } : {}),
            ...(fields.lotion === 'yes' ? { lotion: true } : {}),
            ...(fields.party === 'yes' ? { party: true } : {}),
          },
        },
        questions: overlaps
          ? {
              overlap: soakQuestion.twice,
            }
          : {},
      }
    }
    case 'water': {
      if (fields.measured === 'litres' || fields.measured === 'level')
        return draftTopUp(tub, fields, at)
      const checked = check<{ percent: number }>(
        Joi.object({
          percent: number({
            name: FIELD.shareReplaced,
            low: 1,
            high: 100,
            unit: '%',
            required: true,
          }),
        }),
        fields,
      )
      if ('errors' in checked) return checked
      const cleaned = checked.value.percent >= 100 && askCleaned(tub, journal, at)
      return {
        entry: { kind, at, body: { replacedFraction: checked.value.percent / 100 } },
        questions: cleaned ? { percent: cleaned } : {},
      }
    }
    case 'start': {
      const checked = check<{ step: string }>(Joi.object({ step: text('Step', 40, true) }), fields)
      if ('errors' in checked) return checked
      return { entry: { kind, at, body: { step: checked.value.step } }, questions: {} }
    }
    case 'feeder': {
      const checked = check<{ setting?: number; tabletsLeft?: number }>(
        Joi.object({
          setting: number({ name: 'Setting', low: 0, high: 100 }),
          tabletsLeft: number({ name: FIELD.tabletsLeft, low: 0, high: 50 }),
        }),
        fields,
      )
      if ('errors' in checked) return checked
      const { setting, tabletsLeft } = checked.value
      const boost = fields.boost === 'yes'
      if (setting === undefined && tabletsLeft === undefined && !boost)
        return { errors: {}, message: REFUSALS.nothingAtFeeder }
      return {
        entry: {
          kind,
          at,
          body: {
            ...(setting === undefined ? {} : { setting }),
            ...(tabletsLeft === undefined ? {} : { tabletsLeft }),
            ...(boost ? { boost } : {}),
          },
        },
        questions: {},
      }
    }
    case 'fillTest':
      return draftFillTest(tub, fields, at)
    default: {
      const checked = check<{ text: string }>(Joi.object({ text: text('Note', 500, true) }), fields)
      if ('errors' in checked) return checked
      return { entry: { kind: 'note', at, body: { text: checked.value.text } }, questions: {} }
    }
  }
}
