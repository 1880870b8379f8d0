import { CHORE_IDS, type ChoreId, type OwnChoreId, type PresetChoreId } from '../journal/choreId'
import type { Sign } from '../journal/sign'
import type { LabelledName, ProductName } from '../products/product'
import { CHLORINE_PART_DAYS, feederOf, hasChlorinePart } from '../programmes/feederKind'
import type { Instant } from '../time'
import { inhibitorFirst } from '../tub/fillNeeds'
import { type Methods, methodOf, methodsKept, takesClarifier } from '../tub/methods'
import type { Tub, TubKind } from '../tub/tub'
import type { Interval, Season } from './interval'

/** Where a chore's marks stand on the season strip. */
export const LANES = ['filters', 'surfaces', 'water', 'cover', 'equipment'] as const
export type Lane = (typeof LANES)[number]

/** What is said of a chore where its people say it themselves; the words of a preset are not the core's. */
export interface ChoreText {
  name: string
  purpose: string
  needs: string
  how: readonly string[]
  cautions: readonly string[]
}

/** Something that has to be done again and again, and how often. */
export interface Chore {
  id: ChoreId
  lane: Lane
  /** What its people changed of its words; all of them for a chore of their own. */
  text: Partial<ChoreText>
  interval: Interval
  season?: Season
  /** Within so many days of its date it is neither early nor late. */
  windowDays: number
  minutes: number
  /** What it takes from the shelf. */
  product?: ProductName
  /** Poured right after it, as one act. */
  andThen?: ProductName
  /** Nobody in, and there is no need of it. */
  whenUsed?: true
  /** Seen since it was last done, these bring it to the next day. */
  signs: readonly Sign[]
  paused: boolean
  /** So large a share of a label's dose of one of these asks for it a day later. */
  follows?: { doses: readonly LabelledName[]; share: number }
  /** Comes up only where something is wrong and this is its way out, or where a stay, a soak or a dose asks for it. */
  asked?: true
  /** Its water bears nothing but this programme's own cleaners: the words are other ones. */
  ownCleaners?: 'biguanide'
  /** What its people chose of the ways to do it; the words go by it. */
  methods?: Partial<Methods>
}

export const SCHOOL_IDS = [
  'weekly or sooner',
  'every ten days',
  'every three weeks',
  'monthly',
  'five weeks or sooner',
  'every 30 days',
  'every six to eight weeks',
  'every three months',
  'with each drain',
  'every six months',
  'yearly',
  'every eighteen months',
  'disposable',
  'inflatable',
  'weekly',
  'every five months',
  'every week',
  'fortnightly',
] as const
export type SchoolId = (typeof SCHOOL_IDS)[number]

/** An interval that some owners keep; common practice. */
export interface School {
  id: SchoolId
  interval: Interval
}

/** What can be changed of a chore; only what differs from the preset. */
export type ChoreChange = Partial<
  Pick<Chore, 'lane' | 'interval' | 'windowDays' | 'minutes'> &
    ChoreText & { season: Season | null }
>

/** Five years, in days; what comes more seldom is no chore. */
export const RAREST_DAYS = 1825

/** What the people of one tub made of a preset, or a chore of their own. */
export interface ChoreRule {
  chore: ChoreId
  change: ChoreChange
  /** Undefined leaves it as the preset has it. */
  paused?: boolean | undefined
  createdAt: Instant
}

type Preset = Omit<Chore, 'id' | 'text' | 'signs' | 'paused'> &
  Partial<Pick<Chore, 'signs'>> & {
    schools?: readonly School[]
    /** Off until its people switch it on. */
    optional?: (tub: Tub) => boolean
    /** Tubs that have it at all. */
    only?: (tub: Tub) => boolean
  }

const days = (id: SchoolId, count: number): School => ({ id, interval: { days: count } })
const kindOf = (tub: Tub): TubKind => tub.kind ?? 'hard shell'
const inflatable = (tub: Tub) => kindOf(tub) === 'inflatable'
const always = () => true

/** Has no rhythm: a stay or a soak gives it its day. */
const onItsDay = (lane: Lane, minutes: number): Preset => ({
  lane,
  interval: {},
  windowDays: 1,
  minutes,
  asked: true,
})

/** Intervals in use, common practice; of several schools the usual one. */
const PRESETS: Record<PresetChoreId, Preset> = {
  'level look': {
    lane: 'water',
    interval: { days: 7 },
    windowDays: 2,
    minutes: 2,
    signs: ['level falling', 'dry heater code'],
  },
  'filter rinse': {
    lane: 'filters',
    interval: { days: 7, personHours: 6 },
    schools: [
      { id: 'weekly or sooner', interval: { days: 7, personHours: 6 } },
      { id: 'every ten days', interval: { days: 10, personHours: 8 } },
      { id: 'every three weeks', interval: { days: 21, personHours: 15 } },
      { id: 'monthly', interval: { days: 30, personHours: 20 } },
    ],
    windowDays: 2,
    minutes: 10,
    // A small weekly dose binds too little for a rinse of its own. Assumed.
    follows: { doses: ['clarifier', 'scale and metal inhibitor'], share: 0.5 },
    signs: ['cloudy', 'foam', 'weak flow', 'low flow code', 'filter brown'],
  },
  'filter soak': {
    lane: 'filters',
    interval: { days: 35, personHours: 35 },
    schools: [
      { id: 'five weeks or sooner', interval: { days: 35, personHours: 35 } },
      days('every 30 days', 30),
      days('every six to eight weeks', 49),
      days('every three months', 91),
      { id: 'with each drain', interval: { drain: 'with' } },
      days('every six months', 182),
    ],
    windowDays: 7,
    minutes: 20,
    product: 'filter soak',
    only: (tub) => !inflatable(tub),
  },
  'filter replace': {
    lane: 'filters',
    interval: { days: 365 },
    schools: [
      days('yearly', 365),
      days('every six months', 182),
      days('every eighteen months', 547),
      days('disposable', 91),
      days('inflatable', 7),
    ],
    windowDays: 30,
    minutes: 10,
    signs: ['not white', 'torn filter'],
  },
  waterline: {
    lane: 'surfaces',
    interval: { days: 7, personHours: 8 },
    windowDays: 2,
    minutes: 5,
    signs: ['tan line', 'white line', 'oily sheen'],
  },
  'shell clean': {
    lane: 'surfaces',
    interval: { drain: 'with' },
    windowDays: 2,
    minutes: 30,
  },
  jets: {
    lane: 'surfaces',
    interval: { days: 365 },
    windowDays: 30,
    minutes: 30,
    only: (tub) => !inflatable(tub),
  },
  'scale inhibitor': {
    lane: 'water',
    interval: { days: 7 },
    schools: [days('weekly', 7), days('monthly', 30)],
    windowDays: 2,
    minutes: 2,
    product: 'scale and metal inhibitor',
    optional: ({ fillWater }) =>
      !inhibitorFirst(fillWater) && (fillWater.calciumHardnessPpm ?? 0) < 200,
  },
  'weekly oxidiser': {
    lane: 'water',
    interval: { days: 7 },
    windowDays: 2,
    minutes: 3,
    only: ({ programme }) => programme === 'biguanide',
  },
  enzyme: {
    lane: 'water',
    interval: { days: 7 },
    schools: [days('every week', 7), days('fortnightly', 14)],
    windowDays: 2,
    minutes: 2,
    product: 'enzyme',
    optional: always,
  },
  conditioner: {
    lane: 'water',
    interval: { days: 7 },
    windowDays: 2,
    minutes: 4,
    product: 'conditioner part one',
    andThen: 'conditioner part two',
    only: ({ programme }) => programme !== 'biguanide',
    optional: always,
  },
  clarifier: {
    lane: 'water',
    interval: { days: 7 },
    schools: [days('every week', 7), days('fortnightly', 14)],
    windowDays: 2,
    minutes: 2,
    product: 'clarifier',
    only: takesClarifier,
    optional: always,
  },
  'slow tablet': {
    lane: 'water',
    interval: { days: 7 },
    windowDays: 2,
    minutes: 2,
    product: 'slow cleaning tablet',
    schools: [days('every week', 7), days('every ten days', 10), days('fortnightly', 14)],
    whenUsed: true,
    only: ({ programme }) => programme !== 'biguanide',
    optional: always,
  },
  'leaf net': {
    lane: 'water',
    interval: { days: 3 },
    windowDays: 1,
    minutes: 2,
    optional: always,
  },
  'oil ball': {
    lane: 'surfaces',
    interval: { days: 14 },
    windowDays: 4,
    minutes: 2,
    optional: always,
  },
  purge: {
    lane: 'water',
    interval: { drain: 'before' },
    windowDays: 3,
    minutes: 15,
    product: 'pipe flush',
    signs: ['slimy flakes', 'slippery walls', 'musty smell'],
  },
  'cover underside': {
    lane: 'cover',
    interval: { shocks: 3 },
    windowDays: 3,
    minutes: 10,
  },
  'cover wipe': {
    lane: 'cover',
    interval: { days: 30 },
    windowDays: 7,
    minutes: 10,
  },
  'cover look': {
    lane: 'cover',
    interval: { days: 91 },
    windowDays: 14,
    minutes: 5,
    signs: ['heavy cover', 'split seam'],
  },
  'cover protect': {
    lane: 'cover',
    interval: { days: 91 },
    schools: [days('every three months', 91), days('every five months', 152)],
    windowDays: 14,
    minutes: 15,
  },
  'cover clear': {
    lane: 'cover',
    interval: { days: 7 },
    season: { fromMonth: 11, toMonth: 3 },
    windowDays: 2,
    minutes: 5,
    optional: always,
  },
  'earth-fault test': {
    lane: 'equipment',
    interval: { days: 30 },
    windowDays: 7,
    minutes: 1,
  },
  'cell look': {
    lane: 'equipment',
    interval: { days: 30 },
    windowDays: 7,
    minutes: 10,
    only: ({ programme }) => feederOf(programme) === 'cell',
  },
  'mineral cartridge': {
    lane: 'equipment',
    interval: { days: 120 },
    windowDays: 14,
    minutes: 5,
    only: ({ programme }) =>
      programme === 'silver or mineral with low chlorine' || hasChlorinePart(programme),
  },
  'silver back': {
    lane: 'equipment',
    interval: {},
    windowDays: 1,
    minutes: 3,
    asked: true,
    follows: { doses: ['scale and metal inhibitor'], share: 0 },
    only: ({ programme }) =>
      programme === 'silver or mineral with low chlorine' || hasChlorinePart(programme),
  },
  'chlorine part': {
    lane: 'equipment',
    interval: { days: CHLORINE_PART_DAYS },
    windowDays: 3,
    minutes: 5,
    only: ({ programme }) => hasChlorinePart(programme),
  },
  'hose filter': {
    lane: 'equipment',
    interval: { hoseLitres: 5700 },
    windowDays: 7,
    minutes: 2,
    optional: always,
  },
  lamp: {
    lane: 'equipment',
    interval: { days: 182 },
    windowDays: 21,
    minutes: 1,
    only: (tub) => !inflatable(tub),
  },
  'heat-pump fins': {
    lane: 'equipment',
    interval: { days: 365 },
    windowDays: 30,
    minutes: 20,
    optional: always,
  },
  'yearly service': {
    lane: 'equipment',
    interval: { days: 365 },
    windowDays: 30,
    minutes: 60,
    only: (tub) => !inflatable(tub),
  },
  'cabinet wipe': {
    lane: 'cover',
    interval: { days: 30 },
    windowDays: 10,
    minutes: 10,
    only: (tub) => !inflatable(tub),
    optional: always,
  },
  'wall air': {
    lane: 'equipment',
    interval: { days: 7 },
    windowDays: 3,
    minutes: 3,
    only: inflatable,
  },
  'ground and clips': {
    lane: 'cover',
    interval: { days: 30 },
    windowDays: 7,
    minutes: 3,
    only: inflatable,
  },
  'part change': {
    lane: 'water',
    interval: {},
    windowDays: 2,
    minutes: 30,
    asked: true,
  },
  'air valves': {
    lane: 'equipment',
    interval: {},
    windowDays: 1,
    minutes: 2,
    asked: true,
  },
  'air bleed': {
    lane: 'equipment',
    interval: {},
    windowDays: 1,
    minutes: 10,
    asked: true,
  },
  'level mark': {
    lane: 'water',
    interval: {},
    windowDays: 2,
    minutes: 3,
    asked: true,
  },
  'cabinet look': {
    lane: 'equipment',
    interval: {},
    windowDays: 2,
    minutes: 5,
    asked: true,
    only: (tub) => !inflatable(tub),
  },
  technician: {
    lane: 'equipment',
    interval: {},
    windowDays: 7,
    minutes: 10,
    asked: true,
    signs: ['electric shock', 'power trips', 'sensor code'],
  },
  leave: onItsDay('water', 15),
  return: onItsDay('water', 20),
  'turn up': onItsDay('equipment', 1),
  'close drain': onItsDay('water', 45),
  'close blow out': onItsDay('equipment', 30),
  'close dry': onItsDay('surfaces', 30),
  'close filters': onItsDay('filters', 20),
  'close antifreeze': onItsDay('equipment', 10),
  'close cover': onItsDay('cover', 10),
  'open inspect': onItsDay('equipment', 20),
  'open fill': onItsDay('water', 30),
}

/** What an inflatable's small cartridge asks for; common practice, three to seven days. */
const INFLATABLE: Partial<Record<PresetChoreId, ChoreChange>> = {
  'filter rinse': { interval: { days: 3, personHours: 4 }, windowDays: 1, minutes: 5 },
  'filter replace': { interval: { days: 14, personHours: 20 }, windowDays: 4 },
}

/** With every third or fourth shock; where each soak has a little one of its own, as often by the calendar. */
const wipeInterval = (tub: Tub): Interval => {
  const count = Number(methodOf(tub, 'wipeAtShocks'))
  return methodOf(tub, 'shockRhythm') === 'after every soak'
    ? { days: 7 * count }
    : { shocks: count }
}

/** Intervals that other owners keep for it. */
export const schoolsOf = (id: ChoreId): readonly School[] =>
  PRESETS[id as PresetChoreId]?.schools ?? []

const OWN: Omit<Chore, 'id'> = {
  lane: 'equipment',
  text: {},
  interval: { days: 30 },
  windowDays: 3,
  minutes: 10,
  signs: [],
  paused: false,
}

const TEXT_KEYS: ReadonlySet<string> = new Set<keyof ChoreText>([
  'name',
  'purpose',
  'needs',
  'how',
  'cautions',
])

const changed = (chore: Chore, { season, ...change }: ChoreChange): Chore => {
  const { season: before, ...rest } = chore
  const now = season === undefined ? before : (season ?? undefined)
  const given = Object.entries(change).filter(([, value]) => value !== undefined)
  const facts: Partial<Chore> = Object.fromEntries(given.filter(([key]) => !TEXT_KEYS.has(key)))
  const text: Partial<ChoreText> = Object.fromEntries(given.filter(([key]) => TEXT_KEYS.has(key)))
  return { ...rest, ...facts, text: { ...rest.text, ...text }, ...(now ? { season: now } : {}) }
}

/** A preset as it is for this tub before its people change it. */
export const presetChore = (id: PresetChoreId, tub: Tub): Chore => {
  const { schools: _, optional, only: __, ...facts } = PRESETS[id]
  const kept = methodsKept(tub)
  const chore: Chore = {
    signs: [],
    ...facts,
    id,
    text: {},
    paused: optional?.(tub) ?? false,
    ...(tub.programme === 'biguanide' ? { ownCleaners: 'biguanide' } : {}),
    ...(Object.keys(kept).length > 0 ? { methods: kept } : {}),
  }
  const wiped = id === 'cover underside' ? changed(chore, { interval: wipeInterval(tub) }) : chore
  return inflatable(tub) ? changed(wiped, INFLATABLE[id] ?? {}) : wiped
}

/** The chores of a tub in walking order, as its people changed them, those that are paused included. */
export const allChoresOf = (tub: Tub, rules: readonly ChoreRule[] = []): Chore[] => {
  const ruled = (chore: Chore): Chore => {
    const rule = rules.find((one) => one.chore === chore.id)
    return rule ? { ...changed(chore, rule.change), paused: rule.paused ?? chore.paused } : chore
  }
  const own = rules
    .filter((rule): rule is ChoreRule & { chore: OwnChoreId } => rule.chore.startsWith('own-'))
    .map(({ chore }) => ruled({ ...OWN, id: chore }))
  return [
    ...CHORE_IDS.filter((id) => PRESETS[id].only?.(tub) ?? true).map((id) =>
      ruled(presetChore(id, tub)),
    ),
    ...own,
  ]
}

/** Those that come round by themselves: what their people see and change. */
export const recurringChoresOf = (tub: Tub, rules: readonly ChoreRule[] = []): Chore[] =>
  allChoresOf(tub, rules).filter(({ asked }) => !asked)

export const choresOf = (tub: Tub, rules: readonly ChoreRule[] = []): Chore[] =>
  recurringChoresOf(tub, rules).filter(({ paused }) => !paused)
