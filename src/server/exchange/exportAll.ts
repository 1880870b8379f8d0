import type { Store } from '@/store/database'
import { wholeStore } from '@/store/wholeStore'
import { EXPORT_FORMAT, EXPORT_VERSION } from './exportForm'

/** Without what is not there, so that a missing value is a missing field. */
const present = (row: Record<string, unknown>): Record<string, unknown> =>
  Object.fromEntries(
    Object.entries(row).filter(([, value]) => value !== null && value !== undefined),
  )

const ofTub = (row: Record<string, unknown>) => {
  const { tubId: _, ...rest } = present(row)
  return rest
}

/**
 * Everything a person entered, of every tub, as one JSON text; docs/export.md tells its shape. The same store gives the same bytes.
 * The secret addresses of calendars are not in it.
 */
export const exportAll = (store: Store): string => {
  const whole = store.transaction((tx) => wholeStore(tx))
  const settings = Object.fromEntries(
    whole.settings
      .filter(({ name }) => name !== 'calendar')
      .map(({ name, value }) => [name, value])
      .sort(),
  )
  const said = {
    format: EXPORT_FORMAT,
    version: EXPORT_VERSION,
    settings,
    kits: whole.kits.map(present),
    shelf: whole.shelf.map(present),
    filterSets: whole.filterSets.map(present),
    tubs: whole.tubs.map(
      ({ calendar: _, choreRules, stays, plannedSoaks, refills, entries, ...tub }) => ({
        ...present(tub),
        choreRules: choreRules.map(ofTub),
        stays: stays.map(ofTub),
        plannedSoaks: plannedSoaks.map(ofTub),
        refills: refills.map(ofTub),
        entries: entries.map(ofTub),
      }),
    ),
  }
  return `${JSON.stringify(said, null, 1)}\n`
}
