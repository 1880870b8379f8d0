'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { FileChoice } from '@/ui/test/FileChoice'
import { copyHolds } from '@/words/dataWords'
import type { DisplayPreferences } from '@/words/words'

export interface CopyFacts {
  entries: number
  lastAt: number | null
}
type Source = { copy: string } | { upload: string }
type Looked = (CopyFacts & { token?: string }) | { message: string }

/** A copy in the list: its file, and what a person knows it by. */
export interface ListedCopy {
  name: string
  label: string
  size: string
}

const LOST = 'The server didn’t answer. Look at the history before you try again.'

/** Copies to go back to: what one holds is said before anything is put in its place. */
export const RestoreCopy = ({
  copies,
  here,
  look,
  restore,
  preferences,
}: {
  copies: readonly ListedCopy[]
  /** What is in the database now. */
  here: CopyFacts
  look: (copy: string) => Promise<Looked>
  restore: (
    source: Source,
  ) => Promise<{ entries: number; kept: string | undefined } | { message: string }>
  preferences: DisplayPreferences
}) => {
  const router = useRouter()
  const [chosen, setChosen] = useState<{ source: Source; name: string; facts: CopyFacts }>()
  const [told, setTold] = useState<{ text: string; bad: boolean }>()
  const [busy, setBusy] = useState(false)
  const choose = async (name: string, ask: () => Promise<[Looked, Source?]>) => {
    setBusy(true)
    setTold(undefined)
    setChosen(undefined)
    try {
      const [facts, source] = await ask()
      if ('message' in facts) setTold({ text: facts.message, bad: true })
      else if (source) setChosen({ source, name, facts })
    } catch {
      setTold({ text: LOST, bad: true })
    }
    setBusy(false)
  }
  const upload = (file: File) =>
    choose(file.name, async () => {
      const response = await fetch('/api/data/restore', {
        method: 'POST',
        body: file,
        headers: { accept: 'application/json' },
      })
      const answer = (await response.json()) as Looked & { error?: string }
      if (answer.error) return [{ message: answer.error }]
      return 'token' in answer && answer.token ? [answer, { upload: answer.token }] : [answer]
    })
  const go = async () => {
    if (!chosen) return
    setBusy(true)
    try {
      const done = await restore(chosen.source)
      if ('message' in done) setTold({ text: done.message, bad: true })
      else {
        setChosen(undefined)
        setTold({
          text: `Restored: ${done.entries} entries.${done.kept ? ` What was here before is kept as ${done.kept}.` : ''}`,
          bad: false,
        })
        router.refresh()
      }
    } catch {
      setTold({ text: LOST, bad: true })
    }
    setBusy(false)
  }
  return (
    <div>
      {copies.length > 0 && (
        <ul className="max-w-[620px]">
          {copies.map(({ name, label, size }) => (
            <li key={name} className="flex items-baseline gap-4 border-hair border-t py-1">
              <span className="min-w-0 flex-1">{label}</span>
              <span className="small tabular text-muted">{size}</span>
              <button
                type="button"
                className="quiet !min-h-11"
                disabled={busy}
                aria-label={`Restore the copy of ${label}`}
                onClick={() => choose(label, async () => [await look(name), { copy: name }])}
              >
                Restore…
              </button>
            </li>
          ))}
        </ul>
      )}
      <div className="mt-3">
        <FileChoice
          label="Restore from a file…"
          className="plain"
          accept=".sqlite"
          onFile={upload}
        />
      </div>
      {chosen && (
        <section aria-label="Restore" className="mt-4 max-w-[62ch] border-amber border-l-4 pl-3">
          <p className="font-medium">{chosen.name}</p>
          <p>{copyHolds(chosen.facts, here, preferences)}</p>
          <div className="mt-2 flex flex-wrap items-center gap-6">
            <button type="button" className="plain" disabled={busy} onClick={go}>
              {busy ? 'Restoring…' : 'Restore it'}
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
