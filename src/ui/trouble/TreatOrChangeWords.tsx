import type { TreatOrChange } from '@/core'
import { WAY_NAMES } from '@/words/troubleText'
import { formatTreatOrChange, formatWay } from '@/words/troubleWords'
import type { DisplayPreferences } from '@/words/words'

/** Both schools, answered for this water. */
export const TreatOrChangeWords = ({
  treat,
  cost,
  preferences,
}: {
  treat: TreatOrChange
  /** Of a refill, in the person's own money; undefined where no price was given. */
  cost: string | undefined
  preferences: DisplayPreferences
}) => {
  const { advice, why, reverses } = formatTreatOrChange(treat, preferences)
  return (
    <section aria-labelledby="treat">
      <h2 id="treat" className="head">
        Treat it, or change the water?
      </h2>
      <p className="mt-1">
        <b>{advice}</b> {why}
      </p>
      {reverses && <p className="mt-1">{reverses}</p>}
      <details>
        <summary className="quiet">Every way, side by side</summary>
        <table className="small w-full">
          <thead>
            <tr className="text-left text-muted">
              <th className="py-1 pr-2 font-normal">Way</th>
              <th className="py-1 pr-2 font-normal">takes</th>
              <th className="py-1 pr-2 font-normal">until usable</th>
              <th className="py-1 font-normal">holds</th>
            </tr>
          </thead>
          <tbody>
            {treat.ways.map((one) => {
              const { takes, hours, lasts } = formatWay(one, preferences)
              return (
                <tr key={one.way} className="border-hair border-t align-top">
                  <th className="py-1 pr-2 text-left font-semibold">{WAY_NAMES[one.way]}</th>
                  <td className="py-1 pr-2">
                    {takes}
                    {one.way === 'refill' && cost ? `, ${cost}` : ''}
                  </td>
                  <td className="py-1 pr-2">{hours}</td>
                  <td className="py-1">{lasts}</td>
                </tr>
              )
            })}
          </tbody>
        </table>
        <p className="note text-muted">
          Hours and how long a product holds: common practice. New water by this tub’s own use.
        </p>
      </details>
    </section>
  )
}
