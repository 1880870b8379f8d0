import fc from 'fast-check'
import { ensembleOf } from '@/core/estimate/learning/ensemble'
import { FRESH_HOURS } from '@/core/estimate/mayStand'
import { quantityOf } from '@/core/estimate/testedWater'
import { type Entry, inOrder, type NewEntry } from '@/core/journal/entry'
import { SIGNS } from '@/core/journal/sign'
import { PRODUCTS } from '@/core/products/product'
import { keepOutAbove, PROGRAMMES, programmeOf } from '@/core/programmes/programme'
import { DAY, HOUR, MINUTE } from '@/core/time'
import type { Closure } from '@/core/today/closure'
import { CLOSURE_TABLE, closureRow } from '@/core/today/closureTable'
import type { Act } from '@/core/today/regimen'
import { type Today, today } from '@/core/today/today'
import type { Tub } from '@/core/tub/tub'
import { anyHouse, type House, told } from '../core/houses'
import { NOW, tubWith } from '../core/waters'
import { share } from '../share'
import { livingBy } from './lived'

const RUNS = share('journals, the laws of today', 150, 2000)

const pours = (act: Act): readonly string[] =>
  act.kind === 'helper'
    ? act.doses.map(({ product }) => product)
    : act.kind === 'dose' && act.dose.kind === 'add'
      ? [act.dose.product]
      : []

/** Of everything that is told: no place has more than this. */
const everywhere = ({ acts, visit, plan, agenda, choresOpen }: Today) => ({
  poured: [
    ...acts.flatMap(pours),
    ...visit.acts.flatMap(({ what }) =>
      what.kind === 'helper'
        ? what.doses.map(({ product }) => product)
        : what.kind === 'dose' && what.dose.kind === 'add'
          ? [what.dose.product]
          : [],
    ),
    ...plan.steps.flatMap((step) => (step.kind === 'add' ? [step.product] : [])),
    ...agenda.flatMap((item) =>
      item.kind === 'dose'
        ? item.plan.steps.flatMap((step) => (step.kind === 'add' ? [step.product] : []))
        : item.kind === 'start-up' && item.step.needs === 'act' && item.step.product
          ? [item.step.product]
          : [],
    ),
  ],
  kinds: new Set([...acts.map(({ kind }) => kind), ...visit.acts.map(({ what }) => what.kind)]),
  doable: choresOpen,
})

test('the gate: nothing goes in, and no hand goes where a closure forbids it, in any list', () => {
  let held = 0
  let away = 0
  fc.assert(
    fc.property(
      anyHouse,
      fc.option(fc.constantFrom(...SIGNS), { nil: undefined }),
      (house, sign) => {
        const seen: Entry[] = sign
          ? [{ id: 900, kind: 'look', at: NOW - MINUTE, body: { signs: [sign] } }]
          : []
        const said = told({ ...house, journal: [...house.journal, ...seen] })
        const rows = said.verdict.closures.map(({ code }) => closureRow(code))
        const { poured, kinds, doable } = everywhere(said)
        if (rows.some(({ goesIn }) => goesIn === 'nothing')) {
          held++
          expect(poured).toEqual([])
          expect(kinds).not.toContain('start-up')
        }
        if (rows.some(({ goesIn }) => goesIn === 'no more sanitizer'))
          for (const product of poured)
            expect(['chlorine', 'bromine', 'oxidiser']).not.toContain(
              PRODUCTS[product as keyof typeof PRODUCTS].family,
            )
        if (said.hands === 'keep away') {
          away++
          for (const act of said.acts) expect(['open', 'chore']).toContain(act.kind)
          for (const act of said.acts)
            if (act.kind === 'chore') expect(act.chore.id).toBe('technician')
          expect(said.visit.acts.filter(({ what }) => what.kind !== 'set')).toEqual([])
          for (const { chore } of doable)
            expect(['technician', 'yearly service']).toContain(chore.id)
        }
        if (said.hands !== 'free') {
          expect(kinds).not.toContain('test')
          expect(kinds).not.toContain('feeder')
          for (const { chore } of doable)
            expect(['filter rinse', 'filter soak', 'waterline']).not.toContain(chore.id)
        }
      },
    ),
    { numRuns: RUNS },
  )
  expect(held).toBeGreaterThan(RUNS / 20)
  expect(away).toBeGreaterThan(RUNS / 60)
})

test('no dead end, no early promise: a shut tub says what opens it, and promises nothing that its acts do not keep', () => {
  fc.assert(
    fc.property(anyHouse, (house) => {
      const said = told(house)
      const { closures } = said.verdict
      if (closures.length === 0) {
        expect(said.decides).toBeUndefined()
        return
      }
      expect(said.decides).toBeDefined()
      expect(said.acts.length).toBeGreaterThan(0)
      if (said.decides?.by === 'test')
        expect(
          said.acts.some(({ kind }) => kind === 'test' || kind === 'start-up' || kind === 'open'),
        ).toBe(true)
      if (said.readyAt === undefined) return
      for (const { code, until } of closures) {
        expect([code, closureRow(code).opens]).not.toEqual([code, 'more'])
        if (until !== null) expect(said.readyAt).toBeGreaterThanOrEqual(until)
      }
      const tests = said.visit.acts.filter(({ what }) => what.kind === 'test')
      expect(tests.length).toBeGreaterThan(0)
      expect(said.readyAt).toBeGreaterThanOrEqual(
        tests.at(-1)?.handsEnd ?? Number.POSITIVE_INFINITY,
      )
      // What is left of the sanitizer then lets people in.
      const { sanitizer } = programmeOf(said.tub.programme)
      expect(quantityOf(said.plan.after, sanitizer)).toBeGreaterThan(0)
    }),
    { numRuns: RUNS },
  )
})

test('one trip to the tub: no test names a quantity twice, and between two tests something goes in or time goes by', () => {
  let tests = 0
  fc.assert(
    fc.property(anyHouse, (house) => {
      const acts = told(house).acts
      for (const [i, act] of acts.entries()) {
        if (act.kind !== 'test') continue
        tests++
        expect(new Set(act.quantities).size).toBe(act.quantities.length)
        const before = acts.slice(0, i).findLastIndex(({ kind }) => kind === 'test')
        if (before < 0) continue
        const between = acts.slice(before + 1, i).filter(({ kind }) => kind !== 'chore')
        if (between.length === 0)
          expect(act.due - (acts[before]?.due ?? 0)).toBeGreaterThan(10 * MINUTE)
      }
    }),
    { numRuns: RUNS, examples: [UNSURE] },
  )
  expect(tests).toBeGreaterThan(RUNS / 3)
})

test('asked once: what was just tested or just poured is not asked for again', () => {
  fc.assert(
    fc.property(anyHouse, (house) => {
      const said = told(house)
      const first = said.acts.find((act) => act.kind === 'test' && act.due <= NOW + MINUTE)
      if (first?.kind === 'test') {
        const { tub, estimate } = said
        const readings = Object.fromEntries(
          first.quantities.map((quantity) => [
            quantity,
            Math.max(0, estimate.quantities[quantity].value),
          ]),
        )
        const done: Entry = { id: 901, kind: 'test', at: NOW, body: { method: 'drops', readings } }
        const after = told({ ...house, journal: [...house.journal, done] })
        for (const act of after.acts)
          if (act.kind === 'test' && act.due < NOW + 10 * MINUTE && !act.retest)
            expect(
              act.quantities.filter((one) => first.quantities.includes(one) && one in readings),
            ).toEqual([])
        expect(tub.programme).toBe(after.tub.programme)
      }
      const dose = said.acts.find(
        (act) => act.kind === 'dose' && act.dose.kind === 'add' && act.due <= NOW,
      )
      if (dose?.kind === 'dose' && dose.dose.kind === 'add') {
        const { product, grams } = dose.dose
        const done: Entry = { id: 902, kind: 'dose', at: NOW, body: { product, grams } }
        const journal = [...house.journal, done]
        const ensemble = ensembleOf(house.tub, journal, NOW + 2 * MINUTE, 8)
        const after = today({ id: 1, ensemble }, house.tub, journal, NOW + 2 * MINUTE)
        const again = after.acts.filter((act) => pours(act).includes(product))
        // Acid goes in by portions; nothing else twice within its wait.
        if (PRODUCTS[product].family !== 'acid')
          for (const act of again)
            expect(act.due).toBeGreaterThanOrEqual(NOW + dose.waitMinutes * MINUTE)
      }
    }),
    { numRuns: RUNS },
  )
})

/** So many that chance among them is less than what a promise leaves to it. */
const MANY = 128
const saidAt = (tub: Tub, journal: readonly Entry[], at: number) =>
  today({ id: 1, ensemble: ensembleOf(tub, journal, at, MANY) }, tub, journal, at)

/** The visit carried out at its own hours; each test reads what the estimate of that moment expects. */
const carriedOut = ({ visit, tub }: Today, before: readonly Entry[]): Entry[] => {
  const journal = [...before]
  const keep = (entry: NewEntry) => journal.push({ ...entry, id: 900 + journal.length } as Entry)
  for (const { what, start: at } of visit.acts)
    if (what.kind === 'dose' && what.dose.kind === 'add') {
      const { product, grams } = what.dose
      keep({ kind: 'dose', at, body: { product, grams } })
    } else if (what.kind === 'dose' && what.dose.kind === 'aerate')
      keep({ kind: 'aeration', at, body: { minutes: what.dose.minutes } })
    else if (what.kind === 'test') {
      const { quantities } = saidAt(tub, inOrder(journal), at).estimate
      const readings = Object.fromEntries(
        [programmeOf(tub.programme).sanitizer, 'pH' as const, 'totalAlkalinity' as const].map(
          (quantity) => [quantity, Math.max(0, quantities[quantity].value)],
        ),
      )
      keep({ kind: 'test', at, body: { method: 'drops', readings } })
    }
  return inOrder(journal)
}

/** Tubs that were promised too early once: one go leaves the first just below the limit; nobody read the other's pH. */
const PROMISED_EARLY = (
  [
    ['granular chlorine', { freeChlorine: 0, pH: 6.6, totalAlkalinity: 44 }],
    ['in-line salt chlorine', { freeChlorine: 0 }],
  ] as const
).map(([programme, readings]): [House] => [
  {
    tub: tubWith(programme, { volumeLitres: 700 }),
    journal: [
      { id: 1, kind: 'water', at: NOW - 40 * DAY, body: { replacedFraction: 1 } },
      { id: 2, kind: 'test', at: NOW - MINUTE, body: { method: 'drops', readings } },
    ],
    plannedSoaks: [],
  },
])

/** After heavy soaks: gone again by the time that the visit is over. */
const SOON_GONE = (
  [
    [
      'in-line bromine feeder',
      700,
      [
        [-2880, 5, 82],
        [-613, 3, 36],
      ],
      { bromine: 0, pH: 7.55, totalAlkalinity: 23.2 },
    ],
  ] as const
).map(([programme, volumeLitres, soaks, readings]): [House] => [
  {
    tub: tubWith(programme, { volumeLitres }),
    journal: [
      { id: 1, kind: 'water', at: NOW - 40 * DAY, body: { replacedFraction: 1 } },
      ...soaks.map(
        ([minutesAgo, people, minutes], i): Entry => ({
          id: 2 + i,
          kind: 'soak',
          at: NOW + minutesAgo * MINUTE,
          body: { people, minutes },
        }),
      ),
      { id: 9, kind: 'test', at: NOW - 10 * MINUTE, body: { method: 'drops', readings } },
    ],
    plannedSoaks: [],
  },
])

/** A residual beside its limit by what chance among the members comes to, a twenty-fifth: no kit tells so much apart. */
const byChance = (closure: Closure): boolean =>
  closure.code === 'sanitizer high' && closure.value <= closure.limit * (1 + 1 / 25)

/** Its air was not counted with: pH came out higher than promised. */
const AIRED: [House] = [
  {
    tub: tubWith('over-the-side salt chlorine', { volumeLitres: 1000 }),
    journal: [
      { id: 1, kind: 'water', at: NOW - 100 * DAY, body: { replacedFraction: 1 } },
      {
        id: 2,
        kind: 'test',
        at: NOW - 4514 * MINUTE,
        body: { method: 'drops', readings: { freeChlorine: 0, pH: 7.15, totalAlkalinity: 117 } },
      },
      {
        id: 3,
        kind: 'test',
        at: NOW - 10 * MINUTE,
        body: { method: 'drops', readings: { freeChlorine: 0, pH: 8.36, totalAlkalinity: 131 } },
      },
    ],
    plannedSoaks: [],
  },
]

/** The pH of a bank that was read the day before, two doses since: unsure at the hour of their retest. */
const UNSURE: [House] = [
  {
    tub: tubWith('bromide bank with oxidiser', { volumeLitres: 700 }),
    journal: [
      { id: 1, kind: 'water', at: NOW - 40 * DAY, body: { replacedFraction: 1 } },
      ...[-3495, -3065].map(
        (minutes, i): Entry => ({
          id: 2 + i,
          kind: 'soak',
          at: NOW + minutes * MINUTE,
          body: i === 0 ? { people: 2, minutes: 12 } : { people: 4, minutes: 51 },
        }),
      ),
      ...(
        [
          [-3230, 7.37, 28.5],
          [-2512, 6.78, 171],
          [-983, 7.79, 144],
        ] as const
      ).map(
        ([minutes, pH, totalAlkalinity], i): Entry => ({
          id: 5 + i,
          kind: 'test',
          at: NOW + minutes * MINUTE,
          body: { method: 'drops', readings: { bromine: 0, pH, totalAlkalinity } },
        }),
      ),
      {
        id: 9,
        kind: 'dose',
        at: NOW - 79 * MINUTE,
        body: { product: 'sodium hypochlorite', grams: 0 },
      },
      {
        id: 10,
        kind: 'dose',
        at: NOW - 46 * MINUTE,
        body: { product: 'sodium dichlor dihydrate', grams: 0 },
      },
    ],
    plannedSoaks: [{ id: 1, at: NOW + 420 * MINUTE, load: { people: 2, minutes: 30 } }],
  },
]

const ACIDS = Object.values(PRODUCTS).filter(({ family }) => family === 'acid')
const BASES: readonly string[] = ['sodium carbonate', 'borax decahydrate']

/** A journal brought forward so far that its last test was made ten minutes ago. */
const justTested = (journal: readonly Entry[]): Entry[] => {
  const last = journal.findLast(({ kind, at }) => kind === 'test' && at <= NOW)?.at
  const by = last === undefined ? 0 : NOW - 10 * MINUTE - last
  return journal.map((entry) => ({ ...entry, at: entry.at + by })).filter(({ at }) => at <= NOW)
}

test('own advice closes no longer than said, and is not taken back: what was done as said opens when it was said to', () => {
  let promised = 0
  fc.assert(
    fc.property(anyHouse, ({ tub, journal: before }) => {
      // Somebody has just tested: else a promise is rare.
      const house = { tub, journal: justTested(before) }
      const said = saidAt(house.tub, house.journal, NOW)
      if (said.verdict.closures.length === 0 || said.readyAt === undefined) return
      const journal = carriedOut(said, house.journal)
      const tested = journal.findLast(({ kind, at }) => kind === 'test' && at >= NOW)?.at
      if (tested === undefined) return
      promised++
      const at = said.readyAt + MINUTE
      const after = saidAt(house.tub, journal, at)
      // Once the test is no longer fresh, while a level falls, another may be asked for: nothing else may stand against it.
      const mayAsk = at - tested > FRESH_HOURS * HOUR
      expect(
        after.verdict.closures.flatMap((one) =>
          (mayAsk && closureRow(one.code).opens === 'test') || byChance(one) ? [] : one.code,
        ),
      ).toEqual([])
      // What raised pH is not followed by what lowers it, nor the other way round.
      const first = said.acts.flatMap(pours)
      const then = after.acts.flatMap(pours)
      const acid = (list: readonly string[]) => ACIDS.some(({ name }) => list.includes(name))
      const base = (list: readonly string[]) => BASES.some((name) => list.includes(name))
      expect(acid(first) && base(first)).toBe(false)
      expect(acid(first) && base(then)).toBe(false)
      expect(base(first) && acid(then)).toBe(false)
    }),
    { numRuns: RUNS, examples: [...PROMISED_EARLY, ...SOON_GONE, AIRED], endOnFailure: true },
  )
  expect(promised).toBeGreaterThan(RUNS / 20)
})

test('one measure: what goes in has one amount and one wait in plan, list, visit and agenda', () => {
  let measured = 0
  fc.assert(
    fc.property(anyHouse, (house) => {
      const { acts, visit, plan, agenda } = told(house)
      const amounts = new Map<string, Set<number>>()
      const waits = new Map<string, Set<number>>()
      const note = (into: typeof amounts, product: string, figure: number) =>
        into.set(product, (into.get(product) ?? new Set()).add(figure))
      const dosed = acts.flatMap((act) =>
        act.kind === 'dose' && act.dose.kind === 'add'
          ? [{ ...act.dose, waitMinutes: act.waitMinutes }]
          : [],
      )
      // Acid in portions is poured more than once.
      for (const { product } of dosed)
        if (dosed.filter((one) => one.product === product).length > 1) return
      for (const { product, grams, waitMinutes } of dosed) {
        note(amounts, product, grams)
        note(waits, product, waitMinutes)
      }
      for (const { what, waitMinutes } of visit.acts)
        if (what.kind === 'dose' && what.dose.kind === 'add') {
          note(amounts, what.dose.product, what.dose.grams)
          note(waits, what.dose.product, waitMinutes)
        }
      for (const step of plan.steps)
        if (step.kind === 'add') note(amounts, step.product, step.grams)
      for (const item of agenda)
        if (item.kind === 'dose')
          for (const step of item.plan.steps)
            if (step.kind === 'add') note(amounts, step.product, step.grams)
      for (const [product, grams] of amounts) {
        measured++
        expect([product, [...grams]]).toEqual([product, [[...grams][0]]])
      }
      for (const [product, minutes] of waits)
        expect([product, [...minutes]]).toEqual([product, [[...minutes][0]]])
    }),
    { numRuns: RUNS },
  )
  expect(measured).toBeGreaterThan(RUNS / 5)
})

/** A start shock takes a stabilised tub days to fall from; a start-up is over in two weeks at the very most (common practice). */
const LONGEST_DAYS = 14

/** Doing all that is asked, on a tub of other laws, from its first fill: common practice is days, not weeks. */
test.each(PROGRAMMES.map(({ id }) => id))('%s: lived by today alone, the tub opens', (id) => {
  const seeds = share('tubs lived by today alone in each programme', 1, 4)
  for (let seed = 0; seed < seeds; seed++) {
    const life = livingBy(id, 7 + seed)
    life.keep({ kind: 'water', at: life.now(), body: { replacedFraction: 1 } })
    life.pass(life.now() + HOUR)
    let opened = false
    const done: string[] = []
    for (let step = 0; step < 160 && life.elapsedDays() < LONGEST_DAYS; step++) {
      const said = life.said()
      const { closures } = said.verdict
      if (closures.length === 0) {
        opened = true
        break
      }
      expect([id, done.slice(-3), said.acts.length > 0]).toEqual([id, done.slice(-3), true])
      // A wait is over at the latest when something else is due.
      const water = said.acts.filter(({ kind }) => kind !== 'chore' && kind !== 'helper')
      const next =
        water.find((act) => act.kind !== 'open' || act.way !== 'wait') ?? water[0] ?? said.acts[0]
      const dose = next?.kind === 'dose' && next.dose.kind === 'add' ? next.dose : undefined
      if (dose) {
        // Its own advice takes it past the limit only where the plan says so beforehand.
        const { sanitizer } = life.programme
        const over = quantityOf(dose.after, sanitizer) > keepOutAbove(said.tub)
        done.push(`${dose.product}${over ? ' (too high at first)' : ''}`)
      } else done.push(next ? `${next.kind} ${next.step ?? ''}` : 'nothing')
      if (!next || !life.act(next)) break
    }
    expect([id, seed, done.slice(-12), opened]).toEqual([id, seed, done.slice(-12), true])
  }
})

test('each row of the table says what it comes to, the gravest first', () => {
  const rows = Object.entries(CLOSURE_TABLE)
  // What only a test opens never leads before what takes more.
  const firstTest = rows.findIndex(([, { opens }]) => opens === 'test')
  for (const [, { opens }] of rows.slice(firstTest)) expect(opens).toBe('test')
  expect(CLOSURE_TABLE['electrical fault']).toMatchObject({ hands: 'keep away', power: 'off' })
})
