import { cookies, headers } from 'next/headers'
import { isTimeZone } from '@/server/moment'
import { THEMES, type Theme } from '@/ui/shell/theme'
import type { DisplayPreferences } from '@/words/words'

const localeOf = (accepted: string | null): string => {
  for (const part of (accepted ?? '').split(',')) {
    const tag = part.split(';')[0]?.trim()
    if (!tag || tag === '*') continue
    try {
      // The words are English; a reader's region still decides dates and decimal marks.
      return Intl.getCanonicalLocales(tag)[0] ?? 'en-GB'
    } catch {}
  }
  return 'en-GB'
}

/** English words with the reader's region: en-DE writes dates in English, numbers with a comma. */
const inEnglish = (locale: string): string => {
  const { language, region } = new Intl.Locale(locale).maximize()
  return language === 'en' ? locale : `en-${region ?? 'GB'}`
}

/** English words with the reader's own marks and dates. */
export const chosenLocale = async (): Promise<string> =>
  inEnglish(localeOf((await headers()).get('accept-language')))

/** The reader's clock, or this machine's where the reader's is not known yet. */
export const chosenTimeZone = async (): Promise<string> => {
  const zone = (await cookies()).get('pavrel-zone')?.value
  return zone && isTimeZone(zone) ? zone : Intl.DateTimeFormat().resolvedOptions().timeZone
}

export const preferencesOf = async (
  units: DisplayPreferences['units'],
  now: number,
): Promise<DisplayPreferences> => {
  return { locale: await chosenLocale(), timeZone: await chosenTimeZone(), units, now }
}

export const chosenTheme = async (): Promise<Theme> => {
  const value = (await cookies()).get('pavrel-theme')?.value
  return THEMES.find((theme) => theme === value) ?? 'system'
}
