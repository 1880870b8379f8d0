import type { Left, Merged, PlacedAct, SetAside, Tub } from '@/core'
import { formatSetAside } from '@/words/setAsideWords'
import { actWords, leftDay, leftWords, mergedWords } from '@/words/visitWords'
import type { DisplayPreferences } from '@/words/words'

/** What was put together, and what waits for another reason than time. */
export const MergedList = ({
  merged,
  setAside,
  openings,
  preferences,
}: {
  merged: readonly Merged[]
  setAside: readonly SetAside[]
  /** Acts that share one opening of the cover. */
  openings: number
  preferences: DisplayPreferences
}) => {
  const lines = [
    ...new Set(merged.map(mergedWords)),
    ...setAside.map((one) =>
      one.what === 'shock' && one.reason === 'served'
        ? 'The shock is the sanitizer dose: one oxidiser, not two.'
        : formatSetAside(one, preferences),
    ),
    openings > 2 && `${openings} jobs share one opening of the cover.`,
  ].filter((line): line is string => typeof line === 'string')
  if (lines.length === 0) return null
  return (
    <section>
      <h2 className="head">Put together</h2>
      <ul className="small mt-1">
        {lines.map((line) => (
          <li key={line} className="border-hair border-t py-2">
            {line}
          </li>
        ))}
      </ul>
    </section>
  )
}

/** What is left for another day: the day opens the reason. */
export const LeftList = ({
  left,
  tubs,
  pull,
  preferences,
}: {
  left: readonly Left[]
  tubs: readonly (Pick<Tub, 'programme'> & { id: number; name: string })[]
  /** What asks for it today; undefined where it can't be had. */
  pull: (key: string) => React.ReactNode
  preferences: DisplayPreferences
}) => {
  if (left.length === 0) return null
  return (
    <section>
      <h2 className="head">Left for another day</h2>
      <ul className="small mt-1">
        {left.map((one) => {
          const tub = tubs.find(({ id }) => id === one.tub) ?? tubs[0]
          const words = tub && actWords(one.what, tub, preferences)
          return (
            <li key={`${one.key}${one.why.code}`} className="border-hair border-t">
              <details>
                <summary className="grid min-h-11 cursor-pointer grid-cols-[92px_1fr] items-center gap-x-3 py-1.5">
                  <b className="underline decoration-line underline-offset-4">
                    {leftDay(one, preferences)}
                  </b>
                  <span>
                    {words?.figure && `${words.figure} `}
                    {words?.name}
                    {tubs.length > 1 && `, ${tub?.name}`}
                  </span>
                </summary>
                <p className="pb-2 text-muted">
                  {leftWords(one, preferences)} {one.pullable && pull(one.key)}
                </p>
              </details>
            </li>
          )
        })}
      </ul>
    </section>
  )
}

/** Numbers for what has its order, letters for what fills a wait. */
export const marksOf = (acts: readonly PlacedAct[]): Map<string, string> => {
  const marks = new Map<string, string>()
  let number = 0
  let letter = 0
  for (const { key, why, gates } of acts)
    marks.set(
      key,
      why.code === 'while' && !gates ? String.fromCharCode(97 + (letter++ % 26)) : String(++number),
    )
  return marks
}
