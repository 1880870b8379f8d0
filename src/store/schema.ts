import { sql } from 'drizzle-orm'
import {
  type AnySQLiteColumn,
  index,
  integer,
  real,
  sqliteTable,
  text,
} from 'drizzle-orm/sqlite-core'
import type {
  ChoreChange,
  Decisions,
  DeviceReply,
  EntryBodies,
  EntryKind,
  FillWater,
  FilterKind,
  GuestStay,
  HeatSettings,
  KitSpec,
  KitStock,
  LabelRule,
  MassUnit,
  OwnScoop,
  ProductName,
  ProgrammeId,
  Quantity,
  RefillSettings,
  SoakLoad,
  StockFacts,
  Strength,
  Surroundings,
  Targets,
  TemperatureUnit,
  TestRhythm,
  TubChoices,
  TubKind,
  VisitAsked,
  VolumeBasis,
  VolumeUnit,
} from '@/core'

export interface Units {
  volume: VolumeUnit
  temperature: TemperatureUnit
  mass: MassUnit
}

/** Times are milliseconds since 1970, UTC; volumes litres; temperatures °C. */
export const tubs = sqliteTable('tubs', {
  id: integer('id').primaryKey({ autoIncrement: true }),
  name: text('name').notNull(),
  place: text('place').notNull(),
  volumeLitres: real('volume_litres').notNull(),
  volumeBasis: text('volume_basis', { mode: 'json' }).$type<VolumeBasis>().notNull(),
  kind: text('kind').$type<TubKind>().notNull().default('hard shell'),
  surroundings: text('surroundings', { mode: 'json' }).$type<Surroundings>(),
  programme: text('programme').$type<ProgrammeId>().notNull(),
  preset: text('preset').notNull(),
  targets: text('targets', { mode: 'json' }).$type<Targets>().notNull(),
  fillWater: text('fill_water', { mode: 'json' }).$type<FillWater>().notNull(),
  setTemperatureCelsius: real('set_temperature_celsius').notNull(),
  testSchool: text('test_school').$type<TestRhythm>().notNull().default('after soak'),
  units: text('units', { mode: 'json' }).$type<Units>().notNull(),
  /** Where practice knows more than one way: what its people chose. */
  choices: text('choices', { mode: 'json' }).$type<TubChoices>().notNull().default({}),
  /** The address of its calendar, and whose days it counts. */
  calendar: text('calendar', { mode: 'json' }).$type<HouseCalendar>(),
  /** How its people change its water. */
  heat: text('heat', { mode: 'json' }).$type<Partial<HeatSettings>>(),
  refill: text('refill', { mode: 'json' }).$type<Partial<RefillSettings> & { newTub?: boolean }>(),
  /** Nobody gets in above so much sanitizer, ppm; where its owner has raised it. */
  keepOutAbovePpm: real('keep_out_above_ppm'),
  /** When its volume was last changed. */
  volumeSetAt: integer('volume_set_at'),
  createdAt: integer('created_at').notNull(),
})

/**
 * Only ever added to. A correction is a new row that replaces another; `undoneAt` takes a row back as if it had not been
 * written (what it replaced stands again); `deletedAt` hides it. Both can be lifted.
 */
export const entries = sqliteTable(
  'entries',
  {
    id: integer('id').primaryKey({ autoIncrement: true }),
    tubId: integer('tub_id')
      .notNull()
      .references(() => tubs.id),
    kind: text('kind').$type<EntryKind>().notNull(),
    version: integer('version').notNull().default(1),
    happenedAt: integer('happened_at').notNull(),
    recordedAt: integer('recorded_at').notNull(),
    body: text('body', { mode: 'json' }).$type<EntryBodies[EntryKind]>().notNull(),
    replacesId: integer('replaces_id').references((): AnySQLiteColumn => entries.id),
    /** Entries that were written by one act and are taken back by one. */
    batch: integer('batch'),
    /** Which change of its tub's journal it was written by. */
    written: integer('written').notNull().default(0),
    /** Which change of its tub's journal wrote, hid or restored it last: counted up, so that no clock decides. */
    changed: integer('changed').notNull().default(0),
    /** Who wrote it down, where they said so. */
    by: text('by'),
    undoneAt: integer('undone_at'),
    deletedAt: integer('deleted_at'),
  },
  (table) => [
    index('entries_by_tub').on(table.tubId, table.happenedAt),
    index('entries_by_change').on(table.tubId, table.changed),
    index('entries_by_replaced').on(table.replacesId),
    index('entries_by_kind').on(table.kind, table.tubId, table.happenedAt),
    index('entries_by_chore').on(
      table.kind,
      table.tubId,
      sql`body ->> '$.chore'`,
      table.happenedAt,
    ),
  ],
)

/** What the owner tests with. Readings carry their own values, so a kit that is changed or removed changes no reading. */
export const kits = sqliteTable('kits', {
  id: integer('id').primaryKey({ autoIncrement: true }),
  name: text('name').notNull(),
  spec: text('spec', { mode: 'json' }).$type<KitSpec>().notNull(),
  errors: text('errors', { mode: 'json' }).$type<Partial<Record<Quantity, number>>>().notNull(),
  stock: text('stock', { mode: 'json' }).$type<KitStock>(),
  createdAt: integer('created_at').notNull(),
  removedAt: integer('removed_at'),
})

/** What stands on the shelf, for all tubs of the house. What is left is what was counted less what went in since. */
export const shelf = sqliteTable('shelf', {
  id: integer('id').primaryKey({ autoIncrement: true }),
  product: text('product').$type<ProductName>().notNull(),
  /** What its label says, where that differs from the usual. */
  strength: text('strength', { mode: 'json' }).$type<Strength>().notNull().default({}),
  countedGrams: real('counted_grams'),
  countedAt: integer('counted_at'),
  scoop: text('scoop', { mode: 'json' }).$type<OwnScoop>(),
  label: text('label', { mode: 'json' }).$type<LabelRule>(),
  /** What it cost, when it was bought and opened, and where it stands. */
  stock: text('stock', { mode: 'json' }).$type<StockFacts>(),
  createdAt: integer('created_at').notNull(),
  removedAt: integer('removed_at'),
})

/** Planned soaks; what happens is an entry. */
export const plannedSoaks = sqliteTable(
  'planned_soaks',
  {
    id: integer('id').primaryKey({ autoIncrement: true }),
    tubId: integer('tub_id')
      .notNull()
      .references(() => tubs.id),
    at: integer('at').notNull(),
    load: text('load', { mode: 'json' }).$type<SoakLoad>().notNull(),
    /** The stay it came with, and goes with. */
    stayId: integer('stay_id'),
    createdAt: integer('created_at').notNull(),
    removedAt: integer('removed_at'),
  },
  (table) => [index('planned_soaks_by_tub').on(table.tubId, table.at)],
)

/** What devices have sent and nobody has kept as a test yet; old ones are of no use and may go. */
export const deviceReplies = sqliteTable(
  'device_replies',
  {
    id: integer('id').primaryKey({ autoIncrement: true }),
    tubId: integer('tub_id')
      .notNull()
      .references(() => tubs.id),
    reply: text('reply', { mode: 'json' }).$type<DeviceReply>().notNull(),
    receivedAt: integer('received_at').notNull(),
  },
  (table) => [index('device_replies_by_tub').on(table.tubId, table.receivedAt)],
)

/** What the people of a tub made of a chore, or one of their own. */
export const choreRules = sqliteTable(
  'chore_rules',
  {
    id: integer('id').primaryKey({ autoIncrement: true }),
    tubId: integer('tub_id')
      .notNull()
      .references(() => tubs.id),
    /** A preset's name; null for one of their own. */
    preset: text('preset'),
    change: text('change', { mode: 'json' }).$type<ChoreChange>().notNull(),
    paused: integer('paused', { mode: 'boolean' }),
    createdAt: integer('created_at').notNull(),
    removedAt: integer('removed_at'),
  },
  (table) => [index('chore_rules_by_tub').on(table.tubId)],
)

/** Filter cartridges of the house; where each is, the journals say. */
export const filterSets = sqliteTable('filter_sets', {
  id: integer('id').primaryKey({ autoIncrement: true }),
  name: text('name').notNull(),
  kind: text('kind').$type<FilterKind>().notNull(),
  cartridges: integer('cartridges').notNull().default(1),
  size: text('size').notNull().default(''),
  boughtAt: integer('bought_at'),
  createdAt: integer('created_at').notNull(),
  removedAt: integer('removed_at'),
})

/** Guests who stay, or times nobody is there, as a calendar brought them or somebody typed them. */
export const stays = sqliteTable(
  'stays',
  {
    id: integer('id').primaryKey({ autoIncrement: true }),
    tubId: integer('tub_id')
      .notNull()
      .references(() => tubs.id),
    kind: text('kind').$type<GuestStay['kind']>().notNull(),
    title: text('title').notNull(),
    from: integer('from').notNull(),
    to: integer('to').notNull(),
    /** Which event of which file it was, so that a second import doubles nothing. */
    uid: text('uid').notNull(),
    createdAt: integer('created_at').notNull(),
    removedAt: integer('removed_at'),
  },
  (table) => [index('stays_by_tub').on(table.tubId, table.to)],
)

/** A change of water that is planned or under way; its stages as they happen are entries. */
export const refills = sqliteTable(
  'refills',
  {
    id: integer('id').primaryKey({ autoIncrement: true }),
    tubId: integer('tub_id')
      .notNull()
      .references(() => tubs.id),
    mode: text('mode').$type<'ready by' | 'start at'>().notNull(),
    at: integer('at').notNull(),
    zone: text('zone').notNull(),
    createdAt: integer('created_at').notNull(),
    closedAt: integer('closed_at'),
  },
  (table) => [index('refills_by_tub').on(table.tubId)],
)

/** A visit under way: which tubs, what was asked of its time, and what its people decided; what is done stands in the journals. */
export const visits = sqliteTable('visits', {
  id: integer('id').primaryKey({ autoIncrement: true }),
  tubs: text('tubs', { mode: 'json' }).$type<number[]>().notNull(),
  asked: text('asked', { mode: 'json' }).$type<VisitAsked>().notNull(),
  decisions: text('decisions', { mode: 'json' }).$type<Decisions>().notNull(),
  startedAt: integer('started_at').notNull(),
  changedAt: integer('changed_at').notNull(),
  endedAt: integer('ended_at'),
})

/** What a calendar was last told of an event, so that its sequence rises whenever that changes. */
export const calendarEvents = sqliteTable('calendar_events', {
  uid: text('uid').primaryKey(),
  /** Its times and words. */
  told: text('told').notNull(),
  sequence: integer('sequence').notNull().default(0),
  changedAt: integer('changed_at').notNull(),
})

/** What was answered to a form that wrote something, by the form's own key: sent again, it gets the same answer and writes nothing. */
export const posts = sqliteTable(
  'posts',
  {
    key: text('key').primaryKey(),
    /** Of what was sent, so that the same key with other fields is noticed. */
    digest: text('digest').notNull(),
    answer: text('answer', { mode: 'json' }).$type<{ next?: string; id?: number }>().notNull(),
    at: integer('at').notNull(),
  },
  (table) => [index('posts_by_time').on(table.at)],
)

/** What holds for the house and not for one tub. */
export const settings = sqliteTable('settings', {
  name: text('name')
    .$type<'calendar' | 'quiet' | 'visit' | 'poisonLine' | 'money' | 'sheet' | 'facts'>()
    .primaryKey(),
  value: text('value', { mode: 'json' })
    .$type<HouseCalendar | QuietHours | VisitDay | Money | SheetMemory | string | string[]>()
    .notNull(),
})
export interface HouseCalendar {
  key: string
  zone: string
  /** One event a visit, or each chore by itself, which is meant where nothing is said. */
  as?: 'visits' | 'chores'
}
/** Hours of the wall clock in which nothing nudges; from 21 to 8 goes over midnight. */
export interface QuietHours {
  fromHour: number
  toHour: number
}
/** The weekly visit: a day of the week, 0 Sunday to 6 Saturday, and when it begins on that wall's clock. */
export interface VisitDay {
  weekday: number
  hour: number
  minute: number
  zone: string
}
/** What the house pays in, and how long an order takes to come. */
export interface Money {
  /** ISO 4217; where nothing was chosen, by the reader's region. */
  currency?: string
  deliveryDays: number
}
/** What columns of earlier spreadsheets were taken for, by their names in lower case. */
export interface SheetMemory {
  roles: Record<string, string>
}
