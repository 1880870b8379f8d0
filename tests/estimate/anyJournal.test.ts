import fc from 'fast-check'
import { dosePlan } from '@/core/advice/plan'
import { estimate } from '@/core/estimate/estimate'
import { fanOf } from '@/core/estimate/forecast'
import { ensembleOf } from '@/core/estimate/learning/ensemble'
import type { Entry, NewEntry } from '@/core/journal/entry'
import { PRODUCT_NAMES } from '@/core/products/product'
import { PROGRAMMES, programmeOf } from '@/core/programmes/programme'
import { QUANTITIES, QUANTITY, type Quantity, type Readings } from '@/core/testing/quantity'
import { DAY, HOUR } from '@/core/time'
import { EXPOSURES, SUPPLEMENTARY_DISINFECTION } from '@/core/tub/tub'
import { NOW, tubWith } from '../core/waters'
import { share } from '../share'

const hoursBefore = fc.double({ min: 0, max: 40 * 24, noNaN: true })
const reading = (quantity: Quantity) => {
  const [low, high] = QUANTITY[quantity].possible
  return fc.double({ min: low, max: high, noNaN: true })
}
const readingsFor = (quantities: readonly Quantity[]) =>
  fc
    .record(Object.fromEntries(quantities.map((quantity) => [quantity, reading(quantity)])))
    .map((readings) => readings as Readings)

/** Whatever a journal may hold: every reading that is possible, doses by the bucket, crowds, floods. */
const entries = (tested: readonly Quantity[]): fc.Arbitrary<NewEntry[]> =>
  fc
    .array(
      fc.oneof(
        { weight: 4, arbitrary: fc.record({ hours: hoursBefore, readings: readingsFor(tested) }) },
        {
          weight: 2,
          arbitrary: fc.record({
            hours: hoursBefore,
            product: fc.constantFrom(...PRODUCT_NAMES),
            grams: fc.double({ min: 0.1, max: 3000, noNaN: true }),
          }),
        },
        {
          weight: 2,
          arbitrary: fc.record({
            hours: hoursBefore,
            people: fc.integer({ min: 1, max: 20 }),
            minutes: fc.integer({ min: 1, max: 600 }),
          }),
        },
        {
          weight: 1,
          arbitrary: fc.record({
            hours: hoursBefore,
            share: fc.double({ min: 0.01, max: 1, noNaN: true }),
          }),
        },
        {
          weight: 1,
          arbitrary: fc.record({ hours: hoursBefore, air: fc.integer({ min: 1, max: 600 }) }),
        },
      ),
      { minLength: 8, maxLength: 30 },
    )
    .map((some) =>
      some.map((one): NewEntry => {
        const at = NOW - one.hours * HOUR
        if ('readings' in one)
          return { kind: 'test', at, body: { method: 'strip', readings: one.readings } }
        if ('product' in one)
          return { kind: 'dose', at, body: { product: one.product, grams: one.grams } }
        if ('people' in one)
          return { kind: 'soak', at, body: { people: one.people, minutes: one.minutes } }
        if ('share' in one) return { kind: 'water', at, body: { replacedFraction: one.share } }
        return { kind: 'aeration', at, body: { minutes: one.air } }
      }),
    )

test.each(PROGRAMMES.map(({ id }) => id))(
  '%s: whatever a journal holds, the estimate stays a water that can be, and the plan and the week ahead are made',
  (id) => {
    const { tested } = programmeOf(id)
    fc.assert(
      fc.property(
        entries(tested),
        fc.constantFrom(...SUPPLEMENTARY_DISINFECTION),
        fc.constantFrom(...EXPOSURES),
        (some, cleaner, stands) => {
          const tub = tubWith(id, {
            surroundings: { supplementaryDisinfection: cleaner, exposure: stands, hoursFromUtc: 1 },
          })
          const journal = some
            .toSorted((a, b) => a.at - b.at)
            .map((entry, i) => ({ ...entry, id: i + 1 }) as Entry)
          const ensemble = ensembleOf(tub, journal, NOW, 24)
          const known = estimate(tub, journal, NOW, ensemble)
          for (const quantity of QUANTITIES) {
            const { value, standardDeviation } = known.quantities[quantity]
            expect(Number.isFinite(value)).toBe(true)
            expect(Number.isFinite(standardDeviation)).toBe(true)
            // Acid poured by the kilogram leaves less than no alkalinity.
            if (quantity !== 'totalAlkalinity') expect(value).toBeGreaterThan(-1e-9)
          }
          expect(known.outstandingDemandPpm).toBeGreaterThanOrEqual(0)
          for (const step of dosePlan(tub, journal, known).steps)
            if (step.kind === 'add') expect(step.grams).toBeGreaterThan(0)
          const fans = fanOf(
            ensemble,
            tub,
            [{ at: NOW + DAY, kind: 'soak', body: { people: 4, minutes: 60 } }],
            { floor: 3, hours: 48, stepHours: 12 },
          )
          for (const { points } of fans)
            for (const { low, median, high } of points) {
              expect(Number.isFinite(low + median + high)).toBe(true)
              expect(low - median).toBeLessThan(1e-9)
              expect(median - high).toBeLessThan(1e-9)
            }
        },
      ),
      { numRuns: share('journals of any kind in each programme', 6, 25) },
    )
  },
)
