import { ID, maybe, number, record, word } from '../../shape'
import { STAGE_IDS } from '../stageId'

/** How a change of water goes: its stages as they happen, and what was measured on the way. */
export const refill = {
  shape: record({
    /** Which planned change of water. */
    refill: ID,
    stage: word(STAGE_IDS),
    what: word(['begun', 'done', 'skipped', 'measured']),
    /** Of the water then. */
    celsius: maybe(number(0, 60, '°C')),
    /** By the meter. */
    litres: maybe(number(0, 100_000, 'L')),
    /** Measured: litres a minute, °C an hour. */
    perMinute: maybe(number(0, 100_000)),
    perHour: maybe(number(0, 1000)),
  }),
}
