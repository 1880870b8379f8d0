import { record, word } from '../../shape'
import { METHODS } from '../../testing/quantity'
import { FILL_WATER } from '../../tub/tub'

/** A test of the water that comes out of the pipe, not of the tub. */
export const fillTest = { shape: record({ method: word(METHODS), fillWater: FILL_WATER }) }
