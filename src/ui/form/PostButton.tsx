'use client'

import { useRouter } from 'next/navigation'
import { Checking } from './Checking'
import { type Action, usePost } from './usePost'

/** One button that posts to an action and tells a refusal beside itself. */
export const PostButton = ({
  action,
  hidden,
  label,
  title,
  follows = false,
  className = 'quiet',
}: {
  action: Action
  hidden: Record<string, string>
  label: string
  title?: string
  /** Goes where the answer points. */
  follows?: boolean
  className?: string
}) => {
  const router = useRouter()
  const { outcome, act, pending, checking } = usePost(action, {
    onDone: (answer) => {
      if (follows && answer.ok && answer.next) router.push(answer.next)
    },
  })
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
      {checking && <Checking />}
      {outcome && !outcome.ok && !checking && (
        <span role="alert" className="small font-medium text-madder">
          {outcome.message}
        </span>
      )}
    </form>
  )
}
