import Joi from 'joi'
import { type Shape, schemaOf as shapeSchema } from '@/core'

/** A field of a topic: its unit, what it may be, and what it is when left out. */
export interface Field {
  unit: string
  low?: number
  high?: number
  /** For fields that are words. */
  oneOf?: readonly string[]
  default?: number | string
  required?: boolean
  /** An object of its own, such as a tub of water. */
  fields?: FieldTable
  /** Anything further: a list, or an object with free keys. */
  free?: boolean
  /** A value that the core describes. */
  shape?: Shape
  /** A list whose members have one of these forms, by their kind. */
  forms?: Record<string, FieldTable>
}

export type FieldTable = Record<string, Field>

export type Refusal = { field: string; given: unknown; allowed: string }

/** What a shape of the core takes, in words. */
const allowedBy = (shape: Shape): string => {
  switch (shape.is) {
    case 'number': {
      const range = `${shape.low} to ${shape.high}${shape.unit && ` ${shape.unit}`}`
      return shape.whole ? `a whole number, ${range}` : range
    }
    case 'word':
      return shape.of.join(', ')
    case 'text':
      return `a text of up to ${shape.longest} characters`
    case 'flag':
      return 'true or false'
    case 'list':
      return `a list of ${allowedBy(shape.of)}`
    default:
      return 'an object'
  }
}

const allowed = ({ low, high, oneOf, unit, fields, free, shape }: Field): string =>
  shape
    ? allowedBy(shape)
    : oneOf
      ? oneOf.join(', ')
      : fields || free
        ? unit || 'an object'
        : `${low ?? '−∞'} to ${high ?? '∞'}${unit && ` ${unit}`}`

const schemaOf = (field: Field): Joi.Schema => {
  const must = (schema: Joi.Schema) => (field.required ? schema.required() : schema)
  if (field.shape) {
    const schema = shapeSchema(field.shape)
    return must(field.default === undefined ? schema : schema.default(field.default))
  }
  if (field.free) return must(Joi.any())
  if (field.fields) return must(tableSchema(field.fields))
  if (field.oneOf) {
    const words = Joi.string().valid(...field.oneOf)
    return must(field.default === undefined ? words : words.default(field.default))
  }
  let number = Joi.number().strict()
  if (field.low !== undefined) number = number.min(field.low)
  if (field.high !== undefined) number = number.max(field.high)
  return must(field.default === undefined ? number : number.default(field.default))
}

const tableSchema = (table: FieldTable): Joi.ObjectSchema =>
  Joi.object(
    Object.fromEntries(Object.entries(table).map(([name, field]) => [name, schemaOf(field)])),
  )

const fieldAt = (table: FieldTable, path: readonly (string | number)[]): Field | undefined => {
  const [first, ...rest] = path
  const field = table[String(first)]
  return rest.length > 0 && field?.fields ? fieldAt(field.fields, rest) : field
}

/** Input with its defaults filled in, or the first field that is wrong. */
export const checkFields = (
  table: FieldTable,
  input: unknown,
): { value: Record<string, unknown> } | { refusal: Refusal } => {
  if (typeof input !== 'object' || input === null || Array.isArray(input))
    return { refusal: { field: 'input', given: input, allowed: 'one JSON object' } }
  const { value, error } = tableSchema(table).validate(input, { convert: false })
  const detail = error?.details[0]
  if (!detail) return { value }
  const field = fieldAt(table, detail.path)
  const known = Object.keys(table).join(', ')
  return {
    refusal: {
      field: detail.path.join('.'),
      given: detail.context?.value ?? 'nothing',
      allowed: field ? allowed(field) : `one of the fields ${known}`,
    },
  }
}

/** Fields of an entry's body, with the limits of the core; a default where the body needs what may be left out here. */
export const fieldsOf = <Name extends string>(
  fields: Readonly<Record<Name, Shape>>,
  defaults: Partial<Record<Name, string | number>> = {},
): FieldTable =>
  Object.fromEntries(
    (Object.entries(fields) as [Name, Shape][]).map(([name, shape]) => [
      name,
      {
        unit: '',
        shape,
        ...(name in defaults ? { default: defaults[name] } : { required: shape.maybe !== true }),
      },
    ]),
  )

export const sentence = ({ field, given, allowed: range }: Refusal) =>
  `${field}: ${typeof given === 'string' ? given : JSON.stringify(given)} was given; allowed: ${range}.`

/** Each field on a line, what lies inside one beneath it, and a list's members by their kinds. */
export const fieldLines = (table: FieldTable, path = ''): string[] =>
  Object.entries(table).flatMap(([name, field]) => {
    const rest =
      field.default !== undefined ? `default ${field.default}` : field.required ? 'required' : ''
    return [
      `  ${`${path}${name}`.padEnd(36)} ${allowed(field)}${rest && `; ${rest}`}`,
      ...(field.fields ? fieldLines(field.fields, `${path}${name}.`) : []),
      ...Object.entries(field.forms ?? {}).flatMap(([kind, { kind: _, ...own }]) => [
        `  ${`${path}${name}, a ${kind}`}`,
        ...fieldLines(own, '    '),
      ]),
    ]
  })
