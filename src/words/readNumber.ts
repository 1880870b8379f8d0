import { NumberParser } from '@internationalized/number'
import { numberFormat } from './formats'

/** What a person typed as a number: its value, two values it could have, or none. */
export type ReadNumber = { value: number } | { either: readonly [number, number] } | 'none'

interface Marks {
  group: string
  decimal: string
}

const known = new Map<string, { marks: Marks; parser: NumberParser }>()

const localeOf = (locale: string) => {
  const found = known.get(locale)
  if (found) return found
  const parts = new Intl.NumberFormat(locale).formatToParts(1234567.8)
  const mark = (type: 'group' | 'decimal') => parts.find((part) => part.type === type)?.value ?? ''
  const made = {
    marks: { group: mark('group'), decimal: mark('decimal') },
    parser: new NumberParser(locale, { style: 'decimal', maximumFractionDigits: 12 }),
  }
  // Locales come from requests: never more than a few are kept.
  if (known.size > 100) known.clear()
  known.set(locale, made)
  return made
}

/** A locale that can be used; British English where it cannot. */
export const usableLocale = (given: string | undefined): string => {
  try {
    return Intl.getCanonicalLocales(given)[0] ?? 'en-GB'
  } catch {
    return 'en-GB'
  }
}

const SPACES = /[\s\u00a0\u202f]/g

/**
 * A number as this person writes numbers: "1,200" is twelve hundred in New York, "1.200" in Berlin. A mark that this locale has
 * no use for is taken for what it can only be ("7,4" in London); where three figures follow a mark that could be either, nobody
 * knows, and both are returned. Neither hexadecimal nor powers of ten are figures here.
 */
export const readNumber = (text: string, locale: string): ReadNumber => {
  const { marks, parser } = localeOf(locale)
  const typed = text.trim()
  if (!/^[-+−]?\d/.test(typed) && !/^[-+−]?[.,]\d/.test(typed)) return 'none'
  if (!/^[-+−]?[\d.,'’\s\u00a0\u202f]+$/.test(typed)) return 'none'
  const negative = /^[-−]/.test(typed)
  const bare = typed.replace(/^[-+−]/, '')
  const sign = (value: number): ReadNumber =>
    Number.isFinite(value) ? { value: negative ? -value : value } : 'none'
  // Spaces and apostrophes only group.
  if (
    /[\s\u00a0\u202f'’]/.test(bare) &&
    !/^\d{1,3}([\s\u00a0\u202f'’]\d{3})+([.,]\d+)?$/.test(bare)
  )
    return 'none'
  const figures = bare.replace(SPACES, '').replace(/['’]/g, '')
  const used = [...figures].filter((character) => character === '.' || character === ',')
  const plain = (decimal: string) => {
    const group = decimal === '.' ? ',' : '.'
    return Number(figures.replaceAll(group, '').replace(decimal, '.'))
  }
  if (used.length === 0) return sign(Number(figures))
  const [first = '', ...rest] = used
  if (rest.length === 0) {
    const grouped = new RegExp(`^[1-9]\\d{0,2}\\${first}\\d{3}$`).test(figures)
    if (!grouped || figures !== bare) return figures.endsWith(first) ? 'none' : sign(plain(first))
    if (first === marks.group) return sign(parser.parse(figures))
    const decimal = plain(first)
    const thousands = Number(figures.replace(first, ''))
    return { either: negative ? [-decimal, -thousands] : [decimal, thousands] }
  }
  if (rest.every((mark) => mark === first))
    return new RegExp(`^[1-9]\\d{0,2}(\\${first}\\d{3})+$`).test(figures)
      ? sign(Number(figures.replaceAll(first, '')))
      : 'none'
  const decimal = used.at(-1) ?? '.'
  const group = decimal === '.' ? ',' : '.'
  const proper = new RegExp(`^[1-9]\\d{0,2}(\\${group}\\d{3})+\\${decimal}\\d+$`).test(figures)
  if (!proper) return 'none'
  return sign(
    group === marks.group && decimal === marks.decimal ? parser.parse(figures) : plain(decimal),
  )
}

/** The value where there is just one, else not a number; for figures that only move a picture. */
export const numberOr = (text: string | undefined, locale: string): number => {
  const read = readNumber(text ?? '', locale)
  return typeof read === 'object' && 'value' in read ? read.value : Number.NaN
}

/** How a field shows a stored number: in the reader's own marks, without grouping, so that the page reads what it prints. */
export const fieldNumber = (value: number, decimals: number, locale: string): string =>
  numberFormat(locale, {
    maximumFractionDigits: decimals,
    useGrouping: false,
    numberingSystem: 'latn',
  }).format(Object.is(value, -0) ? 0 : value)
