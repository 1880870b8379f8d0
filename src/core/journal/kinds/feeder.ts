import { FLAG, maybe, number, record } from '../../shape'

/** What was set at a feeder or a cell, and what was found in it. */
export const feeder = {
  shape: record({
    /** Opening in notches, or the level of a cell's output. */
    setting: maybe(number(0, 100)),
    tabletsLeft: maybe(number(0, 50)),
    boost: maybe(FLAG),
  }),
}
