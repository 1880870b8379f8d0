'use client'

import { useState } from 'react'
import { type Band, type CellStatus, cellDoubt } from '@/core'
import { inUnits, metric } from '@/words/inUnits'
import { FAULT_TEXT, formatCellDoubt } from '@/words/programmeText'
import type { DisplayPreferences } from '@/words/words'

/** Asks a cell that can be asked, and says what to make of the answer. */
export const CellAsk = ({
  tubId,
  address,
  testedSaltPpm,
  saltBand,
  preferences,
}: {
  tubId: number
  address: string
  testedSaltPpm: number | undefined
  saltBand: Band | undefined
  preferences: DisplayPreferences
}) => {
  const [status, setStatus] = useState<CellStatus>()
  const [sentence, setSentence] = useState<string>()
  const [busy, setBusy] = useState(false)
  const ask = async () => {
    setBusy(true)
    setSentence(undefined)
    try {
      const answer = await fetch(address, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ tub: tubId }),
      })
      if (!answer.ok) throw new Error(String(answer.status))
      setStatus((await answer.json()) as CellStatus)
    } catch {
      setSentence('The cell didn’t answer. Is it switched on?')
    } finally {
      setBusy(false)
    }
  }
  const doubt = status && cellDoubt(status, testedSaltPpm, saltBand)
  return (
    <div className="small mt-2">
      <button type="button" className="quiet" disabled={busy} onClick={() => void ask()}>
        {busy ? 'Asking…' : 'Ask the practice cell'}
      </button>
      <div role="status">
        {sentence && <p className="safety">{sentence}</p>}
        {status && (
          <>
            <p>
              <b className="text-amber-ink">Practice figures, not your tub.</b> {status.device}:
              output {status.outputPercent} %, salt {status.saltPpm} ppm,{' '}
              {metric(status.chlorineGramsPerHour, 'g', preferences)} of chlorine an hour.
            </p>
            {status.fault && (
              <p className="safety mt-1 max-w-[58ch]">
                {inUnits(FAULT_TEXT[status.fault], preferences)}
              </p>
            )}
            {doubt && (
              <p className="mt-1 max-w-[58ch] font-medium text-amber-ink">
                {formatCellDoubt(doubt, preferences)}
              </p>
            )}
          </>
        )}
      </div>
    </div>
  )
}
