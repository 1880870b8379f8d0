import { dosePlan } from '@/core/advice/plan'
import { SANITIZER_AIM } from '@/core/advice/requiredChange'
import { ENOUGH_READINGS } from '@/core/estimate/estimate'
import { advanceEnsemble } from '@/core/estimate/learning/advanceEnsemble'
import { startEnsemble, takeEntry } from '@/core/estimate/learning/ensemble'
import { copyEnsemble } from '@/core/estimate/learning/ensembleState'
import { estimateNow } from '@/core/estimate/learning/estimateNow'
import type { Entry, NewEntry } from '@/core/journal/entry'
import { ppmPerUnit } from '@/core/products/doseTarget'
import { PRODUCTS } from '@/core/products/product'
import { type ProgrammeId, programmeOf } from '@/core/programmes/programme'
import { normal, seeded } from '@/core/random'
import { type Method, readingError } from '@/core/testing/quantity'
import { DAY, HOUR, MINUTE } from '@/core/time'
import { closures } from '@/core/today/closures'
import { residualFloor } from '@/core/tub/targetsNow'
import type { Tub } from '@/core/tub/tub'
import { drawRates, OUTSIDE_KINDS, outsideTub } from './outsideTub'

const START = Date.UTC(2026, 2, 1, 8)
const MEMBERS = 96

export interface Moment {
  stage: 'new' | 'known'
  /** Of the floor. */
  truth: number
  ready: boolean
  /** The last thing that happened was a test, not a day ago: what is left is for the estimate to say. */
  tested: boolean
}

/** A house at a tub that obeys other laws, and what was said and true at every hour of its weeks. */
export const livedMoments = (
  programmeId: ProgrammeId,
  seed: number,
  { method, days }: { method: Method; days: number },
): Moment[] => {
  const random = seeded(7000 + seed)
  const programme = programmeOf(programmeId)
  const { sanitizer } = programme
  const kind = OUTSIDE_KINDS[programmeId]
  if (!kind) throw new Error(`no outside tub of ${programmeId}`)
  const tub: Tub = {
    volumeLitres: 900 + 700 * random(),
    programme: programmeId,
    targets: programme.presets[0].targets,
    fillWater: { source: 'town' },
    setTemperatureCelsius: 38,
  }
  const target = (tub.targets.sanitizer.low + tub.targets.sanitizer.high) / 2
  const world = outsideTub(drawRates(kind, tub.volumeLitres, target, random), random)
  const journal: Entry[] = []
  const ensemble = startEnsemble(tub, MEMBERS, START)
  const hours = (at: number) => (at - START) / HOUR
  const keep = (entry: NewEntry) => {
    const one = { ...entry, id: journal.length + 1 } as Entry
    journal.push(one)
    takeEntry(ensemble, tub, one)
  }
  const stateAt = (at: number) => {
    const known = copyEnsemble(ensemble)
    advanceEnsemble(known, tub, at)
    return estimateNow(tub, journal, at, known)
  }
  const test = (at: number) => {
    world.advance(hours(at))
    const truth = world.residual()
    const read = Math.max(0, truth + readingError(sanitizer, method, truth) * normal(random))
    const step = method === 'strip' ? 0.5 : 0.2
    keep({
      kind: 'test',
      at,
      body: {
        method,
        readings: {
          [sanitizer]: Math.round(read / step) * step,
          pH: 7.5 + 0.05 * normal(random),
          totalAlkalinity: 95,
        },
      },
    })
  }
  const pour = (at: number) => {
    const known = stateAt(at)
    for (const step of dosePlan(known.tub, journal, known.estimate).steps) {
      if (step.kind !== 'add') continue
      const perGram = ppmPerUnit(PRODUCTS[step.product].perGram, SANITIZER_AIM[sanitizer]) * 1000
      world.advance(hours(at))
      world.add((perGram * step.grams) / tub.volumeLitres)
      keep({ kind: 'dose', at, body: { product: step.product, grams: step.grams } })
    }
  }
  const moments: Moment[] = []
  let from = START
  const watch = (until: number) => {
    for (let at = Math.ceil(from / HOUR) * HOUR; at < until; at += HOUR) {
      if (at <= from) continue
      world.advance(hours(at))
      const known = stateAt(at)
      const last = journal.findLast((entry) => entry.kind !== 'note')
      moments.push({
        stage: known.learnt.readings >= ENOUGH_READINGS ? 'known' : 'new',
        truth: world.residual() / residualFloor(known.tub, known.estimate.reading.cyanuricAcidPpm),
        ready: closures(known.tub, journal, known.estimate).length === 0,
        tested: last?.kind === 'test' && at - last.at < DAY,
      })
    }
    from = until
  }
  keep({ kind: 'water', at: START, body: { replacedFraction: 1 } })
  if (sanitizer === 'bromine')
    keep({ kind: 'dose', at: START + HOUR, body: { product: 'sodium bromide', grams: 60 } })
  for (let day = 0; day < days; day++) {
    const evening = START + day * DAY + (9 + 2 * random()) * HOUR
    watch(evening)
    if (kind.floater && day % 7 === 0) {
      world.load()
      keep({
        kind: 'dose',
        at: evening,
        body: { product: 'bromochlorodimethylhydantoin', grams: 60 },
      })
    }
    if (random() < 0.85) {
      test(evening)
      const before = journal.length
      pour(evening + 3 * MINUTE)
      if (journal.length > before) {
        watch(evening + 45 * MINUTE)
        test(evening + 45 * MINUTE)
      }
    }
    const soakAt = evening + 1.5 * HOUR
    if (random() < 0.5) {
      watch(soakAt)
      const people = 1 + Math.floor(3 * random())
      const minutes = 20 + Math.round(25 * random())
      world.advance(hours(soakAt))
      world.soak((people * minutes) / 60)
      keep({ kind: 'soak', at: soakAt, body: { people, minutes } })
      watch(soakAt + minutes * MINUTE)
      // After every second soak they test and dose at once.
      if (random() < 0.5) {
        test(soakAt + (minutes + 5) * MINUTE)
        pour(soakAt + (minutes + 8) * MINUTE)
      }
    }
  }
  return moments
}

export interface Readiness {
  moments: number
  ready: number
  /** Of the ready moments, the share truly below four fifths and below half of the floor. */
  belowFourFifths: number
  belowHalf: number
  lowest: number
  /** Of the truly good moments with a test of the last day as the last thing: told yes or probably. */
  told: number
  /** The same of those with a fifth to spare, where no kit's misreading hides them. */
  toldWell: number
}

export const readinessOf = (moments: readonly Moment[]): Readiness => {
  const ready = moments.filter((one) => one.ready)
  const good = moments.filter((one) => one.tested && one.truth >= 1)
  const well = good.filter(({ truth }) => truth >= 1.2)
  const share = (part: number, all: number) => (all > 0 ? part / all : 0)
  return {
    moments: moments.length,
    ready: ready.length,
    belowFourFifths: share(ready.filter(({ truth }) => truth < 0.8).length, ready.length),
    belowHalf: share(ready.filter(({ truth }) => truth < 0.5).length, ready.length),
    lowest: Math.min(...ready.map(({ truth }) => truth)),
    told: share(good.filter((one) => one.ready).length, good.length),
    toldWell: share(well.filter((one) => one.ready).length, well.length),
  }
}
