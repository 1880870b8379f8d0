import fc from 'fast-check'
import { gapMinutes } from '@/core/advice/handling'
import { overdoseHelp } from '@/core/advice/overdose'
import { estimate } from '@/core/estimate/estimate'
import { ensembleOf } from '@/core/estimate/learning/ensemble'
import { quantityOf } from '@/core/estimate/testedWater'
import type { Entry } from '@/core/journal/entry'
import { incompatibilityIn } from '@/core/products/incompatibilities'
import { PRODUCTS, type ProductName } from '@/core/products/product'
import { programmeOf } from '@/core/programmes/programme'
import { refillReasons } from '@/core/refill/refillDue'
import { DAY, HOUR, MINUTE } from '@/core/time'
import { holdsBack } from '@/core/today/closure'
import { sanitizerStepOf, waysToDose } from '@/core/today/planToday'
import type { Act } from '@/core/today/regimen'
import { share } from '../share'
import { anyHouse, told } from './houses'
import { NOW } from './waters'

const RUNS = share('journals, one regimen of each', 150, 2000)
const BY_SIGNS = new Set(['accident', 'unwell', 'slime', 'trouble'])

interface Poured {
  product: ProductName
  grams: number
  act: Act
}

const poured = (acts: readonly Act[]): Poured[] =>
  acts.flatMap((act): Poured[] =>
    act.kind === 'helper'
      ? act.doses.map((dose) => ({ ...dose, act }))
      : act.kind === 'dose' && act.dose.kind === 'add'
        ? [{ product: act.dose.product, grams: act.dose.grams, act }]
        : [],
  )

test('one regimen, whatever was written down: each quantity once, nothing forbidden, new water stays', () => {
  let dosed = 0
  let shocked = 0
  let started = 0
  fc.assert(
    fc.property(anyHouse, (house) => {
      const said = told(house)
      const { tub, estimate: state, acts, agenda: items, plan, startUp } = said
      const held = said.verdict.closures.some(holdsBack)
      const { journal } = house
      const doses = poured(acts)

      // No product twice but acid in portions, and one dose that sanitizes or oxidises.
      const acid = ({ product }: Poured) => PRODUCTS[product].family === 'acid'
      const products = doses.filter((one) => !acid(one)).map(({ product }) => product)
      expect(new Set(doses.filter(acid).map(({ product }) => product)).size).toBeLessThan(2)
      for (const [i, act] of acts.entries()) {
        const next = acts.slice(i + 1).find(({ kind }) => kind === 'dose')
        const isPortion = ({ kind, ...one }: Act) =>
          kind === 'dose' && doses.some((dose) => acid(dose) && dose.act.order === one.order)
        if (isPortion(act) && next) expect(isPortion(next)).toBe(false)
      }
      expect(new Set(products).size).toBe(products.length)
      const serving = acts.filter(
        ({ kind, purposes }) =>
          kind === 'dose' &&
          purposes.some((one) => one === 'residual' || one === 'after soak' || one === 'shock'),
      )
      expect(serving.length).toBeLessThanOrEqual(1)

      // Nothing goes in while a closure holds everything back, nothing before its wait, nothing that must never meet this water.
      if (held) expect(doses).toEqual([])
      for (const { product, act } of doses) {
        expect(incompatibilityIn(state.water, product)?.kind).not.toBe('never')
        for (const entry of journal)
          if (entry.kind === 'dose')
            expect(act.due).toBeGreaterThanOrEqual(
              entry.at + gapMinutes(product, entry.body.product, tub) * MINUTE,
            )
      }

      // The way that is chosen is the dose that is told.
      if (!held && startUp === undefined) {
        const ways = waysToDose(tub, journal, state, said.planOptions)
        const chosen = ways.find((way) => way.chosen)?.dose
        const step = sanitizerStepOf(plan)
        expect(chosen).toEqual(step && { product: step.product, grams: step.grams })
      }

      // A start-up is not talked over: its step, and no shock or retest of the ordinary round beside it.
      if (startUp && !startUp.shutBy) {
        started++
        expect(items.filter(({ kind }) => kind === 'shock' || kind === 'dose')).toEqual([])
        expect(items.some(({ kind }) => kind === 'start-up')).toBe(true)
      }

      // What is asked for is never called too much afterwards.
      const step = sanitizerStepOf(plan)
      if (step) {
        dosed++
        if (step.purposes.includes('shock')) shocked++
        const { sanitizer } = programmeOf(tub.programme)
        const done: Entry[] = [
          ...journal,
          {
            id: 900,
            kind: 'dose',
            at: NOW,
            body: { product: step.product, grams: step.grams },
          },
          {
            id: 901,
            kind: 'test',
            at: NOW + HOUR,
            body: { method: 'drops', readings: { [sanitizer]: quantityOf(step.after, sanitizer) } },
          },
        ]
        const after = NOW + HOUR
        const later = estimate(tub, done, after, ensembleOf(tub, done, after, 8))
        const help = overdoseHelp(tub, later, done)
        const before = quantityOf(step.before, sanitizer)
        if (before <= 1.1 * tub.targets.sanitizer.high && help) expect(help.byDose).toBeDefined()
      }

      // New water is told to go by no rule but its age, which lies ahead.
      if (state.filledAt !== undefined && NOW - state.filledAt < 7 * DAY) {
        for (const { rule, at } of refillReasons(tub, journal, state)) {
          // What somebody saw or began to treat is no question of age.
          if (BY_SIGNS.has(rule)) continue
          expect(['age', 'first month']).toContain(rule)
          expect(at).toBeGreaterThan(NOW)
        }
        expect(plan.replaceable).toBeUndefined()
      }
    }),
    { numRuns: RUNS, seed: 20261127 },
  )
  // The property is about something: most kinds of days came up.
  expect(dosed).toBeGreaterThan(RUNS / 10)
  expect(shocked).toBeGreaterThan(RUNS / 200)
  expect(started).toBeGreaterThan(RUNS / 20)
})
