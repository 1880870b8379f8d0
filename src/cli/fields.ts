import Joi from 'joi'

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
  /** A list whose members have one of these forms, by their kind. */
  forms?: Record<string, FieldTable>
}

export type FieldTable = Record<string, Field>

export type Refusal = { field: string; given: unknown; allowed: string }

const allowed = ({ low, high, oneOf, unit, fields, free }: Field) =>
  oneOf
    ? oneOf.join(', ')
    : fields || free
      ? unit || 'an object'
      : `${low ?? '−∞'} to ${high ?? '∞'}${unit && ` ${unit}`}`

const schemaOf = (field: Field): Joi.Schema => {
  const must = (schema: Joi.Schema) => (field.required ? schema.required() : schema)
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
