'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { METHODS, type NewEntry } from '@/core'
import type {
  SheetAnswer,
  SheetAsked,
  SheetPreview,
  SheetRow,
} from '@/server/spreadsheet/spreadsheet'
import { FileChoice } from '@/ui/test/FileChoice'
import { formatEntry, KIND_WORDS } from '@/words/entryWords'
import { sheetRefusal } from '@/words/refusals'
import { formatImplausibility } from '@/words/testText'
import { type DisplayPreferences, list, METHOD_WORDS } from '@/words/words'
import type { FileSheet } from '@/workers/tableFile'
import { Columns } from './Columns'
import { useTableFile } from './useTableFile'

const MOST_CHARACTERS = 5_000_000

/** "12 tests, 9 doses and 1 note". */
const counted = (kinds: SheetPreview['kinds']): string =>
  list(
    (Object.entries(kinds) as [NewEntry['kind'], number][]).map(
      ([kind, n]) => `${n} ${KIND_WORDS[kind].toLowerCase()}${n === 1 ? '' : 's'}`,
    ),
  )

const Row = ({
  row: { line, at, entries, doubt, remark, refusal },
  when,
  out,
  onToggle,
  preferences,
}: {
  row: SheetRow
  when: Intl.DateTimeFormat
  out: boolean
  onToggle: () => void
  preferences: DisplayPreferences
}) => (
  <li className="grid grid-cols-[52px_1fr_auto] items-baseline gap-x-3 border-hair border-t py-1.5">
    <span className="tabular text-muted">{line}</span>
    {refusal ? (
      <span className="col-span-2 font-medium text-madder">Refused: {refusal}</span>
    ) : (
      <>
        <span className={out ? 'text-muted line-through' : ''}>
          <b>{at !== undefined && when.format(at)}</b>{' '}
          {entries
            ?.map((entry) =>
              entry.kind === 'test'
                ? formatEntry({ ...entry, id: 0 }, preferences)
                : `${KIND_WORDS[entry.kind]}: ${formatEntry({ ...entry, id: 0 }, preferences)}`,
            )
            .join(' · ')}
          {(doubt || remark) && (
            <span className="block font-medium text-amber-ink">
              {doubt ? formatImplausibility(doubt, preferences) : remark}
            </span>
          )}
        </span>
        {doubt || remark ? (
          <button type="button" className="quiet !min-h-9" aria-pressed={out} onClick={onToggle}>
            {out ? 'Take it in' : 'Leave it out'}
          </button>
        ) : (
          <span />
        )}
      </>
    )}
  </li>
)

/** A spreadsheet or a laboratory's sheet: chosen or pasted, its columns proposed, every doubtful row shown, then kept by one act. */
export const SheetReader = ({
  tubId,
  preferences,
  method: firstMethod,
  read,
  keep,
}: {
  tubId: number
  preferences: DisplayPreferences
  /** What its tests were read with, until somebody says otherwise. */
  method: 'strip' | 'shop'
  read: (tubId: number, asked: SheetAsked) => Promise<SheetAnswer>
  keep: (tubId: number, asked: SheetAsked) => Promise<{ kept: number } | { message: string }>
}) => {
  const { timeZone, locale } = preferences
  const router = useRouter()
  const openFile = useTableFile()
  const [text, setText] = useState('')
  const [sheets, setSheets] = useState<FileSheet[]>([])
  const [chosen, setChosen] = useState(0)
  const [preview, setPreview] = useState<SheetPreview>()
  const [asked, setAsked] = useState<SheetAsked>()
  const [sentence, setSentence] = useState<string>()
  const [leftOut, setLeftOut] = useState<readonly number[]>([])
  const [busy, setBusy] = useState(false)
  const usualOrder = new Intl.Locale(locale).region === 'US' ? 'month first' : 'day first'

  const look = async (next: SheetAsked) => {
    setBusy(true)
    setSentence(undefined)
    setLeftOut([])
    try {
      const answer = await read(tubId, next)
      setAsked(next)
      if ('message' in answer) {
        setPreview(undefined)
        setSentence(answer.message)
      } else setPreview(answer)
    } catch {
      setSentence('The server didn’t answer. Nothing was saved; try again.')
    } finally {
      setBusy(false)
    }
  }
  const refuse = (message: string) => {
    setPreview(undefined)
    setSentence(message)
  }
  const begin = (given: string) => {
    if (given.trim() === '') refuse(sheetRefusal.empty)
    else if (given.length > MOST_CHARACTERS) refuse(sheetRefusal.long(MOST_CHARACTERS / 1e6))
    else void look({ text: given, timeZone, usualOrder, method: asked?.method ?? firstMethod })
  }
  const choose = async (file: File) => {
    setBusy(true)
    setSheets([])
    setPreview(undefined)
    const opened = await openFile(file).catch(() => ({ message: sheetRefusal.notAWorkbook }))
    setBusy(false)
    if ('message' in opened) return refuse(opened.message)
    setSheets(opened.sheets)
    setChosen(0)
    const [first] = opened.sheets
    setText('')
    if (first) begin(first.text)
  }
  const write = async () => {
    if (!asked) return
    setBusy(true)
    try {
      const answer = await keep(tubId, { ...asked, leftOut: [...leftOut] })
      if ('message' in answer) setSentence(answer.message)
      else router.push(`/tubs/${tubId}/record`)
    } catch {
      setSentence('The server didn’t answer. Check the history before trying again.')
    } finally {
      setBusy(false)
    }
  }
  const when = new Intl.DateTimeFormat(locale, {
    timeZone,
    dateStyle: 'medium',
    timeStyle: 'short',
  })
  const rows = preview?.rows ?? []
  const count = (preview?.accepted ?? 0) - leftOut.length
  const doubtful = rows.filter(({ refusal, doubt, remark }) => refusal || doubt || remark)
  const plain = rows.filter((row) => !doubtful.includes(row))
  const shownRow = (row: SheetRow) => (
    <Row
      key={row.line}
      row={row}
      when={when}
      preferences={preferences}
      out={leftOut.includes(row.line)}
      onToggle={() =>
        setLeftOut((lines) =>
          lines.includes(row.line)
            ? lines.filter((line) => line !== row.line)
            : [...lines, row.line],
        )
      }
    />
  )
  return (
    <div className="max-w-[760px]">
      <div className="flex flex-wrap items-center gap-4">
        <FileChoice
          label="Choose a file"
          className={preview ? 'plain' : 'go'}
          accept=".csv,.tsv,.txt,.json,.xlsx,text/csv,application/json,application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"
          onFile={(file) => void choose(file)}
        />
        <span className="small text-muted">XLSX, CSV, TSV or JSON, a day or a test per row</span>
      </div>
      {sheets.length > 1 && (
        <label className="small mt-4 flex flex-wrap items-center gap-3">
          Sheet of the workbook
          <select
            className="field !w-auto max-w-full"
            value={chosen}
            onChange={(event) => {
              const i = Number(event.target.value)
              setChosen(i)
              const sheet = sheets[i]
              if (sheet) begin(sheet.text)
            }}
          >
            {sheets.map(({ name, rows: n }, i) => (
              <option key={name} value={i}>
                {name}, {n} rows
              </option>
            ))}
          </select>
        </label>
      )}
      <label htmlFor="sheet" className="mt-4 mb-1 block font-medium text-[15px]">
        Or paste it
      </label>
      <textarea
        id="sheet"
        rows={preview ? 3 : 6}
        value={text}
        spellCheck={false}
        placeholder={'date;pH;alkalinity;dichlor (g);note\n1.3.2026;7,4;95;12;after guests'}
        onChange={(event) => setText(event.target.value)}
        className="field font-mono text-[14px]"
      />
      <button
        type="button"
        className="quiet"
        disabled={busy || text.trim() === ''}
        onClick={() => {
          setSheets([])
          begin(text)
        }}
      >
        {busy ? 'Reading…' : 'Preview'}
      </button>
      {sentence && (
        <p role="alert" className="safety my-3">
          {sentence}
        </p>
      )}
      {preview && (
        <section aria-label="What would be imported">
          <h2 className="mt-3 font-semibold text-[17px]" aria-live="polite">
            {count} {count === 1 ? 'row' : 'rows'} can be saved
            {preview.refused > 0 && `, ${preview.refused} refused`}
            {preview.doubtful > 0 && `, ${preview.doubtful} to look at`}
          </h2>
          {preview.accepted > 0 && <p className="small text-muted">{counted(preview.kinds)}</p>}
          <Columns
            preview={preview}
            onChange={(roles, dateOrder) => asked && void look({ ...asked, roles, dateOrder })}
          />
          {preview.kinds.test !== undefined &&
            !preview.columns.some(({ role }) => role === 'method') && (
              <label className="small mt-3 flex flex-wrap items-center gap-3">
                Tests were read with
                <select
                  className="field !w-auto"
                  value={asked?.method ?? firstMethod}
                  onChange={(event) =>
                    asked &&
                    void look({
                      ...asked,
                      method: event.target.value,
                      roles: preview.columns.map(({ role }) => role),
                      dateOrder: preview.dateOrder,
                    })
                  }
                >
                  {METHODS.map((one) => (
                    <option key={one} value={one}>
                      {METHOD_WORDS[one]}
                    </option>
                  ))}
                </select>
              </label>
            )}
          {doubtful.length > 0 && (
            <>
              <h3 className="head mt-5">To look at before you save</h3>
              <ul className="small mt-1">{doubtful.map(shownRow)}</ul>
              {preview.doubtful + preview.refused > doubtful.length && (
                <p className="small border-hair border-t py-2 text-muted">
                  and {preview.doubtful + preview.refused - doubtful.length} more.
                </p>
              )}
            </>
          )}
          {plain.length > 0 && (
            <>
              <h3 className="head mt-5">Read as</h3>
              <ul className="small mt-1">{plain.map(shownRow)}</ul>
            </>
          )}
          {preview.accepted - preview.doubtful > plain.length && (
            <p className="small border-hair border-t py-2 text-muted">
              and {preview.accepted - preview.doubtful - plain.length} more rows, read the same way.
            </p>
          )}
          <button
            type="button"
            className="go mt-4"
            disabled={busy || count === 0}
            onClick={() => void write()}
          >
            {busy ? 'Working…' : `Save ${count === 1 ? 'this row' : `these ${count} rows`}`}
          </button>
        </section>
      )}
    </div>
  )
}
