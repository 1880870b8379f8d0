import { DAY, type StabiliserBuildup, type Tub } from '@/core'
import { formatStabilised } from '@/words/programmeWords'
import { type DisplayPreferences, day, formatNumber } from '@/words/words'

const FAR = 400 * DAY

/** What stabiliser leaves of the chlorine now, when it takes more than half, and the ways out. */
export const StabiliserWords = ({
  clock,
  tub,
  preferences,
}: {
  clock: StabiliserBuildup
  tub: Tub
  preferences: DisplayPreferences
}) => {
  const { ppm, perDay, working, active, floorPpm, halfAt, fullAt } = clock
  const n = (value: number, decimals: number) => formatNumber(value, decimals, preferences)
  const near = (at: number | undefined) => at !== undefined && at - preferences.now < FAR
  return (
    <section aria-labelledby="stabiliser">
      <h2 id="stabiliser" className="font-semibold text-[19px]">
        Stabiliser: about {n(ppm, 0)} ppm
      </h2>
      <p className="mt-1 max-w-[58ch]">
        With this much stabiliser, about <b>{n(active.value, 3)} ppm</b> of the chlorine is active (
        {n(active.low, 3)} to {n(active.high, 3)}, given the tests’ precision); the rest is held in
        reserve. Keep at least <b>{n(floorPpm, 1)} ppm</b> of free chlorine.
      </p>
      <p className="small mt-2 max-w-[60ch] border-amber border-l-4 pl-3">{formatStabilised}</p>
      <ul className="small mt-2 max-w-[60ch]">
        {perDay > 0 && (
          <li className="border-hair border-t py-1.5">
            At the recent rate it rises {n(perDay, 2)} ppm a day.
            {near(halfAt) && halfAt !== undefined && (
              <> It will block more than half of the chlorine from {day(halfAt, preferences)}.</>
            )}
            {halfAt === undefined &&
              working < 0.5 &&
              ' It already blocks more than half of the chlorine.'}
            {near(fullAt) && fullAt !== undefined && (
              <>
                {' '}
                It will be above its range ({tub.targets.cyanuricAcid.high} ppm) on{' '}
                {day(fullAt, preferences)}.
              </>
            )}
          </li>
        )}
        <li className="border-hair border-t py-1.5">
          What helps: liquid chlorine adds none, and replacing water lowers it. No product does.
        </li>
      </ul>
    </section>
  )
}
