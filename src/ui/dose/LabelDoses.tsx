import { choreDoses, isKind, labelGrams, PRODUCTS } from '@/core'
import type { TubView } from '@/server/views'
import { Link } from '@/ui/Link'
import { LABEL_NOTES } from '@/words/productText'
import { type DisplayPreferences, day, dose } from '@/words/words'
import { doseLink } from '../form/doseLink'
/** Helpers whose makers keep their recipe: the label’s amount for this tub, when last, and when again. */
export const LabelDoses = ({
  view,
  preferences,
}: {
  view: TubView
  preferences: DisplayPreferences
}) => {
  const { shelf, tub, journal, now } = view
  const rows = shelf.flatMap((item) => {
    const { product, label: own } = item
    const label = own ?? PRODUCTS[product].label
    // Where it is a chore, in that chore's share and rhythm.
    const due = view.chores.find(
      ({ chore }) => chore.product === product || chore.andThen === product,
    )
    const chore = due?.chore
    const grams = chore
      ? choreDoses(chore, tub.volumeLitres, shelf).find((one) => one.product === product)?.grams
      : labelGrams(product, tub.volumeLitres, own)
    const helper = PRODUCTS[product].family === 'helper'
    if (!label || grams === undefined || !helper) return []
    return [
      {
        product,
        own: own !== null,
        grams,
        note: own?.note ?? LABEL_NOTES[product] ?? '',
        everyDays: chore?.interval.days ?? label.everyDays,
        due: due?.due,
        last: journal.filter(isKind('dose')).find((entry) => entry.body.product === product)?.at,
      },
    ]
  })
  if (rows.length === 0) return null
  // When again is the chore's to say; what is no chore has its label's rhythm and no day.
  const dueWords = (
    last: number | undefined,
    everyDays: number | undefined,
    due: number | undefined,
  ) => {
    const every = everyDays ? ` Its label says every ${everyDays} days.` : ''
    if (last === undefined) return everyDays ? `Not logged yet.${every}` : ''
    const said = `Last ${day(last, preferences)}`
    if (due === undefined) return `${said}.${every}`
    return due <= now ? `${said}; due again.` : `${said}; again ${day(due, preferences)}.`
  }
  return (
    <section aria-labelledby="by-label">
      <h2 id="by-label" className="head">
        From their labels
      </h2>
      <ul className="small mt-1">
        {rows.map(({ product, grams, own, note, everyDays, last, due }) => (
          <li
            key={product}
            className="grid max-w-[64ch] grid-cols-[minmax(0,1fr)_auto] items-center gap-x-4 border-hair border-t py-1.5"
          >
            <span>
              <b>
                {dose(product, grams, preferences)} {PRODUCTS[product].commonName}
              </b>{' '}
              {own ? 'on your label' : 'typical label dose'}. {note}{' '}
              {dueWords(last, everyDays, due)}
            </span>
            <Link href={doseLink(tub.id, product, grams)} className="quiet print:hidden">
              Log it
            </Link>
          </li>
        ))}
      </ul>
    </section>
  )
}
