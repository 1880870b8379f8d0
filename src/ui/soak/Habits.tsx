import { UNCLEAR } from '@/core'
import type { TubView } from '@/server/views'
import { Link } from '@/ui/Link'
import { habitsFor } from '@/words/habitWords'
import { inUnits } from '@/words/inUnits'
import type { DisplayPreferences } from '@/words/words'
import type { Action } from '../form/draft'
import { PostButton } from '../form/PostButton'

/** What is done before anyone gets in, with the look at the floor in one tap. */
export const Habits = ({
  view,
  look,
  tick,
  preferences,
}: {
  view: TubView
  /** Says that all looks as before, or well. */
  look: Action
  /** Ticks one sign. */
  tick: Action
  preferences: DisplayPreferences
}) => {
  const { tub } = view
  const standing = view.wrong?.signs ?? []
  const unclear = standing.some((sign) => UNCLEAR.includes(sign))
  return (
    <section aria-labelledby="habits">
      <h2 id="habits" className="head">
        Before people get in
      </h2>
      {unclear ? (
        <p className="small mt-1 max-w-[60ch]">
          The water was last seen cloudy or tinted, so nobody gets in.{' '}
          <Link href={`/tubs/${tub.id}/trouble`} className="quiet">
            Trouble
          </Link>{' '}
          has the way out.
        </p>
      ) : (
        <div className="small mt-1 flex max-w-[60ch] flex-wrap items-center gap-x-4">
          <b>Can you see a coin on the floor?</b>
          <PostButton
            action={look}
            hidden={{ tub: String(tub.id), seen: standing.length > 0 ? 'same' : 'clear' }}
            label="Yes"
            title="Yes, a coin on the floor can be seen"
          />
          <PostButton
            action={tick}
            hidden={{ tub: String(tub.id), sign: 'cloudy', on: 'yes' }}
            label="No"
            title="No, a coin on the floor can’t be seen: this closes the tub"
          />
        </div>
      )}
      <details>
        <summary className="quiet">What bathers do first</summary>
        <dl className="small max-w-[60ch]">
          {habitsFor(tub).map(({ what, how }) => (
            <div key={what} className="border-hair border-t py-1.5">
              <dt className="inline font-semibold">{what}. </dt>
              <dd className="inline">{inUnits(how, preferences)}</dd>
            </div>
          ))}
        </dl>
      </details>
      <Link href={`/tubs/${tub.id}/soak/sheet`} className="quiet">
        The list as a sheet for the tub
      </Link>
    </section>
  )
}
