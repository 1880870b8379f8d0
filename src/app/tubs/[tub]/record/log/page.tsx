import { signMonth } from '@/app/actions'
import { loadTub } from '@/app/tubView'
import { QUANTITIES, shopPairs } from '@/core'
import { monthLog, monthOf, signatureHolds } from '@/server/monthLog'
import { Link } from '@/ui/Link'
import { PrintButton } from '@/ui/record/PrintButton'
import { SignForm } from '@/ui/record/SignForm'
import { formatEntry, KIND_WORDS } from '@/words/entryWords'
import { loggedClosure, monthTitle, pairSaid } from '@/words/logWords'
import { QUANTITY_SHORT_NAMES } from '@/words/quantityNames'
import {
  clock,
  day,
  dayAndClock,
  figure,
  METHOD_WORDS,
  shortDay,
  unitOf,
  volume,
} from '@/words/words'

interface LogProps {
  params: Promise<{ tub: string }>
  searchParams: Promise<Record<string, string | string[] | undefined>>
}

/** What an inspector looks for first; the rest of the month follows as it happened. */
const LISTED = [
  'dose',
  'soak',
  'water',
  'filter',
  'refill',
  'chore',
  'look',
  'note',
  'aeration',
  'start',
  'feeder',
  'fillTest',
  'treatment',
] as const

const LogPage = async ({ params, searchParams }: LogProps) => {
  const { view, preferences } = await loadTub((await params).tub)
  const { tub, now, written } = view
  const asked = (await searchParams).month
  const month = monthOf(typeof asked === 'string' ? asked : undefined, now, preferences.timeZone)
  const log = monthLog(view, month)
  const base = `/tubs/${tub.id}/record/log`
  const quantities = QUANTITIES.filter((one) =>
    log.tests.some(({ entry }) => entry.body.readings[one] !== undefined),
  )
  const limit = (quantity: (typeof quantities)[number]) =>
    log.limits.find((one) => one.quantity === quantity)?.band
  const pairs = shopPairs(written.filter(({ at }) => at <= now && at > now - 365 * 86_400_000))
  const outside = log.tests.filter(({ out }) => Object.keys(out).length > 0).length
  const zone = preferences.timeZone
  return (
    <div className="print:text-[11px] print:leading-tight print:[&_.head]:py-0 print:[&_.small]:text-[9.5px] print:[&_.small]:leading-tight print:[&_section]:mt-2">
      <div className="flex flex-wrap items-baseline gap-x-6">
        <h1 className="serif title">
          {tub.name}, {monthTitle(month.middle, preferences)}
        </h1>
        <nav aria-label="Month" className="flex gap-5 print:hidden">
          <Link href={`${base}?month=${month.before}`} className="quiet">
            Month before
          </Link>
          {month.after && (
            <Link href={`${base}?month=${month.after}`} className="quiet">
              Month after
            </Link>
          )}
        </nav>
      </div>
      <p className="small text-muted">
        {tub.place && `${tub.place}. `}
        {volume(tub.volumeLitres, preferences)}. {log.tests.length}{' '}
        {log.tests.length === 1 ? 'test' : 'tests'}
        {log.tests.length > 0 &&
          (outside === 0 ? ', all within limits' : `, ${outside} outside a limit`)}
        {month.over ? '.' : `, up to ${dayAndClock(month.to, preferences)}.`}
      </p>
      <section aria-labelledby="log-tests" className="mt-4">
        <h2 id="log-tests" className="head">
          Tests
        </h2>
        {log.tests.length === 0 ? (
          <p>No test was logged.</p>
        ) : (
          <div className="relative overflow-x-auto">
            <table className="small tabular w-full min-w-[520px]">
              <thead>
                <tr className="text-left">
                  <th scope="col">When</th>
                  <th scope="col">With</th>
                  {quantities.map((quantity) => (
                    <th key={quantity} scope="col" className="pl-2 text-right">
                      {QUANTITY_SHORT_NAMES[quantity]}
                      {unitOf(quantity, preferences) && (
                        <span className="font-normal text-muted">
                          {' '}
                          {unitOf(quantity, preferences)}
                        </span>
                      )}
                    </th>
                  ))}
                  <th scope="col" className="pl-3">
                    By
                  </th>
                </tr>
                <tr className="border-hair border-t text-left text-muted">
                  <th scope="row" colSpan={2} className="font-normal">
                    limits
                  </th>
                  {quantities.map((quantity) => {
                    const band = limit(quantity)
                    return (
                      <td key={quantity} className="pl-2 text-right">
                        {band
                          ? `${figure(quantity, band.low, preferences)}–${figure(quantity, band.high, preferences)}`
                          : ''}
                      </td>
                    )
                  })}
                  <td />
                </tr>
              </thead>
              <tbody>
                {log.tests.map(({ entry, out }) => (
                  <tr key={entry.id} className="border-hair border-t">
                    <th scope="row" className="whitespace-nowrap text-left font-normal">
                      <Link
                        href={`/tubs/${tub.id}/record/${entry.id}`}
                        className="inline-flex min-h-8 items-center underline decoration-line underline-offset-4 print:min-h-0 print:no-underline"
                      >
                        {shortDay(entry.at, preferences)}, {clock(entry.at, preferences)}
                      </Link>
                    </th>
                    <td>{METHOD_WORDS[entry.body.method]}</td>
                    {quantities.map((quantity) => {
                      const value = entry.body.readings[quantity]
                      const side = out[quantity]
                      return (
                        <td key={quantity} className={`pl-2 text-right ${side ? 'font-bold' : ''}`}>
                          {side && (
                            <>
                              <span aria-hidden="true">{side === 'low' ? '▽ ' : '△ '}</span>
                              <span className="sr-only">{side} </span>
                            </>
                          )}
                          {value === undefined ? '' : figure(quantity, value, preferences)}
                        </td>
                      )
                    })}
                    <td className="pl-3">{entry.by}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        )}
      </section>
      <div className="mt-5 grid gap-x-12 gap-y-5 lg:grid-cols-2 print:mt-0 print:grid-cols-2 print:gap-x-6 print:gap-y-0">
        <section aria-labelledby="log-closed">
          <h2 id="log-closed" className="head">
            Closed, and how it ended
          </h2>
          {log.closures.length === 0 ? (
            <p className="small">Nothing in the log closed it.</p>
          ) : (
            <ul className="small">
              {log.closures.map((one) => (
                <li
                  key={`${one.code} ${one.from}`}
                  className="border-hair border-t py-1 print:py-0"
                >
                  {loggedClosure(one, preferences)}
                </li>
              ))}
            </ul>
          )}
        </section>
        <section aria-labelledby="log-signed">
          <h2 id="log-signed" className="head">
            Signed off
          </h2>
          {log.signed.map(({ id, at, body }) => (
            <p key={id} className="small border-hair border-t py-1 print:py-0">
              <b>{body.signs?.name}</b>, {day(at, preferences)} {clock(at, preferences)}
              {!signatureHolds(log, body.signs?.digest) && (
                <span className="font-medium text-amber-ink">
                  {' '}
                  Entries of this month were added or changed since.
                </span>
              )}
            </p>
          ))}
          {log.signed.length === 0 && <p className="small">Nobody has signed this month yet.</p>}
          <SignForm
            action={signMonth}
            tubId={tub.id}
            month={month.month}
            digest={log.digest}
            zone={zone}
          />
        </section>
      </div>
      {LISTED.filter((kind) => log.rest.some((entry) => entry.kind === kind)).map((kind) => (
        <section key={kind} aria-labelledby={`log-${kind}`} className="mt-5">
          <h2 id={`log-${kind}`} className="head">
            {KIND_WORDS[kind]}
          </h2>
          <ul className="small columns-1 gap-x-12 sm:columns-2 print:columns-3 print:gap-x-6">
            {log.rest
              .filter((entry) => entry.kind === kind)
              .map((entry) => (
                <li key={entry.id} className="break-inside-avoid py-0.5 print:py-0">
                  <span className="tabular text-muted">
                    {shortDay(entry.at, preferences)}, {clock(entry.at, preferences)}
                  </span>{' '}
                  {formatEntry(entry, preferences)}
                  {entry.by && <span className="text-muted"> ({entry.by})</span>}
                </li>
              ))}
          </ul>
        </section>
      ))}
      {pairs.length > 0 && (
        <section aria-labelledby="log-shop" className="mt-6 max-w-[86ch] print:hidden">
          <h2 id="log-shop" className="head">
            A shop’s readings beside ours, a year
          </h2>
          <ul className="small">
            {pairs.toReversed().map((pair) => (
              <li
                key={`${pair.quantity} ${pair.shop.at}`}
                className="border-hair border-t py-1 print:py-0"
              >
                <span className="tabular text-muted">{day(pair.shop.at, preferences)}</span>{' '}
                {pairSaid(pair, preferences)}
              </li>
            ))}
          </ul>
        </section>
      )}
      <div className="mt-6 flex flex-wrap items-center gap-6 print:hidden">
        <PrintButton label="Print this month" />
        <a
          className="quiet"
          href={`/api/tubs/${tub.id}/log.csv?month=${month.month}&zone=${encodeURIComponent(zone)}`}
          download
        >
          As a table, CSV
        </a>
      </div>
    </div>
  )
}

export default LogPage
