import { DILUTED, type Diluted, type Estimate, partialChange, quantityOf, type Tub } from '@/core'
import { QUANTITY_NAMES } from '@/words/quantityNames'
import { amount, type DisplayPreferences, formatNumber, volume } from '@/words/words'

/** How many litres to change for one of the things that only leave with the water. */
export const PartialChange = ({
  tub,
  estimate,
  quantity,
  goal,
  preferences,
}: {
  tub: Tub
  estimate: Estimate
  quantity: Diluted
  /** Undefined where nothing was asked yet. */
  goal: number | undefined
  preferences: DisplayPreferences
}) => {
  const value = quantityOf(estimate.reading, quantity)
  const change = goal === undefined ? undefined : partialChange(tub, estimate, quantity, goal)
  return (
    <section aria-labelledby="part" id="part-change">
      <h2 id="part" className="head">
        Or replace only part of it
      </h2>
      <form className="mt-2 grid grid-cols-2 items-end gap-3" action="#part-change">
        <label className="block">
          <span className="mb-1 block font-medium text-[15px]">Bring down</span>
          <select name="quantity" defaultValue={quantity} className="field">
            {DILUTED.map((one) => (
              <option key={one} value={one}>
                {QUANTITY_NAMES[one]}
              </option>
            ))}
          </select>
        </label>
        <label className="block">
          <span className="mb-1 block font-medium text-[15px]">to</span>
          <span className="flex items-center gap-2">
            <input
              name="goal"
              inputMode="decimal"
              defaultValue={goal === undefined ? '' : String(goal)}
              className="field"
            />
            <span className="text-muted">ppm</span>
          </span>
        </label>
        <button type="submit" className="plain justify-self-start">
          Calculate
        </button>
      </form>
      {goal !== undefined && (
        <p role="status" className="small mt-3">
          {change ? (
            <>
              From {amount(quantity, value, preferences)}:{' '}
              <b>{volume(change.litres, preferences)}</b> out (
              {formatNumber(100 * change.fraction, 0, preferences)} %), then refill. That gives pH{' '}
              {amount('pH', change.leaves.pH, preferences)} at first, alkalinity{' '}
              {amount('totalAlkalinity', change.leaves.totalAlkalinity, preferences)}, hardness{' '}
              {amount('calciumHardness', change.leaves.calciumHardness, preferences)}, stabiliser{' '}
              {amount('cyanuricAcid', change.leaves.cyanuricAcid, preferences)}. Drain first, then
              fill: overflowing uses more water. Keep the power off meanwhile, and test afterwards.
            </>
          ) : value <= goal ? (
            `It’s already at ${amount(quantity, value, preferences)}.`
          ) : (
            'Your fill water contains just as much, so replacing water can’t get it there.'
          )}
        </p>
      )}
    </section>
  )
}
