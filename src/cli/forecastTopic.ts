import { estimate } from '@/core/estimate/estimate'
import { type Entry, HOUR, type NewEntry } from '@/core/journal/entry'
import { PRODUCT_NAMES, PRODUCTS, type ProductName } from '@/core/products/product'
import { PROGRAMMES, type ProgrammeId, programmeOf } from '@/core/programmes/programme'
import { oddities } from '@/core/testing/oddities'
import type { Method, Readings } from '@/core/testing/quantity'
import { checkFields, type FieldTable, type Refusal } from './fields'
import { type Answer, as, litres, number, type Topic } from './topic'
import { FILL_FIELDS, fillWaterFrom, READ_AS, READING_FIELDS, type WaterInput } from './waterFields'

/** Standard deviations from the middle to the 10 % and 90 % quantiles of a normal spread. */
const TENTH = 1.2816

const at = { unit: 'ISO 8601 time', free: true, required: true } as const
const kind = (name: string) => ({ unit: '', oneOf: [name], required: true })

const ENTRY_FIELDS: Record<string, FieldTable> = {
  reading: {
    at,
    kind: kind('reading'),
    ...READING_FIELDS,
  },
  dose: {
    at,
    kind: kind('dose'),
    product: { unit: '', oneOf: PRODUCT_NAMES, required: true },
    massG: number('g', 0, 100_000),
    volumeMl: number('mL', 0, 100_000),
  },
  soak: {
    at,
    kind: kind('soak'),
    people: number('', 0, 100, { required: true }),
    minutes: number('min', 0, 1440, { required: true }),
  },
  water: {
    at,
    kind: kind('water'),
    replacedFraction: number('', 0, 1, { required: true }),
    fillWater: { unit: '', fields: FILL_FIELDS },
  },
}

const instant = (given: unknown): number | undefined => {
  const time = typeof given === 'string' ? Date.parse(given) : Number.NaN
  return Number.isFinite(time) ? time : undefined
}

const wrongTime = (field: string, given: unknown): Refusal => ({
  field,
  given: given ?? 'nothing',
  allowed: 'a time such as 2026-03-01T20:00:00Z',
})

/** The fields of an entry after the check; which of them are there depends on its kind. */
interface CheckedEntry {
  at: unknown
  method: Method
  product: ProductName
  massG?: number
  volumeMl?: number
  people: number
  minutes: number
  replacedFraction: number
  fillWater?: Partial<WaterInput>
}

/** An entry of the command as an entry of the journal, or what is wrong with it. */
const entryOf = (given: unknown, i: number): NewEntry | Refusal => {
  const named = (given as { kind?: unknown } | null)?.kind
  const fields = typeof named === 'string' ? ENTRY_FIELDS[named] : undefined
  if (!fields)
    return {
      field: `journal.${i}.kind`,
      given: named ?? 'nothing',
      allowed: Object.keys(ENTRY_FIELDS).join(', '),
    }
  const checked = checkFields(fields, given)
  if ('refusal' in checked)
    return { ...checked.refusal, field: `journal.${i}.${checked.refusal.field}` }
  const value = as<CheckedEntry>(checked.value)
  const time = instant(value.at)
  if (time === undefined) return wrongTime(`journal.${i}.at`, value.at)
  switch (named) {
    case 'dose': {
      const { product, massG, volumeMl } = value
      if ((massG === undefined) === (volumeMl === undefined))
        return {
          field: `journal.${i}.massG`,
          given: massG ?? 'nothing',
          allowed: 'either massG or volumeMl',
        }
      const grams = massG ?? (volumeMl ?? 0) * PRODUCTS[product].densityGramsPerMillilitre
      return { kind: 'dose', at: time, body: { product, grams } }
    }
    case 'soak':
      return {
        kind: 'soak',
        at: time,
        body: { people: value.people, minutes: value.minutes },
      }
    case 'water':
      return {
        kind: 'water',
        at: time,
        body: {
          replacedFraction: value.replacedFraction,
          ...(value.fillWater ? { fillWater: fillWaterFrom(value.fillWater) } : {}),
        },
      }
    default: {
      const readings: Readings = {}
      for (const [name, quantity] of Object.entries(READ_AS))
        if (checked.value[name] !== undefined) readings[quantity] = Number(checked.value[name])
      return { kind: 'test', at: time, body: { method: value.method, readings } }
    }
  }
}

const quantiles = (value: number, deviation: number) => ({
  p10: Math.max(0, value - TENTH * deviation),
  p50: value,
  p90: value + TENTH * deviation,
})

const answer = (raw: Record<string, unknown>): Answer => {
  const input = as<{
    tub: { volumeL: number; programme: ProgrammeId; fillWater?: Partial<WaterInput> }
    journal: unknown
    now: unknown
    hours: number
  }>(raw)
  const now = instant(input.now)
  if (now === undefined) return { refusal: wrongTime('now', input.now) }
  if (!Array.isArray(input.journal))
    return { refusal: { field: 'journal', given: input.journal, allowed: 'a list of entries' } }
  const journal: Entry[] = []
  for (const [i, given] of input.journal.entries()) {
    const entry = entryOf(given, i)
    if ('field' in entry) return { refusal: entry }
    journal.push({ ...entry, id: i + 1 } as Entry)
  }
  const programme = programmeOf(input.tub.programme)
  const tub = {
    volumeLitres: input.tub.volumeL,
    programme: input.tub.programme,
    targets: programme.presets[0].targets,
    fillWater: fillWaterFrom(input.tub.fillWater),
    setTemperatureCelsius: 38,
  }
  const hours = Array.from({ length: input.hours + 1 }, (_, hour) => {
    // Planned entries take part from their own time on.
    const state = estimate(tub, journal, now + hour * HOUR)
    const row: Record<string, unknown> = { at: new Date(state.at).toISOString() }
    for (const [name, quantity] of Object.entries(READ_AS)) {
      if (!programme.tested.includes(quantity)) continue
      const { value, standardDeviation } = state.quantities[quantity]
      row[name] = quantiles(value, standardDeviation)
    }
    return row
  })
  const { mean, standardDeviation } = programme.lossPerHour
  return {
    output: {
      now: new Date(now).toISOString(),
      hours,
      rates: { sanitizerLossPerHour: quantiles(mean, standardDeviation) },
      flagged: journal.flatMap((entry) =>
        entry.kind === 'test'
          ? oddities(entry.body.readings).map(({ sentence }) => ({
              at: new Date(entry.at).toISOString(),
              why: sentence,
            }))
          : [],
      ),
    },
  }
}

export const FORECAST_TOPIC: Topic = {
  summary: 'where a journal says the water is heading, hour by hour, with quantiles',
  fields: {
    tub: {
      unit: '',
      required: true,
      fields: {
        volumeL: litres,
        programme: { unit: '', oneOf: PROGRAMMES.map(({ id }) => id), required: true },
        fillWater: { unit: '', fields: FILL_FIELDS },
      },
    },
    journal: { unit: '', free: true, required: true },
    now: { unit: '', free: true, required: true },
    hours: number('h', 0, 240, { default: 48 }),
  },
  answer,
}
