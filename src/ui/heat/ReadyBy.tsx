import type { Fields } from '@/server/form'
import type { HeatPlace } from '@/server/heat'
import { Link } from '@/ui/Link'
import { difference, turnUpWords } from '@/words/heatWords'
import { type DisplayPreferences, temperatureSign } from '@/words/words'
import { AskForm } from './AskForm'

/** A temperature by a moment: when to turn up. */
export const ReadyBy = ({
  place: { ready, settings },
  tubId,
  path,
  also,
  preferences,
}: {
  place: HeatPlace
  tubId: number
  path: string
  /** What else stands on the address, but for these. */
  also: (names: readonly string[]) => Fields
  preferences: DisplayPreferences
}) => {
  const degree = temperatureSign(preferences.units.temperature)
  const turnedUp = settings.way === 'lower'
  const lowerBy = difference(settings.lowerKelvin, preferences)
  return (
    <section aria-labelledby="ready" className="mt-6 border-hair border-t pt-4">
      <h2 id="ready" className="head mb-2">
        Ready by
      </h2>
      <AskForm
        path={`${path}#ready`}
        fields={[
          { name: 'ready', label: 'Ready at', type: 'datetime-local' },
          { name: 'warm', label: 'Warm', unit: degree },
          { name: 'held', label: 'Kept at until then', unit: degree },
        ]}
        values={ready.fields}
        errors={ready.errors}
        also={also(['ready', 'warm', 'held'])}
        submit="When to turn up"
      />
      {ready.answer && (
        <p className="mt-3 max-w-[70ch] font-semibold text-[18px]">
          {turnUpWords(ready.answer, { ...ready, now: preferences.now }, preferences)}
        </p>
      )}
      {ready.answer && (
        <p className="small mt-1 flex max-w-[80ch] flex-wrap items-center gap-x-4 text-muted">
          <Link href={`/tubs/${tubId}/soak?at=${ready.fields.ready}#planned`} className="quiet">
            Plan a soak then
          </Link>
          {turnedUp
            ? 'Each planned soak puts its turning up into Upkeep, the visit and the calendar.'
            : `Keep it ${lowerBy} lower between soaks, above, and each planned soak puts its turning up into Upkeep, the visit and the calendar.`}
        </p>
      )}
    </section>
  )
}
