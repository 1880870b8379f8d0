import { PRODUCT_NAMES } from '../../products/product'
import { MOMENT, maybe, number, record, text, type ValueOf, word } from '../../shape'
import type { ChoreId } from '../choreId'

/** A chore that was done, left out, or put off to another day. */
export const chore = {
  shape: record({
    chore: text<ChoreId>(40),
    /** What its people call it, where it is one of their own. */
    name: maybe(text(100)),
    outcome: word(['done', 'skipped', 'postponed']),
    /** Why it was left out, or what was seen. */
    note: maybe(text(2000)),
    /** The day it was moved to. */
    until: maybe(MOMENT),
    /** What it took from the shelf. */
    used: maybe(record({ product: word(PRODUCT_NAMES), grams: number(0, 200_000, 'g') })),
  }),
}
export type ChoreBody = ValueOf<typeof chore.shape>
