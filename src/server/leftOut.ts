import { PRODUCT_NAMES, type ProductName } from '@/core'
import type { VisitRow } from '@/store/visits'

/** Products that a visit under way leaves out: the plan does without them, in every place. */
export const leftOutOf = (row: VisitRow | undefined, tubId: number): ProductName[] => {
  const skipped = row?.decisions.skipped ?? []
  return PRODUCT_NAMES.filter((product) =>
    skipped.some(({ key }) => key === `${tubId}:dose:${product}`),
  )
}
