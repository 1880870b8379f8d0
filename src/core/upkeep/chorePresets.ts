import type { ChoreId, PresetChoreId } from '../journal/choreId'
import { isFullFill } from '../journal/closedDown'
import type { Entry } from '../journal/entry'
import type { FilterAct } from '../journal/filterAct'
import type { Sign } from '../journal/sign'
import type { ProductName } from '../products/product'
import { CHLORINE_PART_DAYS, feederOf, hasChlorinePart } from '../programmes/feederKind'
import { inhibitorFirst } from '../tub/fillNeeds'
import { takesClarifier } from '../tub/methods'
import type { Tub, TubKind } from '../tub/tub'
import type { Lane, Preset, School, SchoolId } from './chore'

const days = (id: SchoolId, count: number): School => ({ id, interval: { days: count } })
const kindOf = (tub: Tub): TubKind => tub.kind ?? 'hard shell'
export const inflatable = (tub: Tub) => kindOf(tub) === 'inflatable'
const always = () => true

const LOW_LEVEL: readonly Sign[] = ['level falling', 'dry heater code', 'low flow code']
/** New water of so much is more than a top-up; assumed. */
const PART = 0.15

type Shows = (entry: Entry) => boolean
const byDose =
  (product: ProductName): Shows =>
  (entry) =>
    entry.kind === 'dose' && entry.body.product === product
const byFilterActs =
  (...acts: FilterAct[]): Shows =>
  (entry) =>
    entry.kind === 'filter' && acts.includes(entry.body.act)
const byCartridge: Shows = (entry) => entry.kind === 'start' && entry.body.step === 'cartridge'

/** Has no rhythm: a stay or a soak gives it its day. */
const onItsDay = (lane: Lane, minutes: number): Preset => ({
  lane,
  interval: {},
  windowDays: 1,
  minutes,
  asked: true,
})

/** Intervals in use, common practice; of several schools the usual one. */
export const PRESETS: Record<PresetChoreId, Preset> = {
  'level look': {
    lane: 'water',
    interval: { days: 7 },
    windowDays: 2,
    minutes: 2,
    signs: ['level falling', 'dry heater code'],
    // Whoever sees the level fall has not topped it up yet.
    shownBy: (entry) =>
      entry.kind === 'water' ||
      (entry.kind === 'look' && !entry.body.signs.some((sign) => LOW_LEVEL.includes(sign))),
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
    shownBy: byFilterActs('put in', 'rinse'),
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
    shownBy: byFilterActs('soak'),
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
    shownBy: byDose('scale and metal inhibitor'),
  },
  'weekly oxidiser': {
    lane: 'water',
    interval: { days: 7 },
    windowDays: 2,
    minutes: 3,
    only: ({ programme }) => programme === 'biguanide',
    shownBy: byDose('hydrogen peroxide'),
  },
  enzyme: {
    lane: 'water',
    interval: { days: 7 },
    schools: [days('every week', 7), days('fortnightly', 14)],
    windowDays: 2,
    minutes: 2,
    product: 'enzyme',
    optional: always,
    shownBy: byDose('enzyme'),
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
    shownBy: byDose('conditioner part two'),
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
    shownBy: byDose('clarifier'),
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
    shownBy: byDose('slow cleaning tablet'),
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
    shownBy: byDose('pipe flush'),
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
    shownBy: byCartridge,
  },
  'silver back': {
    lane: 'equipment',
    interval: {},
    windowDays: 1,
    minutes: 3,
    asked: true,
    // In new water it goes in after the inhibitor of its start-up, which takes nothing out.
    follows: { doses: ['scale and metal inhibitor'], share: 0, once: 'mineral cartridge' },
    only: ({ programme }) =>
      programme === 'silver or mineral with low chlorine' || hasChlorinePart(programme),
  },
  'chlorine part': {
    lane: 'equipment',
    interval: { days: CHLORINE_PART_DAYS },
    windowDays: 3,
    minutes: 5,
    only: ({ programme }) => hasChlorinePart(programme),
    shownBy: byCartridge,
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
    shownBy: (entry) => entry.kind === 'water' && entry.body.replacedFraction >= PART,
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
  'open fill': { ...onItsDay('water', 30), shownBy: isFullFill },
}

/** Which other entries than the chore's own show that it was done; undefined where none does. */
export const shownBy = (id: ChoreId): Shows | undefined => PRESETS[id as PresetChoreId]?.shownBy
