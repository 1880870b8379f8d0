import { CELL_START, PRODUCTS, type StartStep, type StartStepId, type StartStepNow } from '@/core'
import { named } from './quantityNames'
import { type DisplayPreferences, dayAndClock, list } from './words'

/** A step's name where its amounts don't matter: in the history, and while it keeps the tub closed. */
export const START_TITLES: Record<StartStepId, string> = {
  filled: 'Filled, pump on, heating',
  inhibitor: 'Scale and metal inhibitor',
  soften: 'Soften the water',
  warm: 'Warm first',
  balance: 'Test and balance',
  'start shock': 'First chlorine',
  residual: 'Test the sanitizer',
  bank: 'Bromide bank',
  oxidise: 'Oxidiser, for a residual right away',
  'salt first half': 'First half of the salt',
  'salt measured': 'Measure the salt',
  'salt second half': 'Rest of the salt',
  'cell at zero': 'Dose by hand, with the cell at zero',
  'held a day': 'Check the level after a day',
  'cell on': 'Switch the cell on',
  floater: 'First tablet in the floater',
  feeder: 'Load the tablets',
  cartridge: 'Cartridge in',
  'biguanide one': 'The biguanide',
  'biguanide oxidiser': 'Scale control, then its oxidiser',
  peroxide: 'First dose',
}

/** What a step asks for, how, and what to watch out for. */
export interface StartStepText {
  title: string
  how: string
  caution?: string
}

const TEXT: Record<StartStepId, (step: StartStep) => Partial<StartStepText> & { how: string }> = {
  filled: () => ({
    how: 'Fill through the filter housing so that no air gets trapped. Stop about 3 cm above the highest jet.',
  }),
  inhibitor: () => ({
    how: 'Hard, well or metallic water: alone, before anything else; rinse the filter a day later. Town water: last, an hour before anyone gets in.',
    caution: 'Take a silver or mineral cartridge out for 24 hours.',
  }),
  soften: () => ({
    title: 'Soften the water with a softening bag',
    how: 'Hang the bag in the water for 24 hours with the pump running, then test hardness. Repeat until it is in range: scale settles on a cell’s plates first.',
  }),
  warm: ({ gates: [gate] = [] }) => ({
    how: `Readings move as the water warms, so it is balanced at temperature. Heat it to ${gate?.atLeast ?? 35} °C, then log its temperature with a test.`,
  }),
  balance: () => ({
    how: 'Test pH, alkalinity and hardness, dose what the plan says, then test again.',
  }),
  'start shock': () => ({
    how: 'Jets on, cover half open for half an hour. Nobody gets in until a test the next morning shows it in range.',
  }),
  residual: () => ({ how: 'Nobody gets in until it is in range.' }),
  bank: () => ({ how: 'The oxidiser and the tablets turn this into bromine.' }),
  oxidise: () => ({ how: 'Jets on, cover half open for half an hour.' }),
  'salt first half': ({ product, into }) => ({
    title: product ? `Half of the ${PRODUCTS[product].commonName}` : undefined,
    how: `Any salt in the fill water is already counted. With the pump running, ${into === 'filter compartment' ? 'pour it into the filter compartment' : 'scatter it round the tub'}, a cup at a time, five minutes apart (half an hour for coarse salt).`,
    caution: 'Don’t overdo it: only replacing water lowers salt. Don’t use table salt.',
  }),
  'salt measured': () => ({
    how: 'Read the cell’s display or use a salt strip, and log it as a test.',
  }),
  'salt second half': () => ({
    title: 'The rest, as measured',
    how: 'A cup at a time, as much as is still missing by the last measurement; then measure again. Stop at the target.',
  }),
  'cell at zero': () => ({
    title: `Dose by hand to ${CELL_START.byHand} ppm, with the cell at zero`,
    how: 'The water should be at 35 °C or more. Fighting fresh water wears a cell out, so raise the level by hand first. Read it again five minutes later, and repeat until it reads 5 ppm.',
  }),
  'held a day': () => ({
    title: `After a day, is it still ${CELL_START.held} ppm?`,
    how: `Test it. Below ${CELL_START.held} ppm, dose by hand back to ${CELL_START.byHand}, switch boost on and check again tomorrow. This can take several days.`,
  }),
  'cell on': () => ({
    how: 'Set the output its maker gives for this volume, then adjust it from your readings. pH will keep rising: you’ll use acid regularly.',
  }),
  floater: () => ({
    title: 'One tablet in the floater, almost closed',
    how: 'Test daily until the level holds. Take the floater out before anyone gets in.',
    caution:
      'Many tub makers warn against these tablets: they are acidic, easily overdosed, and mark covers and shells. Never put any other kind in this floater.',
  }),
  feeder: ({ tablets }) => ({
    title: tablets ? `${tablets.count} tablets in the ${tablets.holder}, half open` : undefined,
    how: 'Then open or close it one notch at a time, going by your readings.',
    caution: 'Only ever put bromine tablets in it.',
  }),
  cartridge: ({ heldBy }) => ({
    how: heldBy
      ? 'Mineral part fully open; chlorine part with its dial at 2 of 6 to begin with. Write the date on both: four months for the one, three to four weeks for the other.'
      : 'Write the date on it: it lasts four months. Never use silver with bromine.',
    caution:
      'The low residual on its label is below the published floor for hot tubs. You can choose the full one instead.',
  }),
  'biguanide one': () => ({
    how: 'Add the sanitizer with its stain and scale control, then wait a quarter of an hour and test. Only in fresh water without a trace of chlorine or bromine.',
    caution:
      'Never combine with chlorine or bromine: the water turns cloudy at once and has to be drained.',
  }),
  'biguanide oxidiser': () => ({
    how: 'Add the waterline or scale control and, right after it, the oxidiser that belongs to it, as much as their labels say. Then wait a quarter of an hour.',
  }),
  peroxide: () => ({
    how: 'Pour slowly over the running jets.',
    caution: 'Burns skin on contact. Many local codes don’t accept it as a residual.',
  }),
}

export const startStepText = (step: StartStep): StartStepText => {
  const { title, how, caution } = TEXT[step.id](step)
  return { title: title ?? START_TITLES[step.id], how, ...(caution ? { caution } : {}) }
}

/** How a step is done, where its amount stands elsewhere. */
export const startStepHow = (id: StartStepId): string => TEXT[id]({ id, waitMinutes: 0 }).how

/** What a start-up is waiting for, in a line. */
export const startNeedWords = (step: StartStepNow, preferences: DisplayPreferences): string => {
  const { title } = startStepText(step)
  const gates = list((step.gates ?? []).map(({ quantity }) => named(quantity)))
  if (step.id === 'soften' && (step.needs === 'fall' || step.needs === 'test'))
    return `${title}: hang it in for 24 hours with the pump running, then test ${gates}.`
  switch (step.needs) {
    case 'wait':
      return `${title}: wait until ${dayAndClock(step.readyAt ?? preferences.now, preferences)}.`
    case 'test':
      return `${title}: test ${gates}.`
    case 'fall':
      return step.heldBy && step.heldBy !== 'cell'
        ? `${title}: the level is too high. Close the ${step.heldBy} and leave the cover open with the jets on, then test ${gates} again.`
        : `${title}: the level is still too high, which is normal after a large first dose. Leave the cover open with the jets on, then test ${gates} again.`
    case 'correct':
      return `${title}: dose what the plan says, then test again.`
    default:
      return `${title} is next.`
  }
}
