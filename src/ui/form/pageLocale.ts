import { usableLocale } from '@/words/readNumber'

/** How this page writes numbers, as the server decided it. */
export const pageLocale = (): string =>
  typeof document === 'undefined' ? 'en-GB' : usableLocale(document.documentElement.dataset.locale)
