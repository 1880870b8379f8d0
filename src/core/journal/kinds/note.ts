import { maybe, record, text, word } from '../../shape'

export const note = {
  shape: record({
    text: text(10_000),
    /** Somebody stands by the log of a month, as it was then. */
    signs: maybe(record({ month: text(7), name: text(60), digest: text(16) })),
    /** The tub lost its power then, or had it back. */
    power: maybe(word(['off', 'back'])),
  }),
}
