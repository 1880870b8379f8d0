import { correctedOften } from '@/core/advice/correctedOften'
import { estimate } from '@/core/estimate/estimate'
import { ensembleOf, expectedOf } from '@/core/estimate/learning/ensemble'
import { unfedLossOf } from '@/core/estimate/rates'
import { fillWaterOf } from '@/core/estimate/testedWater'
import { pumpWatts, usualHeat } from '@/core/heat/tubHeat'
import { weeklyClimb } from '@/core/heat/weeklyClimb'
import type { Entry } from '@/core/journal/entry'
import { PROGRAMMES, programmeOf } from '@/core/programmes/programme'
import { DAY, HOUR } from '@/core/time'
import { evidenceOf } from '@/core/trouble/evidence'
import { coveredTransferOf } from '@/core/tub/circulation'
import { choose } from '@/server/choices'
import { setChore } from '@/server/chores'
import { entryFields } from '@/server/entries/forms'
import { factsKnown, setFact } from '@/server/facts'
import type { Fields } from '@/server/form'
import { recordEntry } from '@/server/journal'
import { tickSign } from '@/server/trouble'
import { tubFields } from '@/server/tubs'
import { tubView } from '@/server/views'
import { openStore, type Store } from '@/store/database'
import { journalOf } from '@/store/entries'
import { findTub, insertTub, updateTub } from '@/store/tubs'
import { formatEntry } from '@/words/entryWords'
import { FACTS } from '@/words/factWords'
import { habitsFor } from '@/words/habitWords'
import { METHOD_GROUPS } from '@/words/methodWords'
import { circulationRemarks } from '@/words/programmeText'
import { tubWith } from '../core/waters'
import { newTub } from '../store/newTub'
import { preferences } from '../ui/view'

const NOW = Date.UTC(2026, 4, 20, 18)
let store: Store
let tub: number
beforeEach(() => {
  store = openStore(':memory:')
  tub = insertTub(store, newTub).id
  recordEntry(store, tub, { kind: 'note', text: 'begun' }, NOW - 30 * DAY)
})
const chosen = (fields: Fields) => choose(store, tub, fields, NOW)
const tubNow = () => {
  const row = findTub(store, tub)
  if (!row) throw new Error('no tub')
  return row
}

describe('kept per tub', () => {
  test('one by one, beside what was chosen before; what is no way of it is refused and changes nothing', () => {
    expect(chosen({ asks: 'raisePh', value: 'air' }).ok).toBe(true)
    expect(chosen({ asks: 'shockRhythm', value: 'fortnightly' }).ok).toBe(true)
    expect(tubNow().choices).toEqual({ raisePh: 'air', shockRhythm: 'fortnightly' })
    for (const value of ['hourly', '', '__proto__'])
      expect(chosen({ asks: 'shockRhythm', value })).toMatchObject({
        ok: false,
        message: 'Choose one of the ways shown.',
      })
    expect(tubNow().choices).toEqual({ raisePh: 'air', shockRhythm: 'fortnightly' })
  })
  test('a range of pH is a range of one’s own; the inhibitor goes by the fill water until it is said', () => {
    expect(chosen({ asks: 'pH range', value: '7.4 7.8' }).ok).toBe(true)
    expect(tubNow()).toMatchObject({ preset: 'own', targets: { pH: { low: 7.4, high: 7.8 } } })
    expect(chosen({ asks: 'pH range', value: '5 9' }).ok).toBe(false)
    // Back in the range of its preset it is that preset again.
    expect(chosen({ asks: 'pH range', value: '7.2 7.8' }).ok).toBe(true)
    expect(tubNow().preset).toBe('full')
    expect(tubNow().metalsFirst).toBeUndefined()
    expect(chosen({ asks: 'inhibitor', value: 'yes' }).ok).toBe(true)
    expect(tubNow().metalsFirst).toBe(true)
    expect(chosen({ asks: 'inhibitor', value: 'fill' }).ok).toBe(true)
    expect(tubNow().metalsFirst).toBeUndefined()
  })
  test('salt and stabiliser are ranges too, and the plan goes by them', () => {
    const salt = insertTub(store, {
      ...newTub,
      programme: 'in-line salt chlorine',
      preset: 'cell',
      targets: programmeOf('in-line salt chlorine').presets[0].targets,
    }).id
    const choose_ = (fields: Fields) => choose(store, salt, fields, NOW).ok
    expect(choose_({ asks: 'salt range', value: '2000 2600' })).toBe(true)
    expect(findTub(store, salt)?.targets.salt).toEqual({ low: 2000, high: 2600 })
    expect(choose_({ asks: 'salt range', value: '9000 9999' })).toBe(false)
    const fill = { kind: 'water', percent: '100' }
    expect(recordEntry(store, salt, fill, NOW - 20 * DAY).ok).toBe(true)
    const read = {
      kind: 'test',
      method: 'drops',
      freeChlorine: '4',
      pH: '7.5',
      totalAlkalinity: '70',
      calciumHardness: '60',
      cyanuricAcid: '0',
      salt: '2300',
    }
    expect(recordEntry(store, salt, read, NOW).ok).toBe(true)
    const added = () =>
      tubView(store, salt, NOW)?.plan.steps.flatMap((step) =>
        step.kind === 'add' ? [step.product] : [],
      )
    expect(added()).not.toContain('cyanuric acid')
    expect(choose_({ asks: 'stabiliser', value: '20 40' })).toBe(true)
    expect(added()).toContain('cyanuric acid')
    // What cyanuric acid holds back, a twentieth of it, is still less than the floor.
    expect(tubView(store, salt, NOW)?.verdict.belowFloor).toBeUndefined()
  })
  test('a helper’s rhythm is the rhythm of its chore, and Upkeep’s pause is seen here', () => {
    const enzyme = () =>
      tubView(store, tub, NOW)?.chores.find(({ chore }) => chore.id === 'enzyme')?.chore
    expect(enzyme()).toBeUndefined()
    expect(chosen({ asks: 'rhythm', chore: 'enzyme', value: 'fortnightly' }).ok).toBe(true)
    expect(enzyme()?.interval).toEqual({ days: 14 })
    expect(chosen({ asks: 'rhythm', chore: 'enzyme', value: 'every week' }).ok).toBe(true)
    expect(enzyme()?.interval).toEqual({ days: 7 })
    expect(setChore(store, tub, { chore: 'enzyme', to: 'paused' }, NOW).ok).toBe(true)
    expect(enzyme()).toBeUndefined()
    expect(chosen({ asks: 'rhythm', chore: 'enzyme', value: 'hourly' }).ok).toBe(false)
    expect(chosen({ asks: 'rhythm', chore: 'no chore', value: 'off' }).ok).toBe(false)
  })
  test('every method has its place on the page once', () => {
    const ids = METHOD_GROUPS.flatMap((group) => group.ids)
    expect(new Set(ids).size).toBe(ids.length)
  })
})

describe('corrections that come too often', () => {
  const dose = (daysAgo: number, product: string, id: number): Entry =>
    ({
      id,
      kind: 'dose',
      at: NOW - daysAgo * DAY,
      body: { product, grams: 20 },
    }) as Entry
  const acid = (...days: number[]) => days.map((day, i) => dose(day, 'sodium bisulfate', i + 1))
  const old = NOW - 100 * DAY
  test('twice a month is usual, three times is not, and it says which way', () => {
    expect(correctedOften(acid(2, 20), old, NOW)).toBeUndefined()
    expect(correctedOften(acid(2, 12, 20), old, NOW)).toEqual({
      times: 3,
      days: 30,
      against: 'pH keeps rising',
    })
    const base = [2, 12, 20].map((day, i) => dose(day, 'sodium carbonate', i + 1))
    expect(correctedOften(base, old, NOW)?.against).toBe('pH keeps falling')
  })
  test('a round of several steps is one, new water does not count, nor what is long ago', () => {
    expect(correctedOften(acid(2, 2.05, 2.1, 20), old, NOW)).toBeUndefined()
    expect(correctedOften(acid(2, 6, 9), NOW - 15 * DAY, NOW)).toBeUndefined()
    expect(correctedOften(acid(2, 40, 50), old, NOW)).toBeUndefined()
  })
})

describe('look and smell with a test', () => {
  const test_ = (fields: Fields) =>
    recordEntry(store, tub, { kind: 'test', method: 'drops', pH: '7.5', ...fields }, NOW)
  const kept = () => journalOf(store, tub).find(({ kind }) => kind === 'test')
  test('kept beside the readings, said in the record, there again when it is corrected', () => {
    expect(test_({ 'senses.look': 'sparkling', 'senses.smell': 'none' }).ok).toBe(true)
    const entry = kept()
    if (entry?.kind !== 'test') throw new Error('no test')
    expect(entry.body.senses).toEqual({ look: 'sparkling', smell: 'none' })
    expect(formatEntry(entry, preferences)).toContain('looked sparkling, smelled of nothing')
    const fields = entryFields(entry, tubNow(), 'UTC')
    expect(fields).toMatchObject({ 'senses.look': 'sparkling', 'senses.smell': 'none' })
    const again = { ...fields, kind: 'test', pH: '7.6' }
    expect(recordEntry(store, tub, { ...again, replaces: String(entry.id) }, NOW + HOUR).ok).toBe(
      true,
    )
    expect(kept()?.body).toMatchObject({ senses: { look: 'sparkling', smell: 'none' } })
  })
  test('nothing said is nothing kept, and what is no word of it neither', () => {
    expect(test_({ 'senses.look': 'purple' }).ok).toBe(true)
    expect(kept()?.body).not.toHaveProperty('senses')
  })
})

test('a coin that cannot be seen closes the tub everywhere', () => {
  expect(tickSign(store, tub, { sign: 'cloudy', on: 'yes' }, NOW).ok).toBe(true)
  const view = tubView(store, tub, NOW)
  expect(view?.verdict.mayGetIn).toBe('no')
  expect(view?.verdict.closures.map(({ code }) => code)).toContain('cloudy')
})

test('facts are put away one by one, and come back together', () => {
  expect(factsKnown(store)).toEqual([])
  expect(setFact(store, { fact: 'two scales' }).ok).toBe(true)
  expect(setFact(store, { fact: 'two scales' }).ok).toBe(true)
  expect(setFact(store, { fact: 'string off' }).ok).toBe(true)
  expect(factsKnown(store)).toEqual(['two scales', 'string off'])
  expect(setFact(store, { fact: 'anything' })).toMatchObject({ ok: false })
  expect(setFact(store, { to: 'all back' }).ok).toBe(true)
  expect(factsKnown(store)).toEqual([])
  // What keeps people safe can't be put away.
  for (const line of Object.values(FACTS))
    expect(line).not.toMatch(/nobody|gloves|keep out|never mix|child/i)
})

describe('circulation', () => {
  const filtering = (filtrationHours?: number) =>
    tubWith('granular chlorine', {
      surroundings: {
        supplementaryDisinfection: 'none',
        exposure: 'shade',
        hoursFromUtc: 0,
        ...(filtrationHours === undefined ? {} : { filtrationHours }),
      },
    })
  test('too little is remarked, weighs in Trouble, and widens what is believed of the loss', () => {
    expect(circulationRemarks(filtering(), preferences)).toEqual([])
    expect(circulationRemarks(filtering(8), preferences)).toEqual([])
    expect(circulationRemarks(filtering(2.5), preferences).join()).toContain('2.5 h a day')
    expect(
      circulationRemarks(filtering(2.5), { ...preferences, locale: 'de-DE' }).join(),
    ).toContain('2,5 h a day')
    const spread = (hours?: number) => unfedLossOf(filtering(hours)).standardDeviation
    expect(spread(8)).toBe(spread())
    expect(spread(2)).toBeGreaterThan(spread(8))
    expect(unfedLossOf(filtering(2)).mean).toBe(unfedLossOf(filtering(8)).mean)
    const told = (hours?: number) =>
      evidenceOf(filtering(hours), [], NOW, {
        estimate: estimate(filtering(hours), [], NOW),
      }).find(({ id }) => id === 'circulation')?.value
    expect([told(), told(8), told(2)]).toEqual([undefined, 'enough', 'little'])
    // A pump that runs a third of the day draws a third, in Costs and in what it warms.
    expect(pumpWatts(filtering(8)).unattended).toBeCloseTo(pumpWatts(filtering()).unattended / 3)
    expect(usualHeat(filtering(8)).pumpKilowatts).toBeCloseTo(
      usualHeat(filtering()).pumpKilowatts / 3,
    )
  })
  test('jets by the panel’s clock raise pH, draw power and warm the water', () => {
    const jetting = (hours: number) =>
      tubWith('granular chlorine', {
        surroundings: {
          supplementaryDisinfection: 'none',
          exposure: 'shade',
          hoursFromUtc: 0,
          jetsHours: hours,
        },
      })
    expect(circulationRemarks(jetting(1), preferences)).toEqual([])
    expect(circulationRemarks(jetting(3), preferences).join()).toContain('3 h a day')
    // A hard shell: 80 W around the clock, and 1500 W for two hours of twenty-four.
    expect(pumpWatts(jetting(2)).unattended).toBeCloseTo(80 + 125, 6)
    expect(usualHeat(jetting(2)).pumpKilowatts).toBeGreaterThan(usualHeat(jetting(0)).pumpKilowatts)
    const water = fillWaterOf({ source: 'town', totalAlkalinityPpm: 100, pH: 7.4 }, 38)
    expect(weeklyClimb(water, 38, jetting(2))).toBeGreaterThan(
      weeklyClimb(water, 38, jetting(0)) + 0.05,
    )
    // By hand: two hours at 0.35 and twenty-two at 0.02 an hour.
    expect(coveredTransferOf(jetting(2))).toBeCloseTo((2 * 0.35 + 22 * 0.02) / 24, 9)
    // The estimate of the week goes by it too.
    const tested: Entry[] = [
      { id: 1, kind: 'water', at: NOW - 8 * DAY, body: { replacedFraction: 1 } },
      {
        id: 2,
        kind: 'test',
        at: NOW - 7 * DAY,
        body: { method: 'meter', readings: { freeChlorine: 5, pH: 7.4, totalAlkalinity: 90 } },
      },
    ]
    const risen = (hours: number) =>
      expectedOf(ensembleOf(jetting(hours), tested, NOW, 400), jetting(hours), 'pH')?.median ??
      Number.NaN
    expect(risen(2)).toBeGreaterThan(risen(0) + 0.05)
  })
  test('typed in the form, shown again', () => {
    updateTub(store, tub, {
      surroundings: {
        supplementaryDisinfection: 'none',
        exposure: 'shade',
        hoursFromUtc: 0,
        filtrationHours: 6,
        jetsHours: 1.5,
      },
    })
    expect(tubFields(tubNow())).toMatchObject({ filtrationHours: '6', jetsHours: '1.5' })
  })
})

test('habits: a floater comes out where there is one, and the list is the same else', () => {
  for (const { id } of PROGRAMMES) {
    const habits = habitsFor({ programme: id }).map(({ what }) => what)
    expect(habits).toEqual(expect.arrayContaining(['Look', 'Shower', 'Swimwear', 'Animals']))
    expect(new Set(habits).size).toBe(habits.length)
  }
  const has = (programme: Parameters<typeof habitsFor>[0]['programme']) =>
    habitsFor({ programme }).some(({ what }) => what === 'Floater')
  expect(has('bromine tablets')).toBe(true)
  expect(has('in-line salt chlorine')).toBe(false)
})
