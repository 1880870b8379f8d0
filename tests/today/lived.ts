import { feederIncompatibility } from '@/core/advice/feederIncompatibility'
import { gapMinutes } from '@/core/advice/handling'
import { estimate } from '@/core/estimate/estimate'
import { ensembleOf } from '@/core/estimate/learning/ensemble'
import { fillWaterOf } from '@/core/estimate/testedWater'
import { type Entry, inOrder, type NewEntry } from '@/core/journal/entry'
import { incompatibilityIn } from '@/core/products/incompatibilities'
import { PRODUCTS, type ProductName } from '@/core/products/product'
import { feederOf, hasChlorinePart, tabletsAWeek } from '@/core/programmes/feederKind'
import { type ProgrammeId, programmeOf } from '@/core/programmes/programme'
import { seeded } from '@/core/random'
import type { Method, Readings } from '@/core/testing/quantity'
import { DAY, HOUR, type Instant, MINUTE } from '@/core/time'
import type { House } from '@/core/today/house'
import type { Act } from '@/core/today/regimen'
import { type Today, today } from '@/core/today/today'
import type { Tub } from '@/core/tub/tub'
import { readWater } from '@/core/water/solveWater'
import { outsideWeeks } from '../core/outsideWeeks'
import { NOW, tubWith } from '../core/waters'

/** Members of what a lived journal teaches: few, for speed. */
const MEMBERS = 32
const TABLET_GRAMS = 20
/** Of the hardness, in a day. Assumed. */
const BAG_TAKES = 0.6
/** What a cell gives at the output its maker names for a tub. Assumed. */
const CELL_PPM_PER_HOUR = 0.05

/** A person who does what is asked, in the order asked, and nothing else; at a tub of other laws. */
export const livingBy = (
  programmeId: ProgrammeId,
  seed: number,
  {
    method = 'drops',
    misread = (readings) => readings,
    ...given
  }: Partial<Tub> & {
    method?: Method
    /** What is written down of what the kit showed, the first time, the second… */
    misread?: (readings: Readings, nth: number) => Readings
  } = {},
) => {
  const programme = programmeOf(programmeId)
  const tub = tubWith(programmeId, {
    fillWater: { source: 'town', totalAlkalinityPpm: 60 },
    ...given,
  })
  const cell = feederOf(programmeId) === 'cell' || hasChlorinePart(programmeId)
  const random = seeded(seed)
  const fill = readWater(fillWaterOf(tub.fillWater, tub.setTemperatureCelsius))
  const filled = {
    pH: fill.pH,
    totalAlkalinityPpm: fill.totalAlkalinityPpm,
    calciumHardnessPpm: fill.calciumHardnessPpm,
    saltPpm: fill.saltPpm,
  }
  const real = outsideWeeks(tub.volumeLitres, filled, { sanitizer: programme.sanitizer, random })
  const journal: Entry[] = []
  let at: Instant = NOW
  let tests = 0
  /** Of the feeder, when it was shut. */
  let before = 1
  const keep = (entry: NewEntry) => journal.push({ ...entry, id: journal.length + 1 } as Entry)
  const said = (house: House = {}): Today => {
    const past = inOrder(journal)
    return today({ id: 1, ensemble: ensembleOf(tub, past, at, MEMBERS), ...house }, tub, past, at)
  }
  const pass = (until: Instant) => {
    if (until <= at) return
    real.advance((until - at) / HOUR)
    at = until
  }
  /** What must never meet, poured together all the same. */
  const met: string[] = []
  const pour = (product: ProductName, grams: number) => {
    const past = inOrder(journal)
    const { water } = estimate(tub, past, at, ensembleOf(tub, past, at, MEMBERS))
    const meeting = incompatibilityIn(water, product) ?? feederIncompatibility(journal, product)
    if (meeting?.kind === 'never') met.push(`${product}: ${meeting.code}`)
    real.dose(product, grams)
    keep({ kind: 'dose', at, body: { product, grams } })
  }
  const test = (quantities: readonly string[]) => {
    const asked = programme.tested.filter((one) => quantities.includes(one))
    // The display shows how warm it is.
    const read = misread(real.read(asked, method), tests++)
    const readings = { ...read, temperature: tub.setTemperatureCelsius }
    keep({ kind: 'test', at, body: { method, readings } })
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
        } else {
          real.replace(one.dose.fraction, filled)
          keep({ kind: 'water', at, body: { replacedFraction: one.dose.fraction } })
        }
        if (one.step) keep({ kind: 'start', at, body: { step: one.step } })
        break
      case 'helper':
        for (const { product, grams } of one.doses) pour(product, grams)
        keep({ kind: 'chore', at, body: { chore: one.chore.id, outcome: 'done' } })
        break
      case 'test':
        // The bag has hung in it for a day.
        if (one.step === 'soften' && journal.some(({ kind }) => kind === 'test'))
          real.soften(BAG_TAKES)
        test(one.quantities)
        break
      case 'feeder':
        if (one.move === 'load it') pour(tabletOf(), tabletsAWeek(tub.volumeLitres) * TABLET_GRAMS)
        else {
          const { opening } = real.state
          const moved = {
            shut: 0,
            reopen: before / 1.3,
            'open a notch': opening * 1.3,
            boost: opening * 1.3,
            'close a notch': opening / 1.3,
          }[one.move as string]
          if (one.move === 'shut') before = opening
          real.state.opening = moved ?? opening
          if (cell) real.state.cellPpmPerHour = CELL_PPM_PER_HOUR * real.state.opening
          keep({ kind: 'feeder', at, body: { setting: real.state.opening } })
        }
        break
      case 'start-up':
        if (one.step === 'feeder' || one.step === 'floater')
          pour(tabletOf(), tabletsAWeek(tub.volumeLitres) * TABLET_GRAMS)
        if (one.step === 'cartridge' && hasChlorinePart(programmeId))
          real.state.cellPpmPerHour = CELL_PPM_PER_HOUR
        if (one.step === 'cell on') real.state.cellPpmPerHour = CELL_PPM_PER_HOUR
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
    met,
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
