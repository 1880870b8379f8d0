import { refillView } from '@/server/refillView'
import type { TubView } from '@/server/views'
import { theStore } from '@/store/database'
import type { DisplayPreferences } from '@/words/words'

/** The planned or proposed change of water of a tub. */
export const loadRefill = (view: TubView, preferences: DisplayPreferences) =>
  refillView(theStore(), {
    tub: view.tub,
    journal: view.journal,
    estimate: view.estimate,
    planOptions: view.planOptions,
    stays: view.stays,
    planned: view.planned,
    now: view.now,
    zone: preferences.timeZone,
  })
