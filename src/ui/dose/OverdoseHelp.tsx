import { HOUR, handlingOf, overdoseHelp, PRODUCTS, roundToMeasure } from '@/core'
import type { TubView } from '@/server/views'
import { CAUTIONS } from '@/words/handlingText'
import { QUANTITY_NAMES } from '@/words/quantityNames'
import {
  amount,
  type DisplayPreferences,
  dayAndClock,
  dose,
  duration,
  formatNumber,
  volume,
} from '@/words/words'

const REMOVER = 'sodium thiosulfate pentahydrate'

/** Too much sanitizer: what to do about it, the gentlest first. */
export const OverdoseHelp = ({
  view,
  preferences,
}: {
  view: TubView
  preferences: DisplayPreferences
}) => {
  const { tub, estimate, journal } = view
  const help = overdoseHelp(tub, estimate, journal)
  if (!help) return null
  const {
    byDose,
    quantity,
    value,
    top,
    stayOut,
    waitHours,
    replaceFraction,
    remover,
    standardDeviation,
  } = help
  const name = QUANTITY_NAMES[quantity]
  const first = remover && roundToMeasure(REMOVER, remover.first)
  return (
    <section aria-labelledby="overdose" className="max-w-[62ch]">
      <h2 id="overdose" className="head">
        {name} is above its range: {formatNumber(value, 1, preferences)} ±{' '}
        {formatNumber(standardDeviation, 1, preferences)} ppm
      </h2>
      {byDose && (
        <p className="small mt-1">
          That’s what the {PRODUCTS[byDose.product].commonName} of{' '}
          {dayAndClock(byDose.at, preferences)} does, and normal after a large dose. Jets on, cover
          open, then test again.
        </p>
      )}
      {stayOut && <p className="safety mt-2">Keep out until it has come down.</p>}
      <ul className="small mt-1">
        <li className="border-hair border-t py-1.5">
          <b>Let it fall.</b>{' '}
          {waitHours
            ? `Below ${amount(quantity, top, preferences)} in ${duration(waitHours.quickest * HOUR)}${waitHours.slowest === undefined ? ' or more' : ` to ${duration(waitHours.slowest * HOUR)}`} under the cover; sooner with it open, jets on and daylight.`
            : 'Close the feeder and leave the cover open; test tomorrow.'}
        </li>
        {!byDose && (
          <li className="border-hair border-t py-1.5">
            <b>Or replace some water.</b> {volume(replaceFraction * tub.volumeLitres, preferences)}{' '}
            drained and refilled brings it to {amount(quantity, top, preferences)} right away, and
            lowers everything else too.
          </li>
        )}
        {!byDose && remover && first !== undefined && (
          <li className="border-hair border-t py-1.5">
            <b>Or use chlorine remover, if it can’t wait.</b> Start with{' '}
            {dose(REMOVER, first, preferences)} of thiosulfate crystals, wait{' '}
            {handlingOf(REMOVER, tub).waitMinutes} minutes, then test. It could take up to{' '}
            {dose(REMOVER, roundToMeasure(REMOVER, remover.most), preferences)}: how far it reacts
            depends on pH. Any excess uses up your next dose. {CAUTIONS[REMOVER].join(' ')}
          </li>
        )}
      </ul>
    </section>
  )
}
