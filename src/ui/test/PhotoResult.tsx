import type { StripPad, StripReading } from '@/core'
import { blocksAround, formatSure, PAD_WORDS } from '@/words/photoWords'
import { FieldNote, useDraft } from '../form/draft'

export interface PhotoPad {
  pad: StripPad
  name: string
  unit: string
}

export const Result = ({ pads, reading }: { pads: readonly PhotoPad[]; reading: StripReading }) => {
  const { fields, set } = useDraft()
  return (
    <ul className="border-hair border-b" aria-label="What the picture shows">
      {pads.map(({ pad, name, unit }, i) => {
        const read = reading.pads[i]
        if (!read) return null
        const { quantity } = pad
        return (
          <li key={quantity} className="border-hair border-t py-2">
            <div className="grid grid-cols-[40px_minmax(0,1fr)_auto] items-center gap-3">
              <span
                className="size-10 rounded-sm border border-line"
                style={{ background: read.colour }}
                aria-hidden="true"
              />
              <div className="min-w-0">
                <label htmlFor={quantity} className="block font-medium leading-tight">
                  {name}
                </label>
                <p className="note text-muted">
                  {read.problems.includes('strange')
                    ? PAD_WORDS.strange
                    : `${blocksAround(
                        read.value,
                        pad.blocks.map(({ value }) => value),
                        String,
                      )} · ${formatSure(read)}`}
                </p>
              </div>
              <div className="relative">
                <input
                  id={quantity}
                  name={quantity}
                  inputMode="decimal"
                  autoComplete="off"
                  value={fields[quantity] ?? ''}
                  onChange={(event) => set(quantity, event.target.value)}
                  className="field w-[104px] pr-10 text-right font-semibold text-[20px]"
                />
                <span className="note pointer-events-none absolute top-1/2 right-2 -translate-y-1/2 text-muted">
                  {unit}
                </span>
              </div>
            </div>
            {read.problems
              .filter((problem) => problem !== 'strange')
              .map((problem) => (
                <p key={problem} className="small mt-1 font-medium text-madder">
                  {name}: {PAD_WORDS[problem]}.
                </p>
              ))}
            <FieldNote name={quantity} yes="Yes, that’s the reading" />
          </li>
        )
      })}
    </ul>
  )
}
