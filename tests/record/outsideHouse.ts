import type { Entry, NewEntry } from '@/core/journal/entry'
import type { ProductName } from '@/core/products/product'
import { normal, seeded } from '@/core/random'
import type { Method } from '@/core/testing/quantity'
import { DAY, HOUR, type Instant } from '@/core/time'
import { outsideWeeks } from '../core/outsideWeeks'
import { tubWith } from '../core/waters'

/*
 * Half a year of an invented house whose tub shares no kinetics with the core (outsideWeeks.ts): two waters, tests most days, a dose by rule of
 * thumb, soaks on some evenings, acid when the pH reads high. At one day something changes, or nothing does.
 */

export type Changed = 'nothing' | 'climb' | 'demand' | 'loss'
export interface House {
  seed: number
  changed: Changed
  /** How many days after the second fill; 0 comes with it. */
  onDay: number
  method: Method
  /** Days of the second water. */
  days: number
}

const LITRES = 1200
const FILL = { pH: 7.5, totalAlkalinityPpm: 100, calciumHardnessPpm: 180 }
/** Carbon dioxide through a closed cover, per hour. */
const COVERED = 0.03

const START = Date.UTC(2026, 0, 5, 6)
const FIRST_DAYS = 84
/** When the second water came. */
export const SECOND = START + FIRST_DAYS * DAY

export const outsideTubRow = tubWith('granular chlorine', {
  volumeLitres: LITRES,
  fillWater: { source: 'town', pH: 7.5, totalAlkalinityPpm: 100, calciumHardnessPpm: 180 },
})

export const outsideHouse = ({ seed, changed, onDay, method, days }: House) => {
  const random = seeded(seed)
  const journal: Entry[] = []
  const add = (entry: NewEntry) => journal.push({ ...entry, id: journal.length + 1 } as Entry)
  let transfer = COVERED * Math.exp(0.25 * normal(random))
  const life = (
    from: Instant,
    length: number,
    rates: Partial<{ first: number; demand: number }>,
  ) => {
    const tub = outsideWeeks(LITRES, FILL, {
      sanitizer: 'freeChlorine',
      random,
      stepMinutes: 60,
    })
    Object.assign(tub.rates, rates)
    add({ kind: 'water', at: from, body: { replacedFraction: 1 } })
    let at = from
    const until = (moment: Instant) => {
      tub.advance((moment - at) / HOUR, transfer)
      at = moment
    }
    const dose = (product: ProductName, grams: number) => {
      const weighed = Math.round(grams)
      if (weighed < 1) return
      tub.dose(product, weighed)
      add({ kind: 'dose', at: at + 6 * 60_000, body: { product, grams: weighed } })
    }
    for (let day = 0; day < length; day++) {
      if (from > START && day === onDay) {
        if (changed === 'climb') transfer *= 2
        if (changed === 'demand') tub.rates.demand *= 2
        if (changed === 'loss') tub.rates.first *= 2
      }
      until(from + day * DAY + (2 + 2 * random()) * HOUR)
      if (random() < 0.8) {
        const read = tub.read(['freeChlorine', 'pH', 'totalAlkalinity'], method)
        add({ kind: 'test', at, body: { method, readings: read } })
        if ((read.freeChlorine ?? 9) < 4)
          dose('sodium dichlor dihydrate', ((5 - (read.freeChlorine ?? 0)) * LITRES) / 560)
        if ((read.pH ?? 0) > 7.8) dose('sodium bisulfate', 22)
        if ((read.totalAlkalinity ?? 99) < 65) dose('sodium bicarbonate', 35)
      }
      if (random() < 0.45) {
        until(from + day * DAY + (12 + 2 * random()) * HOUR)
        if (random() < 0.6)
          add({
            kind: 'test',
            at,
            body: { method, readings: tub.read(['freeChlorine', 'pH'], method) },
          })
        const people = 1 + Math.floor(3 * random())
        const minutes = 20 + Math.floor(25 * random())
        tub.soak(people, minutes)
        at += 15 * Math.round(minutes / 15) * 60_000
        add({ kind: 'soak', at: at - 30 * 60_000, body: { people, minutes } })
        until(at + 0.2 * HOUR)
        dose('sodium dichlor dihydrate', people * (minutes / 60) * 7)
      }
    }
    until(from + length * DAY)
    return { first: tub.rates.first, demand: tub.rates.demand }
  }
  const rates = life(START, FIRST_DAYS, {})
  life(SECOND, days, rates)
  return { journal, now: SECOND + days * DAY }
}
