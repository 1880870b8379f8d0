import type { ReactNode } from 'react'
import { loadFans, loadLevel, loadTub, soaksToCome, type TubParams } from '@/app/tubView'
import { bandOf, programmeOf, standsEmpty } from '@/core'
import { FanChart } from '@/ui/estimate/FanChart'
import { WhatIfSoak } from '@/ui/estimate/WhatIfSoak'
import { Link } from '@/ui/Link'
import { formatExplain, formatFloorAt, formatLevel, formatOdd } from '@/words/learntWords'
import { QUANTITY_NAMES } from '@/words/quantityNames'
import { formatStep } from '@/words/words'

interface AheadProps extends TubParams {
  searchParams: Promise<Record<string, string | string[] | undefined>>
}

/** One of two ways the week can go. */
const Turn = ({ href, on, children }: { href: string; on: boolean; children: ReactNode }) => (
  <Link
    href={href}
    scroll={false}
    aria-current={on ? 'true' : undefined}
    className={`plain !min-h-11 ${on ? 'border-spruce bg-spruce text-paper' : ''}`}
  >
    {children}
  </Link>
)

const Ahead = async ({ params, searchParams }: AheadProps) => {
  const { view, preferences } = await loadTub((await params).tub)
  const query = await searchParams
  if (standsEmpty(view.verdict.closures))
    return (
      <>
        <Link href={`/tubs/${view.tub.id}/now`} className="quiet">
          Now
        </Link>
        <h1 className="serif title">The tub stands empty: there is nothing to forecast.</h1>
      </>
    )
  const { tub, plan, planned, now, learnt } = view
  const base = `/tubs/${tub.id}`
  const doses = plan.steps.filter((step) => step.kind === 'add')
  const dosed = query.dose !== 'no' && doses.length > 0
  const coming = soaksToCome(view, true).length > planned.length
  const asUsual = query.soaks === 'usual' && coming
  const fans = loadFans(view, dosed, asUsual)
  const { sanitizer } = programmeOf(tub.programme)
  const residual = fans.find(({ quantity }) => quantity === sanitizer)
  const tested = learnt.now[sanitizer] !== undefined
  const odd = formatOdd(view, preferences)
  const to = (dose: boolean, usual: boolean) =>
    `${base}/ahead?dose=${dose ? 'yes' : 'no'}${usual ? '&soaks=usual' : ''}`
  const simulated = process.env.PAVREL_STAND_INS === '1'
  const marks = [
    ...soaksToCome(view, asUsual).map(({ at }) => ({ at, what: 'soak' as const })),
    ...(dosed ? [{ at: now, what: 'dose' as const }] : []),
  ]
  return (
    <>
      <Link href={`${base}/now`} className="quiet">
        Now
      </Link>
      <h1 className="serif title">
        {tested && residual
          ? formatFloorAt(residual, tub.targets.sanitizer.low, preferences)
          : 'A forecast needs a test.'}
      </h1>
      <p className="small mt-1 max-w-[68ch] text-muted">
        {tested
          ? 'Estimated from everything logged and this tub’s own rates. The shaded area covers 8 in 10 outcomes. This is a forecast, not a go-ahead: test before anyone gets in.'
          : `Once ${QUANTITY_NAMES[sanitizer].toLowerCase()} and pH have been tested in this water, the coming days can be forecast.`}
      </p>
      {!tested && (
        <p className="mt-5">
          <Link href={`${base}/test`} className="go">
            Test the water
          </Link>
        </p>
      )}
      {tested && (
        <>
          <div className="mt-4 grid gap-2">
            {doses.length > 0 && (
              <nav aria-label="What if you dose" className="flex flex-wrap items-center gap-2">
                <Turn href={to(true, asUsual)} on={dosed}>
                  If you dose now
                </Turn>
                <Turn href={to(false, asUsual)} on={!dosed}>
                  If you don’t
                </Turn>
                <span className="small text-muted">
                  {doses
                    .map((step) => {
                      const { figure, name } = formatStep(step, preferences)
                      return `${figure} ${name}`
                    })
                    .join(', ')}
                </span>
              </nav>
            )}
            {coming && (
              <nav aria-label="Who gets in" className="flex flex-wrap items-center gap-2">
                <Turn href={to(dosed, false)} on={!asUsual}>
                  {planned.length > 0 ? 'Only the planned soaks' : 'If nobody gets in'}
                </Turn>
                <Turn href={to(dosed, true)} on={asUsual}>
                  At last week’s rate of use
                </Turn>
              </nav>
            )}
          </div>
          <div className="mt-5 grid gap-x-12 gap-y-6 lg:grid-cols-2">
            {fans
              .filter(
                ({ quantity, points }) =>
                  quantity !== 'cyanuricAcid' || points.some(({ high }) => high > 5),
              )
              .map((fan) => (
                <FanChart
                  key={fan.quantity}
                  fan={fan}
                  band={bandOf(tub, fan.quantity)}
                  marks={marks}
                  preferences={preferences}
                />
              ))}
          </div>
          <p className="note mt-2 text-muted">
            {asUsual
              ? '● a soak, planned or as last week, ▲ the plan’s doses. Doses after each soak aren’t included.'
              : '● a planned soak, ▲ the plan’s doses. Unplanned soaks aren’t included.'}
          </p>
        </>
      )}
      {tested && (
        <p className="mt-5 max-w-[72ch]">
          {formatLevel(loadLevel(view), simulated ? 'simulated' : 'assumed', preferences)}
        </p>
      )}
      {tested && <WhatIfSoak tubId={tub.id} preferences={preferences} />}
      <section aria-labelledby="why" className="mt-7 max-w-[72ch]">
        <h2 id="why" className="head">
          Why
        </h2>
        <ul className="mt-1">
          {formatExplain(view, preferences).map((line) => (
            <li key={line} className="border-hair border-t py-1.5">
              {line}
            </li>
          ))}
        </ul>
      </section>
      {odd.length > 0 && (
        <section aria-labelledby="odd" className="mt-7 max-w-[72ch]">
          <h2 id="odd" className="head">
            Readings that don’t fit
          </h2>
          <ul className="mt-1">
            {odd.map(({ id, words }) => (
              <li key={words} className="border-hair border-t py-1.5">
                {words}{' '}
                <Link href={`${base}/record/${id}`} className="quiet min-h-0">
                  Review
                </Link>
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  )
}

export default Ahead
