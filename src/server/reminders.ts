import { TZDate } from '@date-fns/tz'
import Joi from 'joi'
import { isQuiet, type Reminder, remindersFor } from '@/core'
import type { Store } from '@/store/database'
import type { QuietHours } from '@/store/schema'
import { saveSetting, settingOf } from '@/store/settings'
import { choreName } from '@/words/choreText'
import { FIELD, REFUSALS } from '@/words/refusals'
import { check, type Fields, number, type Outcome, refused } from './form'
import { tubList, tubView } from './views'

/** Evening to morning, where nobody has said otherwise. */
const USUAL: QuietHours = { fromHour: 20, toHour: 8 }

export const quietHours = (store: Store): QuietHours => settingOf(store, 'quiet') ?? USUAL

/** A reminder with the chore's name, for a browser to show. */
export type Told = Omit<Reminder, 'chore'> & { name: string }

/** What may be told on this wall's clock now; nothing in quiet hours, and no chore that a closure shuts out. */
export const remindersNow = (
  store: Store,
  now: number,
  zone: string,
): { tub: string; reminders: Told[] }[] => {
  if (isQuiet(quietHours(store), new TZDate(now, zone).getHours())) return []
  return tubList(store).flatMap(({ id, name }) => {
    const reminders = remindersFor(id, tubView(store, id, now)?.choresOpen ?? [], now).map(
      ({ key, chore, late }): Told => ({ key, name: choreName(chore), late }),
    )
    return reminders.length > 0 ? [{ tub: name, reminders }] : []
  })
}

export const saveQuiet = (store: Store, fields: Fields): Outcome => {
  const checked = check<QuietHours>(
    Joi.object({
      fromHour: number({
        name: FIELD.quietFrom,
        low: 0,
        high: 23,
        unit: "o'clock",
        required: true,
      }),
      toHour: number({ name: FIELD.quietUntil, low: 0, high: 23, unit: "o'clock", required: true }),
    }),
    fields,
  )
  if ('errors' in checked) return refused(fields, checked.errors)
  const { fromHour, toHour } = checked.value
  if (!Number.isInteger(fromHour) || !Number.isInteger(toHour))
    return refused(fields, { fromHour: REFUSALS.quietHours })
  saveSetting(store, 'quiet', { fromHour, toHour })
  return { ok: true }
}
