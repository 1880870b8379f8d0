import { moveClock } from '../scripts/clock.cjs'

/** Unit tests begin at a moment of their own, whatever the wall clock says: an evening in the middle of a week. */
const BEGINNING = process.env.PAVREL_CLOCK ?? '2026-05-20T18:05:00Z'
moveClock(new Date(BEGINNING).getTime() - Date.now())
