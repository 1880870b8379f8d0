import Link from 'next/link'
import {
  COVER_MINUTES,
  PRODUCTS,
  type ProductName,
  programmeOf,
  roundToMeasure,
  SHOCK_DOSE_MG_PER_LITRE,
  type ShockDue,
} from '@/core'
import type { TubView } from '@/server/views'
import { CAUTIONS } from '@/words/handlingText'
import { type DisplayPreferences, day, dose } from '@/words/words'
import { doseLink } from '../form/doseLink'

/** The next shock: when, why, how much, and what comes with it. */
export const ShockWords = ({
  view,
  shock,
  preferences,
}: {
  view: TubView
  shock: ShockDue
  preferences: DisplayPreferences
}) => {
  const { tub, now } = view
  const { sanitizer } = programmeOf(tub.programme)
  if (sanitizer !== 'freeChlorine' && sanitizer !== 'bromine') return null
  const kinds: readonly ProductName[] =
    sanitizer === 'bromine'
      ? ['potassium monopersulfate']
      : ['potassium monopersulfate', 'sodium dichlor dihydrate']
  const due = shock.due <= now
  return (
    <section aria-labelledby="shock">
      <h2 id="shock" className="font-semibold text-[19px]">
        {due ? 'A shock is due' : `Next shock ${day(shock.due, preferences)}`}
      </h2>
      <p className="small max-w-[60ch] text-muted">
        {shock.last === undefined
          ? 'None logged yet. '
          : `The last was ${day(shock.last, preferences)}. `}
        {shock.why === 'load'
          ? 'Brought forward by a long or crowded soak.'
          : 'Weekly, and after every long or crowded soak.'}
        {sanitizer === 'bromine' && ' It regenerates used bromine.'}
      </p>
      <ul className="small mt-1">
        {kinds.map((product) => {
          const grams = roundToMeasure(
            product,
            ((SHOCK_DOSE_MG_PER_LITRE[product] ?? 0) * tub.volumeLitres) / 1000,
          )
          return (
            <li
              key={product}
              className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-x-4 border-hair border-t py-1.5"
            >
              <span>
                <b>{dose(product, grams, preferences)}</b> {PRODUCTS[product].commonName}
                {product === 'potassium monopersulfate'
                  ? ': no chlorine smell, but tests show it as combined chlorine for a day or two.'
                  : ': sanitizes as well as oxidises. Nobody in until it has dropped.'}
              </span>
              <Link
                href={doseLink(tub.id, product, grams)}
                className="quiet"
                aria-label={`Log a shock with ${PRODUCTS[product].commonName}`}
              >
                Log it
              </Link>
            </li>
          )
        })}
      </ul>
      <div className="safety small mt-2 max-w-[58ch]">
        <p>
          Leave the cover at least half open for {COVER_MINUTES} minutes, jets on, nobody in: the
          gases mustn’t collect under it.
        </p>
        {CAUTIONS['potassium monopersulfate'].map((one) => (
          <p key={one}>{one}</p>
        ))}
      </div>
      {shock.wipe && (
        <p className="small mt-2">
          With this shock, wipe the shell above the waterline and the underside of the cover with
          tub water.
        </p>
      )}
    </section>
  )
}
