'use client'

import { useActionState, useEffect, useState } from 'react'
import type { Outcome } from '@/server/form'

const SHOWN_MS = 45_000

/** A line that says what was just kept and takes it back; it leaves by itself, the journal keeps the same button. */
export const LastChange = ({
  id,
  tubId,
  at,
  what,
  label,
  undo,
}: {
  id: number
  tubId: number
  at: number
  what: string
  label: string
  undo: (previous: Outcome | null, data: FormData) => Promise<Outcome | null>
}) => {
  const [state, act, pending] = useActionState(undo, null)
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
      className="fixed inset-x-3 bottom-[76px] z-10 flex items-center justify-between gap-4 rounded-md bg-ink py-1 pr-3 pl-4 text-[15px] text-paper lg:inset-x-auto lg:right-10 lg:bottom-6 lg:max-w-[460px] print:hidden"
    >
      <p role="status" className="min-w-0 truncate">
        {state && !state.ok ? state.message : `${what}: ${label}`}
      </p>
      <input type="hidden" name="id" value={id} />
      <input type="hidden" name="tub" value={tubId} />
      <button
        type="submit"
        disabled={pending}
        className="min-h-11 flex-none font-semibold underline underline-offset-4"
      >
        {what === 'Undone' ? 'Put back' : 'Undo'}
      </button>
    </form>
  )
}
