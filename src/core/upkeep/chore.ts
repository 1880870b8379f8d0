import { CHORE_IDS, type ChoreId, type OwnChoreId, type PresetChoreId } from '../journal/choreId'
import type { Symptom } from '../journal/symptom'
import type { ProductName } from '../products/product'
import { feederOf } from '../programmes/feederKind'
import type { Instant } from '../time'
import type { Tub, TubKind } from '../tub/tub'
import type { Interval, Season } from './interval'

/** Where a chore's marks stand on the season strip. */
export const LANES = ['filters', 'surfaces', 'water', 'cover', 'equipment'] as const
export type Lane = (typeof LANES)[number]

/** Something that has to be done again and again: why, how often, how, and what to mind. */
export interface Chore {
  id: ChoreId
  name: string
  lane: Lane
  purpose: string
  interval: Interval
  season?: Season
  /** Within so many days of its date it is neither early nor late. */
  windowDays: number
  minutes: number
  needs: string
  /** What it takes from the shelf. */
  product?: ProductName
  how: readonly string[]
  cautions: readonly string[]
  /** Seen since it was last done, these bring it to the next day. */
  signs: readonly Symptom[]
  paused: boolean
}

/** An interval that a school of owners keeps; common practice. */
export interface School {
  name: string
  interval: Interval
}

/** What can be changed of a chore. */
export type ChoreChange = Partial<
  Pick<
    Chore,
    | 'name'
    | 'lane'
    | 'purpose'
    | 'interval'
    | 'windowDays'
    | 'minutes'
    | 'needs'
    | 'how'
    | 'cautions'
  > & { season: Season | null }
>

/** What the people of one tub made of a preset, or a chore of their own. */
export interface ChoreRule {
  chore: ChoreId
  change: ChoreChange
  /** Undefined leaves it as the preset has it. */
  paused?: boolean | undefined
  createdAt: Instant
}

type Preset = Omit<Chore, 'id' | 'needs' | 'signs' | 'paused'> &
  Partial<Pick<Chore, 'needs' | 'signs'>> & {
    schools?: readonly School[]
    /** Off until its people switch it on. */
    optional?: (tub: Tub) => boolean
    /** Tubs that have it at all. */
    only?: (tub: Tub) => boolean
  }

const POWER = 'Power off at the breaker before a cartridge comes out.'
const days = (name: string, count: number): School => ({ name, interval: { days: count } })
const kindOf = (tub: Tub): TubKind => tub.kind ?? 'hard shell'
const inflatable = (tub: Tub) => kindOf(tub) === 'inflatable'
const always = () => true

/** Intervals in use, common practice; of several schools the usual one. */
const PRESETS: Record<PresetChoreId, Preset> = {
  'level look': {
    name: 'Look at the level and the water',
    lane: 'water',
    purpose: 'Low water lets the pump draw air; a look finds cloud, foam and lines early.',
    interval: { days: 7 },
    windowDays: 2,
    minutes: 2,
    how: [
      'Above the skimmer’s middle; top up through the hose filter where there is one.',
      'An inch or two a month is evaporation; more is a leak.',
      'After a top-up, test.',
    ],
    cautions: [],
  },
  'filter rinse': {
    name: 'Rinse the filter',
    lane: 'filters',
    purpose: 'A filter that clogs slows the water and eats sanitizer.',
    interval: { days: 7, personHours: 6 },
    schools: [
      { name: 'weekly, sooner by load', interval: { days: 7, personHours: 6 } },
      { name: 'every ten days', interval: { days: 10, personHours: 8 } },
      { name: 'every three weeks', interval: { days: 21, personHours: 15 } },
      { name: 'monthly', interval: { days: 30, personHours: 20 } },
    ],
    windowDays: 2,
    minutes: 10,
    needs: 'a hose',
    how: [
      POWER,
      'Hose between all pleats, top to bottom, until it runs white.',
      'Back in, power on, look for flow.',
    ],
    cautions: ['Never run the pump without a filter.', 'No dishwasher, no household soap.'],
    signs: ['cloudy', 'weak flow'],
  },
  'filter soak': {
    name: 'Deep-clean the filter',
    lane: 'filters',
    purpose: 'Grease and scale sit where a hose does not reach.',
    interval: { days: 35, personHours: 35 },
    schools: [
      { name: 'five weeks, sooner by load', interval: { days: 35, personHours: 35 } },
      days('every 30 days', 30),
      days('six to eight weeks', 49),
      days('every three months', 91),
      { name: 'with each drain', interval: { drain: 'with' } },
      days('every six months', 182),
    ],
    windowDays: 7,
    minutes: 20,
    needs: 'a bucket, filter cleaner, the spare set',
    product: 'filter soak',
    how: [
      POWER,
      'Rinse, soak by the cleaner’s label in a bucket outside, rinse until it runs clear.',
      'Dry it, with the spare set in the tub meanwhile.',
    ],
    cautions: ['Filter cleaner never goes into the tub: what is left of it foams.'],
    only: (tub) => !inflatable(tub),
  },
  'filter replace': {
    name: 'Replace the filter',
    lane: 'filters',
    purpose: 'Pleats tear, bands sag, and one day it does not come white any more.',
    interval: { days: 365 },
    schools: [
      days('yearly', 365),
      days('every six months', 182),
      days('eighteen months', 547),
      days('fine disposable, three months', 91),
      days('inflatable, weekly', 7),
    ],
    windowDays: 30,
    minutes: 10,
    needs: 'a new cartridge',
    how: [POWER, 'Sooner, if it does not come white or an end cracks.'],
    cautions: [],
    signs: ['not white', 'torn filter'],
  },
  waterline: {
    name: 'Wipe the waterline',
    lane: 'surfaces',
    purpose: 'Scum that dries there etches the shell.',
    interval: { days: 7, personHours: 8 },
    windowDays: 2,
    minutes: 5,
    needs: 'a soft cloth',
    how: ['A soft cloth and tub water. Tan is dust of the fill, white or yellow is scum.'],
    cautions: ['No household cleaner: it foams and eats sanitizer.'],
    signs: ['tan line', 'white line'],
  },
  'shell clean': {
    name: 'Clean the empty shell',
    lane: 'surfaces',
    purpose: 'New water on an old film lasts half as long.',
    interval: { drain: 'with' },
    windowDays: 2,
    minutes: 30,
    needs: 'a soft cloth, a cleaner for its surface',
    how: ['Shell, jets, pillows; rinse twice; wipe dry before the fill.'],
    cautions: ['Power off while it is empty. Gloves, and air: fumes stay low in a shell.'],
  },
  jets: {
    name: 'Clean the jets',
    lane: 'surfaces',
    purpose: 'Scale and grit make them stiff, then they crack.',
    interval: { days: 365 },
    windowDays: 30,
    minutes: 30,
    needs: 'a bucket of warm water and vinegar',
    how: ['Turn out what comes out by hand, soak for an hour, rinse well, turn back.'],
    cautions: ['Nothing that is stuck: a pried jet leaks behind the shell.'],
    only: (tub) => !inflatable(tub),
  },
  'scale inhibitor': {
    name: 'Add scale inhibitor',
    lane: 'water',
    purpose: 'It keeps calcium and metals dissolved; what it holds is used up week by week.',
    interval: { days: 7 },
    schools: [days('weekly, a little', 7), days('monthly', 30)],
    windowDays: 2,
    minutes: 2,
    product: 'scale and metal inhibitor',
    how: ['By its label, jets on.'],
    cautions: [],
    optional: ({ fillWater }) => (fillWater.calciumHardnessPpm ?? 0) < 200,
  },
  enzyme: {
    name: 'Add enzyme',
    lane: 'water',
    purpose: 'It eats oils before they are scum. Many do without.',
    interval: { days: 7 },
    windowDays: 2,
    minutes: 2,
    product: 'enzyme',
    how: ['By its label, jets on; a day apart from a shock.'],
    cautions: [],
    optional: always,
  },
  purge: {
    name: 'Purge the pipes',
    lane: 'water',
    purpose: 'Film in the pipes seeds the new water.',
    interval: { drain: 'before' },
    windowDays: 3,
    minutes: 15,
    product: 'pipe flush',
    how: ['The day before the drain, by its label, jets on; filters out or as the label says.'],
    cautions: ['Nobody in after it, until the water is new.'],
    signs: ['flakes'],
  },
  'cover underside': {
    name: 'Wipe shell and cover’s underside with the shock',
    lane: 'cover',
    purpose: 'What a shock drives off settles there.',
    interval: { shocks: 3 },
    windowDays: 3,
    minutes: 10,
    needs: 'a soft cloth',
    how: ['With every third shock, while the cover is open: above the waterline and beneath it.'],
    cautions: ['Not with the face over a tub that was just shocked.'],
  },
  'cover wipe': {
    name: 'Wipe the cover, inside and out',
    lane: 'cover',
    purpose: 'What steams off gathers under it.',
    interval: { days: 30 },
    windowDays: 7,
    minutes: 10,
    needs: 'a soft cloth',
    how: [
      'A soft cloth and tub water; look at seams and straps; lift it: heavy means waterlogged.',
    ],
    cautions: [],
  },
  'cover look': {
    name: 'Look at seams, weight and lifter',
    lane: 'cover',
    purpose: 'A split seam lets water into the foam; a heavy cover bends its lifter.',
    interval: { days: 91 },
    windowDays: 14,
    minutes: 5,
    how: [
      'Seams taped as soon as they split; a cover lasts four to six years.',
      'Lifter: screws tight, arms straight, no hand between them.',
      'Straps and locks hold: it keeps children out.',
    ],
    cautions: [],
    signs: ['heavy cover', 'split seam'],
  },
  'cover protect': {
    name: 'Protect the cover',
    lane: 'cover',
    purpose: 'Sun makes vinyl brittle.',
    interval: { days: 91 },
    schools: [days('every three months', 91), days('every five months', 152)],
    windowDays: 14,
    minutes: 15,
    needs: 'protectant for vinyl',
    how: ['A protectant for vinyl by its label, outside only.'],
    cautions: [],
  },
  'cover clear': {
    name: 'Leaves and snow off the cover',
    lane: 'cover',
    purpose: 'Wet snow breaks the foam.',
    interval: { days: 7 },
    season: { fromMonth: 11, toMonth: 3 },
    windowDays: 2,
    minutes: 5,
    needs: 'a soft broom',
    how: ['Broom, never a shovel. Set its months by where you live.'],
    cautions: ['Nobody on the cover.'],
    optional: always,
  },
  'earth-fault test': {
    name: 'Press the test button of the earth-fault switch',
    lane: 'equipment',
    purpose: 'RCD or GFCI: it is what saves a life when something leaks current.',
    interval: { days: 30 },
    windowDays: 7,
    minutes: 1,
    how: ['Nobody in. Press test: it must trip at once. Reset it; the tub starts again.'],
    cautions: ['Does it not trip, nobody gets in until a licensed electrician has seen it.'],
  },
  'cell look': {
    name: 'Look at the cell’s plates',
    lane: 'equipment',
    purpose: 'White scale on them makes a cell read low and work hard.',
    interval: { days: 30 },
    windowDays: 7,
    minutes: 10,
    how: ['Power off, out by its manual. Scale goes with what its maker names.'],
    cautions: ['Acid for a cell is for gloves, eye cover and the open air; its manual first.'],
    only: ({ programme }) => feederOf(programme) === 'cell',
  },
  'mineral cartridge': {
    name: 'Replace the silver or mineral cartridge',
    lane: 'equipment',
    purpose: 'After its months it gives off nothing.',
    interval: { days: 120 },
    windowDays: 14,
    minutes: 5,
    needs: 'a new cartridge',
    how: ['Out, the new one in, the date on it.'],
    cautions: [],
    only: ({ programme }) => programme === 'silver or mineral with low chlorine',
  },
  'hose filter': {
    name: 'Replace the hose filter',
    lane: 'equipment',
    purpose: 'Spent, it lets metals through again.',
    interval: { hoseLitres: 5700 },
    windowDays: 7,
    minutes: 2,
    needs: 'a new hose filter',
    how: ['By its label; common practice 5700 L, three fills of 1900 L.'],
    cautions: [],
    optional: always,
  },
  lamp: {
    name: 'Look at the lamp',
    lane: 'equipment',
    purpose: 'A lens that leaks or fogs is found before it shorts.',
    interval: { days: 182 },
    windowDays: 21,
    minutes: 1,
    how: ['Lit, no water or fog behind the lens.'],
    cautions: ['Opening it is for a licensed person.'],
    only: (tub) => !inflatable(tub),
  },
  'heat-pump fins': {
    name: 'Brush the heat pump’s fins',
    lane: 'equipment',
    purpose: 'Leaves in the fins cost heat.',
    interval: { days: 365 },
    windowDays: 30,
    minutes: 20,
    how: ['Power off. A soft brush along the fins, water without pressure.'],
    cautions: ['No cover off it: what is inside is for a licensed person.'],
    optional: always,
  },
  'yearly service': {
    name: 'Yearly service',
    lane: 'equipment',
    purpose: 'Wiring, leaks, pumps, heater.',
    interval: { days: 365 },
    windowDays: 30,
    minutes: 60,
    how: ['By a licensed person.'],
    cautions: ['Nothing behind the panels is for an owner.'],
    only: (tub) => !inflatable(tub),
  },
}

/** What an inflatable's small cartridge asks for; common practice, three to seven days. */
const INFLATABLE: Partial<Record<PresetChoreId, ChoreChange>> = {
  'filter rinse': { interval: { days: 3, personHours: 4 }, windowDays: 1, minutes: 5 },
  'filter replace': { interval: { days: 14, personHours: 20 }, windowDays: 4 },
}

/** Intervals that other owners keep for it. */
export const schoolsOf = (id: ChoreId): readonly School[] =>
  PRESETS[id as PresetChoreId]?.schools ?? []

const OWN: Omit<Chore, 'id'> = {
  name: 'Own chore',
  lane: 'equipment',
  purpose: '',
  interval: { days: 30 },
  windowDays: 3,
  minutes: 10,
  needs: '',
  how: [],
  cautions: [],
  signs: [],
  paused: false,
}

const changed = (chore: Chore, { season, ...change }: ChoreChange): Chore => {
  const { season: before, ...rest } = chore
  const now = season === undefined ? before : (season ?? undefined)
  return { ...rest, ...change, ...(now ? { season: now } : {}) }
}

const preset = (id: PresetChoreId, tub: Tub): Chore => {
  const { schools: _, optional, only: __, ...facts } = PRESETS[id]
  const chore = { needs: '', signs: [], ...facts, id, paused: optional?.(tub) ?? false }
  return inflatable(tub) ? changed(chore, INFLATABLE[id] ?? {}) : chore
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
      ruled(preset(id, tub)),
    ),
    ...own,
  ]
}

export const choresOf = (tub: Tub, rules: readonly ChoreRule[] = []): Chore[] =>
  allChoresOf(tub, rules).filter(({ paused }) => !paused)
