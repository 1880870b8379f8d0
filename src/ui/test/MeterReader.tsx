'use client'

import { useRouter } from 'next/navigation'
import { useEffect, useState } from 'react'
import { type DeviceReply, type Quantity, readReply, undiluted } from '@/core'
import type { Fields } from '@/server/form'
import { pageLocale } from '@/ui/form/pageLocale'
import { SaveReadings } from '@/ui/form/SubmitButton'
import { numberOr } from '@/words/readNumber'
import { formatReplyRefusal } from '@/words/testText'
import { type Action, DraftForm, FieldNote, useDraft } from '../form/draft'
import { WhenInput } from '../form/inputs'
import { SensesInput } from '../form/SensesInput'

export interface MeterRow {
  quantity: Quantity
  name: string
  unit: string
  last: string | undefined
  /** What a device has sent of it since the last test. */
  reply: { id: number; reply: DeviceReply } | undefined
  /** The practice device can measure it. */
  measurable: boolean
}

/** As the simulated device names itself. */
const PRACTICE = 'Practice photometer'

/** What a reply puts into the form. */
const taken = (quantity: Quantity, { id, reply }: NonNullable<MeterRow['reply']>): Fields => {
  const { status, value, dilutionParts } = reply
  return {
    [`from.${quantity}`]: String(id),
    [`shown.${quantity}`]: status === 'ok' && value !== undefined ? String(value) : '',
    [`diluted.${quantity}`]: status === 'over range' || dilutionParts > 0 ? 'yes' : '',
  }
}

const numberIn = (text: string) => numberOr(text, pageLocale())

const Row = ({ row, tubId }: { row: MeterRow; tubId: number }) => {
  const { fields, set, ready } = useDraft()
  const router = useRouter()
  const [trouble, setTrouble] = useState<string>()
  const [busy, setBusy] = useState(false)
  const { quantity, reply } = row
  const shown = `shown.${quantity}`
  const dilute = `diluted.${quantity}`
  const from = `from.${quantity}`
  const sent = reply && readReply(reply.reply)
  const refusal = sent && 'refusal' in sent ? formatReplyRefusal(sent.refusal) : undefined
  useEffect(() => {
    if (!ready || !reply || fields[from] === String(reply.id)) return
    for (const [name, value] of Object.entries(taken(quantity, reply))) set(name, value)
  }, [ready, reply, fields, from, quantity, set])
  const text = fields[shown] ?? ''
  const diluted = fields[dilute] === 'yes' && quantity !== 'pH' && quantity !== 'temperature'
  const value = numberIn(text)
  const known = text.trim() !== '' && Number.isFinite(value)
  const stands = diluted && known ? Number(undiluted(value, 1).toFixed(2)) : value

  const measure = async () => {
    setBusy(true)
    setTrouble(undefined)
    try {
      const post = (path: string, body: unknown) =>
        fetch(path, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify(body),
        })
      const measured = await post('/stand-ins/photometer', {
        tub: tubId,
        test: quantity,
        dilutionParts: diluted ? 1 : 0,
      })
      const kept = await post(`/api/tubs/${tubId}/device`, await measured.json())
      if (!kept.ok) throw new Error('refused')
      router.refresh()
    } catch {
      setTrouble('The device didn’t answer. Check that it’s on, then measure again.')
    }
    setBusy(false)
  }
  return (
    <div className="border-hair border-t py-2.5">
      <div className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-3">
        <div className="min-w-0">
          <label htmlFor={shown} className="block font-medium leading-tight">
            {row.name}
          </label>
          <p className="note tabular text-muted">
            {reply?.reply.device === PRACTICE && (
              <b className="mr-1.5 text-amber-ink">Practice figure, not your water.</b>
            )}
            {diluted && known ? (
              <>
                2 × {value} ={' '}
                <b className="text-[17px] text-ink">
                  {stands} {row.unit}
                </b>
              </>
            ) : (
              (row.last ?? '\u00a0')
            )}
          </p>
        </div>
        <div className="flex items-center gap-2">
          {row.measurable && (
            <button type="button" className="plain" disabled={busy} onClick={measure}>
              {busy ? 'Measuring…' : 'Measure'}
              <span className="sr-only"> {row.name}</span>
            </button>
          )}
          <div className="relative">
            <input
              id={shown}
              name={shown}
              inputMode="decimal"
              autoComplete="off"
              value={text}
              onChange={(event) => set(shown, event.target.value)}
              className="field !w-[116px] pr-11 text-right font-semibold text-[20px]"
            />
            <span className="note pointer-events-none absolute top-1/2 right-2 -translate-y-1/2 text-muted">
              {row.unit}
            </span>
          </div>
        </div>
      </div>
      {text.trim() !== '' && <input type="hidden" name={quantity} value={known ? stands : text} />}
      {(trouble ?? refusal) && (
        <p className="small mt-1 border-amber border-l-4 pl-3 font-medium" role="status">
          {trouble ?? refusal}
        </p>
      )}
      {quantity !== 'pH' && quantity !== 'temperature' && (diluted || refusal) && (
        <label className="flex min-h-11 items-center gap-3">
          <input
            type="checkbox"
            checked={diluted}
            onChange={(event) => set(dilute, event.target.checked ? 'yes' : '')}
            className="size-6 accent-spruce"
          />
          I diluted the sample one to one
        </label>
      )}
      <FieldNote name={quantity} yes="Yes, that’s the reading" />
    </div>
  )
}

/** Figures off a meter, typed or sent by a device; over its range the sample is diluted and the sum is done here. */
export const MeterReader = ({
  action,
  tubId,
  rows,
  initial,
  latest,
  address,
}: {
  action: Action
  tubId: number
  rows: readonly MeterRow[]
  initial: Fields
  latest: string
  /** Where a device posts to. */
  address: string
}) => (
  <DraftForm
    action={action}
    draftKey={`meter.${tubId}`}
    initial={Object.assign(
      { ...initial },
      ...rows.map(({ quantity, reply }) => reply && taken(quantity, reply)),
    )}
    hidden={{ kind: 'test', method: 'meter', tub: String(tubId) }}
    submit={({ pending, fields, asked }) => {
      const read = rows.filter(({ quantity }) => fields[`shown.${quantity}`]?.trim()).length
      return <SaveReadings pending={pending} asked={asked} read={read} />
    }}
  >
    <p className="small mb-3 max-w-[66ch] text-muted">
      {rows.some(({ measurable }) => measurable)
        ? 'Practice only: this photometer is simulated. It tests this demo’s invented tub, with noise, an ageing lamp and ten tablets per pack.'
        : `Enter what it shows. A device, or a bridge to one, can post to ${address}; what it sends waits here until you save it.`}
    </p>
    <div className="grid border-hair border-b lg:grid-cols-2 lg:gap-x-12">
      {rows.map((row) => (
        <Row key={row.quantity} row={row} tubId={tubId} />
      ))}
    </div>
    <div className="mt-4 mb-3 lg:mb-5">
      <WhenInput latest={latest} />
      <SensesInput />
    </div>
  </DraftForm>
)
