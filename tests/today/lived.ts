import { gapMinutes } from '@/core/advice/handling'
import { ensembleOf } from '@/core/estimate/learning/ensemble'
import { fillWaterOf } from '@/core/estimate/testedWater'
import { type Entry, inOrder, type NewEntry } from '@/core/journal/entry'
import { PRODUCTS, type ProductName } from '@/core/products/product'
import { tabletsAWeek } from '@/core/programmes/feederKind'
import { type ProgrammeId, programmeOf } from '@/core/programmes/programme'
import { seeded } from '@/core/random'
import { DAY, HOUR, type Instant, MINUTE } from '@/core/time'
import type { Act } from '@/core/today/regimen'
import { type Today, today } from '@/core/today/today'
import type { Tub } from '@/core/tub/tub'
import { readWater } from '@/core/water/solveWater'
import { outsideWeeks } from '../core/outsideWeeks'
import { NOW, tubWith } from '../core/waters'

/** Members of what a lived journal teaches: few, for speed. */
const MEMBERS = 12
const TABLET_GRAMS = 20

/** A person who does what is asked, in the order asked, and nothing else; at a tub of other laws. */
export const livingBy = (programmeId: ProgrammeId, seed: number, given: Partial<Tub> = {}) => {
  const programme = programmeOf(programmeId)
  const tub = tubWith(programmeId, {
    fillWater: { source: 'town', totalAlkalinityPpm: 60 },
    ...given,
  })
  const random = seeded(seed)
  const fill = readWater(fillWaterOf(tub.fillWater, tub.setTemperatureCelsius))
  const real = outsideWeeks(
    tub.volumeLitres,
    {
      pH: fill.pH,
      totalAlkalinityPpm: fill.totalAlkalinityPpm,
      calciumHardnessPpm: fill.calciumHardnessPpm,
      saltPpm: fill.saltPpm,
    },
    { sanitizer: programme.sanitizer, random },
  )
  const journal: Entry[] = []
  let at: Instant = NOW
  const keep = (entry: NewEntry) => journal.push({ ...entry, id: journal.length + 1 } as Entry)
  const said = (): Today => {
    const past = inOrder(journal)
    return today({ id: 1, ensemble: ensembleOf(tub, past, at, MEMBERS) }, tub, past, at)
  }
  const pass = (until: Instant) => {
    if (until <= at) return
    real.advance((until - at) / HOUR)
    at = until
  }
  const pour = (product: ProductName, grams: number) => {
    real.dose(product, grams)
    keep({ kind: 'dose', at, body: { product, grams } })
  }
  const test = (quantities: readonly string[]) => {
    const readings = real.read(
      programme.tested.filter((one) => quantities.includes(one) || one === 'temperature'),
      'drops',
    )
    keep({ kind: 'test', at, body: { method: 'drops', readings } })
  }

  /** Carries out one act at its hour; false where it is not for a person at the tub. */
  const act = (one: Act): boolean => {
    pass(Math.max(at, one.due))
    switch (one.kind) {
      case 'dose':
        if (one.dose.kind === 'add') pour(one.dose.product, one.dose.grams)
        else if (one.dose.kind === 'aerate') {
          real.aerate(one.dose.minutes)
          keep({ kind: 'aeration', at, body: { minutes: one.dose.minutes } })
          at += one.dose.minutes * MINUTE
        } else return false
        if (one.step) keep({ kind: 'start', at, body: { step: one.step } })
        break
      case 'helper':
        for (const { product, grams } of one.doses) pour(product, grams)
        keep({ kind: 'chore', at, body: { chore: one.chore.id, outcome: 'done' } })
        break
      case 'test':
        test(one.quantities)
        break
      case 'feeder':
        if (one.move === 'load it') pour(tabletOf(), tabletsAWeek(tub.volumeLitres) * TABLET_GRAMS)
        else {
          const more = one.move === 'open a notch' || one.move === 'reopen' || one.move === 'boost'
          real.state.opening = one.move === 'shut' ? 0 : real.state.opening * (more ? 1.3 : 0.77)
          keep({ kind: 'feeder', at, body: { setting: real.state.opening } })
        }
        break
      case 'start-up':
        if (one.step === 'feeder' || one.step === 'floater')
          pour(tabletOf(), tabletsAWeek(tub.volumeLitres) * TABLET_GRAMS)
        if (one.step === 'cell on') real.state.cellPpmPerHour = 0.05
        if (one.step) keep({ kind: 'start', at, body: { step: one.step } })
        break
      case 'chore':
        keep({ kind: 'chore', at, body: { chore: one.chore.id, outcome: 'done' } })
        break
      case 'open':
        if (one.way !== 'wait') return false
        pass(one.until ?? at + 6 * HOUR)
        break
    }
    at += one.handsMinutes * MINUTE
    return true
  }
  const tabletOf = (): ProductName =>
    programme.dosedWith.find((product) => PRODUCTS[product].goes === 'in a feeder') ??
    'bromochlorodimethylhydantoin'

  return {
    tub,
    programme,
    real,
    journal,
    keep,
    said,
    act,
    pass,
    soak: (people: number, minutes: number) => {
      keep({ kind: 'soak', at, body: { people, minutes } })
      real.soak(people, minutes)
      pass(at + minutes * MINUTE)
    },
    now: () => at,
    elapsedDays: () => (at - NOW) / DAY,
    gap: (next: ProductName, before: ProductName) => gapMinutes(next, before, tub),
  }
}
