import {
  type Entry,
  type EntryBodies,
  type EntryKind,
  FILL_READ,
  type FilterAct,
  isStartStep,
  PRODUCTS,
  QUANTITIES,
} from '@/core'
import { choreShort } from './choreText'
import { QUANTITY_SHORT_NAMES } from './quantityNames'
import { formatHeatRate } from './refillWords'
import { signName } from './signText'
import { STAGE_NAMES } from './stageText'
import { START_TITLES } from './startUpText'
import { SENSE_WORDS } from './testText'
import { CAUSE_NAMES } from './troubleText'
import {
  amount,
  type DisplayPreferences,
  day,
  dose,
  list,
  lowerFirst,
  METHOD_WORDS,
  SOURCE_WORDS,
  upperFirst,
  volume,
} from './words'

export const KIND_WORDS: Record<EntryKind, string> = {
  test: 'Test',
  dose: 'Dose',
  aeration: 'Aeration',
  soak: 'Soak',
  water: 'Water',
  note: 'Note',
  start: 'Start-up',
  feeder: 'Feeder',
  chore: 'Chore',
  look: 'Look',
  filter: 'Filter',
  refill: 'Refill',
  fillTest: 'Fill water',
  treatment: 'Treatment',
}

/** What was last done to the journal, as the undo line says it. */
export const CHANGE_WORDS = {
  added: 'Saved',
  corrected: 'Corrected',
  deleted: 'Deleted',
  undone: 'Undone',
} as const

const FILTER_ACT_WORDS: Record<FilterAct, string> = {
  'put in': 'put in the tub',
  'take out': 'taken out',
  rinse: 'rinsed',
  soak: 'started soaking',
  dry: 'hung to dry',
  ready: 'dry and ready',
  retire: 'thrown away',
}

const REFILL_WHAT = {
  begun: 'started',
  done: 'done',
  skipped: 'skipped',
  measured: 'measured',
} as const

/** A kind a row: what happened, in one line. */
const LINES: {
  [Kind in EntryKind]: (body: EntryBodies[Kind], preferences: DisplayPreferences) => string
} = {
  test: (body, preferences) => {
    const read = QUANTITIES.flatMap((quantity) => {
      const value = body.readings[quantity]
      return value === undefined
        ? []
        : [
            `${QUANTITY_SHORT_NAMES[quantity].replace('Water', 'water')} ${amount(quantity, value, preferences)}`,
          ]
    })
    const { look, smell } = body.senses ?? {}
    const senses = [
      ...(look ? [`looked ${SENSE_WORDS.look.ways[look]}`] : []),
      ...(smell ? [`smelled ${SENSE_WORDS.smell.ways[smell]}`] : []),
    ]
    return `${METHOD_WORDS[body.method]}: ${read.join(', ')}${senses.length > 0 ? `; ${senses.join(', ')}` : ''}`
  },
  dose: (body, preferences) => {
    const { product, grams, plannedGrams } = body
    const planned =
      plannedGrams !== undefined && Math.abs(plannedGrams - grams) > 0.05 * plannedGrams
        ? ` (planned ${dose(product, plannedGrams, preferences)})`
        : ''
    const override = body.override ? `; despite the caution: ${body.override.reason}` : ''
    return `${dose(product, grams, preferences)} ${PRODUCTS[product].commonName}${planned}${override}`
  },
  aeration: (body) => `Jets and air for ${body.minutes} minutes, cover open`,
  soak: (body) => {
    const { people, minutes, children = 0, lotion, party } = body
    const more = [
      ...(children > 0 ? [`${children} of them ${children === 1 ? 'a child' : 'children'}`] : []),
      ...(lotion ? ['with lotion'] : []),
      ...(party ? ['a party'] : []),
    ]
    return `${[`${people} ${people === 1 ? 'person' : 'people'}`, ...more].join(', ')} for ${minutes} minutes`
  },
  water: (body) => {
    const { replacedFraction } = body
    return replacedFraction >= 1
      ? 'Drained and refilled'
      : `${Math.round(100 * replacedFraction)} % of the water replaced`
  },
  fillTest: (body, preferences) => {
    const { method, fillWater } = body
    const read = FILL_READ.flatMap(([field, quantity]) => {
      const value = fillWater[field]
      return value === undefined
        ? []
        : [`${QUANTITY_SHORT_NAMES[quantity]} ${amount(quantity, value, preferences)}`]
    })
    return `${METHOD_WORDS[method]}, ${SOURCE_WORDS[fillWater.source]}: ${read.join(', ')}`
  },
  start: (body) => (isStartStep(body.step) ? lowerFirst(START_TITLES[body.step]) : body.step),
  feeder: (body) => {
    const { setting, tabletsLeft, boost } = body
    return [
      ...(setting === undefined ? [] : [`set to ${setting}`]),
      ...(tabletsLeft === undefined ? [] : [`${tabletsLeft} tablets left`]),
      ...(boost ? ['boost on'] : []),
    ].join(', ')
  },
  chore: (body, preferences) => {
    const { chore, name, outcome, note, until, used } = body
    const how = outcome === 'postponed' ? 'snoozed' : outcome
    const what =
      outcome === 'done' ? (name ?? choreShort(chore)) : `${name ?? choreShort(chore)}, ${how}`
    const when = until === undefined ? '' : ` until ${day(until, preferences)}`
    const took = used
      ? `, ${dose(used.product, used.grams, preferences)} ${PRODUCTS[used.product].commonName}`
      : ''
    return `${what}${when}${took}${note ? `: ${note}` : ''}`
  },
  look: (body) => {
    const { signs, note } = body
    const seen = signs.length === 0 ? 'Looked fine' : upperFirst(list(signs.map(signName)))
    return `${seen}${note ? `: ${note}` : ''}`
  },
  filter: (body) => {
    const { name, act, recipe, seen } = body
    return `${name}: ${FILTER_ACT_WORDS[act]}${recipe ? `, ${recipe}` : ''}${seen ? `, ${seen}` : ''}`
  },
  refill: (body, preferences) => {
    const { stage, what, celsius, litres, perMinute, perHour } = body
    const read = [
      ...(celsius === undefined ? [] : [amount('temperature', celsius, preferences)]),
      ...(litres === undefined ? [] : [`${volume(litres, preferences)} by the meter`]),
      ...(perMinute === undefined ? [] : [`${volume(perMinute, preferences)} a minute`]),
      ...(perHour === undefined ? [] : [formatHeatRate(perHour, preferences)]),
    ]
    return `${lowerFirst(STAGE_NAMES[stage])}, ${REFILL_WHAT[what]}${read.length > 0 ? `: ${read.join(', ')}` : ''}`
  },
  treatment: (body) => `treating ${CAUSE_NAMES[body.cause]}`,
  note: (body) => body.text,
}

/** One line that says what happened. */
export const formatEntry = ({ kind, body }: Entry, preferences: DisplayPreferences): string =>
  (LINES[kind] as (body: Entry['body'], preferences: DisplayPreferences) => string)(
    body,
    preferences,
  )

/** What a change was about: the entry, or how many of them it wrote at once. */
export const formatChange = (
  { entry, entries }: { entry: Entry; entries: number },
  preferences: DisplayPreferences,
): string => {
  if (entries < 2) return formatEntry(entry, preferences)
  return entry.kind === 'test'
    ? `${entries} entries of one sheet`
    : `${formatEntry(entry, preferences)}, and ${entries - 1} more with it`
}
