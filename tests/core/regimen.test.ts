import fc from 'fast-check'
import { gapMinutes } from '@/core/advice/handling'
import { overdoseHelp } from '@/core/advice/overdose'
import { estimate } from '@/core/estimate/estimate'
import { ensembleOf } from '@/core/estimate/learning/ensemble'
import { estimateNow } from '@/core/estimate/learning/estimateNow'
import { quantityOf } from '@/core/estimate/testedWater'
import { type Entry, inOrder, type NewEntry } from '@/core/journal/entry'
import { incompatibilityIn } from '@/core/products/incompatibilities'
import { PRODUCTS, type ProductName } from '@/core/products/product'
import { PROGRAMMES, programmeOf } from '@/core/programmes/programme'
import { refillReasons } from '@/core/refill/refillDue'
import { DAY, HOUR, MINUTE } from '@/core/time'
import { agenda } from '@/core/today/agenda'
import { holdsBack } from '@/core/today/closure'
import { planToday, sanitizerStepOf, waysToDose } from '@/core/today/planToday'
import { type Act, endOfDay, regimen } from '@/core/today/regimen'
import { verdict } from '@/core/today/verdict'
import { DOSING } from '@/core/tub/choices'
import type { Tub } from '@/core/tub/tub'
import { choresDue } from '@/core/upkeep/choreDue'
import { NOW, tubWith } from './waters'

const RUNS = 2000

const minutesAgo = (most: number) => fc.integer({ min: 1, max: most })
const ppm = (most: number) => fc.double({ min: 0, max: most, noNaN: true })

/** A tub of any programme and way of dosing, what its people wrote down, and who means to come. */
const anyHouse = fc
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
      hours === undefined ? [] : [{ at: NOW + hours * HOUR, load: { people: 2, minutes: 30 } }]
    return { tub, journal, plannedSoaks }
  })

type House = typeof anyHouse extends fc.Arbitrary<infer One> ? One : never

const told = ({ tub: own, journal, plannedSoaks }: House) => {
  const { tub, estimate: state } = estimateNow(own, journal, NOW, ensembleOf(own, journal, NOW, 8))
  const options = { choices: tub.choices, plannedSoaks }
  const today = planToday(tub, journal, state, options)
  const found = verdict(tub, journal, NOW, state).closures
  const held = found.some(holdsBack)
  const plan = held ? { ...today.plan, steps: [], later: [] } : today.plan
  const upkeep = choresDue(tub, journal, NOW)
  const { shock, startUp, setAside } = today
  const items = agenda(tub, journal, {
    estimate: state,
    plan,
    plannedSoaks,
    upkeep,
    found,
    shock,
    startUp,
    setAside,
  })
  const { acts } = regimen(tub, journal, {
    today,
    plan,
    agenda: items,
    upkeep,
    now: NOW,
    until: endOfDay(NOW),
    held,
  })
  return {
    tub,
    state,
    today,
    held,
    acts,
    items,
    ways: () => waysToDose(tub, journal, state, options),
  }
}

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
      const { tub, state, today, held, acts, items, ways } = told(house)
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
      if (!held && today.startUp === undefined) {
        const chosen = ways().find((way) => way.chosen)?.dose
        const step = sanitizerStepOf(today.plan)
        expect(chosen).toEqual(step && { product: step.product, grams: step.grams })
      }

      // A start-up is not talked over: its step, and no shock or retest of the ordinary round beside it.
      if (today.startUp) {
        started++
        expect(items.filter(({ kind }) => kind === 'shock' || kind === 'dose')).toEqual([])
        expect(items.some(({ kind }) => kind === 'start-up')).toBe(true)
      }

      // What is asked for is never called too much afterwards.
      const step = held ? undefined : sanitizerStepOf(today.plan)
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
        const later = estimate(tub, done, NOW + HOUR)
        const help = overdoseHelp(tub, later, done)
        const before = quantityOf(step.before, sanitizer)
        if (before <= 1.1 * tub.targets.sanitizer.high && help) expect(help.byDose).toBeDefined()
      }

      // New water is told to go by no rule but its age, which lies ahead.
      if (state.filledAt !== undefined && NOW - state.filledAt < 7 * DAY) {
        for (const { rule, at } of refillReasons(tub, journal, state)) {
          expect(['age', 'first month']).toContain(rule)
          expect(at).toBeGreaterThan(NOW)
        }
        expect(today.plan.replaceable).toBeUndefined()
      }
    }),
    { numRuns: RUNS, seed: 20261127 },
  )
  // The property is about something: most kinds of days came up.
  expect(dosed).toBeGreaterThan(RUNS / 10)
  expect(shocked).toBeGreaterThan(RUNS / 200)
  expect(started).toBeGreaterThan(RUNS / 20)
})
