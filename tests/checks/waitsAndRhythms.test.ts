import { gapMinutes, handlingOf } from '@/core/advice/handling'
import { dosePlan } from '@/core/advice/plan'
import { estimate } from '@/core/estimate/estimate'
import type { Entry } from '@/core/journal/entry'
import { PRODUCT_NAMES, type ProductName } from '@/core/products/product'
import { PROGRAMMES } from '@/core/programmes/programme'
import { waterLife } from '@/core/refill/waterLife'
import { COVER_MINUTES } from '@/core/soaks/shock'
import type { Quantity } from '@/core/testing/quantity'
import { DAY, HOUR } from '@/core/time'
import { agenda } from '@/core/today/agenda'
import { shockEvery } from '@/core/tub/methods'
import { recurringChoresOf } from '@/core/upkeep/choresOf'
import { NOW, tubWith } from '../core/waters'

// Every wait and rhythm that people keep to, against common practice of owners, shops and labels as it is told in many places; a
// figure that moves has to be moved here too, with its reason.

/** Minutes until the next product, or until anyone gets in. */
const WAITS: Record<ProductName, number> = {
  'sodium bicarbonate': 20,
  'sodium carbonate': 30,
  'sodium bisulfate': 30,
  'hydrochloric acid': 30,
  'borax decahydrate': 30,
  'boric acid': 30,
  'calcium chloride dihydrate': 30,
  'calcium chloride anhydrous': 30,
  'calcium chloride flake 77 percent': 30,
  'sodium dichlor dihydrate': 20,
  trichlor: 0,
  'sodium hypochlorite': 20,
  'calcium hypochlorite': 20,
  'potassium monopersulfate': 20,
  'sodium bromide': 10,
  bromochlorodimethylhydantoin: 0,
  'sodium chloride': 30,
  'hydrogen peroxide': 20,
  biguanide: 15,
  'sodium thiosulfate pentahydrate': 15,
  'cyanuric acid': 60,
  'scale and metal inhibitor': 60,
  enzyme: 15,
  clarifier: 120,
  'anti-foam': 15,
  'conditioner part one': 15,
  'conditioner part two': 60,
  'oxygen packet': 30,
  'slow cleaning tablet': 0,
  'pipe flush': 60,
  'filter soak': 0,
  'filter spray': 0,
}

test.each(PRODUCT_NAMES)('the wait after %s', (name) => {
  expect(handlingOf(name, {}).waitMinutes).toBe(WAITS[name])
})

test('doses circulate for 15 to 30 minutes (common practice), and only what dissolves slowly for longer', () => {
  const slow = ['cyanuric acid', 'scale and metal inhibitor', 'clarifier', 'conditioner part two']
  for (const name of PRODUCT_NAMES) {
    const { waitMinutes } = handlingOf(name, {})
    if (waitMinutes > 30) expect([...slow, 'pipe flush']).toContain(name)
    else if (waitMinutes > 0) expect(waitMinutes).toBeGreaterThanOrEqual(10)
  }
})

test('a tub is mixed within these waits, and an inflatable by its filter pump alone within half an hour', () => {
  // A tank stirred by one stream: 3 Z²/(u d) by Grenville and Tilton, 8 D²/(u d) by Fossett; both from memory. Metres, m/s.
  const minutes = (
    factor: number,
    across: number,
    { litresPerHour, nozzle }: { litresPerHour: number; nozzle: number },
  ) => {
    const speed = litresPerHour / 1000 / 3600 / ((Math.PI / 4) * nozzle ** 2)
    return (factor * across ** 2) / (speed * nozzle) / 60
  }
  const filterPump = { litresPerHour: 1300, nozzle: 0.032 }
  const oneJet = { litresPerHour: 2000, nozzle: 0.01 }
  const shortest = handlingOf('enzyme', {}).waitMinutes
  for (const factor of [3, 8]) {
    expect(minutes(factor, 1.6, filterPump)).toBeLessThan(
      handlingOf('sodium bisulfate', {}).waitMinutes,
    )
    expect(minutes(factor, 2, oneJet)).toBeLessThan(shortest)
  }
})

test.each([
  ['sodium bisulfate', 'sodium hypochlorite', 20],
  ['sodium hypochlorite', 'sodium bisulfate', 30],
  ['sodium dichlor dihydrate', 'sodium bicarbonate', 20],
  ['sodium chloride', 'sodium dichlor dihydrate', 5],
  ['boric acid', 'sodium bisulfate', 5],
] as const)('%s after %s waits %d minutes', (next, before, minutes) => {
  expect(gapMinutes(next, before, {})).toBe(minutes)
})

/** Days between, of a hard shell with granules; what load brings forward comes on top. */
const CHORES: Record<string, number | 'drain' | 'shocks' | 'litres'> = {
  'level look': 7,
  'filter rinse': 7,
  'filter soak': 35,
  'filter replace': 365,
  waterline: 7,
  'shell clean': 'drain',
  jets: 365,
  'scale inhibitor': 7,
  'weekly oxidiser': 7,
  enzyme: 7,
  conditioner: 7,
  clarifier: 7,
  'slow tablet': 7,
  'leaf net': 3,
  'oil ball': 14,
  purge: 'drain',
  'cover underside': 'shocks',
  'cover wipe': 30,
  'cover look': 91,
  'cover protect': 91,
  'cover clear': 7,
  'earth-fault test': 30,
  'cell look': 30,
  'mineral cartridge': 120,
  'chlorine part': 25,
  'hose filter': 'litres',
  lamp: 182,
  'heat-pump fins': 365,
  'yearly service': 365,
  'cabinet wipe': 30,
}

test('the rhythm of every chore', () => {
  const seen = new Set<string>()
  for (const { id } of PROGRAMMES)
    for (const { id: chore, interval } of recurringChoresOf(tubWith(id))) {
      seen.add(chore)
      const expected = CHORES[chore]
      if (expected === 'drain') expect(interval.drain).toBeDefined()
      else if (expected === 'shocks') expect(interval.shocks).toBe(3)
      else if (expected === 'litres') expect(interval.hoseLitres).toBe(5700)
      else expect(interval.days).toBe(expected)
    }
  expect([...seen].sort()).toEqual(Object.keys(CHORES).sort())
})

test.each<[Quantity, number]>([
  ['pH', 7],
  ['totalAlkalinity', 7],
  ['calciumHardness', 30],
  ['cyanuricAcid', 30],
])('%s is tested every %d days', (quantity, days) => {
  const tub = tubWith()
  const readings = {
    freeChlorine: 4,
    pH: 7.5,
    totalAlkalinity: 100,
    calciumHardness: 200,
    cyanuricAcid: 10,
  }
  const journal: Entry[] = [
    { id: 1, kind: 'water', at: NOW - 40 * DAY, body: { replacedFraction: 1 } },
    { id: 2, kind: 'test', at: NOW - HOUR, body: { method: 'drops', readings } },
  ]
  const state = estimate(tub, journal, NOW)
  const due = agenda(tub, journal, { estimate: state, plan: dosePlan(tub, journal, state) }).find(
    (item) => item.kind === 'test' && item.quantities.includes(quantity),
  )
  // pH goes with every test of the sanitizer, and is due by itself at the latest then.
  if (quantity === 'pH') expect(due?.due).toBeLessThanOrEqual(NOW - HOUR + days * DAY)
  else expect(due?.due).toBe(NOW - HOUR + days * DAY)
})

test('a shock a week, cover open for twenty minutes; the water lasts four months, longer with a cell or in a swim spa', () => {
  expect(shockEvery(tubWith('granular chlorine'))).toBe(7 * DAY)
  expect(COVER_MINUTES).toBe(20)
  expect(waterLife(tubWith())).toBe(120 * DAY)
  expect(waterLife(tubWith('in-line salt chlorine'))).toBe(365 * DAY)
  expect(waterLife({ ...tubWith(), kind: 'inflatable' })).toBe(75 * DAY)
  expect(waterLife({ ...tubWith(), kind: 'swim spa' })).toBe(540 * DAY)
})
