import { type Overdone, QUANTITY } from '@/core'
import { named } from './quantityNames'

/** Asks about a dose that reads like a slip. */
export const formatOverdone = (found: Overdone): string => {
  if (found.by === 'amount')
    return `That is about ${Math.round(found.times)} × the usual single dose: is the decimal point in the wrong place? Confirm only if that’s what you added.`
  const { decimals, unit } = QUANTITY[found.quantity]
  return `That would move ${named(found.quantity)} from about ${found.before.toFixed(decimals)} to ${found.value.toFixed(decimals)}${unit && ` ${unit}`}: is the decimal point in the wrong place? Confirm only if that’s what you added.`
}
