import {
  type Band,
  CAUSES,
  type CauseId,
  type ChoreId,
  DOSING,
  type Dosing,
  type Entry,
  type FILL_WATER_SOURCES,
  FILTER_ACTS,
  type FillWaterSource,
  type FilterAct,
  filterStatus,
  type Instant,
  isChoreId,
  isKind,
  type Method,
  MINUTE,
  type NewEntry,
  noFilterSince,
  PRODUCT_NAMES,
  PRODUCTS,
  PROGRAMMES,
  type ProductName,
  type ProgrammeId,
  programmeOf,
  type Readings,
  SIGNS,
  type Sign,
  STAGE_IDS,
  type StageId,
  type Targets,
  TUB_KINDS,
  type Tub,
  type TubKind,
} from '@/core'
import { checkFields, type Field, type FieldTable, type Refusal } from './fields'
import { as, litres, number } from './topic'
import {
  FILL_FIELDS,
  fillWaterFrom,
  methodOf,
  READ_AS,
  READING_FIELDS,
  type WaterInput,
} from './waterFields'

const at = { unit: 'ISO 8601 time, or minutesAgo', free: true } as const
const minutesAgo = number('min', 0, 100_000_000)
const kind = (name: string) => ({ unit: '', oneOf: [name], required: true })
const when = { at, minutesAgo }

const ENTRY_FIELDS: Record<string, FieldTable> = {
  reading: { ...when, kind: kind('reading'), ...READING_FIELDS },
  dose: {
    ...when,
    kind: kind('dose'),
    product: { unit: '', oneOf: PRODUCT_NAMES, required: true },
    massG: number('g', 0, 100_000),
    volumeMl: number('mL', 0, 100_000),
  },
  soak: {
    ...when,
    kind: kind('soak'),
    people: number('', 0, 100, { required: true }),
    minutes: number('min', 0, 1440, { required: true }),
    children: number('', 0, 100),
  },
  water: {
    ...when,
    kind: kind('water'),
    replacedFraction: number('', 0, 1, { required: true }),
    fillWater: { unit: '', fields: FILL_FIELDS },
  },
  look: {
    ...when,
    kind: kind('look'),
    signs: { unit: 'a list of signs', free: true, required: true },
  },
  refill: {
    ...when,
    kind: kind('refill'),
    stage: { unit: '', oneOf: STAGE_IDS, required: true },
    what: { unit: '', oneOf: ['begun', 'done', 'skipped'], required: true },
  },
  filter: {
    ...when,
    kind: kind('filter'),
    set: { unit: 'name or number of a set', free: true, required: true },
    act: { unit: '', oneOf: FILTER_ACTS, required: true },
  },
  aeration: {
    ...when,
    kind: kind('aeration'),
    minutes: number('min', 0, 1440, { required: true }),
  },
  'start-up': {
    ...when,
    kind: kind('start-up'),
    step: { unit: 'a step', free: true, required: true },
  },
  feeder: {
    ...when,
    kind: kind('feeder'),
    setting: number('', 0, 100),
    tabletsLeft: number('', 0, 50),
    boost: { unit: 'true or false', free: true },
  },
  chore: {
    ...when,
    kind: kind('chore'),
    chore: { unit: 'a chore', free: true, required: true },
    outcome: { unit: '', oneOf: ['done', 'skipped', 'postponed'], default: 'done' },
  },
  treatment: {
    ...when,
    kind: kind('treatment'),
    cause: { unit: '', oneOf: CAUSES, required: true },
  },
  note: {
    ...when,
    kind: kind('note'),
    text: { unit: 'text', free: true },
    power: { unit: '', oneOf: ['off', 'back'] },
  },
}

/** A journal in a command's input: its entries, in any order. */
export const JOURNAL_FIELD: Field = {
  unit: 'a list of entries',
  free: true,
  required: true,
  forms: ENTRY_FIELDS,
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

/** The fields of an entry after the check; which of them are there depends on its kind. */
interface CheckedEntry {
  at?: unknown
  minutesAgo?: number
  method: Method | 'photometer'
  product: ProductName
  massG?: number
  volumeMl?: number
  people: number
  minutes: number
  children?: number
  replacedFraction: number
  fillWater?: Partial<WaterInput> & { source?: FillWaterSource }
  signs: unknown
  stage: StageId
  what: 'begun' | 'done' | 'skipped'
  set: unknown
  act: FilterAct
  step: unknown
  setting?: number
  tabletsLeft?: number
  boost?: unknown
  chore: unknown
  outcome: 'done' | 'skipped' | 'postponed'
  cause: CauseId
  text?: unknown
  power?: 'off' | 'back'
}

const wordsIn = (given: unknown): given is string =>
  typeof given === 'string' && given.length > 0 && given.length <= 200

/** What an entry holds, or which of its fields is wrong. */
const bodyOf = (
  named: string,
  value: CheckedEntry,
  given: Record<string, unknown>,
  sets: Map<string, number>,
  refill: number,
): Omit<NewEntry, 'at'> | Refusal => {
  switch (named) {
    case 'dose': {
      const { product, massG, volumeMl } = value
      if ((massG === undefined) === (volumeMl === undefined))
        return { field: 'massG', given: massG ?? 'nothing', allowed: 'either massG or volumeMl' }
      const grams = massG ?? (volumeMl ?? 0) * PRODUCTS[product].densityGramsPerMillilitre
      return { kind: 'dose', body: { product, grams } }
    }
    case 'soak': {
      const { people, minutes, children } = value
      return { kind: 'soak', body: { people, minutes, ...(children ? { children } : {}) } }
    }
    case 'water':
      return {
        kind: 'water',
        body: {
          replacedFraction: value.replacedFraction,
          ...(value.fillWater ? { fillWater: fillWaterFrom(value.fillWater) } : {}),
        },
      }
    case 'look': {
      const signs = value.signs
      if (!Array.isArray(signs) || !signs.every((sign) => SIGNS.includes(sign)))
        return { field: 'signs', given: signs, allowed: `a list of ${SIGNS.join(', ')}` }
      return { kind: 'look', body: { signs: signs as Sign[] } }
    }
    case 'refill':
      return { kind: 'refill', body: { refill, stage: value.stage, what: value.what } }
    case 'filter': {
      if (!wordsIn(value.set) && typeof value.set !== 'number')
        return { field: 'set', given: value.set, allowed: 'the name or number of a set' }
      const name = String(value.set)
      const set = sets.get(name) ?? sets.size + 1
      sets.set(name, set)
      return { kind: 'filter', body: { set, name, act: value.act } }
    }
    case 'aeration':
      return { kind: 'aeration', body: { minutes: value.minutes } }
    case 'start-up':
      return wordsIn(value.step)
        ? { kind: 'start', body: { step: value.step } }
        : { field: 'step', given: value.step, allowed: 'the name of a step' }
    case 'feeder': {
      const { setting, tabletsLeft, boost } = value
      if (boost !== undefined && typeof boost !== 'boolean')
        return { field: 'boost', given: boost, allowed: 'true or false' }
      return {
        kind: 'feeder',
        body: {
          ...(setting === undefined ? {} : { setting }),
          ...(tabletsLeft === undefined ? {} : { tabletsLeft }),
          ...(boost ? { boost } : {}),
        },
      }
    }
    case 'chore':
      return wordsIn(value.chore) && isChoreId(value.chore)
        ? { kind: 'chore', body: { chore: value.chore as ChoreId, outcome: value.outcome } }
        : { field: 'chore', given: value.chore, allowed: 'a chore, named as in the application' }
    case 'treatment':
      return { kind: 'treatment', body: { cause: value.cause, signs: [] } }
    case 'note':
      return {
        kind: 'note',
        body: {
          text: String(value.text ?? '').slice(0, 500),
          ...(value.power ? { power: value.power } : {}),
        },
      }
    default: {
      const readings: Readings = {}
      for (const [name, quantity] of Object.entries(READ_AS))
        if (given[name] !== undefined) readings[quantity] = Number(given[name])
      return { kind: 'test', body: { method: methodOf(value.method), readings } }
    }
  }
}

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
  const sets = new Map<string, number>()
  let refill = 1
  for (const [i, one] of given.entries()) {
    const field = (name: string) => `journal.${i}.${name}`
    const named = (one as { kind?: unknown } | null)?.kind
    const fields = typeof named === 'string' ? ENTRY_FIELDS[named] : undefined
    if (!fields || typeof named !== 'string')
      return {
        field: field('kind'),
        given: named ?? 'nothing',
        allowed: Object.keys(ENTRY_FIELDS).join(', '),
      }
    const checked = checkFields(fields, one)
    if ('refusal' in checked) return { ...checked.refusal, field: field(checked.refusal.field) }
    const value = as<CheckedEntry>(checked.value)
    const time =
      value.minutesAgo === undefined ? instant(value.at) : now - value.minutesAgo * MINUTE
    if (time === undefined) return wrongTime(field('at'), value.at)
    const body = bodyOf(named, value, checked.value, sets, refill)
    if ('field' in body) return { ...body, field: field(body.field) }
    // What is told of a refill after its fill belongs to the next one.
    if (body.kind === 'water') refill += 1
    journal.push({ ...body, at: time, id: i + 1 } as Entry)
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
  programme: { unit: '', oneOf: PROGRAMMES.map(({ id }) => id), required: true },
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
