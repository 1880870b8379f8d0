import { type Entry, isKind } from '../journal/entry'
import { loadOf } from '../journal/load'
import { feederOf } from '../programmes/feederKind'
import { programmeOf } from '../programmes/programme'
import { HOUR, MINUTE } from '../time'
import type { Tub } from '../tub/tub'
import { BROMINE_G_PER_MOL, CHLORINE_G_PER_MOL } from '../water/constants'
import { estimate as estimateAt } from './estimate'
import { LINGERS_HOURS } from './forecast'
import { demandMmol } from './learning/kinetics'
import { demandOf } from './rates'
import { quantityOf } from './testedWater'

/** Less than a drop test shows. */
const TRIFLE_PPM = 0.1

/**
 * Of what the soaks since the last dose or water change brought, the part that still waits in the water, ppm of the sanitizer: what the
 * residual was too small for, and after a test, which counts only what is left of the residual, what had not met it by then. For tubs
 * where too little was read for their own kinetics; none where a feeder or cell meets it.
 */
export const unmetDemandPpm = (tub: Tub, journal: readonly Entry[], now: number): number => {
  const { sanitizer } = programmeOf(tub.programme)
  if ((sanitizer !== 'freeChlorine' && sanitizer !== 'bromine') || feederOf(tub.programme)) return 0
  const past = journal.filter(({ at }) => at <= now)
  const latest = (...kinds: Entry['kind'][]) =>
    past.reduce(
      (last, { kind, at }) => (kinds.includes(kind) && at > last ? at : last),
      Number.NEGATIVE_INFINITY,
    )
  const answered = latest('dose', 'water')
  const tested = latest('test')
  const soaks = past
    .filter(isKind('soak'))
    .map(({ at, body }) => ({ at, end: at + body.minutes * MINUTE, body }))
    .filter(({ at, end }) => at > answered && end <= now)
  if (soaks.length === 0) return 0
  const gramsPerMol = sanitizer === 'bromine' ? BROMINE_G_PER_MOL : CHLORINE_G_PER_MOL
  const broughtPpm = (load: number) =>
    demandMmol(demandOf(tub).mean * load, tub.volumeLitres) * gramsPerMol
  const since = soaks.filter(({ at }) => at > tested)
  const sinceLoad = since.reduce((sum, { body }) => sum + loadOf(body), 0)
  // What was read at the test is there beside what still waits for it.
  const waiting = soaks
    .filter(({ at }) => at <= tested)
    .map(({ end, body }) => {
      const hours = Math.max(0, tested - end) / HOUR
      return broughtPpm(loadOf(body)) * Math.exp(-hours / LINGERS_HOURS)
    })
    .reduce((sum, ppm) => sum + ppm, 0)
  if (since.length === 0) return waiting < TRIFLE_PPM ? 0 : waiting
  const before = estimateAt(tub, past, Math.min(...since.map(({ at }) => at)) - 1)
  return Math.max(0, waiting + broughtPpm(sinceLoad) - quantityOf(before.reading, sanitizer))
}
