'use client'

import { useActionState } from 'react'
import { answered } from './answered'
import type { Action } from './draft'

/** One button that posts to an action and tells a refusal beside itself. */
export const PostButton = ({
  action,
  hidden,
  label,
  title,
  className = 'quiet',
}: {
  action: Action
  hidden: Record<string, string>
  label: string
  title?: string
  className?: string
}) => {
  const [state, act, pending] = useActionState(answered(action), null)
  return (
    <form
      action={act}
      className={`items-center gap-3 ${className.includes('w-full') ? 'grid sm:inline-grid' : 'inline-flex'}`}
    >
      {Object.entries(hidden).map(([name, value]) => (
        <input key={name} type="hidden" name={name} value={value} />
      ))}
      <button type="submit" className={className} disabled={pending} aria-label={title}>
        {label}
      </button>
      {state && !state.ok && (
        <span role="alert" className="small font-medium text-madder">
          {state.message}
        </span>
      )}
    </form>
  )
}
