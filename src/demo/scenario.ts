import {
  advanceEnsemble,
  copyEnsemble,
  DAY,
  type Entry,
  estimate,
  HOUR,
  type Instant,
  type Method,
  MINUTE,
  middle,
  type NewEntry,
  type ProgrammeId,
  planToday,
  programmeOf,
  type Quantity,
  sanitizerStepOf,
  seeded,
  startEnsemble,
  takeEntry,
  targetsNow,
} from '@/core'
import type { NewTub } from '@/store/tubs'
import { type Truth, virtualTub } from './virtualTub'

/** An invented guest house in an old lighthouse, with two tubs and people who mostly do what the plan says. */

interface Cast {
  tub: Omit<NewTub, 'createdAt'>
  truth: Truth
  seed: number
  /** How the story ends: days without care before now, and minutes since the last test. */
  neglectedDays: number
  /** Until this day guests came straight from the beach, lotion and all. */
  beachUntilDay: number
  /** The day on which all of the water was changed. */
  refillDay: number | undefined
  lastTestMinutesAgo: number
}

const DAYS = 70
/**
 * The evening on which the story is told, a Wednesday at 18:00. It is laid so that it ends at any other moment, whole as it is: the
 * same story on every date, weekday and hour, wherever it is told. Its evenings then fall on other hours of the clock.
 */
export const TOLD_AT = Date.UTC(2026, 4, 20, 18)
/** Four weeks in, the garden's people dose after a soak by what Pavrel says and not by the rule of the house. */
const TRUSTED_FROM = 28
/** Times what bathers usually bring. */
const FROM_THE_BEACH = 2
/** Nothing but the last care happens in the last hours of the story. */
const LAST_CARE = 6 * HOUR

const tubOf = (
  name: string,
  programme: ProgrammeId,
  {
    volumeLitres,
    setTemperatureCelsius,
    hardness,
  }: { volumeLitres: number; setTemperatureCelsius: number; hardness: number },
): Cast['tub'] => {
  const preset = programmeOf(programme).presets[0]
  return {
    name,
    place: 'Skerry House',
    volumeLitres,
    volumeBasis: { by: 'figure', litres: volumeLitres },
    programme,
    preset: preset.id,
    targets: preset.targets,
    fillWater: {
      source: 'well',
      pH: 7.4,
      totalAlkalinityPpm: 50,
      calciumHardnessPpm: hardness,
      copperPpm: 0.02,
      ironPpm: 0.05,
    },
    setTemperatureCelsius,
    units: { volume: 'litre', temperature: 'celsius', mass: 'gram' },
  }
}

const CAST: readonly Cast[] = [
  {
    tub: tubOf('North Deck', 'bromine tablets', {
      volumeLitres: 1320,
      setTemperatureCelsius: 38,
      hardness: 90,
    }),
    truth: { lossPerHour: 0.3 / 24, demandGramsPerPersonHour: 5, feedPerHour: 0.05 / 24 },
    seed: 1871,
    neglectedDays: 4,
    refillDay: undefined,
    beachUntilDay: 0,
    lastTestMinutesAgo: 6,
  },
  {
    tub: tubOf('Lamp Garden', 'granular chlorine', {
      volumeLitres: 1050,
      setTemperatureCelsius: 37.5,
      hardness: 90,
    }),
    truth: { lossPerHour: 0.18 / 24, demandGramsPerPersonHour: 5.5, feedPerHour: 0 },
    seed: 54,
    neglectedDays: 0,
    refillDay: 60,
    beachUntilDay: 34,
    lastTestMinutesAgo: 95,
  },
]

const NOTES: readonly (readonly [day: number, hour: number, text: string])[] = [
  [2, 11, 'Well pump serviced; first litres ran brown, let them go to the garden.'],
  [16, 9.5, 'Gale in the night, cover straps held.'],
  [31, 18, 'Family in the west room asks for the tub at 19:00 each evening.'],
  [47, 10, 'Filter rinsed until white, second set in.'],
  [60, 8.75, 'Fog signal test; guests amused.'],
  [67, 22.5, 'Overflow after the party, topped up by a third; jets were left on.'],
]

/** Seven nights of the week from Sunday: how likely somebody soaks. */
const BUSY = [0.75, 0.35, 0.3, 0.4, 0.5, 0.9, 0.95]

interface Story {
  tub: NewTub
  entries: NewEntry[]
}

interface Telling {
  world: ReturnType<typeof virtualTub>
  end: Instant
  add: (entry: NewEntry) => void
  test: (at: Instant, quantities: readonly Quantity[], method: Method) => void
  followPlan: (from: Instant, until?: Instant) => Instant
  /** What a whole test of this programme reads. */
  all: readonly Quantity[]
}

/** How a story stops: neglected and tested by a strip, or cared for and shown to be right. */
const ending = (
  cast: Cast,
  tub: NewTub,
  { world, end, add, test, followPlan, all }: Telling,
): void => {
  if (cast.neglectedDays > 0) {
    world.advance(end - HOUR)
    world.aerate(180)
    test(end, all, 'strip')
    return
  }
  // Cared for before the story stops: tested, dosed, topped up to the middle of the band, and shown to be right.
  let from = end - LAST_CARE + HOUR
  for (let round = 0; round < 2; round++) {
    test(from, all, 'drops')
    from = followPlan(from + 4 * MINUTE, end - 2 * HOUR) + 30 * MINUTE
    if (from >= end - 2 * HOUR) break
  }
  // Twice, for what bathers left goes on eating.
  for (const topUpAt of [end - 1.5 * HOUR, end - 0.5 * HOUR]) {
    world.advance(topUpAt)
    const truth = world.truth()
    const short = middle(targetsNow(tub, truth.cyanuricAcidPpm).sanitizer) - truth.freeChlorinePpm
    if (short > 0.3) {
      const grams = Math.round((short * tub.volumeLitres) / 554)
      world.dose('sodium dichlor dihydrate', grams)
      add({ kind: 'dose', at: topUpAt, body: { product: 'sodium dichlor dihydrate', grams } })
    }
    if (short < -0.4) {
      // Too much to get in by tonight: some of it goes with the water.
      const share = -short / truth.freeChlorinePpm
      world.topUp(share)
      add({ kind: 'water', at: topUpAt, body: { replacedFraction: Number(share.toFixed(2)) } })
    }
  }
  test(end, all, 'meter')
}

const told = (cast: Cast): Story => {
  const now = TOLD_AT
  const random = seeded(cast.seed)
  const firstDay = new Date(now).setUTCHours(0, 0, 0, 0) - DAYS * DAY
  const filled = firstDay + 10 * HOUR
  const tub: NewTub = { ...cast.tub, createdAt: filled }
  const programme = programmeOf(tub.programme)
  const world = virtualTub(tub, cast.truth, { start: filled, random })
  const journal: Entry[] = []
  const bromine = programme.sanitizer === 'bromine'
  const ensemble = startEnsemble(tub, 128, filled)
  const add = (entry: NewEntry) => {
    const one = { ...entry, id: journal.length + 1 } as Entry
    journal.push(one)
    if (entry.kind !== 'note') takeEntry(ensemble, tub, one)
  }
  /** What the house's own Pavrel would have said then. */
  const planned = (at: Instant) => {
    const known = copyEnsemble(ensemble)
    advanceEnsemble(known, tub, at)
    const state = estimate(tub, journal, at, known)
    return planToday(tub, journal, state).plan
  }

  const test = (at: Instant, quantities: readonly Quantity[], method: Method) => {
    world.advance(at)
    add({ kind: 'test', at, body: { method, readings: world.read(quantities, method) } })
  }
  /** Granules after a soak by what the tub has taught. */
  const afterSoak = (at: Instant): number => sanitizerStepOf(planned(at))?.grams ?? 0
  /** Does what the plan says, step after step, and answers when the last wait is over. */
  const followPlan = (from: Instant, until: Instant = now): Instant => {
    let at = from
    for (let i = 0; i < 6; i++) {
      const step = planned(at).steps[0]
      if (!step || at > until) break
      world.advance(at)
      if (step.kind === 'add') {
        const grams = Math.round(step.grams * (1 + 0.06 * (random() - 0.5)))
        world.dose(step.product, grams)
        add({
          kind: 'dose',
          at,
          body: { product: step.product, grams, plannedGrams: step.grams },
        })
        at += step.waitMinutes * MINUTE
      } else if (step.kind === 'aerate') {
        world.aerate(step.minutes)
        add({ kind: 'aeration', at, body: { minutes: step.minutes } })
        at += step.minutes * MINUTE
      }
    }
    return at
  }
  const tablets = (at: Instant, count: number) => {
    world.advance(at)
    world.dose('bromochlorodimethylhydantoin', 20 * count)
    add({
      kind: 'dose',
      at,
      body: { product: 'bromochlorodimethylhydantoin', grams: 20 * count },
    })
  }

  const all = programme.tested.filter((quantity) => quantity !== 'totalChlorine')
  const daily = all.filter(
    (quantity) => quantity !== 'calciumHardness' && quantity !== 'cyanuricAcid',
  )
  const short = daily.filter((quantity) => quantity !== 'totalAlkalinity')

  /** Fresh water, tested and balanced in up to three rounds. */
  const fill = (from: Instant) => {
    world.advance(from)
    world.refill()
    add({ kind: 'water', at: from, body: { replacedFraction: 1 } })
    let at = from + 9 * HOUR
    for (let round = 0; round < 3; round++) {
      test(at, all, 'drops')
      at = followPlan(at + 4 * MINUTE) + 35 * MINUTE
    }
    if (bromine) tablets(at, 3)
  }
  fill(filled)

  const end = now - cast.lastTestMinutesAgo * MINUTE
  for (let dayNumber = 1; dayNumber <= DAYS; dayNumber++) {
    const day = firstDay + dayNumber * DAY
    const weekday = new Date(day).getUTCDay()
    const beach = dayNumber < cast.beachUntilDay
    world.bring(beach ? FROM_THE_BEACH : 1)
    const cared = dayNumber < DAYS - cast.neglectedDays
    for (const [noteDay, hour, text] of NOTES)
      if (noteDay === dayNumber && bromine)
        add({ kind: 'note', at: day + hour * HOUR, body: { text } })
    if (dayNumber === cast.refillDay) {
      fill(day + 9 * HOUR)
      continue
    }
    if (bromine && weekday === 5 && cared) {
      const last = journal.findLast((entry) => entry.kind === 'test')
      const high = last?.kind === 'test' && (last.body.readings.bromine ?? 0) > 7
      if (!high) tablets(day + 9.5 * HOUR, 2)
    }

    const testAt = day + (16 + random() * 1.5) * HOUR
    const testDay = cared && (weekday === 0 || weekday === 5 || random() < 0.62)
    if (testDay && testAt < end - LAST_CARE) {
      const monthly = dayNumber % 28 === 0
      test(
        testAt,
        monthly ? all : weekday === 0 || random() < 0.4 ? daily : short,
        weekday === 0 ? 'drops' : 'strip',
      )
      followPlan(testAt + 5 * MINUTE)
    }
    const soakAt = day + (19.2 + random() * 2) * HOUR
    const people = 1 + Math.floor(random() * 3) + (weekday === 6 ? 1 : 0)
    const minutes = 5 * Math.round(4 + random() * 6)
    const partyDay = dayNumber === DAYS - 3 && cast.neglectedDays > 0
    if (
      !partyDay &&
      random() < (BUSY[weekday] ?? 0.5) &&
      soakAt + minutes * MINUTE < end - LAST_CARE
    ) {
      world.advance(soakAt)
      world.soak(people, minutes)
      add({ kind: 'soak', at: soakAt, body: { people, minutes } })
      const after = soakAt + (minutes + 6) * MINUTE
      if (cared) {
        // A rule of the house: so many grams for every person and half hour.
        const rule = Math.max(
          3,
          Math.round((people * minutes * (bromine ? 4 : beach ? 5.4 : 2.8)) / 30),
        )
        const grams = bromine || dayNumber <= TRUSTED_FROM ? rule : afterSoak(after)
        const product = bromine ? 'potassium monopersulfate' : 'sodium dichlor dihydrate'
        world.advance(after)
        if (grams > 0) {
          world.dose(product, grams)
          add({ kind: 'dose', at: after, body: { product, grams } })
        }
      }
    }
    if (dayNumber === DAYS - 3 && cast.neglectedDays > 0) {
      // The party: whatever weekday it falls on, it leaves the water without sanitizer.
      const party = { people: 7, minutes: 75 }
      const late = day + 22.5 * HOUR
      world.advance(late - 1.5 * HOUR)
      world.soak(party.people, party.minutes)
      add({ kind: 'soak', at: late - 1.5 * HOUR, body: party })
      world.advance(late)
      world.topUp(0.35)
      add({ kind: 'water', at: late, body: { replacedFraction: 0.35 } })
      world.aerate(240)
    }
  }

  ending(cast, tub, { world, end, add, test, followPlan, all })
  const entries = journal
    .filter((entry) => entry.at <= now)
    .map(({ kind, at: happened, body }) => ({ kind, at: happened, body }) as NewEntry)
  return { tub, entries }
}

/** A tub like the first, with nothing in its journal. */
export const demoTub = () =>
  tubOf('North Deck', 'bromine tablets', {
    volumeLitres: 1320,
    setTemperatureCelsius: 38,
    hardness: 90,
  })

let stories: readonly Story[] | undefined

/** Ten weeks of two tubs, ending at `now`: told once, and moved there. */
export const scenario = (now: Instant): Story[] => {
  stories ??= CAST.map(told)
  const later = now - TOLD_AT
  return stories.map(({ tub, entries }) => ({
    tub: { ...tub, createdAt: tub.createdAt + later },
    entries: entries.map((entry) => ({ ...entry, at: entry.at + later })),
  }))
}
