import {
  type AwayAdvice,
  type CellDoubt,
  type CellFault,
  type FeederAdvice,
  type FeederMove,
  hasChlorinePart,
  LEAST_FILTRATION_HOURS,
  MANY_JETS_HOURS,
  type PresetId,
  type ProgrammeId,
  programmeOf,
  type SwitchReason,
  type Tub,
  tabletsAWeek,
} from '@/core'
import { type DisplayPreferences, formatNumber } from './words'

export const PROGRAMME_TEXT: Record<ProgrammeId, { name: string; summary: string }> = {
  'granular chlorine': {
    name: 'Chlorine granules',
    summary:
      'Stabilised granules (dichlor), added by hand after each use. The simplest method, but stabiliser builds up.',
  },
  'liquid chlorine': {
    name: 'Liquid chlorine',
    summary:
      'Unscented bleach, measured by hand. Adds no stabiliser, but the bottle loses strength with age.',
  },
  'chlorine tablets': {
    name: 'Chlorine tablets',
    summary:
      'Slow-dissolving tablets in a floater. Many tub makers warn against them: they are acidic and easily overdosed.',
  },
  'bromine tablets': {
    name: 'Bromine tablets',
    summary:
      'Tablets in a floater hold the level, and an oxidiser regenerates used bromine. Tolerates a wider pH range.',
  },
  'in-line bromine feeder': {
    name: 'In-line bromine feeder',
    summary: 'Tablets in the tub’s own feeder, which you open or close one notch at a time.',
  },
  'bromide bank with oxidiser': {
    name: 'Bromide bank with oxidiser',
    summary: 'Bromide in the water, activated by an oxidiser every day. No floater.',
  },
  'in-line salt chlorine': {
    name: 'Salt chlorine, in-line',
    summary:
      'A cell in the plumbing makes chlorine from a little salt. pH keeps rising, so you’ll use acid regularly.',
  },
  'over-the-side salt chlorine': {
    name: 'Salt chlorine, over the side',
    summary: 'The same, with a cell hung over the side. Take it out while people are in.',
  },
  'salt bromine': {
    name: 'Salt bromine',
    summary:
      'A cell makes bromine from sodium bromide. Costs more, but tolerates a wider pH range.',
  },
  'silver or mineral with low chlorine': {
    name: 'Silver or mineral cartridge',
    summary:
      'A cartridge helps, but chlorine still does the work. The low range on its label is below the published floor.',
  },
  'mineral with metered chlorine': {
    name: 'Mineral with metered chlorine',
    summary:
      'A mineral part that lasts four months, and a chlorine part on a dial, replaced every three to four weeks.',
  },
  biguanide: {
    name: 'Biguanide',
    summary:
      'Chlorine-free, with its own peroxide oxidiser and its own test strips. Never combine with chlorine or bromine.',
  },
  'hydrogen peroxide': {
    name: 'Hydrogen peroxide',
    summary:
      'Chlorine-free, for people who can’t tolerate chlorine. Undiluted, it burns skin, and many local codes don’t accept it.',
  },
}

export const programmeName = (id: ProgrammeId): string => PROGRAMME_TEXT[id].name

interface PresetText {
  name: string
  note: string
}

const BY_LABEL: Partial<Record<ProgrammeId, PresetText>> = {
  biguanide: { name: 'From its label', note: 'The range on the usual labels.' },
  'hydrogen peroxide': {
    name: 'From its label',
    note: 'A range in use. Many local codes don’t accept it as a residual.',
  },
}

const PRESET_TEXT: Record<PresetId, PresetText> = {
  full: { name: 'Full residual', note: 'Starts at the published floor, with room above it.' },
  moderate: { name: 'Moderate residual', note: 'Common in home tubs.' },
  low: { name: 'Low residual', note: 'The lowest range in common use.' },
  firm: {
    name: 'Higher alkalinity',
    note: 'Full residual, with alkalinity kept higher against pH swings.',
  },
  soft: {
    name: 'Lower alkalinity',
    note: 'Full residual, with less alkalinity where pH keeps rising.',
  },
  cell: {
    name: 'For the cell',
    note: 'Full residual, the salt cells usually need, soft water and lower alkalinity.',
  },
  label: {
    name: 'From the cartridge’s label',
    note: 'The low residual that silver or mineral systems recommend.',
  },
}

export const presetText = (programme: ProgrammeId, preset: PresetId): PresetText =>
  (preset === 'full' ? BY_LABEL[programme] : undefined) ?? PRESET_TEXT[preset]

/** What a change of programme asks of the water that is in the tub. */
export const SWITCH_TEXT: Record<SwitchReason, string> = {
  same: 'This is already your tub’s programme.',
  'biguanide and halogen':
    'Biguanide and chlorine, bromine or their oxidisers ruin each other. Flush the pipes, drain, refill, use new or deep-cleaned filters, then change.',
  'peroxide and halogen':
    'Peroxide and chlorine or bromine destroy each other. Let the old one fall to zero, or better, flush the pipes, drain and refill. Then change.',
  'bromide in the water':
    'The bromide in this water turns every chlorine dose into bromine. To use chlorine, flush the pipes, drain and refill.',
  'silver and bromine': 'Silver doesn’t work with bromine: drain and refill first.',
  'silver out first':
    'Take the silver cartridge out: it doesn’t work with bromine. Then start the bromide bank.',
  'start the bank':
    'You can keep this water: start the bromide bank. Take chlorine tablets out of every feeder, and never use that feeder for bromine.',
  'measure the salt':
    'You can keep this water if it’s fresh. Measure its salt first: every dose so far has left some.',
  free: 'You can keep this water. Never pour one kind of chlorine onto another.',
}

/** What a cell's fault asks for, with what to check before believing it. Its own manual comes first. */
export const FAULT_TEXT: Record<CellFault, string> = {
  'low salt':
    'It has stopped because of low salt. Test the salt with a strip before adding any: cold water and a scaled plate read low. Then add what the plan says, half at a time.',
  'high salt':
    'It has stopped because of too much salt. No product removes it: replace part of the water as the plan says.',
  'too cold':
    'It has stopped: the water is too cold to make chlorine well. Dose by hand meanwhile.',
  'too hot': 'It has stopped: the water is too hot. Nobody gets in above 40 °C.',
  'no flow': 'It has stopped: no flow. Switch the power off, then check filter, level and valves.',
}

/** Why a cell's own word should be checked. */
export const formatCellDoubt = (doubt: CellDoubt, preferences: DisplayPreferences): string => {
  const ppm = (value: number) => formatNumber(value, 0, preferences)
  return doubt.code === 'meters disagree'
    ? `The cell reads ${ppm(doubt.cellPpm)} ppm of salt, your last test ${ppm(doubt.testPpm)}. Test again, and check its plates for scale.`
    : `${ppm(doubt.cellPpm)} ppm is above its range: don’t add salt.`
}

/** What to do at the feeder, floater or cell, as a sentence of its own. */
export const FEEDER_MOVES: Record<FeederMove, string> = {
  'open a notch': 'open it a notch',
  'close a notch': 'close it a notch',
  shut: 'close it completely',
  reopen: 'open it again, a notch lower than before',
  'leave it': 'leave it as it is',
  'load it': 'load it',
  boost: 'switch boost on',
  'test first': 'test first',
}

export const formatFeeder = (
  { kind, reason, tabletsAWeek: aWeek }: FeederAdvice,
  preferences: DisplayPreferences,
): string => {
  const ppm = (value: number) => formatNumber(value, 1, preferences)
  const what = kind === 'cell' ? 'the output' : `the ${kind}`
  switch (reason.code) {
    case 'not tested':
      return `No reading${reason.sinceSet ? ' since you last changed it' : ''}: test, then adjust ${what}.`
    case 'far too high':
      return `${ppm(reason.ppm)} ppm is far too high: ${kind === 'floater' ? 'keep it closed, or out of the water,' : 'keep it closed'} until the level has fallen.`
    case 'stays above':
      return `Two tests in a row are above ${ppm(reason.limitPpm)} ppm, the last at ${ppm(reason.ppm)}: ${kind === 'floater' ? 'keep it closed, or out of the water,' : 'keep it closed'} until the level has fallen.`
    case 'fallen again':
      return `It has fallen to ${ppm(reason.ppm)} ppm.`
    case 'empty':
      return kind !== 'cell' && aWeek === undefined
        ? 'The chlorine part has been in for longer than it lasts: put a new one in, then test.'
        : 'Going by the count, it’s empty: load it, then test.'
    case 'above range':
      return `Left as it is, it comes to about ${ppm(reason.ppm)} ppm in two days, above ${ppm(reason.limitPpm)}.`
    case 'below range':
      return `Left as it is, it comes to about ${ppm(reason.ppm)} ppm in two days, below ${ppm(reason.limitPpm)}.`
    case 'far below':
      return `${ppm(reason.ppm)} ppm is less than half of what it should be: boost for a day, and dose by hand meanwhile.`
    case 'steady':
      return 'The level is steady.'
  }
}

export interface RoutineText {
  daily: string
  afterSoak: string
  weekly: string
}

const CELL: RoutineText = {
  daily: 'Nothing by hand: the cell does it. Check its display.',
  afterSoak: 'Test, and boost after a full tub. Shock with boost or non-chlorine shock.',
  weekly:
    'Test everything. Add acid, because pH rises on its own. Inspect the cell’s plates every month.',
}

const ROUTINES: Partial<Record<ProgrammeId, RoutineText>> = {
  'granular chlorine': {
    daily: 'Granules, so that there’s always some left. Dose says how many grams.',
    afterSoak: 'Log it: Soak says what it asks for, by the way of dosing you chose.',
    weekly: 'Shock when it is due: its dose is part of the plan. Keep an eye on the stabiliser.',
  },
  'liquid chlorine': {
    daily: 'Unscented bleach, measured, so that there’s always some left.',
    afterSoak: 'What the plan says is missing; twice that after a crowd.',
    weekly:
      'Shock with a larger dose, or with non-chlorine shock. Bleach loses strength: date the bottle.',
  },
  'chlorine tablets': {
    daily: 'Test. Take the floater out while anyone is in.',
    afterSoak: 'What the plan says is missing, as granules.',
    weekly:
      'Count the tablets and adjust one notch from your readings. Watch stabiliser, which rises, and pH, which falls.',
  },
  'bromide bank with oxidiser': {
    daily: 'Oxidiser before or after use: it makes the bromine.',
    afterSoak: 'Oxidiser, as much as the plan says is missing.',
    weekly: 'Shock with non-chlorine shock, cover half open; it regenerates used bromine.',
  },
  biguanide: {
    daily: 'Nothing by hand.',
    afterSoak: 'Nothing; check its own strip after a crowd.',
    weekly:
      'Its oxidiser, dosed from the label; its own strip. Soak the filter overnight in its own cleaner when it turns grey, and use its own waterline cleaner.',
  },
  'hydrogen peroxide': {
    daily: 'Test with its own strip; it falls fast.',
    afterSoak: 'What the plan says is missing, slowly, wearing gloves.',
    weekly: 'A larger dose, and a wipe for all surfaces.',
  },
  'silver or mineral with low chlorine': {
    daily: 'A little chlorine, as the cartridge’s label says or for the full range.',
    afterSoak: 'Non-chlorine shock, dosed from its label, after every soak.',
    weekly: 'Shock. Note the cartridge’s age: it lasts four months.',
  },
}

/** What is said of how the water moves; nothing where it is enough, or nobody has said. */
export const circulationRemarks = (tub: Tub, preferences: DisplayPreferences): string[] => {
  const hours = (value: number) => formatNumber(value, 1, preferences)
  const { filtrationHours: filters, jetsHours: jets } = tub.surroundings ?? {}
  return [
    ...(filters !== undefined && filters < LEAST_FILTRATION_HOURS
      ? [
          `It filters ${hours(filters)} h a day. Common practice is at least ${LEAST_FILTRATION_HOURS} h, every day, with or without bathers: sanitizer reaches and the filter catches only what moves. Jets on high hardly filter.`,
        ]
      : []),
    ...(jets !== undefined && jets >= MANY_JETS_HOURS
      ? [
          `Its jets run ${hours(jets)} h a day with nobody in. They drive carbon dioxide out, so pH climbs faster, and they hardly filter.`,
        ]
      : []),
  ]
}

/** The days and weeks of a programme; common practice. */
export const routineText = (
  tub: Tub,
  kind: 'cell' | 'floater' | 'feeder' | undefined,
): RoutineText => {
  const own = ROUTINES[tub.programme]
  if (own) return own
  if (kind === 'cell') return CELL
  const halogen = programmeOf(tub.programme).sanitizer === 'bromine' ? 'bromine' : 'chlorine'
  if (hasChlorinePart(tub.programme))
    return {
      daily: 'Nothing by hand: the chlorine part holds a small level. Test it all the same.',
      afterSoak: 'Non-chlorine shock after a crowd, and a test. No large dose of chlorine.',
      weekly:
        'Adjust the dial one mark from your readings. An empty chlorine part no longer colours a test, or its floater turns over.',
    }
  return {
    daily: 'Nothing by hand: the tablets hold the level.',
    afterSoak: 'Non-chlorine shock after a crowd, and a test.',
    weekly: `About ${tabletsAWeek(tub.volumeLitres)} tablets. Adjust one notch from your readings. Non-chlorine shock regenerates used ${halogen}.`,
  }
}

/** What to do before an absence. */
export const formatAway = (advice: AwayAdvice): string => {
  switch (advice.code) {
    case 'shut down':
      return 'More than a month: drain, clean and shut it down, or have someone test and dose it every week.'
    case 'frost':
      return 'Where it freezes, the pipes have to be blown out. That’s a job for a licensed trade.'
    case 'the day before':
      return 'Test and balance the day before. Shock with the cover half open, and rinse the filter.'
    case 'cell':
      return 'Leave the cell on at its usual level.'
    case 'new chlorine part':
      return 'Put a new chlorine part in, and keep the old one for later. Leave the dial where it is.'
    case 'dosed by others':
      return 'Dosed by hand, it won’t last two weeks: ask someone to dose it in between.'
  }
}
