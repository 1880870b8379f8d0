import type { Metadata } from 'next'
import Link from 'next/link'
import { loadFans, loadLevel, loadTub, type TubParams } from '@/app/tubView'
import { programmeOf } from '@/core/programmes/programme'
import { QUANTITY } from '@/core/testing/quantity'
import { FanChart } from '@/ui/estimate/FanChart'
import { WhatIfSoak } from '@/ui/estimate/WhatIfSoak'
import { explainWords, floorAtWords, levelWords, oddWords } from '@/ui/words/learntWords'
import { stepWords } from '@/ui/words/words'

export const metadata: Metadata = { title: 'The week ahead' }

interface AheadProps extends TubParams {
  searchParams: Promise<Record<string, string | string[] | undefined>>
}

const Ahead = async ({ params, searchParams }: AheadProps) => {
  const { view, reader } = await loadTub((await params).tub)
  const query = await searchParams
  const { tub, plan, planned, now, learnt } = view
  const base = `/tubs/${tub.id}`
  const doses = plan.steps.filter((step) => step.kind === 'add')
  const dosed = query.dose !== 'no' && doses.length > 0
  const fans = loadFans(view, dosed)
  const { sanitizer } = programmeOf(tub.programme)
  const residual = fans.find(({ quantity }) => quantity === sanitizer)
  const tested = learnt.now[sanitizer] !== undefined
  const odd = oddWords(view, reader)
  const simulated = process.env.PAVREL_STAND_INS === '1'
  const marks = [
    ...planned.map(({ at }) => ({ at, what: 'soak' as const })),
    ...(dosed ? [{ at: now, what: 'dose' as const }] : []),
  ]
  return (
    <>
      <Link href={`${base}/now`} className="quiet">
        Now
      </Link>
      <h1 className="serif title">
        {tested && residual
          ? floorAtWords(residual, tub.targets.sanitizer.low, reader)
          : 'No week ahead without a test.'}
      </h1>
      <p className="small mt-1 max-w-[68ch] text-muted">
        {tested
          ? 'An estimate from everything in the journal and this tub’s own rates; eight in ten lie in the shade. Nobody gets in by it: test first.'
          : `Once ${QUANTITY[sanitizer].name.toLowerCase()} and pH were read in this water, the coming days can be reckoned.`}
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
          {doses.length > 0 && (
            <nav aria-label="What if" className="mt-4 flex flex-wrap items-center gap-2">
              {[
                { value: 'yes', label: 'If you dose now' },
                { value: 'no', label: 'If you do not' },
              ].map(({ value, label }) => (
                <Link
                  key={value}
                  href={`${base}/ahead?dose=${value}`}
                  scroll={false}
                  aria-current={dosed === (value === 'yes') ? 'true' : undefined}
                  className={`plain !min-h-11 ${dosed === (value === 'yes') ? 'border-spruce bg-spruce text-paper' : ''}`}
                >
                  {label}
                </Link>
              ))}
              <span className="small text-muted">
                {doses
                  .map((step) => {
                    const { figure, name } = stepWords(step, reader)
                    return `${figure} ${name}`
                  })
                  .join(', ')}
              </span>
            </nav>
          )}
          <div className="mt-5 grid gap-x-12 gap-y-6 lg:grid-cols-2">
            {fans
              .filter(
                ({ quantity, points }) =>
                  quantity !== 'cyanuricAcid' || points.some(({ high }) => high > 5),
              )
              .map((fan) => (
                <FanChart key={fan.quantity} fan={fan} tub={tub} marks={marks} reader={reader} />
              ))}
          </div>
          <p className="note mt-2 text-muted">
            ● a planned soak, ▲ the doses of the plan. Soaks nobody has planned are not in it.
          </p>
        </>
      )}
      {tested && (
        <p className="mt-5 max-w-[72ch]">
          {levelWords(loadLevel(view), simulated ? 'simulated' : 'assumed', reader)}
        </p>
      )}
      {tested && <WhatIfSoak tubId={tub.id} reader={reader} />}
      <section aria-labelledby="why" className="mt-7 max-w-[72ch]">
        <h2 id="why" className="head">
          Why it says so
        </h2>
        <ul className="mt-1">
          {explainWords(view, reader).map((line) => (
            <li key={line} className="border-hair border-t py-1.5">
              {line}
            </li>
          ))}
        </ul>
      </section>
      {odd.length > 0 && (
        <section aria-labelledby="odd" className="mt-7 max-w-[72ch]">
          <h2 id="odd" className="head">
            Readings that do not fit
          </h2>
          <ul className="mt-1">
            {odd.map(({ id, words }) => (
              <li key={words} className="border-hair border-t py-1.5">
                {words}{' '}
                <Link href={`${base}/record/${id}`} className="quiet min-h-0">
                  Look at it
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
