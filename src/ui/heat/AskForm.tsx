import type { Fields } from '@/server/form'

export interface AskedField {
  name: string
  label: string
  type?: 'datetime-local'
  unit?: string
  /** One of these; the first where nothing was chosen. */
  options?: readonly { value: string; label: string }[]
}

/** Fields whose answer is a page of its own: nothing is written down, so it is asked by the address. */
export const AskForm = ({
  path,
  fields,
  values,
  errors,
  also,
  submit,
}: {
  path: string
  fields: readonly AskedField[]
  values: Fields
  errors: Record<string, string>
  /** What else stands on the address. */
  also: Fields
  submit: string
}) => (
  <form action={path} className="flex flex-wrap items-end gap-x-4 gap-y-2">
    {Object.entries(also).map(([name, value]) => (
      <input key={name} type="hidden" name={name} value={value} />
    ))}
    {fields.map(({ name, label, type, unit, options }) => (
      <div key={name} className="min-w-0">
        <label htmlFor={`ask-${name}`} className="mb-1 block font-medium text-[15px]">
          {label}
        </label>
        <div className="flex items-center gap-2">
          {options ? (
            <select
              id={`ask-${name}`}
              name={name}
              defaultValue={values[name]}
              className="field !w-auto"
            >
              {options.map((option) => (
                <option key={option.value} value={option.value}>
                  {option.label}
                </option>
              ))}
            </select>
          ) : (
            <input
              id={`ask-${name}`}
              name={name}
              type={type ?? 'text'}
              inputMode={type ? undefined : 'decimal'}
              autoComplete="off"
              defaultValue={values[name]}
              aria-invalid={errors[name] !== undefined}
              aria-describedby={errors[name] ? `ask-${name}-note` : undefined}
              className={`field ${type ? '' : '!w-[88px]'}`}
            />
          )}
          {unit && <span className="flex-none text-muted">{unit}</span>}
        </div>
        {errors[name] && (
          <p id={`ask-${name}-note`} className="note mt-1 font-medium text-madder" role="alert">
            {errors[name]}
          </p>
        )}
      </div>
    ))}
    <button type="submit" className="plain">
      {submit}
    </button>
  </form>
)
