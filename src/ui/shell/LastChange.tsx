'use client'

import { useEffect, useState } from 'react'
import { type Action, usePost } from '../form/usePost'

const SHOWN_MS = 45_000

/**
 * A line that says what was just kept and takes it back; it leaves by itself, the journal keeps the same button. On a phone it lies
 * over the name of the tub, never over what the thumb is for.
 */
export const LastChange = ({
  change,
  tubId,
  at,
  what,
  label,
  undo,
}: {
  /** Its number, so that a second undo of it does nothing. */
  change: number
  tubId: number
  at: number
  what: string
  label: string
  undo: Action
}) => {
  const { outcome: state, act, pending, checking } = usePost(undo)
  const [gone, setGone] = useState<number>()
  useEffect(() => {
    const left = at + SHOWN_MS - Date.now()
    const timer = setTimeout(() => setGone(at), Math.max(0, left))
    return () => clearTimeout(timer)
  }, [at])
  if (gone === at) return null
  return (
    <form
      action={act}
      className="absolute inset-x-0 top-0 z-10 flex h-11 items-center justify-between gap-4 bg-ink pr-3 pl-5 text-[15px] text-paper lg:fixed lg:inset-x-auto lg:top-auto lg:right-10 lg:bottom-6 lg:h-auto lg:max-w-[460px] lg:rounded-md lg:py-1 lg:pl-4 print:hidden"
    >
      <p
        role="status"
        className={`min-w-0 ${state && !state.ok ? 'line-clamp-3 text-[13px] leading-tight' : 'truncate'}`}
      >
        {checking
          ? 'It may have been done: checking…'
          : state && !state.ok
            ? state.message
            : `${what}: ${label}`}
      </p>
      <input type="hidden" name="change" value={change} />
      <input type="hidden" name="tub" value={tubId} />
      <button
        type="submit"
        disabled={pending}
        className="min-h-11 flex-none font-semibold underline underline-offset-4"
      >
        {what === 'Undone' ? 'Restore' : 'Undo'}
      </button>
    </form>
  )
}
