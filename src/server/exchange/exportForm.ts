import Joi from 'joi'
import {
  ACID_PARTS,
  AIMS,
  CHLORINE_WAYS,
  DEVIATIONS,
  DOSING,
  DRAIN_PLACES,
  DRAIN_WAYS,
  ENTRY_KINDS,
  type EntryKind,
  EXPOSURES,
  FILL_WATER,
  FILTER_KINDS,
  ID,
  KINDS,
  LANES,
  LOAD,
  MOMENT,
  ORDERS,
  PH_RAISERS,
  PRODUCT_NAMES,
  PROGRAMME_IDS,
  QUANTITIES,
  STAGE_IDS,
  STAY_KINDS,
  STRENGTH,
  SUPPLEMENTARY_DISINFECTION,
  schemaOf,
  TEST_RHYTHMS,
  TUB_KINDS,
  WAYS_OF_DOING,
  WAYS_OF_WARMING,
} from '@/core'

/** The shape of an export, as the import checks it and docs/export.md tells it. Times are milliseconds since 1970, UTC. */
export const EXPORT_FORMAT = 'pavrel-export'
export const EXPORT_VERSION = 1

const words = (most: number) => Joi.string().allow('').max(most)
const one = (values: readonly string[]) => Joi.string().valid(...values)
const number = Joi.number()
const positive = Joi.number().min(0)
const whole = Joi.number().integer().min(0)
const time = schemaOf(MOMENT)
const id = schemaOf(ID)
const flag = Joi.boolean()
const list = (items: Joi.Schema, most = 200) => Joi.array().items(items).max(most)
const optional = (keys: Record<string, Joi.Schema>) => Joi.object(keys)
const optionals = new WeakSet<Joi.Schema>()
/** A field that may be missing. */
const maybe = (schema: Joi.Schema): Joi.Schema => {
  const made = schema.optional()
  optionals.add(made)
  return made
}
/** All of them have to be there, unless they say otherwise. */
const all = (keys: Record<string, Joi.Schema>) =>
  Joi.object(keys).fork(
    Object.entries(keys)
      .filter(([, schema]) => !optionals.has(schema))
      .map(([name]) => name),
    (schema) => schema.required(),
  )

const methods = Object.fromEntries(
  Object.entries(WAYS_OF_DOING).map(([id, values]) => [id, one(values)]),
)
const product = one(PRODUCT_NAMES)
const strength = schemaOf(STRENGTH)
const quantity = one(QUANTITIES)
const band = all({ low: number, high: number })
const fillWater = schemaOf(FILL_WATER)
const load = schemaOf(LOAD)
const choreId = Joi.string().max(40)
/** What an entry of each kind holds, in the version of today. */
export const BODIES = Object.fromEntries(
  ENTRY_KINDS.map((kind) => [kind, schemaOf(KINDS[kind].shape)]),
) as Record<EntryKind, Joi.Schema>

/** An entry as it was written. A correction names what it replaces; what was undone or deleted is kept with its moment. */
const ENTRY = all({
  id,
  kind: one(ENTRY_KINDS),
  version: id,
  happenedAt: time,
  recordedAt: time,
  body: Joi.object(),
  replacesId: maybe(id),
  batch: maybe(id),
  changed: whole,
  written: maybe(whole),
  undoneAt: maybe(time),
  deletedAt: maybe(time),
  by: maybe(words(40)),
})

const season = all({ fromMonth: whole.min(1).max(12), toMonth: whole.min(1).max(12) }).allow(null)
const choreChange = optional({
  lane: one(LANES),
  interval: optional({
    days: positive,
    soakHours: positive,
    personHours: positive,
    hoseLitres: positive,
    shocks: positive,
    drain: one(['before', 'with']),
  }),
  windowDays: positive,
  minutes: positive,
  season,
  name: words(100),
  purpose: words(500),
  needs: words(500),
  how: list(words(2000), 50),
  cautions: list(words(2000), 50),
})

const targets = all({
  sanitizer: band,
  pH: band,
  totalAlkalinity: band,
  calciumHardness: band,
  cyanuricAcid: band,
  borate: maybe(band),
  salt: maybe(band),
  totalDissolvedSolids: maybe(band),
})

const volumeBasis = Joi.alternatives(
  all({ by: one(['figure']), litres: positive }),
  all({
    by: one(['box']),
    lengthMetres: positive,
    widthMetres: positive,
    depthMetres: positive,
  }),
  all({ by: one(['round']), diameterMetres: positive, depthMetres: positive }),
  all({ by: one(['fill']), minutes: positive, litresPerMinute: positive }),
)

const hour = positive.max(24)
const refillSettings = optional({
  drainBy: one(DRAIN_WAYS),
  drainTo: one(DRAIN_PLACES),
  neutralise: flag,
  purgeHours: positive,
  metalsFirst: flag,
  newTub: flag,
  heaterKilowatts: positive,
  pumpLitresPerMinute: positive,
  hoseLitresPerMinute: positive,
  fillCelsius: number,
  airCelsius: number,
  hoseFilterLitres: positive,
  waterPrice: positive,
  energyPrice: positive,
  productsPrice: positive,
  nightFrom: hour,
  nightTo: hour,
  workFrom: hour,
  workTo: hour,
  pins: optional(Object.fromEntries(STAGE_IDS.map((name) => [name, time]))),
})

const TUB = all({
  id,
  name: Joi.string().max(100),
  place: words(100),
  volumeLitres: Joi.number().min(100).max(20_000),
  volumeBasis,
  kind: one(TUB_KINDS),
  surroundings: maybe(
    all({
      supplementaryDisinfection: one(SUPPLEMENTARY_DISINFECTION),
      exposure: one(EXPOSURES),
      hoursFromUtc: number.min(-14).max(14),
      filtrationHours: maybe(positive.max(24)),
      jetsHours: maybe(positive.max(24)),
    }),
  ),
  programme: one(PROGRAMME_IDS),
  preset: Joi.string().max(60),
  targets,
  fillWater,
  setTemperatureCelsius: Joi.number().min(0).max(50),
  testSchool: one(TEST_RHYTHMS),
  units: all({
    volume: one(['litre', 'US gallon', 'imperial gallon'] as const),
    temperature: one(['celsius', 'fahrenheit']),
    mass: one(['gram', 'ounce']),
  }),
  choices: optional({
    raisePh: one(PH_RAISERS),
    acidParts: one(ACID_PARTS),
    aim: one(AIMS),
    order: one(ORDERS),
    dosing: one(DOSING),
    granules: one(CHLORINE_WAYS),
    acid: product,
    sanitizer: product,
    ...methods,
  }),
  refill: maybe(refillSettings),
  heat: maybe(
    optional({
      way: one(WAYS_OF_WARMING),
      nightPrice: positive,
      nightFrom: hour,
      nightTo: hour,
      lowerKelvin: positive,
      hoursFrom: hour,
      hoursTo: hour,
    }),
  ),
  keepOutAbovePpm: maybe(positive),
  volumeSetAt: maybe(time),
  createdAt: time,
  choreRules: list(
    all({
      id,
      preset: maybe(choreId),
      change: choreChange,
      paused: maybe(flag),
      createdAt: time,
      removedAt: maybe(time),
    }),
    2000,
  ),
  stays: list(
    all({
      id,
      kind: one(STAY_KINDS),
      title: words(500),
      from: time,
      to: time,
      uid: words(500),
      createdAt: time,
      removedAt: maybe(time),
    }),
    20_000,
  ),
  plannedSoaks: list(
    all({ id, at: time, load, stayId: maybe(id), createdAt: time, removedAt: maybe(time) }),
    20_000,
  ),
  refills: list(
    all({
      id,
      mode: one(['ready by', 'start at'] as const),
      at: time,
      zone: words(60),
      createdAt: time,
      closedAt: maybe(time),
    }),
    5000,
  ),
  entries: list(ENTRY, 200_000),
})

const KIT = all({
  id,
  name: Joi.string().max(100),
  spec: Joi.alternatives(
    all({
      kind: one(['strip']),
      pads: list(
        all({
          quantity,
          blocks: list(
            all({ value: number, colour: maybe(Joi.string().pattern(/^#[0-9a-f]{6}$/i)) }),
            30,
          ),
        }),
        20,
      ),
      dipSeconds: positive,
      waitSeconds: positive,
    }),
    all({
      kind: one(['drops']),
      tests: list(all({ quantity, perDrop: positive, sampleMillilitres: positive }), 30),
    }),
    all({
      kind: one(['meter']),
      ranges: optional(Object.fromEntries(QUANTITIES.map((name) => [name, band]))),
    }),
  ),
  errors: schemaOf(DEVIATIONS),
  stock: maybe(
    optional({
      tests: positive,
      countedAt: time,
      packTests: positive,
      price: positive,
      openedAt: time,
      expiresAt: time,
    }),
  ),
  createdAt: time,
  removedAt: maybe(time),
})

const SHELF = all({
  id,
  product,
  strength,
  countedGrams: maybe(positive),
  countedAt: maybe(time),
  stock: maybe(
    optional({
      price: positive,
      packGrams: positive,
      boughtAt: time,
      openedAt: time,
      expiresAt: time,
      place: words(40),
    }),
  ),
  scoop: maybe(all({ name: words(60), grams: positive })),
  label: maybe(
    all({
      amount: positive,
      unit: one(['mL', 'g']),
      perLitres: positive,
      everyDays: maybe(positive),
      note: maybe(words(500)),
    }),
  ),
  createdAt: time,
  removedAt: maybe(time),
})

const FILTER_SET = all({
  id,
  name: Joi.string().max(100),
  kind: one(FILTER_KINDS),
  cartridges: positive,
  size: words(100),
  boughtAt: maybe(time),
  createdAt: time,
  removedAt: maybe(time),
})

/** The whole of an export. Nothing that isn't named here is taken. */
export const EXPORT = all({
  format: one([EXPORT_FORMAT]),
  version: Joi.number().valid(EXPORT_VERSION),
  settings: optional({
    quiet: all({ fromHour: hour, toHour: hour }),
    visit: all({
      weekday: whole.max(6),
      hour: whole.max(23),
      minute: whole.max(59),
      zone: words(60),
    }),
    poisonLine: words(40),
    facts: list(Joi.string().max(60)),
    sheet: maybe(all({ roles: Joi.object().pattern(words(100), words(100)) })),
    money: maybe(all({ currency: maybe(words(3)), deliveryDays: positive })),
  }),
  kits: list(KIT, 1000),
  shelf: list(SHELF, 1000),
  filterSets: list(FILTER_SET, 1000),
  tubs: list(TUB, 200),
}).prefs({ convert: false, abortEarly: true })
