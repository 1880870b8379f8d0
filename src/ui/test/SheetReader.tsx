'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { QUANTITIES, QUANTITY } from '@/core'
import type { SheetAnswer, SheetAsked, SheetPreview } from '@/server/shopSheet'
import { QUANTITY_NAMES, QUANTITY_SHORT_NAMES } from '@/words/quantityNames'
import { sheetRefusal } from '@/words/refusals'
import { formatImplausibility } from '@/words/testText'
import type { DisplayPreferences } from '@/words/words'
import { FileChoice } from './FileChoice'

const MOST_MEGABYTES = 4

const Columns = ({
  preview,
  onChange,
}: {
  preview: SheetPreview
  onChange: (roles: string[], dateOrder: string) => void
}) => {
  const roles = preview.columns.map(({ role }) => role as string)
  return (
    <div className="mt-3 overflow-x-auto">
      <table className="small w-full border-hair border-b">
        <thead>
          <tr className="text-left">
            <th className="py-1 pr-4 font-semibold">Column</th>
            <th className="py-1 pr-4 font-semibold">First row</th>
            <th className="py-1 font-semibold">Read as</th>
          </tr>
        </thead>
        <tbody>
          {preview.columns.map(({ header, example }, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a column is known by its place
            <tr key={i} className="border-hair border-t">
              <td className="max-w-[180px] truncate py-1 pr-4">{header || '(no name)'}</td>
              <td className="tabular max-w-[160px] truncate py-1 pr-4 text-muted">{example}</td>
              <td className="py-1">
                <select
                  className="field min-w-[170px]"
                  aria-label={`${header || `Column ${i + 1}`} is read as`}
                  value={roles[i]}
                  onChange={(event) =>
                    onChange(
                      roles.map((role, j) => (j === i ? event.target.value : role)),
                      preview.dateOrder,
                    )
                  }
                >
                  <option value="ignore">ignored</option>
                  <option value="at">day and time</option>
                  {QUANTITIES.map((quantity) => (
                    <option key={quantity} value={quantity}>
                      {QUANTITY_NAMES[quantity]}
                    </option>
                  ))}
                </select>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {roles.includes('at') && (
        <label className="small mt-3 flex items-center gap-3">
          Dates are written
          <select
            className="field !w-auto"
            value={preview.dateOrder}
            onChange={(event) => onChange(roles, event.target.value)}
          >
            <option value="day first">day first: 3.2. is the third of February</option>
            <option value="month first">month first: 3/2 is the second of March</option>
          </select>
        </label>
      )}
    </div>
  )
}

/** A laboratory's sheet: chosen or pasted, its columns named, every row shown as it would be kept, then kept at once. */
export const SheetReader = ({
  tubId,
  preferences,
  read,
  keep,
}: {
  tubId: number
  preferences: DisplayPreferences
  read: (tubId: number, asked: SheetAsked) => Promise<SheetAnswer>
  keep: (tubId: number, asked: SheetAsked) => Promise<{ kept: number } | { message: string }>
}) => {
  const { timeZone, locale } = preferences
  const router = useRouter()
  const [text, setText] = useState('')
  const [preview, setPreview] = useState<SheetPreview>()
  const [asked, setAsked] = useState<SheetAsked>()
  const [sentence, setSentence] = useState<string>()
  const [busy, setBusy] = useState(false)

  const look = async (next: SheetAsked) => {
    setBusy(true)
    setSentence(undefined)
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
  const begin = (given: string) => {
    setText(given)
    if (given.trim() === '') {
      setPreview(undefined)
      setSentence(sheetRefusal.empty)
    } else if (given.length > MOST_MEGABYTES * 1e6) {
      setPreview(undefined)
      setSentence(sheetRefusal.long(MOST_MEGABYTES))
    } else void look({ text: given, timeZone })
  }
  const choose = async (file: File) => {
    if (file.size > MOST_MEGABYTES * 1e6) {
      setPreview(undefined)
      setSentence(
        `This file is ${(file.size / 1e6).toFixed(1)} MB; a sheet can be up to ${MOST_MEGABYTES}.`,
      )
      return
    }
    begin(await file.text())
  }
  const write = async () => {
    if (!asked) return
    setBusy(true)
    try {
      const answer = await keep(tubId, asked)
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
  const count = preview?.accepted ?? 0
  return (
    <div className="max-w-[760px]">
      <div className="flex flex-wrap items-center gap-4">
        <FileChoice
          label="Choose a file"
          className={preview ? 'plain' : 'go'}
          accept=".csv,.tsv,.txt,.json,text/csv,application/json"
          onFile={(file) => void choose(file)}
        />
        <span className="small text-muted">CSV or JSON, one test per row</span>
      </div>
      <label htmlFor="sheet" className="mt-4 mb-1 block font-medium text-[15px]">
        Or paste it
      </label>
      <textarea
        id="sheet"
        rows={preview ? 3 : 6}
        value={text}
        spellCheck={false}
        placeholder={'date;pH;alkalinity;hardness\n1.3.2026;7,4;95;180'}
        onChange={(event) => setText(event.target.value)}
        className="field font-mono text-[14px]"
      />
      <button
        type="button"
        className="quiet"
        disabled={busy || text.trim() === ''}
        onClick={() => begin(text)}
      >
        {busy ? 'Reading…' : 'Preview'}
      </button>
      {sentence && (
        <p role="alert" className="safety my-3">
          {sentence}
        </p>
      )}
      {preview && (
        <section aria-label="What it would bring">
          <h2 className="mt-3 font-semibold text-[17px]" aria-live="polite">
            {count} {count === 1 ? 'test' : 'tests'} can be saved
            {preview.refused > 0 && `, ${preview.refused} refused`}
          </h2>
          <Columns
            preview={preview}
            onChange={(roles, dateOrder) => asked && void look({ ...asked, roles, dateOrder })}
          />
          <ul className="small mt-4">
            {preview.rows.map(({ line, at, readings, doubt, refusal }) => (
              <li
                key={line}
                className="grid grid-cols-[44px_1fr] gap-x-3 border-hair border-t py-1.5"
              >
                <span className="tabular text-muted">{line}</span>
                {refusal ? (
                  <span className="font-medium text-madder">Refused: {refusal}</span>
                ) : (
                  <span>
                    <b>{at !== undefined && when.format(at)}</b>{' '}
                    {QUANTITIES.flatMap((quantity) => {
                      const value = readings?.[quantity]
                      const shortName = QUANTITY_SHORT_NAMES[quantity]
                      const { unit } = QUANTITY[quantity]
                      return value === undefined
                        ? []
                        : [
                            `${shortName} ${Number(value.toFixed(2)).toLocaleString(locale)}${unit && ` ${unit}`}`,
                          ]
                    }).join(', ')}
                    {doubt && (
                      <span className="block font-medium text-amber-ink">
                        {formatImplausibility(doubt, preferences)}
                      </span>
                    )}
                  </span>
                )}
              </li>
            ))}
          </ul>
          {count + preview.refused > preview.rows.length && (
            <p className="small border-hair border-t py-2 text-muted">
              and {count + preview.refused - preview.rows.length} more rows, read the same way.
            </p>
          )}
          <button
            type="button"
            className="go mt-4"
            disabled={busy || count === 0}
            onClick={() => void write()}
          >
            {busy ? 'Working…' : `Save ${count === 1 ? 'this test' : `these ${count} tests`}`}
          </button>
        </section>
      )}
    </div>
  )
}
