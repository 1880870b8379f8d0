import type { Dosing } from '@/core'
import {
  type BalanceReason,
  type CalculationLabel,
  COVER_MINUTES,
  type CorrectedOften,
  type Dilution,
  type FeederKind,
  type Incompatibility,
  type Lasting,
  MOST_REPLACED,
  type NoteReason,
  type PlanNote,
  PRODUCTS,
  type RaisedReason,
  type StepReason,
} from '@/core'
import { LABEL_NOTES } from './productText'
import { named, QUANTITY_NAMES } from './quantityNames'
import { START_TITLES, startStepHow } from './startUpText'
import { amount, type DisplayPreferences, dose, formatNumber, metalsSaid, volume } from './words'

const WHY: Record<BalanceReason | RaisedReason, string> = {
  'air before acid':
    'Air first: pH is already low, and adding acid now would lower it further. Jets raise pH without changing alkalinity.',
  'air after acid': 'Jets drive off carbon dioxide: pH comes back up, alkalinity stays down.',
  'air alone':
    'Alkalinity is high enough, so use air to raise pH: jets drive off carbon dioxide and alkalinity stays the same.',
  'air for the rest': 'More of it would push alkalinity too high. Air does the rest.',
  'air for pH': 'Jets drive off carbon dioxide: pH rises, alkalinity stays the same.',
  'acid first':
    'pH is high and alkalinity low, so lower pH first. The bicarbonate added afterwards brings pH back up a little.',
  'acid after borax': 'Cancels out the rise in pH from the borax.',
  'acid after alkalinity': 'Cancels out the rise in pH from the alkalinity dose.',
  'acid for both': 'Both are high, and one acid dose lowers both.',
  'acid for alkalinity': 'Acid lowers alkalinity. On the way, pH drops to the bottom of its range.',
  'acid for pH': 'pH is high, and alkalinity is high enough to lose a little to the acid.',
  'soda ash': 'Soda ash raises pH, and alkalinity with it.',
  borax: 'Borax raises pH and alkalinity, and leaves borate behind.',
  'alkalinity after acid': 'Alkalinity comes next; it keeps pH stable.',
  'alkalinity serves pH':
    'Alkalinity first: it determines how far pH moves. Here it raises pH far enough as well.',
  'alkalinity low': 'Alkalinity is low, and pH can’t be held steady without it.',
  'alkalinity first': 'Alkalinity first: it determines how far pH moves.',
  'raise hardness':
    'Soft water foams and corrodes metal. Calcium chloride raises hardness and nothing else.',
  'raise borate': 'Borate keeps pH steady.',
  'raise stabiliser': 'Stabiliser protects chlorine from sunlight.',
  'raise salt': 'The cell needs this salt. Add half at a time: only replacing water lowers salt.',
}

/** Why a step is in the plan. */
export const formatStepReason = (why: StepReason, preferences: DisplayPreferences): string => {
  switch (why.code) {
    case 'outstanding demand':
      return `What bathers left will use up about ${formatNumber(why.ppm, 1, preferences)} ppm more by tomorrow. This dose allows for it, so the level is higher at first: test before anyone gets in.`
    case 'regenerate bromine':
      return 'Turns used bromide back into bromine right away; the tablets then hold the level.'
    case 'raise biguanide':
      return 'Tops biguanide up to the middle of its range.'
    case 'raise peroxide':
      return 'Tops peroxide up to the middle of its range.'
    case 'sanitizer last':
      return 'Sanitizer goes last, into balanced water, where it works best.'
    case 'raise chlorine':
      return 'Tops free chlorine up to the middle of your range.'
    case 'label':
      return `From its label, not from a test. ${why.ownNote ?? LABEL_NOTES[why.product] ?? ''}`.trim()
    case 'rule':
      return `By the ${DOSING_NAMES[why.dosing]}, which doesn’t go by how much sanitizer is left.`
    case 'shock':
      return `${why.served ? 'One dose for both: it brings the sanitizer back and is also' : 'This is'} the shock that is due${why.due === 'load' ? ' after a long or crowded soak' : why.due === 'power' ? ' after the power cut' : why.due === 'soak' ? ' after every soak' : why.due === 'combined' ? ' because combined chlorine is high' : ''}. Leave the cover half open for ${COVER_MINUTES} minutes. A high reading afterwards is normal: nobody gets in until a test shows it has come down.`
    case 'start-up':
      return `${START_TITLES[why.step]}: the start-up’s next step. ${startStepHow(why.step)}`
    case 'bromide bank':
      return 'No bromide is known to be in this water, and without it the oxidiser can’t make bromine.'
    case 'refill instead':
      return 'So much water would have to be replaced that draining and refilling is less work.'
    case 'dilute':
      return why.dilutions.map((one) => formatDilution(one, preferences)).join(' ')
    default:
      return WHY[why.code]
  }
}

/** How the sanitizer’s dose is found, inside a sentence. */
export const DOSING_NAMES: Record<Dosing, string> = {
  'by demand': 'demand of the water',
  'spoon rule': 'spoon rule',
  'daily grams': 'daily amount',
  label: 'label',
}

const ONLY_WATER: Record<Dilution['quantity'], string> = {
  calciumHardness: 'Only fresh water or a softening bag lowers hardness',
  cyanuricAcid: 'Only replacing water lowers stabiliser',
  borate: 'Only replacing water lowers borate',
  salt: 'Only replacing water lowers salt',
  totalDissolvedSolids: 'Only replacing water lowers dissolved solids',
}

const formatDilution = (
  { quantity, fraction, goal, fillValue, assumed }: Dilution,
  preferences: DisplayPreferences,
): string => {
  const ppm = (value: number) => `${formatNumber(value, 0, preferences)} ppm`
  const fill = `your fill water (${ppm(fillValue)}${assumed ? ', assumed' : ''})`
  const only = ONLY_WATER[quantity]
  if (fraction === undefined)
    return quantity === 'calciumHardness'
      ? `${only}, and ${fill} is just as hard. Hang a softening bag in for a day at a time and test; use a hose filter or softer water at the next fill.`
      : `${only}, and ${fill} contains just as much.`
  const percent = `${formatNumber(100 * fraction, 0, preferences)} %`
  return fraction > MOST_REPLACED
    ? `${only}: you’d have to replace ${percent}, so drain and refill.`
    : `${only}: replacing ${percent} with ${fill} brings it to ${ppm(goal)}.`
}

/** What stands against a product in this water. */
export const formatIncompatibility = (
  found: Incompatibility,
  preferences: DisplayPreferences,
): string => {
  switch (found.code) {
    case 'biguanide in the water':
      return 'This water contains biguanide. Chlorine, bromine and their oxidisers turn it cloudy at once, and it then has to be drained. Flush the pipes, drain and refill before you change programme.'
    case 'halogen in the water':
      return 'This water contains chlorine or bromine. Biguanide turns it cloudy at once, and it then has to be drained. Flush the pipes, drain and refill before you change programme.'
    case 'peroxide in the water':
      return 'This water contains peroxide: they destroy each other, and neither is left.'
    case 'halogen destroys peroxide':
      return 'This water contains chlorine or bromine: peroxide destroys it and is used up itself.'
    case 'chlorine remover left':
      return `There’s chlorine remover left in this water: it uses up the first ${formatNumber(found.ppm, 1, preferences)} ppm.`
    case 'feeder held another':
      return `The feeder last held ${PRODUCTS[found.held].commonName}. Two kinds of tablets in one feeder can burst into flames, even from residue: use another feeder.`
  }
}

const lowerFeeder = (feeder: FeederKind | undefined) =>
  feeder === 'cell'
    ? 'lower the cell’s output one level'
    : `close the ${feeder ?? 'feeder'} one notch`

const days = (hours: number) =>
  hours < 36 ? `${Math.round(hours)} hours` : `${Math.round(hours / 24)} days`

/** What could not be dosed, and why, or what was taken for granted. */
/** Corrections that come round too often. */
export const formatCorrectedOften = ({ times, days, against }: CorrectedOften): string =>
  `pH or alkalinity was corrected ${times} times in ${days} days. Once water has settled, once or twice a month is usual; more has a cause${against === 'pH keeps rising' ? ': air from the jets, high alkalinity, a cell' : against === 'pH keeps falling' ? ': acid tablets, rain, low alkalinity' : ''}.`

export const formatNote = (
  { quantity, reason }: PlanNote,
  preferences: DisplayPreferences,
): string => {
  const name = QUANTITY_NAMES[quantity]
  const ppm = (value: number, decimals = 1) => `${formatNumber(value, decimals, preferences)} ppm`
  return noteText(reason)

  function noteText(note: NoteReason): string {
    switch (note.code) {
      case 'excluded':
        return formatIncompatibility(note.exclusion.incompatibility, preferences)
      case 'shelf lacks':
        return `You’d need ${dose(note.product, note.grams, preferences)} of ${PRODUCTS[note.product].commonName}, ${note.have ? 'more than you have left' : 'which isn’t on your shelf'}.`
      case 'just corrected':
        return 'It reads just outside its range after a correction that should have brought it in: within what the kit can tell. Leave it, and test again as usual.'
      case 'balance too coarse':
        return 'The pH and alkalinity tests aren’t precise enough to correct the rest without overshooting. Test them with drops or a meter.'
      case 'alkalinity in rounds':
        return `Alkalinity comes down in several doses of acid${note.aerated ? ' and air' : ''}, with a test in between. About ${ppm(note.leftPpm, 0)} will be left to remove after this one.`
      case 'alkalinity another evening':
        return `Alkalinity is too high, but that keeps nobody out: the sanitizer goes first. After the test, acid and air bring it down in about ${formatNumber(note.hours, 0, preferences)} hours, any evening this week.`
      case 'water instead of acid':
        return `Or replace about ${volume(note.litres, preferences)} with your fill water${note.assumed ? ' (its alkalinity is assumed)' : ''}: that leaves alkalinity near ${ppm(note.totalAlkalinityPpm, 0)}, pH ${formatNumber(note.pH, 1, preferences)} and hardness ${ppm(note.calciumHardnessPpm, 0)}. It takes about ${formatNumber(5 * Math.round(note.waterMinutes / 5), 0, preferences)} minutes with a usual pump and garden hose, then ${formatNumber(note.heatHours, 0, preferences)} hours and ${formatNumber(note.kilowattHours, 0, preferences)} kWh to warm up. By acid, these steps take about ${formatNumber(note.acidHours, 0, preferences)} hours, nearly all of it jets and waiting.`
      case 'needs alkalinity':
        return 'pH is out of range, and the right dose depends on alkalinity. Test alkalinity, then dose.'
      case 'outside the model': {
        const said = (value: number) =>
          quantity === 'pH' ? formatNumber(value, 1, preferences) : ppm(value, 0)
        const range =
          note.low > 0 ? `${said(note.low)} to ${said(note.high)}` : `up to ${said(note.high)}`
        return `${name} of ${said(note.value)} is unusual. These amounts are held to published figures for ${range}, and can be well off here: go by the test that follows.`
      }
      case 'pH first':
        return `No ${PRODUCTS[note.product].commonName} at pH ${formatNumber(note.pH, 1, preferences)}: in so acid a water it gives off gas and eats metal. Raise pH first, test, then it goes in.`
      case 'pH bleached':
        return `pH was read under ${ppm(note.ppm, 1)} of ${named(note.residual)}, which bleaches the colour of the test, so nothing is dosed by it. Test pH again below ${ppm(note.belowPpm, 0)}.`
      case 'needs pH':
        return 'Alkalinity is out of range, and the right dose depends on pH. Test pH, then dose.'
      case 'dilution':
        return formatDilution(note.dilution, preferences)
      case 'above range, held by a feeder':
        return `Above its range: ${lowerFeeder(note.feeder)}, add nothing, and test tomorrow.`
      case 'above range':
        if (note.backInHours === undefined)
          return 'Above its range: don’t add any. It takes more than two weeks to come down by itself.'
        return `Above its range: don’t add any. With the cover on it should be back in range in about ${days(note.backInHours)}, sooner with the cover open.`
      case 'feeder too low':
        return `If it keeps testing low, ${note.feeder === 'cell' ? 'raise the cell’s output one level' : `open the ${note.feeder} one notch and count the tablets`}.`
      case 'metals in the water':
        return `The water holds ${metalsSaid(note, preferences)}: an oxidiser turns it into stains and colour. Add scale and metal inhibitor; a shock waits for a day after it. If it keeps rising, low pH is dissolving something.`
      case 'phosphate at a cell':
        return `Phosphate is about ${ppm(note.ppm)}: scale of it covers a cell’s plates, and the cell makes less. Changing part of the water lowers it.`
      case 'combined chlorine':
        return `Combined chlorine is about ${ppm(note.ppm)}: chlorine bound to what bathers left. Shock with the cover open and the jets on, nobody in, and test the next day.`
      case 'shock shows as combined':
        return `Total chlorine may test about ${ppm(note.ppm)} too high: for a day or two the test shows non-chlorine shock as combined chlorine.`
      case 'unexplained reading':
        return `Nothing that was logged explains the last reading. Test ${named(quantity)} again before you dose by it.`
      case 'too old':
        return `You last tested ${named(quantity)} ${formatNumber(note.days, 0, preferences)} days ago: too long ago to dose from.`
      case 'never tested':
        return `${name} hasn’t been tested in this water, so there’s no dose for it.`
      case 'too coarse': {
        const both = `${amount(quantity, note.value, preferences)} ± ${formatNumber(note.standardDeviation, 1, preferences)}`
        return `${name} tests at ${both}, as wide as its range, so a dose could overshoot. Test it with drops or a meter first.`
      }
      case 'label unknown':
        return `You dose ${named(quantity)} from its label, but the label of the ${PRODUCTS[note.product].commonName} isn’t entered yet: add it to your shelf.`
      case 'label skipped':
        return `${name} tested above its range, so the label’s dose is skipped.`
      case 'after the next soak':
        return `By the spoon rule the next dose of ${named(quantity)} follows the next soak.`
      case 'label not due':
        return `You added the dose of ${PRODUCTS[note.product].commonName} ${Math.max(1, Math.round(note.hoursAgo))} hours ago. The next is due ${note.everyDays === 1 ? 'a day' : `${note.everyDays} days`} after it.`
      case 'label untested':
        return `You dose ${named(quantity)} by a rule and not from a test, so nobody knows how much is left: test it with drops once a week.`
      case 'stabiliser assumed':
        return `Stabiliser hasn’t been tested in this water. It’s taken as ${ppm(note.ppm, 0)}, from the doses you logged.`
    }
  }
}

/** What a dose leaves once it is used up. */
export const formatLasting = (lasting: Lasting, preferences: DisplayPreferences): string => {
  const ppm = (value: number) => `${formatNumber(value, 1, preferences)} ppm`
  switch (lasting.code) {
    case 'stabiliser stays':
      return `Leaves ${ppm(lasting.stabiliserPpm)} stabiliser permanently. As its chlorine is used up, it lowers alkalinity by ${ppm(lasting.alkalinityTakenPpm)}.`
    case 'hardness stays':
      return `Leaves ${ppm(lasting.hardnessPpm)} hardness permanently.`
    case 'a little salt stays':
      return 'Leaves only a little salt: the pH rise goes away as it is used up.'
    case 'alkalinity taken':
      return `As it is used up, it lowers alkalinity by ${ppm(lasting.alkalinityTakenPpm)}. Some tests show it as chlorine for a day.`
  }
}

const CHANGE: Record<Extract<CalculationLabel, { code: 'change' }>['target'], string> = {
  alkalinity: 'Alkalinity that brings both into range',
  carbon: 'Inorganic carbon',
  hardness: 'Hardness to add',
  stabiliser: 'Stabiliser to add',
  borate: 'Borate to add',
  salt: 'Salt to add',
  chlorine: 'Free chlorine to add',
  bromine: 'Bromine to regenerate',
  biguanide: 'Biguanide to add',
  peroxide: 'Peroxide to add',
  bromide: 'Bromide bank to build',
}

/** One line of the calculation behind a dose. */
export const formatCalculationLabel = (label: CalculationLabel): string => {
  switch (label.code) {
    case 'change':
      return CHANGE[label.target]
    case 'alkalinity for pH':
      return label.by === 'acid' ? 'Alkalinity to remove to lower pH' : 'Alkalinity that raises pH'
    case 'water':
      return 'Water'
    case 'together':
      return `In total, as ${label.as}`
    case 'one gram':
      return `One gram of ${PRODUCTS[label.product].commonName} provides, as ${label.as}`
    case 'it takes':
      return 'Amount needed'
    case 'rounded':
      return 'Rounded to what a scale shows'
    case 'replaced':
      return 'Drained and refilled'
    case 'pH to reach':
      return 'Target pH'
    case 'gas exchange':
      return 'Gas exchange with jets and air, assumed'
    case 'time it takes':
      return 'Time needed'
    case 'longest before a test':
      return 'Longest time before a test'
  }
}
