import { type Entry, isKind } from '../journal/entry'
import type { Incompatibility } from '../products/incompatibilities'
import { PRODUCTS, type ProductName } from '../products/product'

/** Why tablets may not go into the feeder: it last held others. The journal knows only what was logged. */
export const feederIncompatibility = (
  journal: readonly Entry[],
  product: ProductName,
): Incompatibility | undefined => {
  if (PRODUCTS[product].goes !== 'in a feeder') return undefined
  const last = journal
    .filter(isKind('dose'))
    .filter(({ body }) => PRODUCTS[body.product].goes === 'in a feeder')
    .reduce<{ at: number; product: ProductName } | undefined>(
      (latest, { at, body }) =>
        !latest || at >= latest.at ? { at, product: body.product } : latest,
      undefined,
    )
  if (!last || last.product === product) return undefined
  return { kind: 'never', code: 'feeder held another', held: last.product }
}
