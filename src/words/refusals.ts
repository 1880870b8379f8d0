/** Why a form was not saved: what was given, and what is allowed. */
export const moneyRefusal = {
  currency: (given: string) =>
    `Currency: you entered “${given}”. It has to be a currency’s three letters, such as EUR or USD.`,
}

export const heatRefusal = {
  dayPrice: 'Price by day: a price at night needs one by day beside it.',
  cutWhen: 'The power went: it can be up to four weeks ago, or two weeks ahead.',
  backAfter: 'Back: it has to be after you leave, and still to come.',
  backFar: 'Back: it can be up to 180 days ahead.',
  backBefore: 'Time: the power can’t come back before it went.',
  readyWhen: 'Ready at: choose a moment within the next two weeks.',
}

export const REFUSALS = {
  noTub: 'This tub no longer exists.',
  noTargets: 'Choose one of the targets shown.',
  noPlan: 'Choose one of the plans shown.',
  noFact: 'Choose one of the notes shown.',
  noMethod: 'Choose one of the ways shown.',
  noChore: 'This chore is no longer on this tub’s list.',
  noChoreAction: 'Choose what to do with this chore.',
  noFilterSet: 'This filter set is no longer on the list.',
  noStage: 'This step no longer exists.',
  noRefill: 'No refill is planned.',
  noRefillDay: 'Set the day first.',
  noEntry: 'That entry is no longer in the history.',
  noKit: 'That kit no longer exists.',
  noStay: 'That stay no longer exists.',
  noPlannedSoak: 'That planned soak no longer exists.',
  logChanged:
    'This month has changed since the page was drawn. Reload it, look at it again, then sign.',
  notOnList: 'This is no longer on the list. Reload the page to see what is.',
  powerSince: 'Someone has logged the power meanwhile. Reload the page to see it.',
  notOnShelf: 'That product is no longer on the shelf.',
  nothingRead: 'Nothing to save yet: enter at least one value.',
  nothingToSave: 'Nothing to save.',
  nothingAtFeeder: 'Nothing to save: enter the setting, or what’s left in it.',
  stageElsewhere: 'Mark refill steps done on the Refill page.',
  entryChanged: 'Someone has changed or deleted this entry meanwhile. Open it again.',
  planChanged:
    'Someone has already updated this plan, here or on another phone. Check what’s been added, then continue.',
  changedSince: 'Something else has changed since. Check the history again.',
  stageChanged: 'Someone has already updated this step. Check it again.',
  startUpChanged: 'Someone has already updated the start-up. Check it again.',
  moreThanStep: 'That’s more than this step calls for.',
  noKind: 'Kind: choose what happened.',
  noLayout: 'Layout: choose one of the layouts shown.',
  noMeasure: 'Measured with: choose one of the measures shown.',
  noTestRhythm: 'Choose when you test.',
  notAVolume: 'That can’t be a tub’s volume.',
  choreInterval:
    'How often: enter at least one of days, hours, person-hours, shocks, hose volume or drain.',
  choreSeason: 'Season: choose both months, or neither.',
  choreMonths: 'Season: months are whole numbers from 1 to 12.',
  whySkipped: 'Why skipped: add a word or two for the history.',
  noPads: 'A strip has at least one pad.',
  dayAndTime: 'Day and time: choose when you plan to soak.',
  dayAndTimePassed: 'Day and time: that has passed. Log a soak that has already happened instead.',
  timeMissing: 'Time: enter the day and time, or choose “just now”.',
  quietHours: 'Quiet hours: enter whole hours from 0 to 23.',
  countMeasures:
    'To count measures, enter both: what a full box holds, and how many measures that is.',
  labelRule: 'A label’s rule needs both: the amount, and the volume of water it’s for.',
  noWay: 'Choose one of the three ways shown.',
  closedTooLong: 'Open it again: it can be up to 400 days after the first day.',
  untilTooLong: 'Until: it can be up to 120 days after the first day.',
  fromTooFar: 'From: it can be up to 400 days ahead.',
  fillAlkalinity: 'Alkalinity of the fill water: too low for this pH, so one of them is misread.',
  filledOnMissing: 'Filled on: choose the day, or “not known”.',
  jsonObject: 'Send a JSON object.',
  deviceLong: 'A reading is one JSON object of up to 10 kB.',
  deviceValue: 'Send "value" when the status is ok.',
} as const

/** Names of fields as they stand beside them, for sentences about them. */
export const FIELD = {
  energyPrice: 'Price by day',
  nightPrice: 'Price at night',
  nightRateFrom: 'Night rate from',
  rateUntil: 'until',
  heater: 'Heater',
  lowerBy: 'Lower by',
  heatedFrom: 'Heated from',
  cutFrom: 'The power went',
  outside: 'Outside',
  longestCut: 'Longest power cut',
  coldest: 'Coldest',
  readyAt: 'Ready at',
  warm: 'Warm',
  heldUntil: 'Kept at until then',
  leave: 'Leave',
  back: 'Back',
  keptAt: 'Kept at meanwhile',
  fillSource: 'Where it comes from',
  lane: 'Group',
  everyDays: 'Days between',
  hoursInUse: 'Hours in use',
  hoseVolume: 'Hose volume',
  windowDays: 'Days early or late',
  needs: 'What you need',
  fromMonth: 'From month',
  toMonth: 'To month',
  plannedAmount: 'Planned amount',
  testMethod: 'How you tested',
  shareReplaced: 'Share replaced',
  tabletsLeft: 'Tablets left',
  outcome: 'Outcome',
  until: 'Snooze until',
  filterAct: 'What you did',
  boughtOn: 'Bought on',
  dayAndTime: 'Day and time',
  startAt: 'Start at',
  readyBy: 'Ready by',
  notBefore: 'Not before',
  meter: 'Meter reading',
  depthBefore: 'Depth before',
  fallenBy: 'Dropped by',
  minutesBetween: 'Minutes in between',
  drainedBy: 'How you drain',
  fillTemperature: 'Fill water temperature',
  hoseFilterLeft: 'Left in the hose filter',
  nobodyFrom: 'Unavailable from',
  workFrom: 'At work from',
  quietFrom: 'Quiet from',
  quietUntil: 'Quiet until',
  leftInBox: 'Left in the box',
  packPrice: 'Price of a full pack',
  packHolds: 'A full pack holds',
  openedOn: 'Opened on',
  goodUntil: 'Good until',
  standsIn: 'Where it stands',
  testsLeft: 'Tests left',
  signature: 'Name',
  levelRose: 'The level rose by',
  cameIn: 'Water that came in',
  packTests: 'Tests in a full pack',
  deliveryDays: 'Days until an order comes',

  measureName: 'Name of the measure',
  oneMeasure: 'One level measure',
  fullBox: 'A full box',
  measuresInBox: 'Measures in a full box',
  labelAmount: 'Amount on the label',
  labelPer: 'For this much water',
  labelNote: 'Anything else it says',
  sanitizerRange: 'Sanitizer range',
  phRange: 'pH range',
  alkalinityRange: 'Alkalinity range',
  hardnessRange: 'Hardness range',
  stabiliserRange: 'Stabiliser range',
  waterDepth: 'Water depth',
  fillMinutes: 'Minutes to fill',
  fillFlow: 'Flow per minute',
  volumeUnit: 'Unit of volume',
  lengthUnit: 'Unit of length',
  temperatureUnit: 'Unit of temperature',
  massUnit: 'Unit of mass',
  tubKind: 'Kind of tub',
  supplementary: 'Ozone or UV lamp',
  exposure: 'Location',
  filtrationHours: 'Hours of filtration a day',
  jetsHours: 'Hours of jets a day',
  fillPh: 'pH of the fill water',
  fillAlkalinity: 'Alkalinity of the fill water',
  fillHardness: 'Hardness of the fill water',
  waterTemperature: 'Water temperature',
  keepOutAbove: 'Keep out above',
  tabletDrop: 'a drop',
} as const

/** From where to where a figure may be, as it is shown. */
export interface Allowed {
  low: number
  high: number
  unit?: string
}

const range = ({ low, high, unit = '' }: Allowed) => `${low} to ${high}${unit && ` ${unit}`}`

/** Sentences about one field. `given` is what was typed, shortened. */
export const field = {
  notANumber: (name: string, given: string, allowed: Allowed) =>
    `${name}: “${given}” isn’t a number; it can be ${range(allowed)}.`,
  eitherNumber: (name: string, given: string, decimal: number, thousands: number) =>
    `${name}: “${given}” could mean ${decimal} or ${thousands}. Type ${decimal.toFixed(4)} or ${thousands}.`,
  outOfRange: (name: string, given: string | number, allowed: Allowed) =>
    `${name}: you entered ${given}; it can be ${range(allowed)}.`,
  wholeOutOfRange: (name: string, given: number, low: number, high: number) =>
    `${name}: you entered ${given}; it can be a whole number from ${low} to ${high}.`,
  unreadable: (name: string) => `${name} arrived in a form that can’t be read.`,
  numberMissing: (name: string, allowed: Allowed) =>
    `${name} is missing: it can be ${range(allowed)}.`,
  missing: (name: string) => `${name} is missing.`,
  tooLong: (name: string, longest: number) => `${name} is longer than ${longest} characters.`,
  chooseOne: (name: string, values: readonly string[]) =>
    `${name}: choose one of ${values.join(', ')}.`,
  noSuchMoment: (name: string, given: string) =>
    `${name}: ${given} doesn’t exist: that date isn’t on the calendar, or the clocks skip that hour.`,
  noSuchDay: (name: string, given: string) =>
    `${name}: you entered “${given}”. It has to be a day between 2000 and 2099.`,
  momentMissing: (name: string) => `${name}: enter the day and time.`,
  ahead: (name: string, given: string) =>
    `${name}: ${given} is in the future; it can be any time up to now.`,
  dayAhead: (name: string, given: string) =>
    `${name}: ${given} is in the future; it can be any day up to today.`,
  tooLongAgo: (name: string, given: string, years: number) =>
    `${name}: ${given} is more than ${years} years ago.`,
  passed: (name: string, given: string) => `${name}: ${given} has passed; choose a time to come.`,
  dayPassed: (name: string, given: string) =>
    `${name}: ${given} has passed; it can be today or later.`,
  tooFar: (name: string, given: string, days: number) =>
    `${name}: ${given} is too far ahead; it can be up to ${days} days from now.`,
  tooFarAhead: (name: string, days: number) => `${name}: it can be up to ${days} days from now.`,
  notAfter: (name: string, given: string, other: string) =>
    `${name}: ${given} isn’t after ${other}.`,
  error: (name: string) => `${name}, error`,
  end: (name: string, side: string) => `${name}, ${side} end`,
  used: (product: string) => `${product} used`,
}

/** The hour that comes twice when the clocks go back. */
export const hourTwice = (clock: string) => ({
  sentence: `The clocks went back that night, so ${clock} came twice. Which one?`,
  options: [
    { value: 'first', label: 'The first, still summer time' },
    { value: 'second', label: 'The second, after the clocks went back' },
  ],
})

/** The answer to a post that was sent twice, or from a page that is no longer what it was drawn from. */
export const postRefusal = {
  keyMissing:
    'This form came without its key, so nothing was saved. Reload the page and try again.',
  savedAlready: (ago: string) =>
    `An earlier version of this form was saved ${ago} ago. Nothing was saved now: reload the page, choose “Start over” if it’s offered, then change what was saved.`,
  otherUnits:
    'This tub’s units were changed after this page was opened, so nothing was saved. Reload the page and enter the figures again.',
  undoneAlready: 'That was undone already, perhaps on another phone. Nothing was changed now.',
  kindStays: 'A correction stays what it was: delete this entry and add another instead.',
  tooManyEntries: (most: string) =>
    `This tub’s history holds ${most} entries, the most it can. Nothing was saved: export it, and start a new tub.`,
}

export const troubleRefusal = {
  noSign: (given: string) => `“${given}” isn’t a sign you can tick. Nothing was saved.`,
  noCause: (given: string) => `“${given}” isn’t a known cause. Nothing was saved.`,
  noAnswer: (given: string) => `“${given}” isn’t an answer to this question. Nothing was saved.`,
  nothingWrong: 'Nothing is ticked any more: reload the page, then tick what you see.',
  sayItIsClear: 'If it’s gone, press “It looks fine now”, which saves when that was.',
  noNumber: (given: string, most: number) =>
    `“${given}” isn’t a phone number: use figures, spaces, + ( ) - and /, at most ${most} of them.`,
}

export const tubRefusal = {
  keepOutFixed: (given: number, usual: number) =>
    `Keep out above: you entered ${given}; for this sanitizer it is ${usual} ppm.`,
  keepOutRange: (given: number, low: number, high: number) =>
    `Keep out above: you entered ${given}; it can be ${low} to ${high} ppm.`,
  rangeAboveKeepOut: (top: number, keepOut: number, most: number) =>
    `The sanitizer range ends at ${top} ppm, but nobody gets in above ${keepOut} ppm. ${
      top <= most ? `Lower the range, or raise this to ${top}.` : `It can end at ${most} at most.`
    }`,
  volume: (makes: string, smallest: string, largest: string) =>
    `That makes ${makes}; a tub holds ${smallest} to ${largest}.`,
  preset: (given: string) => `Target: “${given}” isn’t available for this programme.`,
  narrow: (name: string, low: number, high: number, narrowest: number) =>
    `${name}: ${low} to ${high} is too narrow to aim for; leave at least ${narrowest} between the ends.`,
  sanitizerHigh: (given: number, most: number) =>
    `Sanitizer range, high end: you entered ${given}; it can be 0 to ${most} ppm.`,
  filledOn: (given: string) => `Filled on: ${given} isn’t possible; it can be any day up to today.`,
  newVolume: (before: string, after: string) =>
    `That changes this tub from ${before} to ${after}, and every dose with it. Is that right?`,
}

export const doseQuestion = {
  waitLeft: (why: string, minutes: number) => `${why} ${minutes} min of that wait are left.`,
  peopleIn: (people: number) =>
    `According to the history, ${people} ${people === 1 ? 'person is' : 'people are'} in the tub. Nothing goes in while anyone is in.`,
  slip: (times: number) =>
    `That’s ${times} × the plan: is the decimal point in the wrong place? Confirm only if that’s what you added.`,
  muchMore: (times: string) => `That’s ${times} × the plan. Is that what you added?`,
  scoop: (name: string) => `of your ${name}`,
}

export const soakQuestion = {
  twice: 'Another soak is logged for the same time. Save both only if these are different people.',
  cleaned: (closed: string) =>
    `The tub is closed (${closed}). Were the shell, pipes and filter cleaned and disinfected before this fill?`,
}

export const filterRefusal = {
  sameName: (name: string) => `Name: there’s already a set called ${name}; choose another name.`,
  retired: (name: string) => `${name} was thrown away; add the new one as its own set.`,
  elsewhere: (name: string, tub: string) => `${name} is in ${tub}; take it out there first.`,
  inAlready: (name: string) => `${name} is already in this tub.`,
  soaking: (name: string, minutes: number) =>
    `${name} has to soak for another ${minutes} minutes. Then rinse it until the water runs clear, because cleaner foams.`,
  unrinsed: (name: string) =>
    `${name} has just finished its soak: rinse it until the water runs clear first, because cleaner foams.`,
  notHere: (name: string) => `${name} isn’t in this tub.`,
  anotherTub: 'another tub',
}

export const padRefusal = {
  blocks: (name: string, most: number) => `${name}: enter 2 to ${most} block values.`,
  notNumbers: (name: string, given: string) =>
    `${name}: “${given}” contains something that isn’t a number.`,
  blockRange: (name: string, low: number, high: number) =>
    `${name}: each value can be ${low} to ${high}.`,
  twice: (name: string) => `${name}: the same value appears twice.`,
  taken: (name: string) => `${name} already has a pad.`,
}

export const visitRefusal = {
  none: 'There’s no visit under way here; somebody may have ended it.',
  noAct: 'That is no longer part of the visit; somebody may have done it.',
  by: 'Ready by: choose a time within the next two days.',
  weekday: 'Day: choose a day of the week.',
  doneSince: (name: string, at: string) =>
    `${name} was marked done at ${at} already, perhaps on another phone. Nothing was saved twice.`,
}

export const refillRefusal = {
  drop: (drop: number, depth: number) => `Dropped by: ${drop} is more than the ${depth} there was.`,
  notWarmer: (second: number, first: number) =>
    `Later: ${second} isn’t warmer than ${first}. Is the heater on?`,
  work: (to: string, from: string) =>
    `At work: ${to || 'nothing'} isn’t after ${from}. Leave both empty if this doesn’t apply.`,
}

const some = (count: number, one: string, more: string): string[] =>
  count === 0 ? [] : [count === 1 ? one : more.replace('#', String(count))]

/** What became of a calendar of stays: what was left out, and what came of the rest. */
export const calendarNote = {
  noName: 'untitled',
  tooLarge: (megabytes: number) => `The file is ${megabytes} MB; it can be up to 4 MB.`,
  noEvent: 'There are no events in it: choose a calendar file (.ics).',
  nothingTaken: 'Nothing was imported.',
  slow: 'The file takes too long to read, so nothing was imported.',
  as: 'Import as',
  hour: (given: string) => `Hour: “${given}” isn’t a time of day; it can be 00:00 to 23:59.`,
  broken: (count: number, first: number) =>
    some(
      count,
      `Event ${first} is damaged and was skipped.`,
      `# events are damaged and were skipped, the first is number ${first}.`,
    ),
  past: (count: number) => some(count, 'One event is over.', '# events are over.'),
  far: (count: number) =>
    some(count, 'One is more than 400 days ahead.', '# are more than 400 days ahead.'),
  long: (count: number) =>
    some(
      count,
      'One is longer than 120 days, so it isn’t a stay.',
      '# are longer than 120 days, so they aren’t stays.',
    ),
  tooOften: (count: number) =>
    some(
      count,
      'One recurs too often to be a stay, or never; the dates found so far were read.',
      '# recur too often to be stays, or never; the dates found so far were read.',
    ),
  unread: (count: number) =>
    some(
      count,
      'One event wasn’t read: the file takes too long.',
      '# events weren’t read: the file takes too long.',
    ),
  many: (most: number) => `There are more than ${most} dates ahead; the next ${most} are imported.`,
  soaksPlanned: (count: number) => `${count} soaks planned.`,
  plannedAlready: (count: number) => `${count} were already planned.`,
  noSoaks: (count: number) => `${count} are all-day or have started, so no soaks were planned.`,
  imported: (count: number, as: 'guests' | 'away') =>
    `${count} ${as === 'guests' ? 'stays' : 'absences'} imported.`,
  moved: (count: number) => `${count} have moved.`,
  same: (count: number) => `${count} were already here.`,
}

/** What a sheet of tests, or a row of it, could not be read for. */
export const sheetRefusal = {
  manyRows: (most: number) => `It has more than ${most} rows, the most that can be read at once.`,
  wide: (columns: number, most: number, orMore: boolean) =>
    `It has ${columns}${orMore ? ' or more' : ''} columns; up to ${most} can be read.`,
  slow: 'It takes too long to read, so nothing was saved.',
  empty: 'It’s empty.',
  long: (millions: number) => `It’s longer than ${millions} million characters.`,
  notJson: 'It starts like JSON but can’t be read as JSON.',
  noRows: 'It needs a row of names and at least one row of values.',
  cellTooLong: (cell: string) => `“${cell}…” is too long for a value.`,
  noDay: (cell: string) => `“${cell}” isn’t a date that can be read.`,
  ahead: (cell: string) => `“${cell}” is in the future.`,
  tooOld: (cell: string, years: number) =>
    `“${cell}” is more than ${years} years ago, so it isn’t this water.`,
  notANumber: (name: string, cell: string) => `${name}: “${cell}” isn’t a number.`,
  dayMissing: 'It has no date.',
  nothingRead: 'It contains nothing that can be kept.',
  tooMuch: (name: string, cell: string) => `${name}: “${cell}” is more than a tub takes.`,
  noProduct: (cell: string) => `“${cell}” is no product that Pavrel knows.`,
  people: (cell: string) => `People: “${cell}”; it can be 0 to 20.`,
  minutes: (cell: string) => `Minutes: “${cell}”; it can be 0 to 600.`,
  largeFile: (megabytes: string, most: number) =>
    `This file is ${megabytes} MB; it can be up to ${most}.`,
  notAWorkbook: 'This file can’t be read as a workbook: it’s damaged, or protected by a password.',
  halfHour: 'It doesn’t say how long; half an hour is assumed.',
  onePerson: 'It doesn’t say how many people; one is assumed.',
  known: 'It’s already in the history.',
}

/** Why a file brought no sheet. */
export const fileRefusalSaid = (
  why: 'not a workbook' | 'old workbook' | 'too many rows' | 'empty',
): string =>
  ({
    'not a workbook': sheetRefusal.notAWorkbook,
    'old workbook':
      'This is a workbook of the old kind (.xls). Save it as .xlsx or .csv and choose that.',
    'too many rows': 'It has more rows than a tub’s log could: up to 60,000 can be opened.',
    empty: sheetRefusal.empty,
  })[why]
