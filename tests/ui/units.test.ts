import fc from 'fast-check'
import { shownDose, toDose } from '@/core/products/measure'
import { labelGrams, PRODUCT_NAMES, PRODUCTS } from '@/core/products/product'
import { draftEntry } from '@/server/entries/forms'
import { openStore } from '@/store/database'
import { insertTub } from '@/store/tubs'
import { doseLink } from '@/ui/form/doseLink'
import { inUnits, levelUnits, metric } from '@/words/inUnits'
import { fieldNumber } from '@/words/readNumber'
import { clock, type DisplayPreferences, dose } from '@/words/words'
import { share } from '../share'
import { newTub } from '../store/newTub'
import { preferences } from './view'

const american: DisplayPreferences = {
  ...preferences,
  locale: 'en-US',
  timeZone: 'America/New_York',
  units: { volume: 'US gallon', temperature: 'fahrenheit', mass: 'ounce' },
}
const german: DisplayPreferences = { ...preferences, locale: 'en-DE', timeZone: 'Europe/Berlin' }

test.each([
  ['At 40 °C keep it short.', 'At 104 °F keep it short.'],
  ['15 to 19 L of warm water', '4 to 5 US gal of warm water'],
  ['240 mL in a bucket of 19 L', '8.1 fl oz in a bucket of 5 US gal'],
  ['6 to 10 g for 1000 L a day', '0.21 to 0.35 oz for 264 US gal a day'],
  ['10 to 12 cm deep', '3.9 to 4.7 in deep'],
  ['pH 7.4 and 90 ppm', 'pH 7.4 and 90 ppm'],
])('%s, for a reader of US units', (text, expected) => {
  expect(inUnits(text, american)).toBe(expected)
  expect(inUnits(text, preferences)).toBe(text.replace('1000', '1,000'))
})

test('one metric amount, and a level, for both', () => {
  expect(metric(1.5, 'g', german)).toBe('1,5 g')
  expect(metric(1.5, 'g', american)).toBe('0.05 oz')
  expect(levelUnits(american)).toMatchObject({ length: 'in', centimetres: 2.54 })
  expect(levelUnits(german)).toMatchObject({ length: 'cm', centimetres: 1 })
})

test('a clock that goes to twelve has no leading zero; one of twenty-four has', () => {
  const early = Date.UTC(2026, 0, 5, 10, 33)
  expect(clock(early, american).replace(/\s/g, ' ')).toBe('5:33 AM')
  expect(clock(Date.UTC(2026, 0, 5, 4, 5), german)).toBe('05:05')
})

test('one rounding: the sentence and the form show the same amount', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...PRODUCT_NAMES),
      fc.double({ min: 0.5, max: 900, noNaN: true }),
      fc.constantFrom(american, german, preferences),
      (product, grams, whose) => {
        const shown = shownDose(product, grams, whose.units.mass)
        expect(dose(product, grams, whose)).toBe(
          `${new Intl.NumberFormat(whose.locale, { maximumFractionDigits: 2 }).format(shown)} ${dose(product, grams, whose).split(' ').slice(1).join(' ')}`,
        )
        const off = Math.abs(shown - toDose(product, grams, whose.units.mass))
        expect(off).toBeLessThanOrEqual(whose.units.mass === 'gram' ? 0.5 : 0.0251)
      },
    ),
  )
})

test('every link that fills a dose into its form brings the grams it says, in both units', () => {
  const store = openStore(':memory:')
  fc.assert(
    fc.property(
      fc.constantFrom(...PRODUCT_NAMES.filter((name) => PRODUCTS[name].goes !== 'in a bucket')),
      fc.double({ min: 3, max: 60, noNaN: true }),
      fc.constantFrom('gram' as const, 'ounce' as const),
      fc.boolean(),
      (product, given, mass, byLabel) => {
        const tub = insertTub(store, { ...newTub, units: { ...newTub.units, mass } })
        const grams = (byLabel && labelGrams(product, tub.volumeLitres)) || given
        const query = new URL(doseLink(tub.id, product, grams), 'http://tub').searchParams
        const locale = mass === 'gram' ? 'en-DE' : 'en-US'
        // As the page fills the form.
        const amount = fieldNumber(shownDose(product, Number(query.get('grams')), mass), 2, locale)
        const fields = { product: query.get('product') ?? '', amount, locale }
        const draft = draftEntry('dose', { store, tub, fields, at: 1, journal: [] })
        if (!('entry' in draft) || draft.entry.kind !== 'dose')
          throw new Error(JSON.stringify(draft))
        const kept = draft.entry.body.grams
        expect(Math.abs(kept - grams)).toBeLessThanOrEqual(Math.max(0.06 * grams, 0.9))
      },
    ),
    { numRuns: share('links that fill a dose', 30, 150) },
  )
})
