'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { FileChoice } from '@/ui/test/FileChoice'

type Looked =
  | { tubs: { name: string; entries: number }[]; token: string }
  | { message: string }
  | { error: string }

const LOST = 'The server didn’t answer. Look whether the tubs are here before you try again.'

/** An export comes back: what it holds is shown before it is taken. */
export const ImportExport = ({
  take,
}: {
  take: (upload: string) => Promise<{ done: true } | { message: string }>
}) => {
  const router = useRouter()
  const [chosen, setChosen] = useState<Extract<Looked, { token: string }>>()
  const [told, setTold] = useState<{ text: string; bad: boolean }>()
  const [busy, setBusy] = useState(false)
  const look = async (file: File) => {
    setBusy(true)
    setTold(undefined)
    setChosen(undefined)
    try {
      const response = await fetch('/api/data/import', {
        method: 'POST',
        body: file,
        headers: { accept: 'application/json' },
      })
      const answer = (await response.json()) as Looked
      if ('token' in answer) setChosen(answer)
      else setTold({ text: 'error' in answer ? answer.error : answer.message, bad: true })
    } catch {
      setTold({ text: LOST, bad: true })
    }
    setBusy(false)
  }
  const go = async () => {
    if (!chosen) return
    setBusy(true)
    try {
      const done = await take(chosen.token)
      if ('message' in done) setTold({ text: done.message, bad: true })
      else {
        setTold({
          text: `Imported: ${chosen.tubs.map(({ name }) => name).join(', ')}.`,
          bad: false,
        })
        setChosen(undefined)
        router.refresh()
      }
    } catch {
      setTold({ text: LOST, bad: true })
    }
    setBusy(false)
  }
  return (
    <div>
      <FileChoice
        label="Import an export…"
        className="plain"
        accept=".json,application/json"
        onFile={look}
      />
      {busy && !chosen && (
        <p role="status" className="mt-3">
          Reading…
        </p>
      )}
      {chosen && (
        <section aria-label="Import" className="mt-4 max-w-[62ch] border-amber border-l-4 pl-3">
          <ul>
            {chosen.tubs.map(({ name, entries }, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: two tubs may have one name, and the list never changes
              <li key={i}>
                <b>{name}</b>, {entries} entries
              </li>
            ))}
          </ul>
          <p className="small mt-1 text-muted">
            They come in as new tubs; nothing here is changed.
          </p>
          <div className="mt-2 flex flex-wrap items-center gap-6">
            <button type="button" className="plain" disabled={busy} onClick={go}>
              {busy ? 'Importing…' : 'Import'}
            </button>
            <button type="button" className="quiet" onClick={() => setChosen(undefined)}>
              Cancel
            </button>
          </div>
        </section>
      )}
      {told && (
        <p
          role={told.bad ? 'alert' : 'status'}
          className={`mt-3 max-w-[70ch] ${told.bad ? 'safety' : ''}`}
        >
          {told.text}
        </p>
      )}
    </div>
  )
}
