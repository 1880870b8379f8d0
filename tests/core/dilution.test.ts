import fc from 'fast-check'
import { dilutionsFor, MOST_REPLACED } from '@/core/advice/dilution'
import { dosePlan } from '@/core/advice/plan'
import { estimate } from '@/core/estimate/estimate'
import type { Readings } from '@/core/testing/quantity'
import { MINUTE } from '@/core/time'
import type { Tub } from '@/core/tub/tub'
import { journal, NOW, tested, tubWith } from './waters'

const fine: Readings = {
  freeChlorine: 4,
  pH: 7.5,
  totalAlkalinity: 100,
  calciumHardness: 200,
  cyanuricAcid: 20,
}
const replacing = (tub: Tub, readings: Readings) => {
  const entries = journal(tested(NOW - 5 * MINUTE, readings))
  const state = estimate(tub, entries, NOW)
  return { state, plan: dosePlan(tub, entries, state, { replaceWater: true }) }
}

const soft = tubWith('granular chlorine', {
  fillWater: { source: 'town', calciumHardnessPpm: 50, totalAlkalinityPpm: 90, pH: 7.8 },
})

test('500 ppm of hardness with 50 in the pipe: (500 − 250) / (500 − 50) of the water (mass balance)', () => {
  const { plan } = replacing(soft, { ...fine, calciumHardness: 500 })
  const [step] = plan.steps
  expect(step?.kind).toBe('replace water')
  expect(step?.kind === 'replace water' && step.fraction).toBeCloseTo(250 / 450, 6)
  expect(step?.kind === 'replace water' && step.litres).toBe(735)
  expect(plan.after.calciumHardnessPpm).toBeCloseTo(250, 6)
  // One step, then a test: nothing is dosed into water that is not there yet.
  expect(plan.steps).toHaveLength(1)
})

test('what the fresh water would still need is provisional', () => {
  const { plan } = replacing(soft, { ...fine, freeChlorine: 2.9, cyanuricAcid: 140 })
  expect(plan.later.map(({ product }) => product)).toContain('sodium dichlor dihydrate')
})

test('fill water as hard as the tub helps nothing, and the plan says so', () => {
  const hard = tubWith('granular chlorine', {
    fillWater: { source: 'well', calciumHardnessPpm: 500 },
  })
  const { plan } = replacing(hard, { ...fine, calciumHardness: 480 })
  expect(plan.steps.some(({ kind }) => kind === 'replace water')).toBe(false)
  expect(plan.replaceable).toBeUndefined()
  expect(plan.notes.map(({ reason }) => reason)).toContainEqual({
    code: 'dilution',
    dilution: expect.objectContaining({ quantity: 'calciumHardness', fraction: undefined }),
  })
})

test('so much that a refill is less work is a refill', () => {
  const { plan } = replacing(soft, { ...fine, cyanuricAcid: 260 })
  const [step] = plan.steps
  expect(step?.kind === 'replace water' && step.fraction).toBe(1)
})

test('the share always brings every quantity that can be brought down to its band', () => {
  const value = (max: number) => fc.double({ min: 0, max, noNaN: true })
  fc.assert(
    fc.property(value(900), value(250), value(240), (hardness, stabiliser, inPipe) => {
      const tub = tubWith('granular chlorine', {
        fillWater: { source: 'town', calciumHardnessPpm: inPipe },
      })
      const { state, plan } = replacing(tub, {
        ...fine,
        calciumHardness: hardness,
        cyanuricAcid: stabiliser,
      })
      const [step] = plan.steps
      if (step?.kind !== 'replace water') {
        expect(dilutionsFor(tub, state).every(({ fraction }) => fraction === undefined)).toBe(true)
        return
      }
      expect(step.fraction === 1 || step.fraction <= MOST_REPLACED).toBe(true)
      expect(step.after.calciumHardnessPpm).toBeLessThan(250 + 1e-6)
      expect(step.after.cyanuricAcidPpm).toBeLessThan(tub.targets.cyanuricAcid.high + 1e-6)
    }),
    { numRuns: 100 },
  )
})
