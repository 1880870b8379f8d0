import { numberFormat } from './formats'
import type { DisplayPreferences } from './words'

/** What a region pays in, for those whose readers are likely; a person may choose any other. */
const BY_REGION: Readonly<Record<string, string>> = {
  US: 'USD',
  GB: 'GBP',
  CA: 'CAD',
  AU: 'AUD',
  NZ: 'NZD',
  CH: 'CHF',
  LI: 'CHF',
  SE: 'SEK',
  NO: 'NOK',
  DK: 'DKK',
  IS: 'ISK',
  PL: 'PLN',
  CZ: 'CZK',
  HU: 'HUF',
  RO: 'RON',
  JP: 'JPY',
  ZA: 'ZAR',
  IN: 'INR',
  BR: 'BRL',
  MX: 'MXN',
}

/** The currency that was chosen, or the one of the reader's region. */
export const currencyOf = (chosen: string | undefined, locale: string): string =>
  chosen ?? BY_REGION[new Intl.Locale(locale).maximize().region ?? ''] ?? 'EUR'

export const isCurrency = (code: string): boolean =>
  /^[A-Z]{3}$/.test(code) && Intl.supportedValuesOf('currency').includes(code)

const digitsOf = (currency: string): number =>
  numberFormat('en', { style: 'currency', currency }).resolvedOptions().maximumFractionDigits ?? 2

/** The figure that {@link money} shows, so that a difference of two is that of the figures people read. */
export const moneyShown = (value: number, currency: string): number =>
  Number(value.toFixed(Math.abs(value) >= 100 ? 0 : digitsOf(currency)))

/**
 * "£12.40", "12,40 €"; whole from a hundred on. Digits as everywhere on the page: for some regions the currency style of English writes other
 * marks than its numbers.
 */
export const money = (
  value: number,
  currency: string,
  { locale }: DisplayPreferences,
  whole = Math.abs(value) >= 100,
): string => {
  const style = numberFormat(locale, {
    style: 'currency',
    currency,
    currencyDisplay: 'narrowSymbol',
  })
  const decimals = whole ? 0 : digitsOf(currency)
  const sign = style.formatToParts(0).find(({ type }) => type === 'currency')?.value ?? currency
  const plain = numberFormat(locale, {
    minimumFractionDigits: decimals,
    maximumFractionDigits: decimals,
  })
  const after = numberFormat(locale, {}).formatToParts(1.5)[1]?.value === ','
  return after ? `${plain.format(value)} ${sign}` : `${sign}${plain.format(value)}`
}
