import type { Case } from '@/core'
import { formatCase } from '@/words/troubleWords'
import { type DisplayPreferences, day } from '@/words/words'

/** Past trouble before: what it was, what helped, how long it took. */
export const CaseList = ({
  cases,
  preferences,
}: {
  cases: readonly Case[]
  preferences: DisplayPreferences
}) => {
  if (cases.length === 0) return null
  return (
    <section aria-labelledby="cases">
      <h2 id="cases" className="head">
        Past trouble
      </h2>
      <ul className="small mt-1">
        {cases.toReversed().map((one) => {
          const { what, how } = formatCase(one, preferences)
          return (
            <li key={one.since} className="border-hair border-t py-1.5">
              <b>{day(one.since, preferences)}</b> {what}: {how}
            </li>
          )
        })}
      </ul>
    </section>
  )
}
