import { undiluted } from './kit'
import type { Quantity } from './quantity'

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

export type ReplyRefusal =
  | { code: 'over range'; test: Quantity; dilutionParts: number }
  | { code: 'under range' | 'out of reagent' | 'no figure'; test: Quantity }

/** The reading a reply stands for, or why there is none. */
export const readReply = ({
  test,
  status,
  value,
  dilutionParts,
}: DeviceReply): { value: number } | { refusal: ReplyRefusal } => {
  switch (status) {
    case 'over range':
      return { refusal: { code: status, test, dilutionParts } }
    case 'under range':
    case 'out of reagent':
      return { refusal: { code: status, test } }
    default:
      if (value === undefined || !Number.isFinite(value))
        return { refusal: { code: 'no figure', test } }
      return { value: test === 'pH' ? value : undiluted(value, dilutionParts) }
  }
}
