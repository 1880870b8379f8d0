import type { Instant } from '@/core'
import type { Supply } from '@/server/supplies'
import { Link } from '@/ui/Link'
import { lastsSaid, supplyLeft, supplyLine, supplyName } from '@/words/supplyWords'
import { type DisplayPreferences, day } from '@/words/words'

const DAY = 86_400_000
const SHOWN = 92 * DAY

/** How far each thing on the shelf carries the house: what is there, when it will be empty, and when it is past its date. */
export const RunOut = ({
  tubId,
  supplies,
  now,
  preferences,
}: {
  tubId: number
  supplies: readonly Supply[]
  now: Instant
  preferences: DisplayPreferences
}) => {
  const across = (at: Instant) => Math.min(100, Math.max(0, (100 * (at - now)) / SHOWN))
  return (
    <div className="relative overflow-x-auto">
      <table className="small w-full min-w-[320px]">
        <thead>
          <tr className="text-left text-muted">
            <th scope="col" className="font-normal">
              What
            </th>
            <th scope="col" className="text-right font-normal">
              left
            </th>
            <th scope="col" className="pr-4 text-right font-normal">
              lasts
            </th>
            <th scope="col" className="hidden w-[40%] font-normal md:table-cell">
              <span className="flex justify-between">
                <b className="text-ink">today</b>
                <span>{day(now + SHOWN / 3, preferences)}</span>
                <span>{day(now + (2 * SHOWN) / 3, preferences)}</span>
                <span>{day(now + SHOWN, preferences)}</span>
              </span>
            </th>
            <th scope="col" className="pl-4 font-normal">
              Order by
            </th>
          </tr>
        </thead>
        <tbody>
          {supplies.map((supply) => {
            const { lasts, empty, expiresAt } = supply
            const wide = lasts ? across(lasts.until) : 100
            const place =
              supply.kind === 'product'
                ? `/tubs/${tubId}/shelf/${supply.id}`
                : `/tubs/${tubId}/test/kits/${supply.id}`
            return (
              <tr key={supply.key} className="border-hair border-t">
                <th scope="row" className="py-2 pr-3 text-left">
                  <Link href={place} className="underline decoration-line underline-offset-4">
                    {supplyName(supply)}
                  </Link>
                  <span className="note block font-normal text-muted">
                    {supplyLine(supply, preferences)}
                  </span>
                </th>
                <td className="tabular whitespace-nowrap text-right">
                  {supplyLeft(supply, preferences)}
                </td>
                <td className="tabular whitespace-nowrap pr-4 pl-3 text-right font-semibold">
                  {lastsSaid(supply, now)}
                </td>
                <td className="hidden md:table-cell">
                  <div className="relative h-5" aria-hidden="true">
                    <div
                      className={`absolute inset-y-1 left-0 ${lasts ? 'bg-oak' : 'border border-oak border-dashed'}`}
                      style={{ width: `${wide}%` }}
                    />
                    {lasts?.by === 'date' && empty && (
                      <div
                        className="absolute inset-y-1 border border-line border-dashed"
                        style={{ left: `${wide}%`, width: `${across(empty.expected) - wide}%` }}
                      />
                    )}
                    {empty && empty.early < now + SHOWN && (
                      <>
                        <div
                          className="absolute top-1/2 h-px bg-ink"
                          style={{
                            left: `${across(empty.early)}%`,
                            width: `${across(empty.late ?? now + SHOWN) - across(empty.early)}%`,
                          }}
                        />
                        <div
                          className="absolute top-1/2 size-2 -translate-x-1/2 -translate-y-1/2 rounded-full bg-ink"
                          style={{ left: `${across(empty.expected)}%` }}
                        />
                      </>
                    )}
                    {expiresAt !== undefined && expiresAt < now + SHOWN && (
                      <span
                        className="-translate-x-1/2 -top-0.5 absolute font-bold text-madder"
                        style={{ left: `${across(expiresAt)}%` }}
                      >
                        ✕
                      </span>
                    )}
                  </div>
                </td>
                <td className="whitespace-nowrap pl-4">
                  {lasts && lasts.orderBy < now + SHOWN ? (
                    <b>{lasts.orderBy <= now ? 'now' : day(lasts.orderBy, preferences)}</b>
                  ) : (
                    <span className="text-muted">{lasts ? 'later' : '–'}</span>
                  )}
                </td>
              </tr>
            )
          })}
        </tbody>
      </table>
      <p className="note mt-1 hidden text-muted md:block" aria-hidden="true">
        Bar: on the shelf. Dot and line: empty, 9 in 10. Dashed: past its date before it is used up.
        ✕: its date.
      </p>
    </div>
  )
}
