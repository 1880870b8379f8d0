import type { CauseId, Emergency, QuestionId, TreatmentWay } from '@/core'

/** A cause inside a sentence. */
export const CAUSE_NAMES: Record<CauseId, string> = {
  'filter clogged': 'a loaded filter',
  'filter worn out': 'a worn-out filter',
  'sanitizer low': 'sanitizer that ran out',
  'sanitizer high': 'too much sanitizer',
  'combined chlorine': 'used-up chlorine',
  'balance scaling': 'water that scales',
  'balance corrosive': 'corrosive water',
  'scale on the shell': 'scale on the shell',
  'soap and lotion': 'soap and lotion',
  'cleaner left behind': 'filter cleaner left behind',
  'soft water': 'soft water',
  biofilm: 'film in the pipes',
  'old water': 'old water',
  metals: 'metals in the water',
  algae: 'algae',
  'fill dust': 'dust from the fill',
  scum: 'scum at the edge',
  'low water level': 'a low water level',
  'air lock': 'air in the pump',
  'rain or run-off': 'rain that got in',
  aeration: 'air bubbles',
  'heavy load': 'many bathers at once',
  'stabiliser high': 'too much stabiliser',
  leak: 'a leak',
  evaporation: 'evaporation and splashing',
  'incompatible products': 'products that don’t go together',
  'wrong product': 'a product that doesn’t suit the tub',
  'sensor or heater': 'a sensor or the heater',
  infection: 'germs in the water',
  'cover waterlogged': 'a waterlogged cover',
}

/** As the end of "Most likely …". */
export const CAUSE_SAYS: Record<CauseId, string> = {
  'filter clogged': 'the filter is loaded',
  'filter worn out': 'the filter is worn out',
  'sanitizer low': 'the sanitizer ran out',
  'sanitizer high': 'there’s too much sanitizer',
  'combined chlorine': 'the chlorine is used up',
  'balance scaling': 'the water is scaling',
  'balance corrosive': 'the water is corrosive',
  'scale on the shell': 'scale has settled',
  'soap and lotion': 'soap and lotion got in',
  'cleaner left behind': 'filter cleaner was left behind',
  'soft water': 'the water is too soft',
  biofilm: 'a film grows in the pipes',
  'old water': 'the water is old',
  metals: 'metals came in with the fill',
  algae: 'it’s algae',
  'fill dust': 'it’s dust from the fill',
  scum: 'it’s scum',
  'low water level': 'the level is too low',
  'air lock': 'air is stuck in the pump',
  'rain or run-off': 'rain got in',
  aeration: 'it’s air',
  'heavy load': 'there were too many at once',
  'stabiliser high': 'stabiliser slows the chlorine',
  leak: 'it leaks',
  evaporation: 'it evaporates and splashes out',
  'incompatible products': 'two products don’t go together',
  'wrong product': 'a product doesn’t suit it',
  'sensor or heater': 'a sensor or the heater failed',
  infection: 'there are germs in the water',
  'cover waterlogged': 'the cover is waterlogged',
}

interface Question {
  ask: string
  /** Under the question, where how to find out is not plain. */
  how?: string
}

export const QUESTION_TEXT: Record<QuestionId, Question> = {
  'someone unwell': {
    ask: 'Is anybody unwell, now or after the last soak?',
    how: 'Fever, a rash that spreads, a cough that stays, trouble breathing.',
  },
  started: { ask: 'When did it start?' },
  'clears with jets off': {
    ask: 'Does it clear with the jets off?',
    how: 'Jets and air off, wait ten minutes.',
  },
  colour: { ask: 'What colour is it, in a white cup?' },
  'many people': { ask: 'Were many people in lately?' },
  'lotion or make-up': { ask: 'Did anybody come in with lotion or make-up?' },
  'swimwear from the wash': { ask: 'Was swimwear washed with detergent?' },
  'new product': { ask: 'Did any new product go in?' },
  'filter just cleaned': { ask: 'Was the filter just cleaned with a cleaner?' },
  'rain got in': { ask: 'Did rain or run-off get in?' },
  'level at the mark': { ask: 'Is the level at the mark?', how: 'Above the skimmer, jets off.' },
  'surging jets': { ask: 'Do the jets surge or spit air?' },
  'fall a week': { ask: 'How far does the level fall in a week?' },
  'wet under the tub': { ask: 'Is it wet under or beside the tub?' },
  'fizzes with vinegar': {
    ask: 'Does a drop of vinegar fizz on it?',
    how: 'On a piece you have wiped off, not in the tub.',
  },
}

/** What must not be done while a cause is treated, and when hands stop. Common practice. */
export const MEANWHILE: Partial<Record<CauseId, string>> = {
  'filter clogged': 'Don’t run the jets without a filter.',
  'filter worn out': 'Don’t run the jets without a filter.',
  'sanitizer low':
    'Keep everyone out until a test is back in range. Don’t add clarifier before that.',
  'sanitizer high': 'Don’t add sanitizer, tablets or shock. Cover open, jets on.',
  'combined chlorine': 'Cover half open while it works: the gases have to get out.',
  'balance scaling': 'Don’t add hardness or raise the pH. Don’t turn the heat up.',
  'balance corrosive': 'Don’t add acid or tablets that lower the pH.',
  'scale on the shell': 'Don’t scrape: it scratches the shell. No acid straight onto it.',
  'soap and lotion': 'Anti-foam only hides it for a day. Shower and wash off lotion before a soak.',
  'cleaner left behind': 'Don’t put the cartridge back before it rinses clear.',
  'soft water': 'Add calcium in portions, dissolved first.',
  biofilm: 'Keep everyone out. Chlorine alone doesn’t reach it: flush the pipes, then drain.',
  'old water': 'More products only add to the dissolved solids.',
  metals: 'Don’t shock before the inhibitor has worked for a day: it fixes the stain.',
  algae: 'Keep everyone out until it’s clear and a test is in range.',
  'fill dust': 'Give the filter two days before anything else goes in.',
  'low water level': 'Heater off until the level is at the mark.',
  'air lock': 'Don’t let the pump run dry for longer than a minute.',
  'rain or run-off': 'Test before anyone gets in.',
  'heavy load': 'Keep everyone out until a test is back in range.',
  'stabiliser high': 'No more granules or tablets with stabiliser until it’s lower.',
  leak: 'Don’t top up and forget it: what leaks wets the electrics.',
  'incompatible products': 'Add nothing more. Keep everyone out.',
  'wrong product': 'Don’t add anything to undo it.',
  'sensor or heater': 'Don’t reset it again and again, and open nothing behind the panel.',
  infection: 'Keep everyone out. See a doctor first, then drain and disinfect.',
  'cover waterlogged': 'Don’t walk on it and don’t let the lifter hang.',
}

/** Where hands stop. */
export const LICENSED: Partial<Record<CauseId, string>> = {
  'air lock': 'Still no flow after bleeding? Call a licensed technician.',
  leak: 'Wet inside the cabinet, or more than 5 cm a week: power off, call a licensed technician.',
  'sensor or heater':
    'Electrics, heater and sensors are for a licensed technician. Power off at the breaker if it trips or tingles.',
  'low water level': 'The code stays with the level right? Call a licensed technician.',
}

/** What a code on the display means; every maker writes it in its own way. */
export const CODE_SIGNS = [
  'low flow code',
  'dry heater code',
  'too hot code',
  'sensor code',
  'frost code',
  'power trips',
] as const

export const CODE_TEXT: Record<(typeof CODE_SIGNS)[number], string> = {
  'low flow code': 'Too little water moves: filter, level, air, valves.',
  'dry heater code': 'No water in the heater: level, air. Don’t restart it dry.',
  'too hot code': 'Keep out and measure by hand; cover off to cool.',
  'sensor code': 'Sensors disagree or one failed: a technician.',
  'frost code': 'Close to freezing: keep it running and covered.',
  'power trips': 'The RCD (GFCI) trips. Current goes to earth: leave it off, an electrician.',
}

type Grave = Emergency | 'rash' | 'fever'

interface EmergencyText {
  title: string
  /** In this order. */
  steps: readonly string[]
}

const CALL = 'Call the emergency number: {emergency}.'
const DRAIN = 'Tub closed. Later: flush the pipes, drain, disinfect shell and filter, refill, test.'

/** What to do first; the doctor, the emergency line and the licensed trade have the last word. Common practice. */
export const EMERGENCY_TEXT: Record<Grave, EmergencyText> = {
  'electric shock': {
    title: 'A tingle or an electric shock',
    steps: [
      'Don’t touch the water, the tub or the person while the power is on.',
      'Power off at the main switch or the breaker.',
      'Then get everybody out.',
      `${CALL} Not breathing: begin CPR.`,
      'Nobody touches it until a licensed electrician has found and repaired the fault.',
    ],
  },
  fumes: {
    title: 'Fumes, or chemicals that were mixed',
    steps: [
      'Everybody away, upwind, into fresh air. Don’t go back for anything.',
      'Don’t add anything, least of all water, and don’t close the container.',
      `Coughing, burning eyes or chest: ${CALL} {poison}`,
      'In the eyes or on the skin: rinse with running water for 15 minutes.',
      'Tub closed until the air is clear, a look says so, and a test is in range.',
    ],
  },
  'trouble breathing': {
    title: 'Trouble breathing',
    steps: [
      'Out of the water and into fresh air, sitting up.',
      CALL,
      'Jets and air off, cover open.',
      '{poison}',
      'A cough or fever in the next two weeks: a doctor, and mention the tub.',
      DRAIN,
    ],
  },
  'someone unwell': {
    title: 'Someone is unwell',
    steps: [
      'Out of the water, sit or lie down, cool and drink water. Don’t leave them alone.',
      `Dizzy, confused, fainted or not breathing well: ${CALL}`,
      'Power and jets off.',
      'Otherwise a doctor today; mention the tub.',
      DRAIN,
    ],
  },
  accident: {
    title: 'Vomit, stool or blood in the water',
    steps: [
      'Everybody out. Shower with soap.',
      'Power off at the breaker, filter out.',
      'Gloves on. Drain completely; scoop first what can be scooped.',
      'Disinfect shell, jets, cover and filter; throw a paper filter away.',
      'Refill, start up, test. Diarrhoea in anyone within two weeks: a doctor.',
    ],
  },
  glass: {
    title: 'Broken glass in the tub',
    steps: [
      'Everybody out slowly, feet flat; shoes on around the tub.',
      'Power and jets off: glass goes through the pump.',
      'Drain slowly, sieve what comes out, vacuum seats and footwell, wipe with a wet cloth.',
      'Look into the skimmer and the filter.',
      'Refill, start up, test. A deep cut: a doctor.',
    ],
  },
  fever: {
    title: 'Fever after using the tub',
    steps: [
      'Nobody gets in.',
      'See a doctor today and say you used a hot tub: fever with a cough within two weeks can be a lung infection from the water.',
      `Short of breath or confused: ${CALL}`,
      'Jets and air off, cover closed: don’t breathe its spray.',
      DRAIN,
    ],
  },
  rash: {
    title: 'A rash after using the tub',
    steps: [
      'Out of the water, shower with soap, wash the swimwear.',
      'Nobody gets in: a rash within two days often comes from germs in the water.',
      'It spreads, blisters, hurts or comes with fever: a doctor; mention the tub.',
      'Test sanitizer and pH and write them down.',
      DRAIN,
    ],
  },
}

export const WAY_NAMES: Record<TreatmentWay, string> = {
  shock: 'Shock',
  enzyme: 'Enzyme',
  clarifier: 'Clarifier',
  'anti-foam': 'Anti-foam',
  'part change': 'Replace a third',
  refill: 'Flush, drain, refill',
}
