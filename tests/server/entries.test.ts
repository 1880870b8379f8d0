import { HOUR, MINUTE } from '@/core/time'
import { entryFields } from '@/server/entries/forms'
import type { Fields, Outcome } from '@/server/form'
import { deleteEntry, recordEntry, undoLastChange } from '@/server/journal'
import { toWallClock } from '@/server/moment'
import { tubView } from '@/server/views'
import { openStore, type Store } from '@/store/database'
import { journalOf, lastChange } from '@/store/entries'
import { insertOnShelf } from '@/store/shelf'
import { findTub, insertTub } from '@/store/tubs'
import { newTub } from '../store/newTub'

const NOW = Date.UTC(2026, 4, 20, 18, 0)
let store: Store
let tub: number

beforeEach(() => {
  store = openStore(':memory:')
  tub = insertTub(store, newTub).id
})

const keep = (fields: Fields, now = NOW, replaces?: number) =>
  recordEntry(
    store,
    tub,
    { when: 'now', ...fields, ...(replaces && { replaces: String(replaces) }) },
    now,
  )
const test_ = (fields: Fields) => keep({ kind: 'test', method: 'strip', ...fields })
const errorsOf = (outcome: Outcome) => (outcome.ok ? {} : outcome.errors)
const questionsOf = (outcome: Outcome) => (outcome.ok ? {} : outcome.questions)
const count = () => journalOf(store, tub).length
const lastNumber = () => lastChange(store, tub)?.number ?? 0

describe('a test', () => {
  test('is kept with what was read, a comma as good as a point', () => {
    expect(test_({ freeChlorine: '3,5', pH: '7.4', totalAlkalinity: '' })).toMatchObject({
      ok: true,
    })
    expect(journalOf(store, tub)[0]).toMatchObject({
      kind: 'test',
      at: NOW,
      body: { method: 'strip', readings: { freeChlorine: 3.5, pH: 7.4 } },
    })
  })
  test('each wrong field gets its own sentence, the draft comes back, nothing is written', () => {
    const outcome = test_({ pH: '15', freeChlorine: '-1', totalAlkalinity: 'lots' })
    expect(errorsOf(outcome)).toEqual({
      pH: 'pH: you entered 15; it can be 2 to 12.',
      freeChlorine: 'Free chlorine: you entered -1; it can be 0 to 100 ppm.',
      totalAlkalinity: 'Total alkalinity: “lots” isn’t a number; it can be 0 to 1000 ppm.',
    })
    expect(!outcome.ok && outcome.fields.pH).toBe('15')
    expect(count()).toBe(0)
  })
  test('an odd value is kept only after a yes', () => {
    const fields = { freeChlorine: '5', totalChlorine: '3', pH: '9' }
    expect(Object.keys(questionsOf(test_(fields))).sort()).toEqual(['freeChlorine', 'pH'])
    expect(test_({ ...fields, 'confirm.pH': 'yes' }).ok).toBe(false)
    expect(count()).toBe(0)
    expect(test_({ ...fields, 'confirm.pH': 'yes', 'confirm.freeChlorine': 'yes' }).ok).toBe(true)
    expect(count()).toBe(1)
  })
  test('without any value, or by an unknown method, is refused', () => {
    expect(test_({}).ok).toBe(false)
    expect(errorsOf(test_({ pH: '7.4', method: 'guess' })).method).toContain('choose one of')
  })
  test('can be dated back, never ahead', () => {
    const at = (wall: string) =>
      test_({ pH: '7.4', when: 'earlier', zone: 'Europe/Berlin', at: wall })
    expect(at('2026-05-20T19:30').ok).toBe(true)
    expect(journalOf(store, tub)[0]?.at).toBe(Date.UTC(2026, 4, 20, 17, 30))
    expect(errorsOf(at('2026-05-20T20:30')).at).toContain('in the future')
    expect(errorsOf(at('')).at).toContain('enter the day')
  })
  test('temperature is given in the tub’s own unit', () => {
    tub = insertTub(store, {
      ...newTub,
      units: { ...newTub.units, temperature: 'fahrenheit' },
    }).id
    expect(errorsOf(test_({ temperature: '200' })).temperature).toContain('32 to 140 °F')
    expect(test_({ temperature: '104' }).ok).toBe(true)
    expect(journalOf(store, tub)[0]).toMatchObject({ body: { readings: { temperature: 40 } } })
  })
})

describe('fill water', () => {
  const fill = (fields: Fields) =>
    keep({ kind: 'fillTest', method: 'strip', source: 'well', ...fields })
  test('is kept with its source, apart from the tub’s own tests', () => {
    expect(fill({ calciumHardness: '320', iron: '0,4' }).ok).toBe(true)
    const [entry] = journalOf(store, tub)
    expect(entry).toMatchObject({
      kind: 'fillTest',
      body: { fillWater: { source: 'well', calciumHardnessPpm: 320, ironPpm: 0.4 } },
    })
    const row = findTub(store, tub)
    if (!entry || !row) throw new Error('nothing was kept')
    expect(entryFields(entry, row, 'UTC')).toMatchObject({
      source: 'well',
      calciumHardness: '320',
      iron: '0.4',
    })
    expect(tubView(store, tub, NOW)?.estimate.lastTestAt).toBeUndefined()
  })
  test('with nothing read, from nowhere, or out of range is refused', () => {
    expect(fill({}).ok).toBe(false)
    expect(errorsOf(fill({ source: 'sea', pH: '7' })).source).toContain('choose one of')
    expect(errorsOf(fill({ pH: '70' })).pH).toContain('it can be 2 to 12')
    expect(count()).toBe(0)
  })
})

describe('a dose', () => {
  const dose = (fields: Fields, now = NOW) =>
    keep({ kind: 'dose', product: 'sodium bicarbonate', ...fields }, now)
  test('is kept in grams, in whatever unit it was weighed', () => {
    tub = insertTub(store, { ...newTub, units: { ...newTub.units, mass: 'ounce' } }).id
    expect(dose({ amount: '2' }).ok).toBe(true)
    expect(journalOf(store, tub)[0]).toMatchObject({ body: { grams: 56.69904625 } })
  })
  test('a liquid is kept in grams, measured by volume, and comes back so to be corrected', () => {
    expect(dose({ product: 'sodium hypochlorite', amount: '50' }).ok).toBe(true)
    const [entry] = journalOf(store, tub)
    // 6 % bleach weighs 1.08 g/mL (handbook, from memory).
    expect(entry).toMatchObject({ body: { grams: expect.closeTo(54, 6) } })
    const row = findTub(store, tub)
    if (!entry || !row) throw new Error('nothing was kept')
    expect(entryFields(entry, row, 'UTC')).toMatchObject({ amount: '50' })
    expect(errorsOf(dose({ product: 'sodium hypochlorite', amount: '900000' })).amount).toContain(
      'mL',
    )
  })
  test('what must not meet in this water has to be confirmed, and says what it does', () => {
    test_({ pH: '7.5', totalAlkalinity: '100', freeChlorine: '3' })
    const asked = questionsOf(dose({ product: 'biguanide', amount: '50' })).product
    expect(asked).toContain('drained')
    expect(count()).toBe(1)
    const meant = { product: 'biguanide', amount: '50', 'confirm.product': 'yes' }
    // A yes is not enough: it takes a reason, and the journal keeps it.
    expect(questionsOf(dose(meant)).product).toContain('drained')
    expect(count()).toBe(1)
    expect(dose({ ...meant, 'reason.product': 'changing over, drained next' }).ok).toBe(true)
    expect(journalOf(store, tub)[0]).toMatchObject({
      body: {
        override: {
          against: ['halogen in the water'],
          reason: 'changing over, drained next',
        },
      },
    })
  })
  test('two kinds of tablets in one feeder are refused without a reason', () => {
    expect(dose({ product: 'bromochlorodimethylhydantoin', amount: '40' }).ok).toBe(true)
    expect(questionsOf(dose({ product: 'trichlor', amount: '40' })).product).toContain('flame')
    expect(dose({ product: 'bromochlorodimethylhydantoin', amount: '20' }).ok).toBe(true)
  })
  test('nothing goes in while anyone is in', () => {
    keep({
      kind: 'soak',
      people: '2',
      minutes: '30',
      when: 'earlier',
      at: toWallClock(NOW, 'UTC'),
      zone: 'UTC',
    })
    const into = NOW + 10 * MINUTE
    expect(questionsOf(dose({ amount: '20' }, into)).people).toContain('2 people are in the tub')
    expect(dose({ amount: '20' }, NOW + 31 * MINUTE).ok).toBe(true)
  })
  test('no more children than people are in', () => {
    const soak = (children: string) => keep({ kind: 'soak', people: '2', minutes: '30', children })
    expect(errorsOf(soak('3'))).toEqual({
      children: 'Children: you entered 3; it can be a whole number from 0 to 2.',
    })
    expect(count()).toBe(0)
    expect(soak('2').ok).toBe(true)
  })
  test('a soak logged just now has just ended, and the dose after it is taken', () => {
    keep({ kind: 'soak', people: '2', minutes: '30' })
    const [soak] = journalOf(store, tub)
    expect(soak?.at).toBe(NOW - 30 * MINUTE)
    expect(dose({ amount: '6' }, NOW).ok).toBe(true)
  })
  test.each([
    ['sodium dichlor dihydrate', '10', '100', /free chlorine from about .* to \d+/],
    ['sodium bicarbonate', '90', '900', /total alkalinity/],
    ['sodium bisulfate', '15', '150', /pH from about/],
    ['calcium chloride dihydrate', '100', '1000', /calcium hardness/],
    ['potassium monopersulfate', '40', '400', /× the usual single dose/],
    ['enzyme', '40', '400', /× the usual single dose/],
    ['hydrogen peroxide', '300', '3000', /peroxide|× what/],
  ])('ten times too much %s is asked about, plan or not', (product, right, slip, asks) => {
    test_({ pH: '7.5', totalAlkalinity: '90', calciumHardness: '180', freeChlorine: '2' })
    expect(questionsOf(dose({ product, amount: right })).amount).toBeUndefined()
    expect(questionsOf(dose({ product, amount: slip }, NOW + 2 * HOUR)).amount).toMatch(asks)
  })
  test('a tick that another phone made first is not made twice', () => {
    test_({ pH: '7.4', totalAlkalinity: '50', freeChlorine: '3' })
    const tick = { amount: '60', plannedGrams: '60', ticked: '0' }
    expect(dose(tick, NOW + MINUTE).ok).toBe(true)
    const second = dose(tick, NOW + 2 * MINUTE)
    expect(second).toMatchObject({ ok: false, message: expect.stringContaining('already updated') })
    expect(count()).toBe(2)
  })
  test('is kept by the spoon, the cup and the owner’s scoop', () => {
    expect(dose({ amount: '2', measure: 'tablespoon' }).ok).toBe(true)
    // A US tablespoon is 14.79 mL (NIST handbook 44, from memory); bicarbonate weighs about 1 g/mL.
    expect(journalOf(store, tub)[0]).toMatchObject({ body: { grams: expect.closeTo(29.57, 1) } })
    expect(errorsOf(dose({ amount: '2', measure: 'scoop' })).measure).toContain('choose')
    insertOnShelf(store, {
      product: 'sodium bicarbonate',
      scoop: { name: 'scoop', grams: 45 },
      createdAt: 1,
    })
    expect(dose({ amount: '1.5', measure: 'scoop' }, NOW + MINUTE).ok).toBe(true)
    expect(journalOf(store, tub)[0]).toMatchObject({ body: { grams: 67.5 } })
  })
  test('far over the plan is asked about; impossible is refused', () => {
    expect(questionsOf(dose({ amount: '90', plannedGrams: '9' })).amount).toContain(
      'is the decimal point in the wrong place',
    )
    expect(errorsOf(dose({ amount: '90000' })).amount).toContain('it can be')
    expect(errorsOf(dose({ amount: '', product: 'salt' }))).toMatchObject({
      amount: expect.stringContaining('missing'),
      product: expect.stringContaining('choose'),
    })
    expect(count()).toBe(0)
  })
  test('while another product mixes, it has to be confirmed, and says why', () => {
    test_({ pH: '8', totalAlkalinity: '100', freeChlorine: '1' })
    dose({ product: 'sodium bisulfate', amount: '10' })
    const early = NOW + 5 * MINUTE
    const chlorine = { product: 'sodium dichlor dihydrate', amount: '5' }
    const asked = questionsOf(dose(chlorine, early)).wait
    expect(asked).toContain('gas')
    expect(asked).toContain('25 min')
    const meant = { ...chlorine, 'confirm.wait': 'yes', 'reason.wait': 'at the other end' }
    expect(dose(meant, early).ok).toBe(true)
  })
  test('what neither reacts nor dissolves at once need not wait for the other', () => {
    dose({ amount: '20' })
    expect(dose({ product: 'sodium chloride', amount: '300' }, NOW + 6 * MINUTE).ok).toBe(true)
    expect(
      questionsOf(dose({ product: 'calcium chloride dihydrate', amount: '50' }, NOW + 7 * MINUTE))
        .wait,
    ).toContain('mix')
  })
  test('a test in between does not shorten the wait', () => {
    test_({ pH: '8', totalAlkalinity: '100', freeChlorine: '1' })
    dose({ product: 'sodium bisulfate', amount: '10' })
    keep({ kind: 'test', method: 'strip', pH: '7.5' }, NOW + 2 * MINUTE)
    const chlorine = { product: 'sodium dichlor dihydrate', amount: '5' }
    expect(questionsOf(dose(chlorine, NOW + 5 * MINUTE)).wait).toContain('gas')
  })
  test('after the wait nothing is asked', () => {
    test_({ pH: '8', totalAlkalinity: '100', freeChlorine: '1' })
    dose({ product: 'sodium bisulfate', amount: '10' })
    expect(dose({ product: 'sodium dichlor dihydrate', amount: '5' }, NOW + 31 * MINUTE).ok).toBe(
      true,
    )
  })
})

describe('the loop', () => {
  test('test, plan, tick, retest: the plan follows the journal', () => {
    test_({ freeChlorine: '1', pH: '7.5', totalAlkalinity: '60', calciumHardness: '200' })
    const first = tubView(store, tub, NOW)
    expect(first?.verdict.closures[0]?.code).toBe('sanitizer low')
    const steps = first?.plan.steps ?? []
    expect(steps.map((step) => step.kind === 'add' && step.product)).toEqual([
      'sodium bicarbonate',
      'sodium dichlor dihydrate',
    ])
    let now = NOW
    for (const step of steps) {
      if (step.kind !== 'add') continue
      const outcome = keep(
        {
          kind: 'dose',
          product: step.product,
          amount: String(step.grams),
          plannedGrams: String(step.grams),
        },
        now,
      )
      expect(outcome).toMatchObject({ ok: true, next: `/tubs/${tub}/dose` })
      now += step.waitMinutes * MINUTE
    }
    const done = tubView(store, tub, now)
    expect(done?.plan.steps).toEqual([])
    expect(done?.verdict.closures.map(({ code }) => code)).toEqual(['not retested'])
    keep(
      {
        kind: 'test',
        method: 'strip',
        freeChlorine: '4',
        pH: '7.5',
        totalAlkalinity: '100',
        calciumHardness: '200',
      },
      now,
    )
    expect(tubView(store, tub, now)?.verdict.mayGetIn).toBe('yes')
  })
})

describe('corrections, deletes and undo', () => {
  test('a correction keeps the day, shows the new value and can be undone', () => {
    test_({ pH: '7.4' })
    const [first] = journalOf(store, tub)
    const row = findTub(store, tub)
    if (!first || !row) throw new Error('no entry')
    const fields = entryFields(first, row, 'Europe/Berlin')
    expect(fields).toMatchObject({ pH: '7.4', method: 'strip', at: '2026-05-20T20:00' })
    const later = NOW + 60 * MINUTE
    keep({ ...fields, kind: 'test', zone: 'Europe/Berlin', pH: '7.9' }, later, first.id)
    const [second] = journalOf(store, tub)
    expect(second).toMatchObject({ at: NOW, body: { readings: { pH: 7.9 } } })
    expect(count()).toBe(1)
    expect(undoLastChange(store, tub, lastNumber(), later).ok).toBe(true)
    expect(journalOf(store, tub)[0]).toMatchObject({ body: { readings: { pH: 7.4 } } })
  })
  test('undo takes back the last entry, and puts it back', () => {
    test_({ pH: '7.4' })
    undoLastChange(store, tub, lastNumber(), NOW + 1)
    expect(count()).toBe(0)
    undoLastChange(store, tub, lastNumber(), NOW + 2)
    expect(count()).toBe(1)
  })
  test('two undos of one change, from two phones: the second puts nothing back and says why', () => {
    test_({ pH: '7.4' })
    const shown = lastNumber()
    expect(undoLastChange(store, tub, shown, NOW + 1).ok).toBe(true)
    expect(undoLastChange(store, tub, shown, NOW + 2)).toMatchObject({
      ok: false,
      message: expect.stringMatching(/undone already/),
    })
    expect(count()).toBe(0)
  })
  test('undo goes by order: a clock set back by an hour changes nothing about what was last', () => {
    test_({ pH: '7.4' })
    recordEntry(store, tub, { kind: 'note', when: 'now', text: 'lamp' }, NOW - 60 * MINUTE)
    expect(lastChange(store, tub)).toMatchObject({ what: 'added', entry: { kind: 'note' } })
    undoLastChange(store, tub, lastNumber(), NOW - 59 * MINUTE)
    expect(journalOf(store, tub).map(({ kind }) => kind)).toEqual(['test'])
  })
  test('a correction keeps its kind', () => {
    test_({ pH: '7.4' })
    const id = journalOf(store, tub)[0]?.id ?? 0
    expect(
      recordEntry(
        store,
        tub,
        { kind: 'note', when: 'now', text: 'no', replaces: String(id) },
        NOW + 1,
      ),
    ).toMatchObject({ ok: false, message: expect.stringMatching(/stays what it was/) })
    expect(journalOf(store, tub).map(({ kind }) => kind)).toEqual(['test'])
  })
  test('a delete is undone by the same button', () => {
    test_({ pH: '7.4' })
    const id = journalOf(store, tub)[0]?.id ?? 0
    expect(deleteEntry(store, tub, id, NOW + 1).ok).toBe(true)
    expect(count()).toBe(0)
    expect(deleteEntry(store, tub, id, NOW + 2).ok).toBe(false)
    expect(undoLastChange(store, tub, lastNumber(), NOW + 3).ok).toBe(true)
    expect(count()).toBe(1)
  })
  test('an undo that arrives after another change does nothing', () => {
    test_({ pH: '7.4' })
    const shown = lastNumber()
    recordEntry(store, tub, { kind: 'note', when: 'now', text: 'later' }, NOW + 1)
    const outcome = undoLastChange(store, tub, shown, NOW + 2)
    expect(outcome.ok).toBe(false)
    expect(count()).toBe(2)
  })
  test('a correction of something deleted meanwhile is refused', () => {
    test_({ pH: '7.4' })
    const id = journalOf(store, tub)[0]?.id ?? 0
    deleteEntry(store, tub, id, NOW + 1)
    const outcome = keep({ kind: 'test', method: 'strip', pH: '7.6' }, NOW + 2, id)
    expect(!outcome.ok && outcome.message).toContain('meanwhile')
  })
})

test.each([
  [{ kind: 'soak', people: '2.5', minutes: '30' }, 'people'],
  [{ kind: 'soak', people: '2', minutes: '0' }, 'minutes'],
  [{ kind: 'water', percent: '120' }, 'percent'],
  [{ kind: 'note', text: '  ' }, 'text'],
  [{ kind: 'aeration', minutes: 'x' }, 'minutes'],
  [{ kind: 'party' }, 'kind'],
])('%j is refused at its field', (fields, at) => {
  expect(Object.keys(errorsOf(keep(fields as unknown as Fields)))).toEqual([at])
  expect(count()).toBe(0)
})
