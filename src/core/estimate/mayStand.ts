import { feederOf } from '../programmes/feederKind'
import type { ProgrammeId } from '../programmes/programme'
import type { SanitizerQuantity } from '../testing/quantity'
import { HOUR } from '../time'
import type { Estimate } from './estimate'

/** A residual may be so far below its floor before it is called lost: four fifths. */
const STILL_STANDS = 0.8
/** So long a reading is as good as its kit, if nobody has been in since. */
export const FRESH_HOURS = 0.75

/** So long a test shows what is there, unless somebody has been in since. */
export const SHOWS_HOURS = 6

/** What bathers left goes on taking sanitizer overnight; assumed. */
const LINGERS = 12 * HOUR
/** A feeder has shown that it holds the level where nothing went in by hand for so long; assumed. */
const SHOWS_FEEDER = 36 * HOUR
const FEW_HOURS = 3
/** Until so many readings a feeder is not known. */
const FEW_READINGS = 20

/** Whether so much, ppm, is not called lost: what nine in ten lie above, or what was read. */
export const stillStands = (ppm: number, floor: number): boolean => ppm >= STILL_STANDS * floor

/**
 * Whether a residual still stands although time, doses and bathers have gone over it since it was read: nine in ten of the tubs it
 * may be hold four fifths of the floor, by all that was read and done here and with the spread of a tub nobody knows where little
 * was. A fresh reading is taken as it is, its error being the kit's, so that one at the floor opens the tub. Where a feeder holds the
 * level, what was read last has to carry it too, for feeders run empty; nobody knows what bathers take of peroxide, so a soak ends
 * its reading. Judged on tubs of other laws in tests/outside; figures in docs/estimate.md.
 */
export const mayStand = ({
  programme,
  sanitizer,
  estimate,
  floor,
  lastSoak,
  lastDose,
}: {
  programme: ProgrammeId
  sanitizer: SanitizerQuantity
  estimate: Estimate
  floor: number
  lastSoak: number
  lastDose: number
}): boolean => {
  const one = estimate.quantities[sanitizer]
  if (!one.lastReading || one.ageHours === undefined) return false
  const soaked = lastSoak >= one.lastReading.at
  if (!soaked && one.ageHours <= FRESH_HOURS) return true
  if (sanitizer === 'peroxide' && soaked) return false
  const { residualTail, taughtBy } = estimate
  if (feederOf(programme)) {
    if (one.value - one.driftDeviation < STILL_STANDS * floor) return false
    // Nobody knows yet what it gives against what bathers left; a level that a hand has brought up says nothing of it.
    const lingers = lastSoak > one.lastReading.at - LINGERS
    const byHand = lastDose > one.lastReading.at - SHOWS_FEEDER
    if (taughtBy < FEW_READINGS && (lingers || byHand) && one.ageHours > FEW_HOURS) return false
  }
  return stillStands(residualTail, floor)
}
