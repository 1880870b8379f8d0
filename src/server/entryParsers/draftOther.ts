import Joi from 'joi'
import {
  closures,
  type Entry,
  type EntryKind,
  estimate,
  FILL_READ,
  FILL_WATER_SOURCES,
  type FillWater,
  type FillWaterSource,
  implausibilities,
  METHODS,
  type Method,
  MINUTE,
  QUANTITY,
  type Readings,
  type Tub,
} from '@/core'
import { CLOSURE_SHORT } from '@/words/closureWords'
import { check, type Fields, number, oneOf, text } from '../form'
import type { Draft } from './draft'

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
    implausibilities(readings).map(({ quantity, sentence }) => [quantity, sentence]),
  )
  return { entry: { kind: 'fillTest', at, body: { method, fillWater } }, questions }
}

/** What only drained, cleaned and refilled water opens asks whether it was cleaned. */
const askCleaned = (tub: Tub, journal: Entry[], at: number): string | undefined => {
  const found = closures(tub, journal, at, estimate(tub, journal, at))
  const shut = found.find((one) => one.lift.by === 'refill')
  return shut
    ? `The tub is closed (${CLOSURE_SHORT[shut.code]}). Were shell, pipes and filter cleaned and disinfected before this fill?`
    : undefined
}

export const draftOther = (
  kind: EntryKind,
  fields: Fields,
  at: number,
  journal: Entry[],
  tub: Tub,
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
        return { errors: { people: `People: ${people} was given; it can be 1 to 20, whole.` } }
      if (!Number.isInteger(children) || children > people)
        return {
          errors: { children: `Children: ${children} was given; it can be 0 to ${people}, whole.` },
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
              overlap:
                'Another soak is logged for the same time. Keep both only if these are other people.',
            }
          : {},
      }
    }
    case 'water': {
      const checked = check<{ percent: number }>(
        Joi.object({
          percent: number({ name: 'Share replaced', low: 1, high: 100, unit: '%', required: true }),
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
          tabletsLeft: number({ name: 'Tablets left', low: 0, high: 50 }),
        }),
        fields,
      )
      if ('errors' in checked) return checked
      const { setting, tabletsLeft } = checked.value
      const boost = fields.boost === 'yes'
      if (setting === undefined && tabletsLeft === undefined && !boost)
        return { errors: {}, message: 'Nothing to keep: give the setting, or what is left in it.' }
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
      return draftFillTest(fields, at)
    default: {
      const checked = check<{ text: string }>(Joi.object({ text: text('Note', 500, true) }), fields)
      if ('errors' in checked) return checked
      return { entry: { kind: 'note', at, body: { text: checked.value.text } }, questions: {} }
    }
  }
}
