import { kilowattHoursPerKelvin } from '@/core'
import type { HeatPlace } from '@/server/heat'
import { Link } from '@/ui/Link'
import {
  coolingWords,
  heatingWords,
  learntWords,
  summerWords,
  TEACH_HEAT,
  weakenedWords,
} from '@/words/heatWords'
import type { DisplayPreferences } from '@/words/words'

/** How this tub cools and warms, as far as it has shown it. */
export const OwnHeat = ({
  place: { heat, air, tooWarmAbove, restingCelsius },
  tubId,
  setCelsius,
  preferences,
}: {
  place: HeatPlace
  tubId: number
  setCelsius: number
  preferences: DisplayPreferences
}) => {
  const cooling = coolingWords(heat, setCelsius - air.mean, preferences)
  const warming = heatingWords(heat, kilowattHoursPerKelvin(heat.volumeLitres), preferences)
  const summer = summerWords(
    { tooWarmAbove, high: air.high, resting: restingCelsius, setCelsius },
    preferences,
  )
  return (
    <section aria-labelledby="own">
      <h2 id="own" className="head mb-2">
        How this tub cools and warms
      </h2>
      <dl className="grid grid-cols-[1fr_auto] gap-x-5">
        <dt className="border-hair border-t py-2">
          Cools, heater off, cover on
          <span className="note block text-muted">in this weather; {cooling.range}</span>
        </dt>
        <dd className="tabular border-hair border-t py-2 text-right font-bold">{cooling.figure}</dd>
        <dt className="border-hair border-t py-2">
          Warms, heater on
          <span className="note block text-muted">{warming.range}</span>
        </dt>
        <dd className="tabular border-hair border-t py-2 text-right font-bold">{warming.figure}</dd>
      </dl>
      <p className="small border-hair border-t py-2 text-muted">{learntWords(heat)}</p>
      {heat.timeConstantHours.stretches === 0 && <p className="small text-muted">{TEACH_HEAT}</p>}
      {heat.weakened && (
        <p className="mt-3 border-madder border-l-4 pl-3">
          {weakenedWords(heat.weakened, preferences)}{' '}
          <Link href={`/tubs/${tubId}/trouble`} className="quiet min-h-0">
            Find out why
          </Link>
        </p>
      )}
      <p className="mt-3">
        <b>{summer.title}</b> {summer.text}
      </p>
    </section>
  )
}
