import fc from 'fast-check'
import { dosePlan } from '@/core/advice/plan'
import { estimate } from '@/core/estimate/estimate'
import { METHODS, QUANTITIES, QUANTITY, type Quantity } from '@/core/testing/quantity'
import { questionsFor } from '@/core/today/alternatives'
import { verdict } from '@/core/today/verdict'
import { share } from '../share'
import { NOW, tubWith } from './waters'

const anyReadings = fc
  .record(
    Object.fromEntries(
      QUANTITIES.map((quantity) => {
        const [min, max] = QUANTITY[quantity].possible
        return [quantity, fc.oneof(fc.constantFrom(min, max), fc.double({ min, max, noNaN: true }))]
      }),
    ) as Record<Quantity, fc.Arbitrary<number>>,
    { requiredKeys: [] },
  )
  .filter((readings) => Object.keys(readings).length > 0)

test('whatever a form accepts can be lived with: no reading stops the estimate, the verdict or the plan', () => {
  fc.assert(
    fc.property(
      fc.constantFrom('granular chlorine' as const, 'bromine tablets' as const),
      fc.constantFrom(...METHODS),
      anyReadings,
      (programme, method, readings) => {
        const tub = tubWith(programme)
        const journal = [{ id: 1, kind: 'test' as const, at: NOW, body: { method, readings } }]
        const state = estimate(tub, journal, NOW)
        expect(Number.isFinite(state.reading.pH)).toBe(true)
        expect(verdict(tub, journal, state).mayGetIn).toBeTruthy()
        for (const step of dosePlan(tub, journal, state).steps)
          if (step.kind === 'add') expect(Number.isFinite(step.grams)).toBe(true)
        questionsFor(tub, journal, state)
      },
    ),
    { numRuns: share('readings that a form accepts', 40, 150) },
  )
})

test('an alkalinity of nothing at all is a misread, and folds', () => {
  const readings = { pH: 8, totalAlkalinity: 0, freeChlorine: 3, borate: 50 }
  const journal = [
    { id: 1, kind: 'test' as const, at: NOW, body: { method: 'strip' as const, readings } },
  ]
  const state = estimate(tubWith(), journal, NOW)
  expect(state.reading.totalAlkalinityPpm).toBeLessThan(5)
})
