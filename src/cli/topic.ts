import type { Field, FieldTable, Refusal } from './fields'
import { refusalOf, type WaterInput } from './waterFields'

export type Answer = { output: Record<string, unknown> } | { refusal: Refusal }

export interface Topic {
  summary: string
  fields: FieldTable
  answer: (input: Record<string, unknown>) => Answer
}

/** One that has to open a file first. */
export interface LateTopic extends Omit<Topic, 'answer'> {
  answerLater: (input: Record<string, unknown>) => Promise<Answer>
}

export const number = (
  unit: string,
  low: number,
  high: number,
  more: Partial<Field> = {},
): Field => ({
  unit,
  low,
  high,
  ...more,
})
export const required = { required: true } as const
export const hardness = number('ppm', 0, 2000)
export const litres = number('L', 1, 1_000_000, required)

export const impossible = (input: WaterInput): Answer => ({ refusal: refusalOf(input) })

export const missing = (field: string, allowed: string): Answer => ({
  refusal: { field, given: 'nothing', allowed },
})

export const as = <Input>(input: Record<string, unknown>) => input as unknown as Input
