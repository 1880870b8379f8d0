import { quantityOf } from '@/core/estimate/testedWater'
import { PROGRAMMES, programmeOf } from '@/core/programmes/programme'
import type { Quantity } from '@/core/testing/quantity'
import { DAY, MINUTE } from '@/core/time'
import type { PlacedAct } from '@/core/today/visit/visitTypes'
import { actOnFilter, saveFilterSet } from '@/server/filters'
import type { Outcome } from '@/server/form'
import { recordEntry } from '@/server/journal'
import { pourChore } from '@/server/pourChore'
import { decideVisit, startVisit, visitView } from '@/server/visit'
import { markInVisit } from '@/server/visitDone'
import { openStore, type Store } from '@/store/database'
import { journalOf } from '@/store/entries'
import { insertTub } from '@/store/tubs'
import { newTub } from '../store/newTub'

// A Sunday evening.
const NOW = Date.UTC(2026, 4, 24, 17)
const PLACE = { zone: 'UTC', airCelsius: 15, foreseen: () => undefined }

/** What a hand does for an act, by the same actions as the screen; what belongs to another place is left out with a reason. */
const doneBy = (
  store: Store,
  { what, tub, key }: PlacedAct,
  now: number,
  reads: (quantity: Quantity) => number,
): Outcome => {
  switch (what.kind) {
    case 'look':
      return recordEntry(store, tub, { kind: 'look' }, now)
    case 'dose': {
      const { dose } = what
      return recordEntry(
        store,
        tub,
        dose.kind === 'add'
          ? {
              kind: 'dose',
              product: dose.product,
              amount: String(dose.grams),
              plannedGrams: String(dose.grams),
            }
          : dose.kind === 'aerate'
            ? { kind: 'aeration', minutes: String(dose.minutes) }
            : { kind: 'water', percent: String(Math.round(100 * dose.fraction)) },
        now,
      )
    }
    case 'helper':
      return pourChore(store, tub, { chore: what.chore.id }, now)
    case 'test':
      return recordEntry(
        store,
        tub,
        {
          kind: 'test',
          method: 'drops',
          ...Object.fromEntries(what.quantities.map((one) => [one, reads(one).toFixed(2)])),
          ...Object.fromEntries(what.quantities.map((one) => [`confirm.${one}`, 'yes'])),
        },
        now,
      )
    case 'chore':
      return markInVisit(store, tub, { chore: what.chore.id, also: what.also.join(',') }, now)
    case 'swap':
      return actOnFilter(store, tub, { set: String(what.into.id), act: 'put in' }, now)
    case 'set':
      return actOnFilter(
        store,
        tub,
        {
          set: String(what.set.id),
          act: what.act,
          hung: what.act === 'rinse' ? 'yes' : '',
          recipe: 'overnight',
        },
        now,
      )
    default:
      return decideVisit(store, tub, { key, to: 'skip', said: 'elsewhere' }, now)
  }
}

test.each(PROGRAMMES.map(({ id }) => id))(
  '%s: lived through as it says, a visit ends, does nothing twice and nothing before its time',
  (programme) => {
    const store = openStore(':memory:')
    const { presets, sanitizer } = programmeOf(programme)
    const { targets } = presets[0]
    const tub = insertTub(store, { ...newTub, programme, targets }).id
    const middle = ({ low, high }: { low: number; high: number }) => (low + high) / 2
    const whole = {
      [sanitizer]: String(middle(targets.sanitizer)),
      pH: '8',
      totalAlkalinity: String(middle(targets.totalAlkalinity)),
      calciumHardness: String(middle(targets.calciumHardness)),
    }
    recordEntry(store, tub, { kind: 'water', percent: '100' }, NOW - 40 * DAY)
    recordEntry(store, tub, { kind: 'test', method: 'drops', ...whole, pH: '7.5' }, NOW - 8 * DAY)
    for (const chore of ['filter rinse', 'waterline', 'level look', 'cover wipe'])
      recordEntry(store, tub, { kind: 'chore', chore, outcome: 'done' }, NOW - 31 * DAY)
    recordEntry(store, tub, { kind: 'soak', people: '2', minutes: '30' }, NOW - DAY)
    for (const name of ['One', 'Two'])
      saveFilterSet(
        store,
        tub,
        { name, kind: 'open ends', cartridges: '1', size: '' },
        NOW - 30 * DAY,
      )
    actOnFilter(store, tub, { set: '1', act: 'put in' }, NOW - 30 * DAY)
    recordEntry(store, tub, { kind: 'test', method: 'drops', ...whole }, NOW - 30 * MINUTE)

    expect(startVisit(store, tub, {}, NOW)).toMatchObject({ ok: true })
    const done: string[] = []
    let now = NOW
    let ended = false
    for (let i = 0; i < 60 && !ended; i++) {
      const page = visitView(store, tub, now, { place: PLACE })
      if (!page) throw new Error('no visit')
      const [act] = page.visit.acts
      if (!act) {
        ended = true
        break
      }
      expect(act.start).toBeGreaterThanOrEqual(now)
      // A break until it may begin: the page is drawn anew then.
      if (act.start > now) {
        now = act.start
        continue
      }
      const view = page.views[0]
      const outcome = doneBy(store, act, now, (quantity) =>
        quantity === 'pH' ? 7.5 : view ? quantityOf(view.estimate.reading, quantity) : 0,
      )
      expect([act.key, outcome]).toMatchObject([act.key, { ok: true }])
      done.push(act.key)
      now += Math.max(1, act.handsMinutes) * MINUTE
    }
    expect(ended).toBe(true)
    expect(done.length).toBeGreaterThan(3)
    // A test may ask for another round; a chore is never asked for again.
    for (const key of new Set(done))
      if (/:(chore|set|look)/.test(key)) expect(done.filter((one) => one === key)).toHaveLength(1)
    // Poured with the power on and the gap kept: no dose had to be forced.
    for (const entry of journalOf(store, tub))
      if (entry.kind === 'dose') expect(entry.body.override).toBeUndefined()
  },
)
