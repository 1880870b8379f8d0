import type { Incompatibility } from '../products/incompatibilities'
import type { ProductName } from '../products/product'
import type { Strength } from '../products/substance'
import type { Method, Readings } from '../testing/quantity'
import type { Instant } from '../time'
import type { FillWater } from '../tub/tub'
import type { Answers, CauseId } from './causeId'
import type { ChoreId } from './choreId'
import type { FilterAct, SoakRecipeId } from './filterAct'
import type { SoakLoad } from './load'
import type { Sign } from './sign'
import type { StageId } from './stageId'

/** Good water by eye and nose; what is wrong with it is a sign. */
export const SENSES_OF_WATER = {
  look: ['sparkling', 'clear', 'a little dull'],
  smell: ['none', 'faint'],
} as const
export type LookOfWater = (typeof SENSES_OF_WATER)['look'][number]
export type SmellOfWater = (typeof SENSES_OF_WATER)['smell'][number]

export interface TestBody {
  method: Method
  readings: Readings
  /** The kit it was read with, where one was named. */
  kitId?: number
  /** One standard deviation where the kit's differs from the method's default. */
  standardDeviations?: Readings
  /** How the water looked and smelled, where nothing was wrong with it. */
  senses?: { look?: LookOfWater; smell?: SmellOfWater }
}
/** What can stand against a dose. */
export type Objection = Incompatibility['code'] | 'wait' | 'people'

export interface DoseBody {
  product: ProductName
  grams: number
  /** Of what was in the box then, where it was not the usual. */
  strength?: Strength
  /** What the plan had asked for, where it came from a plan. */
  plannedGrams?: number
  /** What stood against it, and why it went in all the same. */
  override?: {
    against: readonly Objection[]
    /** As it was said where an older version kept only that. */
    said?: string
    reason: string
  }
}
export interface AerationBody {
  minutes: number
}
export interface WaterBody {
  /** 1 for a drain and refill. */
  replacedFraction: number
  /** What went in, where it was not what the tub is usually filled with. */
  fillWater?: FillWater
}
/** A chore that was done, left out, or put off to another day. */
export interface ChoreBody {
  chore: ChoreId
  /** What its people call it, where it is one of their own. */
  name?: string
  outcome: 'done' | 'skipped' | 'postponed'
  /** Why it was left out, or what was seen. */
  note?: string
  /** The day it was moved to. */
  until?: Instant
  /** What it took from the shelf. */
  used?: { product: ProductName; grams: number }
}
/** How a change of water goes: its stages as they happen, and what was measured on the way. */
export interface RefillBody {
  /** Which planned change of water. */
  refill: number
  stage: StageId
  what: 'begun' | 'done' | 'skipped' | 'measured'
  /** Of the water then. */
  celsius?: number
  /** By the meter. */
  litres?: number
  /** Measured: litres a minute, °C an hour. */
  perMinute?: number
  perHour?: number
}
/** What was seen and smelled; nothing in it is a tub that looked well. */
export interface LookBody {
  signs: readonly Sign[]
  /** What was asked about them. */
  answers?: Answers
  note?: string
}
/** What its people took it for, and began to treat. */
export interface TreatmentBody {
  cause: CauseId
  /** What was to be seen then. */
  signs: readonly Sign[]
}
/** Something done to a filter set; the tub is the one it was done at. */
export interface FilterBody {
  set: number
  /** Its name then, for the journal. */
  name: string
  act: FilterAct
  recipe?: SoakRecipeId
  /** What it looked like after the hose. */
  seen?: 'white' | 'not white' | 'torn filter'
}
/** A test of the water that comes out of the pipe, not of the tub. */
export interface FillTestBody {
  method: Method
  fillWater: FillWater
}
export type SoakBody = SoakLoad
/** A step of the start-up that this fill asked for. */
export interface StartBody {
  step: string
}
/** What was set at a feeder or a cell, and what was found in it. */
export interface FeederBody {
  /** Opening in notches, or the level of a cell's output. */
  setting?: number
  tabletsLeft?: number
  boost?: boolean
}
export interface NoteBody {
  text: string
  /** Somebody stands by the log of a month, as it was then. */
  signs?: { month: string; name: string; digest: string }
  /** The tub lost its power then, or had it back. */
  power?: 'off' | 'back'
}

export interface EntryBodies {
  test: TestBody
  dose: DoseBody
  aeration: AerationBody
  water: WaterBody
  soak: SoakBody
  note: NoteBody
  start: StartBody
  feeder: FeederBody
  chore: ChoreBody
  look: LookBody
  filter: FilterBody
  refill: RefillBody
  fillTest: FillTestBody
  treatment: TreatmentBody
}

export type EntryKind = keyof EntryBodies
export const ENTRY_KINDS = [
  'test',
  'dose',
  'aeration',
  'soak',
  'water',
  'note',
  'start',
  'feeder',
  'chore',
  'look',
  'filter',
  'refill',
  'fillTest',
  'treatment',
] as const satisfies readonly EntryKind[]

/** Something that happened to one tub, as it stands after all corrections. */
export type Entry = {
  [Kind in EntryKind]: {
    id: number
    at: Instant
    kind: Kind
    body: EntryBodies[Kind]
    /** Who wrote it down, where they said so. */
    by?: string
  }
}[EntryKind]

export type EntryOf<Kind extends EntryKind> = Extract<Entry, { kind: Kind }>

/** What a person enters: an entry that has no number yet. */
export type NewEntry = {
  [Kind in EntryKind]: { at: Instant; kind: Kind; body: EntryBodies[Kind] }
}[EntryKind]

export const isKind =
  <Kind extends EntryKind>(kind: Kind) =>
  (entry: Entry): entry is EntryOf<Kind> =>
    entry.kind === kind

/** Oldest first; of two at the same moment the one entered first. */
export const inOrder = (entries: readonly Entry[]): Entry[] =>
  [...entries].sort((a, b) => a.at - b.at || a.id - b.id)
