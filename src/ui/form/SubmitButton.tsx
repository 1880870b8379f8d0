import type { ReactNode } from 'react'

/** The button that sends a form: it says while it does, and that what was asked about is confirmed. */
export const SubmitButton = ({
  pending,
  asked = false,
  className = 'plain justify-self-start',
  children,
}: {
  pending: boolean
  /** The server asked whether something is right. */
  asked?: boolean
  className?: string
  children: ReactNode
}) => (
  <button type="submit" className={className} disabled={pending}>
    {pending ? 'Saving…' : asked ? 'Save as confirmed' : children}
  </button>
)

/** The row under the fields of a test, at hand on a phone: how many values it would save. */
export const SaveReadings = ({
  pending,
  asked,
  read,
  label = 'Save test',
}: {
  pending: boolean
  asked: boolean
  read: number
  label?: string
}) => (
  <div className="sticky bottom-[64px] z-10 -mx-5 bg-paper px-5 py-3 lg:static lg:mx-0 lg:px-0">
    <SubmitButton pending={pending} asked={asked} className="go w-full lg:w-auto lg:min-w-[280px]">
      {read === 0 ? label : `${label}, ${read} value${read === 1 ? '' : 's'}`}
    </SubmitButton>
  </div>
)
