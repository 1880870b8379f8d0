'use client'

import { FileChoice } from '@/ui/test/FileChoice'
import { sendFile, Taking, useTaking } from './taking'

interface ExportFacts {
  tubs: { name: string; entries: number }[]
}

/** An export comes back: what it holds is shown before it is taken. */
export const ImportExport = ({
  take,
}: {
  take: (upload: string) => Promise<{ done: true } | { message: string }>
}) => {
  const taking = useTaking<ExportFacts & { token: string }>()
  const { chosen } = taking
  return (
    <div>
      <FileChoice
        label="Import an export…"
        className="plain"
        accept=".json,application/json"
        onFile={(file) => taking.look(() => sendFile<ExportFacts>('/api/data/import', file))}
      />
      <Taking
        taking={taking}
        label="Import"
        doing="Importing…"
        onTake={() =>
          chosen &&
          taking.take(
            () => take(chosen.token),
            () => `Imported: ${chosen.tubs.map(({ name }) => name).join(', ')}.`,
          )
        }
      >
        <ul>
          {chosen?.tubs.map(({ name, entries }, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: two tubs may have one name, and the list never changes
            <li key={i}>
              <b>{name}</b>, {entries} {entries === 1 ? 'entry' : 'entries'}
            </li>
          ))}
        </ul>
        <p className="small mt-1 text-muted">They come in as new tubs; nothing here is changed.</p>
      </Taking>
    </div>
  )
}
