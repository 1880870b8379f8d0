'use client'

import { FileChoice } from '@/ui/test/FileChoice'
import { copyHolds } from '@/words/dataWords'
import type { DisplayPreferences } from '@/words/words'
import { sendFile, Taking, useTaking } from './taking'

interface CopyFacts {
  entries: number
  lastAt: number | null
}
type Source = { copy: string } | { upload: string }

/** A copy in the list: its file, and what a person knows it by. */
interface ListedCopy {
  name: string
  label: string
  size: string
}

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
  look: (copy: string) => Promise<CopyFacts | { message: string }>
  restore: (
    source: Source,
  ) => Promise<{ entries: number; kept: string | undefined } | { message: string }>
  preferences: DisplayPreferences
}) => {
  const taking = useTaking<{ source: Source; name: string; facts: CopyFacts }>()
  const { chosen, busy } = taking
  const listed = (name: string, label: string) =>
    taking.look(async () => {
      const facts = await look(name)
      return 'message' in facts ? facts : { source: { copy: name }, name: label, facts }
    })
  const sent = (file: File) =>
    taking.look(async () => {
      const facts = await sendFile<CopyFacts>('/api/data/restore', file)
      return 'message' in facts
        ? facts
        : { source: { upload: facts.token }, name: file.name, facts }
    })
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
                onClick={() => listed(name, label)}
              >
                Restore…
              </button>
            </li>
          ))}
        </ul>
      )}
      <div className="mt-3">
        <FileChoice label="Restore from a file…" className="plain" accept=".sqlite" onFile={sent} />
      </div>
      <Taking
        taking={taking}
        label="Restore it"
        doing="Restoring…"
        onTake={() =>
          chosen &&
          taking.take(
            () => restore(chosen.source),
            ({ entries, kept }) =>
              `Restored: ${entries} entries.${kept ? ` What was here before is kept as ${kept}.` : ''}`,
          )
        }
      >
        <p className="font-medium">{chosen?.name}</p>
        <p>{chosen && copyHolds(chosen.facts, here, preferences)}</p>
      </Taking>
    </div>
  )
}
