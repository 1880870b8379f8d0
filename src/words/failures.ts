import type { StoreTrouble } from '@/store/storeProblem'

/** Something unexpected went wrong on our side: what it means for what the person was doing. */
export const FAILED = {
  saving: 'Nothing was saved: something went wrong here. Your draft is still here; try again.',
  reading: 'The file couldn’t be read: something went wrong here. Try again.',
} as const

const DISK: Partial<Record<StoreTrouble, string>> = {
  full: 'Nothing was saved: the disk is full, or can’t be written. Make room on the machine Pavrel runs on, then save again.',
  'read only':
    'Nothing was saved: the database can only be read. Check the rights of its file and folder, then save again.',
  'no rights':
    'Nothing was saved: the database can’t be opened for writing. Check the rights of its file and folder, then save again.',
  busy: 'Nothing was saved: another program is using the database. Try again in a moment.',
  damaged:
    'Nothing was saved: the database can’t be read where it should be. Stop Pavrel and restore a copy; see “Your data” in the README.',
}

/** Why nothing was saved, as far as it is known. */
export const notSaved = (trouble: StoreTrouble | undefined): string =>
  (trouble && DISK[trouble]) ?? FAILED.saving

/** Why Pavrel can't start, or can't go on: one sentence and the way out. */
export const startProblem = (trouble: StoreTrouble, path: string): string => {
  switch (trouble) {
    case 'folder':
      return `${path} is a folder, not a database: set PAVREL_DB to a file.`
    case 'no rights':
      return `${path} can’t be opened: its file or folder doesn’t allow it to this user.`
    case 'read only':
      return `${path} can’t be written: its file, folder or disk is read-only.`
    case 'full':
      return `${path} can’t be written: the disk is full or failing. Make room, then start again.`
    case 'not a database':
    case 'damaged':
      return `${path} is damaged or isn’t a database; nothing in it was changed. Restore a copy: npm run -s restore -- FILE.`
    case 'foreign':
      return `${path} is a database of something else; nothing in it was changed. Set PAVREL_DB to another file.`
    case 'newer':
      return `${path} was written by a newer version of Pavrel; nothing in it was changed. Update Pavrel, or restore an older copy.`
    case 'busy':
      return `${path} is locked by another program. Close that, then start again.`
    case 'missing':
      return `${path} isn’t there and can’t be created: its folder doesn’t exist or is no folder.`
    case 'unknown':
      return `${path} can’t be opened.`
  }
}

/** A copy of the day that could not be made: the journal itself is safe. */
export const copyFailed = (folder: string, trouble: StoreTrouble | undefined): string =>
  `The daily copy could not be written to ${folder}${trouble === 'full' ? ': the disk is full' : trouble ? `: ${trouble}` : ''}. The database itself is unharmed; the next try is in an hour.`

export const notCopied = (trouble: StoreTrouble | undefined): string =>
  trouble === 'full'
    ? 'No copy was made: the disk is full.'
    : 'No copy was made: something went wrong here. Try again.'

export const TOO_LARGE = (megabytes: number) =>
  `Nothing was saved: the file is larger than ${megabytes} MB, or empty.`

/** Why a page could not be shown, by the trouble that its error names. */
export const pageProblem = (trouble: string | undefined): string => {
  switch (trouble) {
    case 'damaged':
    case 'not a database':
      return 'The database can’t be read where it should be. Stop Pavrel and restore a copy, as the README says under “Your data”; drafts are still in this browser.'
    case 'full':
      return 'The disk of the machine Pavrel runs on is full or failing. Everything saved before is safe; make room there.'
    case 'busy':
      return 'Another program is using the database. Everything saved is safe; try again in a moment.'
    case 'no rights':
    case 'read only':
    case 'missing':
      return 'The database can’t be opened any more: its file, its folder or their rights have changed.'
    default:
      return 'Everything saved is safe, and drafts are still in this browser.'
  }
}
