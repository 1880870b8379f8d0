import {
  COVER_MINUTES,
  handlingOf,
  type Methods,
  methodOf,
  type PlanStep,
  PRODUCTS,
  programmeOf,
  type ShockDue,
} from '@/core'
import type { TubView } from '@/server/views'
import { Link } from '@/ui/Link'
import { cautionsFor } from '@/words/handlingText'
import { formatSetAside } from '@/words/setAsideWords'
import { type DisplayPreferences, day, dose } from '@/words/words'

const SHOCK_WHY: Record<Exclude<ShockDue['why'], 'rhythm'>, string> = {
  load: 'Brought forward by a long or crowded soak.',
  soak: 'A little after every soak, by what bathers left in the water.',
  sign: 'Brought forward by what was seen or smelled.',
  power: 'The water stood warm without power.',
  combined: 'Combined chlorine is too high.',
  trouble: 'Part of the treatment you started in Trouble.',
}

const RHYTHM_WHY = {
  weekly: 'Weekly, and after every long or crowded soak.',
  'every ten days': 'Every ten days, and after every long or crowded soak.',
  fortnightly: 'Every two weeks, and after every long or crowded soak.',
  'after every soak': SHOCK_WHY.soak,
} as const satisfies Record<Methods['shockRhythm'], string>

/** The next shock: when, why, and what comes with it; its amount is the plan's. */
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
  const step = view.plan.steps.find(
    (one) => one.kind === 'add' && one.purposes.includes('shock'),
  ) as Extract<PlanStep, { kind: 'add' }> | undefined
  const due = shock.due <= now
  const aside = view.setAside.flatMap((one) =>
    one.what === 'shock' ? (formatSetAside(one, preferences) ?? []) : [],
  )[0]
  return (
    <section aria-labelledby="shock">
      <h2 id="shock" className="font-semibold text-[19px]">
        {due ? 'A shock is due' : `Next shock ${day(shock.due, preferences)}`}
      </h2>
      <p className="small max-w-[60ch] text-muted">
        {shock.last === undefined
          ? 'None logged yet. '
          : `The last was ${day(shock.last, preferences)}. `}
        {shock.why === 'rhythm' ? RHYTHM_WHY[methodOf(tub, 'shockRhythm')] : SHOCK_WHY[shock.why]}
        {sanitizer === 'bromine' && ' It regenerates used bromine.'}
      </p>
      <p className="small mt-1 max-w-[60ch]">
        {step ? (
          <>
            Its dose is part of the plan:{' '}
            <b>
              {dose(step.product, step.grams, preferences)} {PRODUCTS[step.product].commonName}
            </b>
            .{' '}
            {step.product === 'potassium monopersulfate' &&
              sanitizer === 'freeChlorine' &&
              'Tests show it as combined chlorine for a day or two. '}
            <Link href={`/tubs/${tub.id}/dose`} className="quiet">
              Dose
            </Link>
          </>
        ) : (
          aside
        )}
      </p>
      <div className="safety small mt-2 max-w-[58ch]">
        <p>
          Leave the cover at least half open for {COVER_MINUTES} minutes, jets {step?.jets ?? 'on'},
          nobody in: the gases mustn’t collect under it.
        </p>
        {cautionsFor(
          step?.product ?? 'potassium monopersulfate',
          step ?? handlingOf('potassium monopersulfate', tub),
        ).map((one) => (
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
