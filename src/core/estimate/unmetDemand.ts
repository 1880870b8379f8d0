import { type Entry, isKind } from '../journal/entry'
import { loadOf } from '../journal/load'
import { feederOf } from '../programmes/feederKind'
import { programmeOf } from '../programmes/programme'
import { MINUTE } from '../time'
import type { Tub } from '../tub/tub'
import { BROMINE_G_PER_MOL, CHLORINE_G_PER_MOL } from '../water/constants'
import { estimate as estimateAt } from './estimate'
import { demandMmol } from './learning/kinetics'
import { demandOf } from './rates'
import { quantityOf } from './testedWater'

/**
 * Of what the soaks since the last dose, test or water change brought, the part that the residual was too small for and that still
 * waits in the water, ppm of the sanitizer: where too little was read for this tub's own kinetics. None where a feeder or cell meets it.
 */
export const unmetDemandPpm = (tub: Tub, journal: readonly Entry[], now: number): number => {
  const { sanitizer } = programmeOf(tub.programme)
  if ((sanitizer !== 'freeChlorine' && sanitizer !== 'bromine') || feederOf(tub.programme)) return 0
  const past = journal.filter(({ at }) => at <= now)
  const answered = past
    .filter(({ kind }) => kind === 'dose' || kind === 'water' || kind === 'test')
    .reduce((latest, { at }) => Math.max(latest, at), Number.NEGATIVE_INFINITY)
  const soaks = past
    .filter(isKind('soak'))
    .filter(({ at, body }) => at > answered && at + body.minutes * MINUTE <= now)
  const first = soaks.reduce((earliest, { at }) => Math.min(earliest, at), Number.POSITIVE_INFINITY)
  if (soaks.length === 0) return 0
  const load = soaks.reduce((sum, { body }) => sum + loadOf(body), 0)
  const before = estimateAt(tub, past, first - 1)
  const gramsPerMol = sanitizer === 'bromine' ? BROMINE_G_PER_MOL : CHLORINE_G_PER_MOL
  const broughtPpm = demandMmol(demandOf(tub).mean * load, tub.volumeLitres) * gramsPerMol
  return Math.max(0, broughtPpm - quantityOf(before.reading, sanitizer))
}
