import type { Copy, CopyRules } from '@/store/copies'
import { type DisplayPreferences, day, dayAndClock, formatNumber, upperFirst } from './words'

const place = (path: readonly (string | number)[]): string =>
  path
    .map((part) => (typeof part === 'number' ? `[${part}]` : `.${part}`))
    .join('')
    .replace(/^\./, '')

const shown = (given: unknown): string =>
  given === undefined
    ? 'nothing'
    : typeof given === 'string'
      ? `“${given.slice(0, 40)}”`
      : (JSON.stringify(given) ?? 'something').slice(0, 60)

interface Wrong {
  type: string
  path: readonly (string | number)[]
  context?: { value?: unknown; valids?: unknown[]; limit?: unknown; label?: string }
}

/** What is wrong with a field of JSON that was sent, and what it can be. */
export const jsonSentence = (wrong: Wrong | undefined, what: string): string => {
  if (!wrong) return `It isn’t ${what}.`
  const { type, path, context = {} } = wrong
  const at = place(path)
  const given = shown(context.value)
  switch (type.split('.').at(-1)) {
    case 'required':
      return `${at} is missing.`
    case 'unknown':
      return `${at} isn’t a field of ${what}.`
    case 'only':
      return `${at}: ${given} was given; it can be ${(context.valids ?? []).map(String).join(', ')}.`
    case 'min':
      return `${at}: ${given} was given; it can be ${context.limit} or more.`
    case 'max':
      return `${at}: ${given} was given; it can be up to ${context.limit}${type.startsWith('string') ? ' characters' : type.startsWith('array') ? ' of them' : ''}.`
    case 'integer':
      return `${at}: ${given} was given; it should be a whole number.`
    default:
      return `${at}: ${given} was given; it should be ${SHOULD[type.split('.')[0] ?? ''] ?? 'something else'}.`
  }
}

const SHOULD: Record<string, string> = {
  number: 'a number',
  string: 'text',
  boolean: 'true or false',
  array: 'a list',
  object: 'an object',
  alternatives: 'one of the documented shapes',
}

export const AN_EXPORT = 'an export'
export const A_READING = 'a reading'

export const importRefusal = {
  large: (megabytes: number) =>
    `It’s larger than ${megabytes} MB, so it isn’t an export of Pavrel.`,
  notJson: 'It can’t be read as JSON: the file is damaged, or isn’t an export.',
  otherFormat: 'It isn’t an export of Pavrel: choose the .json file that “Export” made.',
  newer: (given: number, known: number) =>
    `It was exported by a newer Pavrel (version ${given} of the format; this one knows ${known}). Update Pavrel first.`,
  newerEntry: (path: readonly (string | number)[], given: number, known: number) =>
    `${place(path)}: ${given} was given; this Pavrel knows up to ${known}. Update Pavrel first.`,
  twice: (list: string, id: number) => `${list}: the number ${id} stands twice.`,
  nowhere: (at: string, id: number) => `${at}: there’s no earlier entry ${id} in this tub.`,
  slow: 'It takes too long to read, so nothing was imported.',
  notEmpty:
    'This database isn’t empty, so nothing was imported. Import as new tubs instead (--into), or start with an empty one.',
}

export const RESTORE = {
  inUse: (path: string) =>
    `${path} is open in a running Pavrel, so nothing was changed. Stop it first, or restore under Record → Your data.`,
  newer: (path: string) => `${path} was written by a newer version of Pavrel. Nothing was changed.`,
  file: 'That file',
  noCopy: (path: string, why: string) => `${path} can’t be restored: ${why}. Nothing was changed.`,
  why: {
    folder: 'it’s a folder',
    'no rights': 'it can’t be read',
    'read only': 'it can’t be read',
    full: 'the disk is full',
    'not a database': 'it isn’t a database',
    damaged: 'it’s damaged',
    foreign: 'it isn’t a database of Pavrel',
    newer: 'it was written by a newer version of Pavrel',
    busy: 'another program is using it',
    missing: 'it isn’t there',
    unknown: 'it can’t be opened',
  },
} as const

/** What the commands say. */
export const COMMAND = {
  noFile: (usage: string) => `A file is missing: ${usage}.`,
  there: (path: string) =>
    `${path} exists already, so nothing was written. Choose another name, or add --force.`,
  unknown: (option: string, usage: string) => `${option} isn’t an option here: ${usage}.`,
  copied: (path: string, entries: number) => `Copied to ${path}: ${entries} entries, checked.`,
  restored: (path: string, entries: number, kept: string | undefined) =>
    `Restored: ${entries} entries in ${path}.${kept ? ` What was there is kept as ${kept}.` : ''}`,
  exported: (path: string) => `Exported to ${path}.`,
  imported: (tubs: number) => `Imported: ${tubs} ${tubs === 1 ? 'tub' : 'tubs'}.`,
  notWritten: (path: string, why: string) => `${path} can’t be written: ${why}.`,
  noDatabase: (path: string) => `${path} isn’t there, so there’s nothing to copy.`,
}

const few = (n: number, one: string, more = `${one}s`) => `${n} ${n === 1 ? one : more}`

/** Which copies are made by themselves, and where. */
export const copiesSaid = (kept: (CopyRules & { copies: readonly Copy[] }) | undefined): string =>
  kept
    ? `A copy is made once a day and before each update, in ${kept.folder}: the last ${few(kept.days, 'day')} and one of each of ${few(kept.weeks, 'week')} are kept. They lie on the same disk: keep one elsewhere too.`
    : 'No copies are made by themselves here: PAVREL_COPIES is set to off.'

export const copyLabel = ({ kind, at }: Copy, preferences: DisplayPreferences): string =>
  kind === 'update'
    ? `${upperFirst(dayAndClock(at, preferences))}, before an update`
    : upperFirst(day(at, preferences))

export const fileSize = (bytes: number, preferences: DisplayPreferences): string =>
  `${formatNumber(bytes / 1e6, bytes < 1e6 ? 2 : 1, preferences)} MB`

interface Held {
  entries: number
  lastAt: number | null
}
const lastSaid = ({ lastAt }: Held, preferences: DisplayPreferences) =>
  lastAt === null ? '' : `, the last saved ${dayAndClock(lastAt, preferences)}`

/** What a copy holds against what is here: nothing is lost in silence. */
export const copyHolds = (copy: Held, here: Held, preferences: DisplayPreferences): string =>
  `It holds ${few(copy.entries, 'entry', 'entries')}${lastSaid(copy, preferences)}. Here there are ${here.entries}${lastSaid(here, preferences)}. Restoring takes everything entered since out of sight; it stays in the file that is kept.`
