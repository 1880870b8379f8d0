'use client'
import { type DropTest, dropReading, QUANTITY, type Quantity } from '@/core'
import type { Fields } from '@/server/form'
import { pageLocale } from '@/ui/form/pageLocale'
import { SaveReadings } from '@/ui/form/SubmitButton'
import { QUANTITY_NAMES } from '@/words/quantityNames'
import { numberOr } from '@/words/readNumber'
import { type Action, DraftForm, FieldNote, useDraft } from '../form/draft'
import { TextInput, WhenInput } from '../form/inputs'
import { SensesInput } from '../form/SensesInput'

const BUTTON =
  'flex size-12 flex-none items-center justify-center rounded-md border border-line text-[22px] leading-none'

const Count = ({ test }: { test: DropTest }) => {
  const { fields, set } = useDraft()
  const name = QUANTITY_NAMES[test.quantity]
  const { unit } = QUANTITY[test.quantity]
  const field = `count.${test.quantity}`
  const text = fields[field] ?? ''
  const count = numberOr(text, pageLocale())
  const known = text.trim() !== '' && Number.isFinite(count) && count >= 0
  const put = (next: number) => set(field, String(Math.max(0, next)))
  return (
    <div className="border-hair border-t py-2.5">
      <div className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-3">
        <div className="min-w-0">
          <label htmlFor={field} className="block font-medium leading-tight">
            {name}
          </label>
          <p className="note tabular text-muted">
            {known ? (
              <>
                {count} × {test.perDrop} ={' '}
                <b className="text-[17px] text-ink">
                  {dropReading(test, count)} {unit}
                </b>
              </>
            ) : (
              `${test.sampleMillilitres} mL sample, ${test.perDrop} ${unit} a drop`
            )}
          </p>
        </div>
        <div className="flex items-center gap-2">
          <button
            type="button"
            className={BUTTON}
            aria-label={`${name}: one drop less`}
            onClick={() => put((known ? count : 0) - 1)}
          >
            −
          </button>
          <input
            id={field}
            name={field}
            inputMode="numeric"
            autoComplete="off"
            value={text}
            onChange={(event) => set(field, event.target.value)}
            className="field !w-[84px] text-right font-semibold text-[20px]"
          />
          <button
            type="button"
            className={BUTTON}
            aria-label={`${name}: one drop more`}
            onClick={() => put((known ? count : 0) + 1)}
          >
            +
          </button>
        </div>
      </div>
      {known && <input type="hidden" name={test.quantity} value={dropReading(test, count)} />}
      {!known && text.trim() !== '' && <input type="hidden" name={test.quantity} value={text} />}
      <FieldNote name={test.quantity} yes="Yes, that’s the count" />
    </div>
  )
}

/** Drops counted, the kit's factor applied in sight; what it shows by colour is typed. */
export const DropReader = ({
  action,
  tubId,
  kitId,
  tests,
  typed,
  initial,
  latest,
}: {
  action: Action
  tubId: number
  kitId: number
  tests: readonly DropTest[]
  /** Read by a colour or a turbidity, not by a count. */
  typed: readonly { quantity: Quantity; name: string; unit: string }[]
  initial: Fields
  latest: string
}) => (
  <DraftForm
    action={action}
    draftKey={`drops.${tubId}.${kitId}`}
    initial={initial}
    hidden={{ kind: 'test', method: 'drops', tub: String(tubId), kit: String(kitId) }}
    className="max-w-[640px]"
    submit={({ pending, fields, asked }) => {
      const read =
        tests.filter(({ quantity }) => fields[`count.${quantity}`]?.trim()).length +
        typed.filter(({ quantity }) => fields[quantity]?.trim()).length
      return <SaveReadings pending={pending} asked={asked} read={read} />
    }}
  >
    <p className="small mb-3 text-muted">
      Count drops until the colour stays changed, swirling after each. Hold the bottle upright so
      that drops are the same size.
    </p>
    <div className="border-hair border-b">
      {tests.map((test) => (
        <Count key={test.quantity} test={test} />
      ))}
    </div>
    <div className="mt-4 grid grid-cols-2 gap-4 sm:grid-cols-3">
      {typed.map(({ quantity, name, unit }) => (
        <TextInput key={quantity} name={quantity} label={name} unit={unit} decimal />
      ))}
    </div>
    <div className="mt-4 mb-3">
      <WhenInput latest={latest} />
      <SensesInput />
    </div>
  </DraftForm>
)
