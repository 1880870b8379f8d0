import { ID, maybe, record, word } from '../../shape'
import { DEVIATIONS, METHODS, READINGS } from '../../testing/quantity'

/** Good water by eye and nose; what is wrong with it is a sign. */
export const SENSES_OF_WATER = {
  look: ['sparkling', 'clear', 'a little dull'],
  smell: ['none', 'faint'],
} as const

export const test = {
  shape: record({
    method: word(METHODS),
    readings: READINGS,
    /** The kit it was read with, where one was named. */
    kitId: maybe(ID),
    /** One standard deviation where the kit's differs from the method's default. */
    standardDeviations: maybe(DEVIATIONS),
    /** How the water looked and smelled, where nothing was wrong with it. */
    senses: maybe(
      record({
        look: maybe(word(SENSES_OF_WATER.look)),
        smell: maybe(word(SENSES_OF_WATER.smell)),
      }),
    ),
  }),
}
