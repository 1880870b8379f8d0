import Link from 'next/link'
import {
  type AfterSoakDose,
  type AfterSoakSchool,
  demandOf,
  keepOutAbove,
  PRODUCTS,
  programmeOf,
} from '@/core'
import type { TubView } from '@/server/views'
import { inUnits, metric } from '@/words/inUnits'
import { QUANTITY_NAMES } from '@/words/quantityNames'
import { amount, type DisplayPreferences, dose, formatSpoon } from '@/words/words'
import { doseLink } from '../form/doseLink'

const SCHOOL_WORDS: Record<AfterSoakSchool, { name: string; why: string }> = {
  'spoon rule': {
    name: 'Spoon rule',
    why: 'By use: half a teaspoon per 379 L, or a whole one after a long or crowded soak. It ignores how much sanitizer is left.',
  },
  'daily grams': {
    name: 'Daily grams',
    why: 'The same every day: 8 g per 1000 L. Steady, but it ignores empty and crowded days.',
  },
  demand: {
    name: 'By demand',
    why: 'Tops up to the middle of your range, plus what the bathers’ waste will still use up',
  },
}

/** By demand, with whose figure it goes by. */
const demandWords = ({ tub }: TubView, preferences: DisplayPreferences): string => {
  const { mean, standardDeviation } = demandOf(tub)
  return `${SCHOOL_WORDS.demand.why}: ${metric(mean, 'g', preferences)} ± ${metric(standardDeviation, 'g', preferences)} of chlorine per person-hour, ${tub.learnt ? 'learnt from this tub' : 'typical for any tub'}.`
}

/** What to put in after the soaks, by three schools side by side, with where each leads. */
export const AfterSoak = ({
  view,
  doses,
  preferences,
}: {
  view: TubView
  doses: readonly AfterSoakDose[]
  preferences: DisplayPreferences
}) => {
  const { tub, estimate } = view
  const { sanitizer } = programmeOf(tub.programme)
  if (doses.length === 0)
    return (
      <section>
        <h2 className="head">After the soak</h2>
        <p className="small mt-1 max-w-[60ch] text-muted">
          No soak since the last dose. After you log one, this shows what to add.
        </p>
      </section>
    )
  const { value, standardDeviation } = estimate.quantities[sanitizer]
  return (
    <section aria-labelledby="after">
      <h2 id="after" className="font-semibold text-[19px]">
        After the soak
      </h2>
      <p className="small max-w-[60ch] text-muted">
        {QUANTITY_NAMES[sanitizer]} is about {amount(sanitizer, value, preferences)} ±{' '}
        {amount(sanitizer, standardDeviation, preferences)} now (estimated). A test is better than
        any rule.
      </p>
      <ul className="mt-2">
        {doses.map(({ school, product, grams, peakPpm, residualPpm, shock }) => (
          <li
            key={school}
            className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-x-4 border-hair border-t py-2"
          >
            <div>
              <p>
                <b>{SCHOOL_WORDS[school].name}:</b>{' '}
                {grams > 0 ? (
                  <>
                    <b className="text-[18px]">{dose(product, grams, preferences)}</b>{' '}
                    {PRODUCTS[product].commonName}, about {formatSpoon(product, grams)}
                    {shock ? ', as a shock' : ''};{' '}
                    {peakPpm - residualPpm > 0.3 &&
                      `about ${amount(sanitizer, peakPpm, preferences)} at first, `}
                    then about {amount(sanitizer, residualPpm, preferences)}
                  </>
                ) : (
                  'nothing'
                )}
                .
              </p>
              <p className="small text-muted">
                {school === 'demand'
                  ? demandWords(view, preferences)
                  : inUnits(SCHOOL_WORDS[school].why, preferences)}
              </p>
              {peakPpm > keepOutAbove(tub) && grams > 0 && (
                <p className="small font-medium text-amber-ink">
                  That’s too high to get in at first: keep out until it tests{' '}
                  {amount(sanitizer, keepOutAbove(tub), preferences)} or less.
                </p>
              )}
            </div>
            {grams > 0 && (
              <Link
                href={doseLink(tub.id, product, grams)}
                className="quiet"
                aria-label={`Log it: ${SCHOOL_WORDS[school].name}`}
              >
                Log it
              </Link>
            )}
          </li>
        ))}
      </ul>
      <p className="small mt-2">
        Jets on, cover off for 15 to 20 minutes.{' '}
        <Link href={`/tubs/${tub.id}/test`} className="quiet">
          Test first
        </Link>
      </p>
    </section>
  )
}
