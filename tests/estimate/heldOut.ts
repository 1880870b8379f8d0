import { advanceEnsemble } from '@/core/estimate/learning/advanceEnsemble'
import { expectedOf, startEnsemble, takeEntry } from '@/core/estimate/learning/ensemble'
import { copyEnsemble } from '@/core/estimate/learning/ensembleState'
import { quantityOf } from '@/core/estimate/testedWater'
import type { Entry, NewEntry } from '@/core/journal/entry'
import type { ProductName } from '@/core/products/product'
import { type ProgrammeId, programmeOf } from '@/core/programmes/programme'
import { normal, seeded } from '@/core/random'
import { DAY, HOUR, MINUTE } from '@/core/time'
import type { Tub } from '@/core/tub/tub'
import { BROMINE_G_PER_MOL, CHLORINE_G_PER_MOL } from '@/core/water/constants'
import { type Truth, virtualTub } from '@/demo/virtualTub'

export interface HeldOut {
  tub: Tub
  truth: Truth
  journal: Entry[]
  /** What was true each day at the time of testing, before anything was done; bathersDemand in mmol/L of sanitizer. */
  truths: { at: number; sanitizer: number; pH: number; bathersDemand: number }[]
}

const START = Date.UTC(2026, 0, 1, 10)
const TESTED_AT = 6 * HOUR

export interface House {
  days?: number
  /** How often its people test by strip, the rest by drops. */
  strips?: number
  /** How much one soak differs from another, of its demand. */
  soakScatter?: number
  /** A dose that was weighed is off by so much. */
  doseScatter?: number
  /** How likely somebody is in on a day. */
  busy?: number
}

/** A virtual tub with rates drawn from what tubs are like, its people's tests, doses and soaks, and what was true. */
export const heldOutTub = (
  seed: number,
  { days = 50, strips = 0.5, soakScatter = 0.25, doseScatter = 0.1, busy = 0.6 }: House = {},
): HeldOut => {
  const random = seeded(1000 + seed)
  const programme: ProgrammeId = seed % 2 ? 'granular chlorine' : 'bromide bank with oxidiser'
  const { sanitizer, presets } = programmeOf(programme)
  const bromine = sanitizer === 'bromine'
  const tub: Tub = {
    volumeLitres: 900 + 800 * random(),
    programme,
    targets: presets[0].targets,
    fillWater: {
      source: 'town',
      pH: 7.6,
      totalAlkalinityPpm: 80 + 40 * random(),
      calciumHardnessPpm: 120,
    },
    setTemperatureCelsius: 38,
  }
  const truth: Truth = {
    lossPerHour: (0.22 / 24) * Math.exp(0.4 * normal(random)),
    demandGramsPerPersonHour: 6 * Math.exp(0.35 * normal(random)),
    feedPerHour: 0,
    transfer: Math.exp(0.4 * normal(random)),
    clearsPerHour: 0.03 * Math.exp(0.5 * normal(random)),
    filterFouling: 0.015 * Math.exp(0.5 * normal(random)),
    soakScatter,
  }
  const world = virtualTub(tub, truth, { start: START, random, scatter: 1 })
  world.refill()
  const entries: NewEntry[] = [{ kind: 'water', at: START, body: { replacedFraction: 1 } }]
  const truths: HeldOut['truths'] = []
  const spoon = () => 1 + doseScatter * normal(random)
  const dose = (product: ProductName, grams: number, at: number) => {
    world.advance(at)
    world.dose(product, grams * spoon())
    entries.push({ kind: 'dose', at, body: { product, grams } })
  }
  const oxidiser: ProductName = bromine ? 'potassium monopersulfate' : 'sodium dichlor dihydrate'
  if (bromine) dose('sodium bromide', 80, START + HOUR)
  for (let d = 1; d <= days; d++) {
    const day = START + d * DAY
    const at = day + TESTED_AT
    world.advance(at)
    truths.push({
      at,
      sanitizer: quantityOf(world.truth(), sanitizer),
      pH: world.truth().pH,
      bathersDemand: world.bathersDemand(),
    })
    if (d % 7 === 3) {
      world.rinse()
      entries.push({ kind: 'chore', at, body: { chore: 'filter rinse', outcome: 'done' } })
    }
    if (random() < 0.6) {
      const method = random() < strips ? 'strip' : 'drops'
      const readings = world.read([sanitizer, 'pH', 'totalAlkalinity'], method)
      entries.push({ kind: 'test', at, body: { method, readings } })
      const short = (bromine ? 5 : 4) - (readings[sanitizer] ?? 0)
      if (short > 0)
        dose(
          oxidiser,
          ((short / (bromine ? 159.8 : 70.9)) * tub.volumeLitres) / (bromine ? 3.25 : 7.8),
          at + MINUTE,
        )
      const alkalinity = readings.totalAlkalinity ?? 90
      if (alkalinity < 65)
        dose(
          'sodium bicarbonate',
          ((90 - alkalinity) * tub.volumeLitres * 1.68) / 1000,
          at + 2 * MINUTE,
        )
      if ((readings.pH ?? 7.5) > 7.8)
        dose('sodium bisulfate', (15 * tub.volumeLitres) / 1000, at + 3 * MINUTE)
    }
    if (random() < busy) {
      const soakedAt = day + (10 + random()) * HOUR
      const people = 1 + Math.floor(3 * random())
      const minutes = 20 + Math.round(30 * random())
      world.advance(soakedAt)
      world.soak(people, minutes)
      entries.push({ kind: 'soak', at: soakedAt, body: { people, minutes } })
      dose(oxidiser, ((people * minutes) / 30) * (bromine ? 12 : 6), soakedAt + minutes * MINUTE)
    }
  }
  const journal = entries
    .toSorted((a, b) => a.at - b.at)
    .map((entry, i) => ({ ...entry, id: i + 1 }) as Entry)
  return { tub, truth, journal, truths }
}

export interface Outcome {
  quantity: 'sanitizer' | 'pH'
  hours: 24 | 72
  inside: boolean
  error: number
  /** Of "the last reading is still true", and of the line through the last two. */
  lastError: number
  lineError: number
  /** Of one who knew the true state and rates, and only not how each soak and dose came out; sanitizer alone. */
  leastError: number | undefined
}

/** What one would say who knew the tub's rates and its state at `from`, and took every soak and dose as it stands in the journal. */
const knowing = (
  { tub, truth, journal, truths }: HeldOut,
  from: number,
  until: number,
): number | undefined => {
  const start = truths.find(({ at }) => at === from)
  if (!start) return undefined
  const { sanitizer } = programmeOf(tub.programme)
  const gramsPerMol = sanitizer === 'bromine' ? BROMINE_G_PER_MOL : CHLORINE_G_PER_MOL
  const world = virtualTub(
    tub,
    { ...truth, soakScatter: 0 },
    {
      start: from,
      random: () => 0.5,
      scatter: 1,
      begin: (water) => ({
        ...water,
        [sanitizer === 'bromine' ? 'bromineMmol' : 'freeChlorineMmol']:
          start.sanitizer / gramsPerMol,
        bromideMmol: sanitizer === 'bromine' ? 5 : 0,
      }),
      bathersDemandMmol: start.bathersDemand,
    },
  )
  for (const entry of journal) {
    if (entry.at < from || entry.at >= until) continue
    if (entry.kind === 'dose' && entry.at > from) {
      world.advance(entry.at)
      world.dose(entry.body.product, entry.body.grams)
    }
    if (entry.kind === 'soak') {
      world.advance(entry.at)
      world.soak(entry.body.people, entry.body.minutes)
    }
  }
  world.advance(until)
  return quantityOf(world.truth(), sanitizer)
}

/** Forecasts from every test after twelve days, with what was then done known, against what was true. */
export const forecastsOf = (held: HeldOut, members: number): Outcome[] => {
  const { tub, journal, truths } = held
  const { sanitizer } = programmeOf(tub.programme)
  const ensemble = startEnsemble(tub, members, START)
  const outcomes: Outcome[] = []
  journal.forEach((entry, i) => {
    takeEntry(ensemble, tub, entry)
    if (entry.kind !== 'test' || entry.at < START + 12 * DAY) return
    const previous = journal.slice(0, i).findLast((one) => one.kind === 'test')
    for (const hours of [24, 72] as const) {
      const then = truths.find(({ at }) => at === entry.at + hours * HOUR)
      if (!then) continue
      const ahead = copyEnsemble(ensemble)
      for (const coming of journal.slice(i + 1))
        if (coming.at < then.at && coming.kind !== 'test') takeEntry(ahead, tub, coming)
      advanceEnsemble(ahead, tub, then.at)
      const least = knowing(held, entry.at, then.at)
      for (const [quantity, read, truth] of [
        ['sanitizer', sanitizer, then.sanitizer],
        ['pH', 'pH', then.pH],
      ] as const) {
        const spread = expectedOf(ahead, tub, read)
        const last = entry.body.readings[read]
        if (!spread || last === undefined) continue
        const before = previous?.kind === 'test' ? previous.body.readings[read] : undefined
        const line =
          before === undefined || !previous
            ? last
            : last + ((last - before) * (then.at - entry.at)) / (entry.at - previous.at)
        outcomes.push({
          quantity,
          hours,
          inside: truth >= spread.low && truth <= spread.high,
          error: Math.abs(spread.median - truth),
          lastError: Math.abs(last - truth),
          lineError: Math.abs(line - truth),
          leastError:
            quantity === 'sanitizer' && least !== undefined ? Math.abs(least - truth) : undefined,
        })
      }
    }
  })
  return outcomes
}
