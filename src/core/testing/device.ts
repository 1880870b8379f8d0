import { undiluted } from './kit'
import { QUANTITY, type Quantity } from './quantity'

export const REPLY_STATES = ['ok', 'over range', 'under range', 'out of reagent'] as const
export type ReplyState = (typeof REPLY_STATES)[number]

/** What a measuring device says, as JSON: one test of one sample. The same from a stand-in and from a bridge built at home. */
export interface DeviceReply {
  device: string
  test: Quantity
  status: ReplyState
  /** Of the sample as it was measured, in the quantity's unit; only where the status is ok. */
  value?: number | undefined
  /** Parts of distilled water to one part of sample; 0 where it was measured as it is. */
  dilutionParts: number
}

/** The reading a reply stands for, or a sentence on what to do instead. */
export const readReply = ({
  test,
  status,
  value,
  dilutionParts,
}: DeviceReply): { value: number } | { sentence: string } => {
  const { name } = QUANTITY[test]
  switch (status) {
    case 'over range':
      return {
        sentence:
          test === 'pH'
            ? `${name} is above what this device shows. Read it another way; diluting does not help.`
            : `${name} is above what this device shows. Mix one part of sample with ${dilutionParts + 1} of distilled water and measure again; the sum is done here.`,
      }
    case 'under range':
      return { sentence: `${name} is below what this device shows.` }
    case 'out of reagent':
      return { sentence: `The reagent for ${name} is used up: put in a new pack.` }
    default:
      if (value === undefined || !Number.isFinite(value))
        return { sentence: `${name}: the device sent no figure. Measure again.` }
      return { value: test === 'pH' ? value : undiluted(value, dilutionParts) }
  }
}
