import { PRODUCT_NAMES, PRODUCTS, QUANTITIES } from '@/core'
import type { SheetPreview } from '@/server/spreadsheet/spreadsheet'
import { QUANTITY_NAMES } from '@/words/quantityNames'
import { upperFirst } from '@/words/words'

const PLAIN = [
  ['ignore', 'ignored'],
  ['at', 'day, or day and time'],
  ['time', 'time of day'],
  ['method', 'what it was read with'],
  ['note', 'a note'],
  ['people', 'people in a soak'],
  ['minutes', 'minutes of a soak'],
  ['product', 'which product went in'],
  ['amount', 'how much of it, in grams'],
] as const

/** What each column was taken for, and how its days are written: proposed, and the person's to change. */
export const Columns = ({
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
                  {PLAIN.map(([value, label]) => (
                    <option key={value} value={value}>
                      {label}
                    </option>
                  ))}
                  <optgroup label="A reading">
                    {QUANTITIES.map((quantity) => (
                      <option key={quantity} value={quantity}>
                        {QUANTITY_NAMES[quantity]}
                      </option>
                    ))}
                  </optgroup>
                  <optgroup label="How much went in of">
                    {PRODUCT_NAMES.map((product) => (
                      <option key={product} value={`dose ${product}`}>
                        {upperFirst(PRODUCTS[product].commonName)}
                      </option>
                    ))}
                  </optgroup>
                </select>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {roles.includes('at') && (
        <label className="small mt-3 flex flex-wrap items-center gap-3">
          Dates are written
          <select
            className="field !w-auto max-w-full"
            value={preview.dateOrder}
            onChange={(event) => onChange(roles, event.target.value)}
          >
            <option value="day first">day first: 3.2. is the third of February</option>
            <option value="month first">month first: 3/2 is the second of March</option>
          </select>
        </label>
      )}
      {preview.orderOpen && (
        <p className="small mt-2 font-medium text-amber-ink">
          Nothing in the sheet says whether its dates begin with the day or the month. Check the
          dates below before you save.
        </p>
      )}
      {preview.temperatureUnit && (
        <p className="small mt-2 text-muted">
          Temperatures are read as {preview.temperatureUnit === 'celsius' ? '°C' : '°F'}.
        </p>
      )}
    </div>
  )
}
