import { refillView } from '@/server/refillView'
import type { TubView } from '@/server/views'
import { theStore } from '@/store/database'
import { dayAndClock, type Reader } from '@/words/words'

/** The planned or proposed change of water of a tub. */
export const loadRefill = (view: TubView, reader: Reader) =>
  refillView(theStore(), {
    tub: view.tub,
    journal: view.journal,
    estimate: view.estimate,
    planOptions: view.planOptions,
    stays: view.stays,
    planned: view.planned,
    now: view.now,
    say: (at) => dayAndClock(at, reader),
    zone: reader.timeZone,
  })
