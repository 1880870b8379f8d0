import { eq } from 'drizzle-orm'
import type { Store } from './database'
import {
  type HouseCalendar,
  type Money,
  type QuietHours,
  type SheetMemory,
  settings,
  type VisitDay,
} from './schema'

interface Settings {
  calendar: HouseCalendar
  quiet: QuietHours
  visit: VisitDay
  poisonLine: string
  money: Money
  sheet: SheetMemory
  /** Facts that were put away. */
  facts: string[]
}

export const settingOf = <Name extends keyof Settings>(
  store: Store,
  name: Name,
): Settings[Name] | undefined =>
  store.select().from(settings).where(eq(settings.name, name)).get()?.value as
    | Settings[Name]
    | undefined

export const saveSetting = <Name extends keyof Settings>(
  store: Store,
  name: Name,
  value: Settings[Name],
): void => {
  store
    .insert(settings)
    .values({ name, value })
    .onConflictDoUpdate({ target: settings.name, set: { value } })
    .run()
}
