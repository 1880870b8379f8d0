'use client'
import { MEASURES } from '@/core'
import { FieldNote, useDraft } from './draft'
import { TextInput } from './inputs'
import type { ProductGroup, ProductOption } from './productOptions'

const Chips = ({ options }: { options: readonly ProductOption[] }) => {
  const { fields, set, errors } = useDraft()
  return (
    <div className="flex flex-wrap gap-2">
      {options.map(({ value, label }) => (
        <label key={value} className="choice">
          <input
            type="radio"
            name="product"
            value={value}
            checked={fields.product === value}
            aria-invalid={errors.product !== undefined || undefined}
            onChange={() => set('product', value)}
          />
          <span>{label}</span>
        </label>
      ))}
    </div>
  )
}

/** What went in and how much of it, in the unit it is measured by: the usual products at hand, the rest folded away. */
export const ProductAndAmount = ({ groups }: { groups: readonly ProductGroup[] }) => {
  const { fields, set, errors } = useDraft()
  const [usual, ...rest] = groups
  const chosen = groups
    .flatMap(({ options }) => options)
    .find((one) => one.value === fields.product)
  const elsewhere = chosen && !usual?.options.includes(chosen)
  return (
    <>
      <fieldset aria-describedby={errors.product ? 'note-product' : undefined}>
        <legend className="mb-1 font-medium text-[15px]">Product</legend>
        <Chips options={usual?.options ?? []} />
        <details className="mt-2" open={elsewhere || undefined}>
          <summary className="quiet">
            Another product{elsewhere && chosen ? `: ${chosen.label}` : ''}
          </summary>
          {rest.map(({ name, options }) => (
            <div key={name} className="mt-3">
              <p className="head mb-1">{name}</p>
              <Chips options={options} />
            </div>
          ))}
        </details>
        <FieldNote name="product" yes="I added it anyway" reason />
      </fieldset>
      <div className="grid grid-cols-[minmax(0,1fr)_170px] items-start gap-3">
        <TextInput
          name="amount"
          label="Amount added"
          {...(chosen?.hint ? { hint: chosen.hint } : {})}
          decimal
        />
        <div>
          <label htmlFor="measure" className="mb-1 block font-medium text-[15px]">
            Measured in
          </label>
          <select
            id="measure"
            name="measure"
            className="field"
            value={fields.measure ?? ''}
            onChange={(event) => set('measure', event.target.value)}
          >
            <option value="">{chosen?.unit ?? 'its unit'}</option>
            {chosen?.scoop && <option value="scoop">your {chosen.scoop}</option>}
            {MEASURES.map((measure) => (
              <option key={measure} value={measure}>
                level {measure}s
              </option>
            ))}
          </select>
          <FieldNote name="measure" yes="" />
        </div>
      </div>
      <FieldNote name="wait" yes="I added it anyway" reason />
      <FieldNote name="people" yes="I added it anyway" reason />
    </>
  )
}
