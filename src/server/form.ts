import Joi from 'joi'
import { readNumber, usableLocale } from '@/words/readNumber'
import { field } from '@/words/refusals'

/** What came in from a form: every field a string. */
export type Fields = Record<string, string>

/** One of two ways, for the person to choose: the answer comes back as `confirm.<field>`. */
export interface Ask {
  /** What is asked; where it is not said, `field` has another value by now than what was typed. */
  sentence?: string
  field?: string
  options: readonly { value: string; label: string }[]
}

/**
 * Answer of a use case. `errors`, `questions` and `asks` are by field; a question is a value kept only when it comes back
 * confirmed. Nothing was written unless `ok`. `fields` echoes what was sent, so that the draft stays.
 */
export type Outcome =
  | { ok: true; next?: string }
  | {
      ok: false
      errors: Record<string, string>
      questions: Record<string, string>
      asks?: Record<string, Ask>
      message?: string
      fields: Fields
    }

export const refused = (
  fields: Fields,
  errors: Record<string, string>,
  questions: Record<string, string> = {},
  message?: string,
): Outcome => ({ ok: false, errors, questions, fields, ...(message ? { message } : {}) })

/** Nothing is written before the person has chosen. */
export const asking = (fields: Fields, asks: Record<string, Ask>): Outcome => ({
  ok: false,
  errors: {},
  questions: {},
  asks,
  fields,
})

/** What a form may hold; no page of ours sends more. */
const MOST_FIELDS = 400

export const fieldsOf = (data: FormData): Fields => {
  const fields: Fields = {}
  let count = 0
  for (const [name, value] of data) {
    if (count++ > MOST_FIELDS) break
    // React's own fields start with a dollar sign.
    if (typeof value === 'string' && !name.startsWith('$')) fields[name] = value
  }
  return fields
}

/** The units a page was drawn in, in one word. */
export const unitsName = (units: { volume: string; temperature: string; mass: string }): string =>
  `${units.volume}, ${units.temperature}, ${units.mass}`

/** What was typed, as it can be shown in a sentence. */
const tidy = (given: unknown) => String(given).replace(/\p{C}/gu, '�').slice(0, 40)

/** A sentence as it is: what was typed may hold marks that a template would take for its own. */
const say = (helpers: Joi.CustomHelpers, sentence: string) =>
  helpers.message({ custom: '{#sentence}' }, { sentence })

export interface NumberField {
  /** As it stands at the field. */
  name: string
  low: number
  high: number
  unit?: string
  required?: boolean
  whole?: boolean
}

/** A number as this person types it, by `readNumber` and the locale that came with the form. Empty is undefined. */
export const number = ({
  name,
  low,
  high,
  unit = '',
  required = false,
  whole = false,
}: NumberField) => {
  const allowed = { low, high, unit }
  const schema = Joi.string()
    .trim()
    .empty('')
    .custom((text: string, helpers) => {
      const read = readNumber(text, usableLocale(helpers.prefs.context?.locale))
      if (read === 'none') return say(helpers, field.notANumber(name, tidy(text), allowed))
      if ('either' in read) {
        const [decimal, thousands] = read.either
        return say(helpers, field.eitherNumber(name, tidy(text), decimal, thousands))
      }
      const { value } = read
      if (value < low || value > high)
        return say(helpers, field.outOfRange(name, tidy(text), allowed))
      if (whole && !Number.isInteger(value))
        return say(helpers, field.wholeOutOfRange(name, value, low, high))
      return value
    })
    .messages({
      'string.base': field.unreadable(name),
      'any.required': field.numberMissing(name, allowed),
    })
  return required ? schema.required() : schema
}

/** A number that the page itself sends along, written as programs write numbers. */
export const sentNumber = ({ name, low, high }: NumberField) =>
  Joi.number()
    .empty('')
    .min(low)
    .max(high)
    .messages({
      'number.base': field.unreadable(name),
      'number.min': field.unreadable(name),
      'number.max': field.unreadable(name),
    })

export const text = (name: string, longest: number, required = false) => {
  const schema = Joi.string()
    .trim()
    .max(longest)
    .messages({
      'string.max': field.tooLong(name, longest),
      'string.empty': field.missing(name),
      'any.required': field.missing(name),
      'string.base': field.unreadable(name),
    })
  return required ? schema.required() : schema.allow('').default('')
}

export const oneOf = <Value extends string>(name: string, values: readonly Value[]) =>
  Joi.string()
    .valid(...values)
    .required()
    .messages({
      'any.only': field.chooseOne(name, values),
      'any.required': field.chooseOne(name, values),
      'string.base': field.chooseOne(name, values),
      'string.empty': field.chooseOne(name, values),
    })

/** Runs a schema over all fields and gathers one sentence a field. */
export const check = <Value>(
  schema: Joi.ObjectSchema,
  fields: Fields,
): { value: Value } | { errors: Record<string, string> } => {
  const { value, error } = schema.validate(fields, {
    abortEarly: false,
    stripUnknown: true,
    context: { locale: fields.locale },
  })
  if (!error) return { value: value as Value }
  const errors: Record<string, string> = {}
  for (const detail of error.details) errors[detail.path.join('.')] ??= detail.message
  return { errors }
}
