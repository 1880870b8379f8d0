import { record, text } from '../../shape'

/** A step of the start-up that this fill asked for. */
export const start = { shape: record({ step: text(60) }) }
