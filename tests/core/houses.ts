import fc from 'fast-check'
import { ensembleOf } from '@/core/estimate/learning/ensemble'
import { CAUSES } from '@/core/journal/causeId'
import { type Entry, inOrder, type NewEntry } from '@/core/journal/entry'
import { SIGNS } from '@/core/journal/sign'
import { PRODUCTS } from '@/core/products/product'
import { PROGRAMMES, programmeOf } from '@/core/programmes/programme'
import { DAY, HOUR, MINUTE } from '@/core/time'
import { today } from '@/core/today/today'
import { DOSING } from '@/core/tub/choices'
import type { Tub } from '@/core/tub/tub'
import { NOW, tubWith } from './waters'

const minutesAgo = (most: number) => fc.integer({ min: 1, max: most })
const ppm = (most: number) => fc.double({ min: 0, max: most, noNaN: true })

/** A tub of any programme and way of dosing, what its people wrote down, and who means to come. */
export const anyHouse = fc
  .record({
    programme: fc.constantFrom(...PROGRAMMES.map(({ id }) => id)),
    dosing: fc.constantFrom(...DOSING),
    litres: fc.constantFrom(700, 1000, 1320, 1900, 6000),
    source: fc.constantFrom('town' as const, 'well' as const, 'softened' as const),
    filledDays: fc.constantFrom(0.1, 1, 3, 10, 40, 100),
    tests: fc.array(
      fc.record({
        ago: minutesAgo(4 * 24 * 60),
        sanitizer: fc.double({ min: 0, max: 2.2, noNaN: true }),
        pH: fc.double({ min: 6.6, max: 8.4, noNaN: true }),
        totalAlkalinity: fc.double({ min: 20, max: 200, noNaN: true }),
        whole: fc.boolean(),
      }),
      { maxLength: 4 },
    ),
    soaks: fc.array(
      fc.record({
        ago: minutesAgo(3 * 24 * 60),
        people: fc.integer({ min: 1, max: 6 }),
        minutes: fc.integer({ min: 10, max: 90 }),
      }),
      { maxLength: 3 },
    ),
    doses: fc.array(fc.record({ ago: minutesAgo(2 * 24 * 60), share: ppm(1), which: fc.nat(20) }), {
      maxLength: 3,
    }),
    steps: fc.array(fc.constantFrom('filled', 'inhibitor', 'start shock', 'bank', 'cartridge'), {
      maxLength: 2,
    }),
    // What somebody saw, and what they took it for.
    seen: fc.option(
      fc.record({
        ago: minutesAgo(3 * 24 * 60),
        signs: fc.uniqueArray(fc.constantFrom(...SIGNS), { minLength: 1, maxLength: 3 }),
        treats: fc.option(fc.constantFrom(...CAUSES), { nil: undefined }),
      }),
      { nil: undefined, freq: 2 },
    ),
    plannedInHours: fc.option(fc.integer({ min: 1, max: 30 }), { nil: undefined }),
  })
  .map((house) => {
    const tub: Tub = tubWith(house.programme, {
      volumeLitres: house.litres,
      fillWater: { source: house.source },
      choices: { dosing: house.dosing },
    })
    const { sanitizer, dosedWith } = programmeOf(house.programme)
    const filledAt = NOW - house.filledDays * DAY
    const byHand = dosedWith.filter((product) => PRODUCTS[product].goes === 'by hand')
    const entries: NewEntry[] = [
      { kind: 'water', at: filledAt, body: { replacedFraction: 1 } },
      ...house.tests.map(
        ({ ago, sanitizer: share, pH, totalAlkalinity, whole }): NewEntry => ({
          kind: 'test',
          at: NOW - ago * MINUTE,
          body: {
            method: 'drops',
            readings: {
              [sanitizer]: share * tub.targets.sanitizer.high,
              ...(whole ? { pH, totalAlkalinity } : {}),
            },
          },
        }),
      ),
      ...house.soaks.map(
        ({ ago, people, minutes }): NewEntry => ({
          kind: 'soak',
          at: NOW - ago * MINUTE,
          body: { people, minutes },
        }),
      ),
      ...house.doses.flatMap(({ ago, share, which }): NewEntry[] => {
        const product = byHand[which % byHand.length]
        const grams = share * 0.01 * house.litres
        return product ? [{ kind: 'dose', at: NOW - ago * MINUTE, body: { product, grams } }] : []
      }),
      ...(house.seen
        ? [
            {
              kind: 'look' as const,
              at: NOW - house.seen.ago * MINUTE,
              body: { signs: house.seen.signs },
            },
          ]
        : []),
      ...(house.seen?.treats
        ? [
            {
              kind: 'treatment' as const,
              at: NOW - (house.seen.ago - 1) * MINUTE,
              body: { cause: house.seen.treats, signs: house.seen.signs },
            },
          ]
        : []),
      ...house.steps.map(
        (step, i): NewEntry => ({ kind: 'start', at: filledAt + (i + 1) * MINUTE, body: { step } }),
      ),
    ]
    const journal = inOrder(
      entries
        .filter(({ at }) => at >= filledAt && at <= NOW)
        .map((entry, i) => ({ ...entry, id: i + 1 }) as Entry),
    )
    const { plannedInHours: hours } = house
    const plannedSoaks =
      hours === undefined
        ? []
        : [{ id: 1, at: NOW + hours * HOUR, load: { people: 2, minutes: 30 } }]
    return { tub, journal, plannedSoaks }
  })

export type House = typeof anyHouse extends fc.Arbitrary<infer One> ? One : never

/** Everything the core says of such a house now. */
export const told = ({ tub, journal, plannedSoaks }: House) => {
  const ensemble = ensembleOf(tub, journal, NOW, 8)
  return today({ id: 1, ensemble, plannedSoaks }, tub, journal, NOW)
}
