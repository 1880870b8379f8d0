import {
  type Band,
  type ChoreId,
  type MethodId,
  type Methods,
  type ProgrammeId,
  programmeOf,
  type SchoolId,
  WAYS_OF_DOING,
} from '@/core'
import { SCHOOL_NAMES } from './choreText'
import { type DisplayPreferences, formatNumber } from './words'

interface MethodText<Value extends string> {
  name: string
  /** Why the usual way is the usual one. */
  why: string
  /** Each way, and what comes of it. */
  ways: Record<Value, { name: string; says: string }>
}

/** How things are done where owners differ: all of it common practice; labels and manuals come first. */
export const METHOD_TEXT: { [Id in MethodId]: MethodText<Methods[Id]> } = {
  coverAfterDose: {
    name: 'Cover after an ordinary dose',
    why: 'Gas from a dose ages the cover, pillows and speakers.',
    ways: {
      open: { name: 'Open while it mixes', says: 'Open for the wait of the dose, with jets.' },
      'shut at once': {
        name: 'Shut at once, open only at shocks',
        says: 'Keeps warmth and leaves in place, but ages the cover sooner. A shock still vents under a half-open cover.',
      },
    },
  },
  pouredInto: {
    name: 'Where a product goes in',
    why: 'Spread round the tub it mixes soonest; salt and the biguanide set go into the filter compartment by their labels.',
    ways: {
      'by the product': {
        name: 'As usual for each product',
        says: 'Round the tub; salt and the biguanide set into the filter compartment.',
      },
      'round the tub': { name: 'Round the tub', says: 'Salt is scattered over running jets, too.' },
      'filter compartment': {
        name: 'Into the filter compartment',
        says: 'With the pump running, a little at a time. Acid, and what has to be dissolved first, still goes round the tub.',
      },
    },
  },
  shockRhythm: {
    name: 'Shock rhythm',
    why: 'A week is short enough that nothing builds up, and easy to remember. A heavy soak or a sign brings it forward in every rhythm.',
    ways: {
      weekly: { name: 'Weekly', says: 'One evening a week, if anybody was in.' },
      'after every soak': {
        name: 'A little after every soak',
        says: 'By people and minutes: a quarter of a shock at least, a whole one after a heavy soak.',
      },
      'every ten days': { name: 'Every ten days', says: 'For little use. Test in between.' },
      fortnightly: {
        name: 'Every two weeks',
        says: 'Usual beside bromine. With daily use chloramines build up in between.',
      },
    },
  },
  granuleShock: {
    name: 'Chlorine granules as a shock',
    why: 'That clears an ordinary week; more keeps everybody out for longer.',
    ways: {
      usual: { name: 'A teaspoon to 380 L', says: 'About 7 ppm on top.' },
      double: {
        name: 'Two teaspoons to 380 L',
        says: 'For heavy use or dull water. No dose carries the level above 10 ppm before a test.',
      },
    },
  },
  firstDose: {
    name: 'First chlorine in new water',
    why: 'To the top of the range: people may get in the next day if it holds.',
    ways: {
      light: {
        name: 'To the top of the range',
        says: 'Test in the morning; dose again if it fell.',
      },
      full: {
        name: 'A full dose, 25 g to 1,000 L',
        says: 'About 14 ppm, for a tub that stood or whose last water was bad. It keeps everybody out for days.',
      },
    },
  },
  wipeAtShocks: {
    name: 'Wipe of the upper shell and the cover’s underside',
    why: 'The gases of a shock settle there.',
    ways: {
      '3': { name: 'With every third shock', says: 'Every three weeks or so.' },
      '4': { name: 'With every fourth shock', says: 'Every month or so.' },
    },
  },
  balanceAt: {
    name: 'New water is balanced',
    why: 'Once it circulates: the hours of heating are not lost.',
    ways: {
      circulating: { name: 'Once it circulates', says: 'Read again warm: pH moves a little.' },
      warm: {
        name: 'Only at temperature',
        says: 'The readings hold; Refill balances after heating, and the start-up waits for a warm reading.',
      },
    },
  },
  phAim: {
    name: 'pH is brought back to',
    why: 'The middle of the range leaves as much room on either side.',
    ways: {
      middle: { name: 'The middle of its range', says: '' },
      '7.4': {
        name: '7.4',
        says: 'Chlorine works a little better; more acid, and it climbs back sooner.',
      },
      '7.5': { name: '7.5', says: '' },
      '7.6': { name: '7.6', says: 'Less acid: in most tubs pH climbs by itself anyway.' },
    },
  },
  filtersIn: {
    name: 'Filters at a fill',
    why: 'In when it is full: no air is locked in, and fill dust stays out of the pleats.',
    ways: {
      'after the fill': { name: 'In when it is full', says: 'Before the pump starts.' },
      'before the fill': {
        name: 'In before the fill',
        says: 'The first water is filtered; the stages of Refill change places.',
      },
    },
  },
  powerOn: {
    name: 'Power on at a fill',
    why: 'Once the jets are covered no pump and no heater can run dry.',
    ways: {
      'jets covered': { name: 'When the jets are covered', says: '' },
      'half full': {
        name: 'From half full',
        says: 'It circulates sooner, with the filters in before the fill. Only where the manual allows it.',
      },
    },
  },
  lastWater: {
    name: 'The last of the old water',
    why: 'What stands in the pipes brings the old film back.',
    ways: {
      'taken out': {
        name: 'Blown and vacuumed out',
        says: 'Twenty minutes more, with a wet vacuum.',
      },
      left: { name: 'Left in', says: 'Dilution does the rest; that stage of Refill falls away.' },
    },
  },
  filterBack: {
    name: 'A cleaned filter goes back',
    why: 'Fibres lift again as they dry, and a spare set makes it easy.',
    ways: {
      dry: { name: 'Dry, after the other set', says: 'Needs a second set.' },
      wet: { name: 'Wet, straight back', says: 'One set is enough. Rinse until no foam is left.' },
    },
  },
  filterWash: {
    name: 'Filters are washed with',
    why: 'A hose reaches between the pleats without cutting them.',
    ways: {
      'hose and nozzle': { name: 'A garden hose', says: '' },
      'pleat comb': { name: 'A pleat comb and a hose', says: 'Slower, and reaches deeper.' },
      'pressure washer': {
        name: 'A pressure washer, at a distance',
        says: 'Only where the label allows it: it tears pleats.',
      },
    },
  },
  filterPower: {
    name: 'Power while a filter is out',
    why: 'At the breaker nothing can start by itself.',
    ways: {
      breaker: { name: 'Off at the breaker', says: '' },
      'maintenance mode': {
        name: 'The panel’s maintenance mode',
        says: 'Wait until all pumps stand still. Most panels end it by themselves: be quick, or use the breaker.',
      },
    },
  },
  waterlineTool: {
    name: 'The waterline is wiped with',
    why: 'It scratches nothing and is washed.',
    ways: {
      'microfibre cloth': { name: 'A microfibre cloth', says: '' },
      'melamine sponge': {
        name: 'A melamine sponge',
        says: 'Removes stubborn lines, but dulls the shine.',
      },
      'scouring mitt': { name: 'A light scouring mitt', says: 'Try a hidden spot first.' },
      'one-way mitt': { name: 'A one-way mitt', says: 'A towel after it; nothing to wash.' },
    },
  },
  clarifierFor: {
    name: 'Clarifier',
    why: 'It gathers what the filter lets through, so cloudy water clears sooner.',
    ways: {
      'cloudy water': { name: 'For cloudy water', says: 'Trouble has it among what can be done.' },
      nothing: {
        name: 'Never',
        says: 'Trouble and chores leave it out: a shock, the filter and time clear the water.',
      },
    },
  },
  waterAge: {
    name: 'Water is old after',
    why: 'By kind of tub and programme. Bathers, solids, stabiliser and signs bring it forward in any case.',
    ways: {
      '75': { name: '2½ months', says: 'Inflatables.' },
      '90': { name: '3 months', says: '' },
      '105': { name: '3 to 4 months', says: '' },
      '120': { name: '4 months', says: '' },
      '135': { name: '3 to 6 months', says: '' },
      '180': { name: '6 months', says: 'Twice a year.' },
      '365': { name: 'A year', says: 'Salt cells.' },
      '540': { name: 'A year and a half', says: 'Swim spas.' },
    },
  },
}

/** The views of the page, each with what belongs there. */
export const METHOD_GROUPS: readonly { name: string; ids: readonly MethodId[] }[] = [
  { name: 'Dosing', ids: ['pouredInto', 'coverAfterDose', 'phAim'] },
  { name: 'Shocks', ids: ['shockRhythm', 'granuleShock', 'wipeAtShocks'] },
  {
    name: 'Filters and surfaces',
    ids: ['filterPower', 'filterWash', 'filterBack', 'waterlineTool'],
  },
  {
    name: 'New water',
    ids: ['waterAge', 'lastWater', 'filtersIn', 'powerOn', 'balanceAt', 'firstDose'],
  },
  { name: 'Helpers', ids: ['clarifierFor'] },
]

/** Ranges of pH in use; common practice. */
export const PH_RANGES: readonly { band: Band; says: string }[] = [
  { band: { low: 7.2, high: 7.8 }, says: 'The range published for public water.' },
  { band: { low: 7.4, high: 7.8 }, says: 'Kinder to heater and skin; more chlorine is needed.' },
  { band: { low: 7.4, high: 7.6 }, says: 'Biguanide’s own; more corrections elsewhere.' },
]
export const formatRange = ({ low, high }: Band, preferences: DisplayPreferences): string =>
  `${formatNumber(low, 1, preferences)} to ${formatNumber(high, 1, preferences)}`

/** Salt that cells are made for, ppm: common practice. Aimed at the top; of the wider school well below its own, for nothing but water takes salt out. */
export const SALT_RANGES: readonly { band: Band; name: string; says: string }[] = [
  {
    band: { low: 1500, high: 1750 },
    name: '1750 ppm',
    says: 'What cells for hot tubs ask for as a rule, and never above.',
  },
  {
    band: { low: 2000, high: 2600 },
    name: '2000 to 3000 ppm',
    says: 'Where the cell’s maker says so; aimed at 2600 at most. More salt, more corrosion.',
  },
]

/** Stabiliser where the sanitizer brings none, ppm; common practice, and against public guidance. */
export const stabiliserRanges = (
  programme: ProgrammeId,
): readonly { band: Band; name: string; says: string }[] => [
  {
    band: programmeOf(programme).presets[0].targets.cyanuricAcid,
    name: 'None',
    says: 'Under a cover there is no sun to guard chlorine from.',
  },
  {
    band: { low: 20, high: 40 },
    name: 'About 30 ppm, once',
    says: 'For tubs that stand open in the sun. It holds chlorine back; nothing but new water takes it out.',
  },
]

/** Where stabiliser is chosen. */
export const STABILISER_CAUTION =
  'US CDC guidance does not recommend stabiliser in hot tubs (from memory).'

export const bandValue = ({ low, high }: Band): string => `${low} ${high}`

export const INHIBITOR_TEXT = {
  name: 'Inhibitor at a fill',
  why: 'Hard, well or metallic water gets it first and alone; town water last, so that nobody waits a day.',
  ways: {
    fill: { name: 'By the fill water', says: '' },
    yes: { name: 'First and alone', says: 'A day longer, then rinse the filter.' },
    no: { name: 'Last', says: 'An hour before anyone gets in.' },
  },
} as const

/** Helpers with a rhythm of their own, the usual one first; common practice. */
export const HELPER_TEXT = {
  'scale inhibitor': {
    name: 'Inhibitor between fills',
    why: 'Hard or metallic water needs it kept up; soft town water does not.',
  },
  enzyme: {
    name: 'Enzyme',
    why: 'Many tubs do without. Some makers say it clogs filters.',
  },
  'slow tablet': {
    name: 'Slow cleaning tablet',
    why: 'A habit of some; skipped in a week without bathers.',
  },
  clarifier: {
    name: 'Clarifier as a habit',
    why: 'Too much of it clouds the water, too.',
  },
} as const satisfies Partial<Record<ChoreId, { name: string; why: string }>>
export type HelperId = keyof typeof HELPER_TEXT
export const HELPER_IDS = Object.keys(HELPER_TEXT) as HelperId[]

export const formatHelperWay = (school: SchoolId | 'off'): string =>
  school === 'off' ? 'not as a rule' : SCHOOL_NAMES[school]

export const waysOf = <Id extends MethodId>(id: Id): readonly Methods[Id][] =>
  WAYS_OF_DOING[id] as unknown as readonly Methods[Id][]
