import { PRODUCT_NAMES, type ProductName } from '@/core'
import type { Store } from '@/store/database'
import { openVisit } from '@/store/visits'

/** Products that a visit under way leaves out: the plan does without them, in every place. */
export const leftOut = (store: Store, tubId: number, now: number): ProductName[] => {
  const skipped = openVisit(store, tubId, now)?.decisions.skipped ?? []
  return PRODUCT_NAMES.filter((product) =>
    skipped.some(({ key }) => key === `${tubId}:dose:${product}`),
  )
}
