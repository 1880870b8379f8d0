import {
  type Band,
  DOSING,
  type Dosing,
  type Entry,
  type EntryBodies,
  type EntryKind,
  type FILL_WATER_SOURCES,
  type FillWaterSource,
  type FilterAct,
  filterStatus,
  type Instant,
  isChoreId,
  isKind,
  KINDS,
  type Method,
  MINUTE,
  type NewEntry,
  noFilterSince,
  PRODUCTS,
  PROGRAMME_IDS,
  type ProductName,
  type ProgrammeId,
  programmeOf,
  type Readings,
  type Shape,
  type Targets,
  TUB_KINDS,
  type Tub,
  type TubKind,
} from '@/core'
import { checkFields, type Field, type FieldTable, fieldsOf, type Refusal } from './fields'
import { as, litres, number } from './topic'
import {
  FILL_FIELDS,
  fillWaterFrom,
  methodOf,
  READ_AS,
  READING_FIELDS,
  type WaterInput,
} from './waterFields'

/** When it was; one of the two. */
const WHEN: FieldTable = {
  at: { unit: 'ISO 8601 time, or minutesAgo', free: true },
  minutesAgo: number('min', 0, 100_000_000),
}

/** What a journal has named so far: its filter sets by their names, and which change of water it tells of. */
interface Named {
  sets: Map<string, number>
  refill: number
}

/** An entry of the command: its fields, and the entry that they make or which of them is wrong. */
interface EntryForm {
  fields: FieldTable
  make: (value: never, named: Named) => Omit<NewEntry, 'at'> | Refusal
}

/** One whose fields are those of its body. */
const plain = <Kind extends EntryKind>(
  kind: Kind,
  fields: Partial<Record<keyof EntryBodies[Kind] & string, Shape>>,
  defaults: Partial<EntryBodies[Kind]> = {},
): EntryForm => ({
  fields: fieldsOf(fields as Record<string, Shape>, defaults as Record<string, string>),
  make: (value: object) => ({ kind, body: { ...defaults, ...value } }) as Omit<NewEntry, 'at'>,
})

const { stage, what } = KINDS.refill.shape.fields
const { chore, outcome } = KINDS.chore.shape.fields
const { act } = KINDS.filter.shape.fields
const { product, grams } = KINDS.dose.shape.fields
const { replacedFraction } = KINDS.water.shape.fields
const { text, power } = KINDS.note.shape.fields

const ENTRIES: Record<string, EntryForm> = {
  reading: {
    fields: READING_FIELDS,
    make: ({ method, ...given }: { method: Method | 'photometer' } & Record<string, number>) => {
      const readings: Readings = {}
      for (const [name, quantity] of Object.entries(READ_AS))
        if (given[name] !== undefined) readings[quantity] = given[name]
      return { kind: 'test', body: { method: methodOf(method), readings } }
    },
  },
  dose: {
    fields: {
      ...fieldsOf({ product, massG: { ...grams, maybe: true } }),
      volumeMl: number('mL', 0, 100_000),
    },
    make: (value: { product: ProductName; massG?: number; volumeMl?: number }) => {
      const { product, massG, volumeMl } = value
      if ((massG === undefined) === (volumeMl === undefined))
        return { field: 'massG', given: massG ?? 'nothing', allowed: 'either massG or volumeMl' }
      const grams = massG ?? (volumeMl ?? 0) * PRODUCTS[product].densityGramsPerMillilitre
      return { kind: 'dose', body: { product, grams } }
    },
  },
  soak: plain('soak', KINDS.soak.shape.fields),
  water: {
    fields: {
      ...fieldsOf({ replacedFraction }),
      fillWater: { unit: '', fields: FILL_FIELDS },
    },
    make: ({
      replacedFraction,
      fillWater,
    }: {
      replacedFraction: number
      fillWater?: Partial<WaterInput> & { source?: FillWaterSource }
    }) => ({
      kind: 'water',
      body: {
        replacedFraction,
        ...(fillWater ? { fillWater: fillWaterFrom(fillWater) } : {}),
      },
    }),
  },
  look: plain('look', { signs: KINDS.look.shape.fields.signs }),
  refill: {
    fields: fieldsOf({ stage, what }),
    make: (value: Pick<EntryBodies['refill'], 'stage' | 'what'>, { refill }) => ({
      kind: 'refill',
      body: { refill, ...value },
    }),
  },
  filter: {
    fields: {
      set: { unit: 'name or number of a set', free: true, required: true },
      ...fieldsOf({ act }),
    },
    make: ({ set, act }: { set: unknown; act: FilterAct }, { sets }) => {
      if ((typeof set !== 'string' || set === '' || set.length > 100) && typeof set !== 'number')
        return { field: 'set', given: set, allowed: 'the name or number of a set' }
      const name = String(set)
      const id = sets.get(name) ?? sets.size + 1
      sets.set(name, id)
      return { kind: 'filter', body: { set: id, name, act } }
    },
  },
  aeration: plain('aeration', KINDS.aeration.shape.fields),
  'start-up': plain('start', KINDS.start.shape.fields),
  feeder: plain('feeder', KINDS.feeder.shape.fields),
  chore: {
    fields: fieldsOf({ chore, outcome }, { outcome: 'done' }),
    make: (body: Pick<EntryBodies['chore'], 'chore' | 'outcome'>) =>
      isChoreId(body.chore)
        ? { kind: 'chore', body }
        : {
            field: 'chore',
            given: body.chore,
            allowed: 'a chore, named as in the application',
          },
  },
  treatment: plain('treatment', { cause: KINDS.treatment.shape.fields.cause }, { signs: [] }),
  note: plain('note', { text, power }, { text: '' }),
}

/** A journal in a command's input: its entries, in any order. */
export const JOURNAL_FIELD: Field = {
  unit: 'a list of entries',
  free: true,
  required: true,
  forms: Object.fromEntries(
    Object.entries(ENTRIES).map(([kind, { fields }]) => [kind, { ...WHEN, ...fields }]),
  ),
}

export const instant = (given: unknown): Instant | undefined => {
  const time = typeof given === 'string' ? Date.parse(given) : Number.NaN
  return Number.isFinite(time) ? time : undefined
}

export const wrongTime = (field: string, given: unknown): Refusal => ({
  field,
  given: given ?? 'nothing',
  allowed: 'a time such as 2026-03-01T20:00:00Z',
})

/** More entries than this are no tub's journal. */
const MOST_ENTRIES = 50_000

/** A journal of the command as the core's, or what is wrong with it and where. */
export const journalFrom = (given: unknown, now: Instant): { journal: Entry[] } | Refusal => {
  if (!Array.isArray(given) || given.length > MOST_ENTRIES)
    return {
      field: 'journal',
      given: Array.isArray(given) ? `${given.length} entries` : given,
      allowed: `a list of up to ${MOST_ENTRIES} entries`,
    }
  const journal: Entry[] = []
  const named: Named = { sets: new Map(), refill: 1 }
  for (const [i, one] of given.entries()) {
    const field = (name: string) => `journal.${i}.${name}`
    const { kind, ...rest } = (one ?? {}) as Record<string, unknown>
    const form =
      typeof kind === 'string' && Object.hasOwn(ENTRIES, kind) ? ENTRIES[kind] : undefined
    if (!form)
      return {
        field: field('kind'),
        given: kind ?? 'nothing',
        allowed: Object.keys(ENTRIES).join(', '),
      }
    const checked = checkFields({ ...WHEN, ...form.fields }, rest)
    if ('refusal' in checked) return { ...checked.refusal, field: field(checked.refusal.field) }
    const { at, minutesAgo, ...value } = as<{ at?: unknown; minutesAgo?: number }>(checked.value)
    const time = minutesAgo === undefined ? instant(at) : now - minutesAgo * MINUTE
    if (time === undefined) return wrongTime(field('at'), at)
    const made = form.make(value as never, named)
    if ('field' in made) return { ...made, field: field(made.field) }
    // What is told of a refill after its fill belongs to the next one.
    if (made.kind === 'water') named.refill += 1
    journal.push({ ...made, at: time, id: i + 1 } as Entry)
  }
  return { journal }
}

/** Since when none of the filter sets that a journal names is in the tub. */
export const noFilterIn = (journal: readonly Entry[], now: Instant): Instant | undefined => {
  const events = journal.filter(isKind('filter')).map((entry) => ({ tubId: 1, entry }))
  const sets = [...new Map(events.map(({ entry }) => [entry.body.set, entry.body.name]))]
  const standings = sets.map(([id, name]) =>
    filterStatus(
      { id, name, kind: 'open ends', cartridges: 1, size: '', boughtAt: null },
      events,
      now,
    ),
  )
  return noFilterSince(standings, 1)
}

/** Ranges of a command, and which of an owner's they are. */
const TARGETS: Record<string, keyof Targets> = {
  freeChlorinePpm: 'sanitizer',
  brominePpm: 'sanitizer',
  biguanidePpm: 'sanitizer',
  peroxidePpm: 'sanitizer',
  pH: 'pH',
  totalAlkalinityPpm: 'totalAlkalinity',
  calciumHardnessPpm: 'calciumHardness',
  cyanuricAcidPpm: 'cyanuricAcid',
  boratePpm: 'borate',
  saltPpm: 'salt',
  totalDissolvedSolidsPpm: 'totalDissolvedSolids',
}

const bandOf = (given: unknown): Band | undefined =>
  Array.isArray(given) &&
  given.length === 2 &&
  given.every((end) => typeof end === 'number' && Number.isFinite(end)) &&
  given[0] < given[1]
    ? { low: given[0], high: given[1] }
    : undefined

/** The programme's default ranges with those of the command put over them. */
export const targetsFrom = (
  programme: ProgrammeId,
  given: Record<string, unknown> | undefined,
): { targets: Targets } | Refusal => {
  const targets: Targets = { ...programmeOf(programme).presets[0].targets }
  for (const [name, one] of Object.entries(given ?? {})) {
    const key = TARGETS[name]
    const band = bandOf(one)
    if (!key || !band)
      return {
        field: `targets.${name}`,
        given: one,
        allowed: key ? '[low, high] with low below high' : Object.keys(TARGETS).join(', '),
      }
    targets[key] = band
  }
  return { targets }
}

/** A tub as the commands that read a journal take it. */
export const TUB_FIELDS: FieldTable = {
  volumeL: litres,
  programme: { unit: '', oneOf: PROGRAMME_IDS, required: true },
  kind: { unit: '', oneOf: TUB_KINDS, default: 'hard shell' },
  targets: { unit: '', free: true },
  setTemperatureC: number('°C', 5, 45, { default: 38 }),
  keepOutAbovePpm: number('ppm', 0, 200),
  fillWater: { unit: '', fields: FILL_FIELDS },
  metalsFirst: { unit: 'true or false', free: true },
  dosing: {
    unit: '',
    oneOf: DOSING,
    default: 'by demand',
  },
}

export interface TubInput {
  volumeL: number
  programme: ProgrammeId
  kind: TubKind
  targets?: Record<string, unknown>
  setTemperatureC: number
  keepOutAbovePpm?: number
  metalsFirst?: unknown
  dosing: Dosing
  fillWater?: Partial<WaterInput> & { source?: (typeof FILL_WATER_SOURCES)[number] }
}

export const tubFrom = (input: TubInput): { tub: Tub } | Refusal => {
  const ranges = targetsFrom(input.programme, input.targets)
  if ('field' in ranges) return { ...ranges, field: `tub.${ranges.field}` }
  if (input.metalsFirst !== undefined && typeof input.metalsFirst !== 'boolean')
    return { field: 'tub.metalsFirst', given: input.metalsFirst, allowed: 'true or false' }
  return {
    tub: {
      kind: input.kind,
      volumeLitres: input.volumeL,
      programme: input.programme,
      targets: ranges.targets,
      fillWater: fillWaterFrom(input.fillWater),
      setTemperatureCelsius: input.setTemperatureC,
      keepOutAbovePpm: input.keepOutAbovePpm ?? null,
      choices: { dosing: input.dosing },
      ...(typeof input.metalsFirst === 'boolean' ? { metalsFirst: input.metalsFirst } : {}),
    },
  }
}
