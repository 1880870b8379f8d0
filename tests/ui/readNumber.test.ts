import fc from 'fast-check'
import { fieldNumber, numberOr, readNumber, usableLocale } from '@/words/readNumber'

const value = (text: string, locale: string) => {
  const read = readNumber(text, locale)
  return typeof read === 'object' && 'value' in read ? read.value : read
}

test.each([
  ['1,200', 'en-US', 1200],
  ['1.200', 'de-DE', 1200],
  ['1.200', 'en-DE', 1200],
  ['1,200.5', 'en-US', 1200.5],
  ['1.200,5', 'de-DE', 1200.5],
  ['12,345,678', 'en-GB', 12345678],
  ['7,4', 'en-GB', 7.4],
  ['7.4', 'de-DE', 7.4],
  ['7,4', 'de-DE', 7.4],
  ['.5', 'en-US', 0.5],
  ['0.125', 'en-US', 0.125],
  ['0,125', 'de-DE', 0.125],
  ['12345.678', 'en-US', 12345.678],
  ['1 200', 'fr-FR', 1200],
  ['1 200,5', 'en-FR', 1200.5],
  ['1’200', 'de-CH', 1200],
  [' 38 ', 'en-US', 38],
  ['-4', 'en-US', -4],
  ['1320', 'de-DE', 1320],
] as const)('%s in %s is %d', (text, locale, expected) => {
  expect(value(text, locale)).toBeCloseTo(expected, 9)
})

test.each([
  ['1.200', 'en-US', [1.2, 1200]],
  ['1,200', 'de-DE', [1.2, 1200]],
] as const)('%s in %s could be either, and is asked about', (text, locale, either) => {
  expect(readNumber(text, locale)).toEqual({ either })
})

test.each([
  '0x10',
  '1e1',
  'ten',
  '',
  '1,2,3',
  '1.2.3',
  '1,2.3,4',
  '12,34',
  '--4',
  '5.',
  '1 2',
  '∞',
])('%j is no figure', (text) => {
  for (const locale of ['en-US', 'de-DE']) {
    const read = readNumber(text, locale)
    if (text === '12,34') expect(value(text, locale)).toBe(12.34)
    else expect(read).toBe('none')
  }
})

test('what a field shows, the page reads, whoever looks', () => {
  fc.assert(
    fc.property(
      fc.constantFrom('en-US', 'en-GB', 'en-DE', 'de-DE', 'en-FR', 'de-CH', 'en-IN'),
      fc.integer({ min: -10_000_000, max: 10_000_000 }),
      (locale, hundredths) => {
        const shown = hundredths / 100
        expect(numberOr(fieldNumber(shown, 2, locale), locale)).toBeCloseTo(shown, 9)
      },
    ),
  )
})

test('a locale that is none is British English', () => {
  expect(usableLocale('no such locale!')).toBe('en-GB')
  expect(usableLocale(undefined)).toBe('en-GB')
})
