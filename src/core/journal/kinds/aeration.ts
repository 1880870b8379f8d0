import { number, record } from '../../shape'

/** Jets and air with the cover open. */
export const aeration = { shape: record({ minutes: number(1, 600, 'min') }) }
