import { type Overdone, QUANTITY } from '@/core'
import { named } from './quantityNames'

/** Asks about a dose that reads like a slip. */
export const formatOverdone = (found: Overdone): string => {
  if (found.by === 'amount')
    return `That is about ${Math.round(found.times)} × what usually goes in at once: a slip of the decimal point? Confirm only if it is what went in.`
  const { decimals, unit } = QUANTITY[found.quantity]
  return `That would take ${named(found.quantity)} from about ${found.before.toFixed(decimals)} to ${found.value.toFixed(decimals)}${unit && ` ${unit}`}: a slip of the decimal point? Confirm only if it is what went in.`
}
