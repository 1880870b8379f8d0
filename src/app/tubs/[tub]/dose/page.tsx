import { choosePlan } from '@/app/actions'
import { FactNote } from '@/app/FactNote'
import { loadTub, type TubParams } from '@/app/tubView'
import {
  fewOf,
  holdsBack,
  type Instant,
  PRODUCTS,
  planToday,
  programmeOf,
  questionsFor,
  scheduleOf,
  sourcesOf,
  standsEmpty,
  usualShelf,
} from '@/core'
import type { TubView } from '@/server/views'
import { BalanceMap } from '@/ui/dose/BalanceMap'
import { DoseSheet } from '@/ui/dose/DoseSheet'
import { LabelDoses } from '@/ui/dose/LabelDoses'
import { OldReading } from '@/ui/dose/OldReading'
import { OverdoseHelp } from '@/ui/dose/OverdoseHelp'
import { EffectTable, effectRows } from '@/ui/dose/StepDetails'
import { PlanOptions } from '@/ui/dose/Ways'
import { Link } from '@/ui/Link'
import { Closed } from '@/ui/today/Closed'
import { CorrectedOftenNote } from '@/ui/trouble/CorrectedOftenNote'
import { formatClosure, waitingTest } from '@/words/closureWords'
import { formatStartsFrom } from '@/words/learntWords'
import { alsoToday, planText } from '@/words/planWords'
import { formatFloor } from '@/words/verdictWords'
import { aboutWhen, type DisplayPreferences, dayAndClock, volume } from '@/words/words'

import { PlanList, PlanNotes } from './PlanList'

const COUNT = ['No', 'One', 'Two', 'Three', 'Four', 'Five', 'Six', 'Seven']

/** The residual or pH says nothing any more, so no plan can. */
const tooOld = ({ verdict }: TubView) =>
  verdict.closures.some(
    (one) => one.code === 'never tested' || (one.code === 'test too old' && !one.unsure),
  )

const titleOf = (view: TubView, preferences: DisplayPreferences, retestAt: Instant): string => {
  const { plan, estimate, round } = view
  const n = plan.steps.length
  const done = round.doses.length + round.aerations.length
  const held = view.verdict.closures.find(holdsBack)
  if (held) return 'Nothing goes in while the tub is closed.'
  if (n > 0)
    return `${COUNT[n] ?? n} ${done > 0 ? 'more ' : ''}${n === 1 ? 'step' : 'steps'}, then a test ${aboutWhen(retestAt, preferences)}.`
  const waits = waitingTest(view)
  if (waits !== undefined)
    return `${done > 0 ? 'Everything is in' : 'Nothing goes in now'}. Test ${aboutWhen(waits, preferences)}.`
  if (estimate.lastTestAt === undefined) return 'Test before dosing.'
  if (done > 0) return 'Everything is in. Retest to finish.'
  if (tooOld(view)) return 'Retest before dosing.'
  return plan.notes.length > 0 ? 'Nothing to add for now.' : 'Nothing to add.'
}

/** The plan that begins with fresh water, and when its steps are due. */
const replacedFirst = (view: TubView) => {
  const { plan } = planToday(view.tub, view.journal, view.estimate, {
    ...view.asked,
    replaceWater: true,
  })
  return { plan, schedule: scheduleOf(plan.steps, view.journal, view.now, view.tub) }
}

interface DoseProps extends TubParams {
  searchParams: Promise<Record<string, string | string[] | undefined>>
}

const Dose = async ({ params, searchParams }: DoseProps) => {
  const { view: usual, preferences } = await loadTub((await params).tub)
  if (standsEmpty(usual.verdict.closures))
    return (
      <>
        <h1 className="serif title pt-2">Nothing goes into an empty tub.</h1>
        <Closed view={usual} preferences={preferences} here="dose" />
      </>
    )
  const replacing = (await searchParams).replace === 'water' && usual.plan.replaceable !== undefined
  const view = replacing
    ? {
        ...usual,
        ...replacedFirst(usual),
      }
    : usual
  const { tub, plan, estimate, now, round, schedule } = view
  const held = view.verdict.closures.find(holdsBack)
  const also = alsoToday(view, preferences)
  const floor = formatFloor(tub, preferences)
  const retestAt = schedule.testAt
  const waits = waitingTest(view)
  const questions = replacing ? [] : questionsFor(tub, view.journal, estimate, view.planOptions)
  const other = questions
    .find(({ asks }) => asks === 'order')
    ?.alternatives.find(({ chosen }) => !chosen)?.plan
  const products = sourcesOf(
    view.planOptions.shelf ?? usualShelf(programmeOf(tub.programme)),
    programmeOf(tub.programme),
    estimate.water,
  ).sources.map(({ product }) => product)
  const resized =
    tub.volumeSetAt !== null && round.doses.some(({ at }) => at < (tub.volumeSetAt ?? 0))
  const done = round.doses.length + round.aerations.length
  const nothing = plan.steps.length === 0
  const startsFrom = formatStartsFrom(view, preferences)
  const tested = estimate.lastTestAt !== undefined
  const test = !tested || tooOld(view)
  const { closures, readLow } = view.verdict
  const allInRange = plan.notes.length === 0 && closures.length === 0 && readLow === undefined
  return (
    <>
      <h1 className="serif title pt-2">{titleOf(view, preferences, retestAt)}</h1>
      <p className="small mt-1 text-muted">
        {tested && estimate.lastTestAt !== undefined
          ? `Based on your test from ${dayAndClock(estimate.lastTestAt, preferences)}${done > 0 ? ' and what you’ve added since' : ''}. Alkalinity and pH are solved together; sanitizer goes last.`
          : nothing && waits === undefined
            ? 'Sanitizer, pH and alkalinity are enough to start.'
            : 'Nothing has been tested in this water.'}
      </p>
      {startsFrom && !nothing && <p className="small mt-1 text-muted">{startsFrom}</p>}
      <OldReading view={view} />
      <Closed view={usual} preferences={preferences} here="dose" />
      {floor && <p className="safety small mt-3 max-w-[66ch]">{floor}</p>}
      {resized && !nothing && (
        <p className="safety mt-3 max-w-[66ch]">
          The volume was changed to {volume(tub.volumeLitres, preferences)} after something had been
          added. The rest is planned for the new volume; it’s safer to test first.
        </p>
      )}
      {!nothing && (
        <div className="mt-4 flex flex-wrap items-center gap-x-6 gap-y-2 print:hidden">
          <Link href={`/tubs/${tub.id}/visit`} className="plain">
            {view.underWay ? 'Continue the visit' : 'As part of a visit'}
          </Link>
          <DoseSheet text={planText(view, preferences)} />
        </div>
      )}
      <div className="mt-6 grid gap-10 xl:grid-cols-[minmax(0,400px)_minmax(0,1fr)] print:mt-2 print:grid-cols-2 print:gap-6">
        <div>
          {!held && (done > 0 || !nothing) && <PlanList {...{ view, replacing, preferences }} />}
          {also.length > 0 && (
            <section className="mt-5 hidden print:block">
              <h2 className="head">Also today</h2>
              <ul className="small">
                {also.map((line) => (
                  <li key={line}>{line}</li>
                ))}
              </ul>
            </section>
          )}
          {held && (
            <Link
              href={`/tubs/${tub.id}/${formatClosure(held, preferences).action.place}`}
              className="go mt-2"
            >
              {formatClosure(held, preferences).action.label}
            </Link>
          )}
          {nothing && done === 0 && !held && (
            <div>
              {tested && allInRange && (
                <p className="max-w-[52ch] text-[18px]">
                  Nothing to add: all readings are in range.
                </p>
              )}
              <Link
                href={`/tubs/${tub.id}/${test ? 'test' : 'now'}`}
                className={test && waits === undefined ? 'go mt-2' : 'plain mt-5'}
              >
                {test ? 'Test the water' : 'Back to Now'}
              </Link>
            </div>
          )}
        </div>
        <div className="grid content-start gap-6">
          {!held && <OverdoseHelp view={view} preferences={preferences} />}
          {tested && (
            <BalanceMap
              key={estimate.at === now ? `${round.doses.length}-${estimate.lastTestAt}` : ''}
              tub={tub}
              // The map asks about pH and alkalinity: no forecast goes with it.
              estimate={{ ...estimate, ensemble: fewOf(estimate.ensemble, 8) }}
              plan={plan}
              other={other}
              round={[...round.doses, ...round.aerations]}
              planOptions={view.planOptions}
              found={view.verdict.closures}
              products={products}
              preferences={preferences}
            />
          )}
          {tested && !replacing && !held && (
            <PlanOptions
              view={view}
              questions={questions}
              action={choosePlan}
              preferences={preferences}
            />
          )}
          {!nothing && (
            <EffectTable
              rows={effectRows(tub, plan.before, plan.after)}
              caption="What all steps do together"
              preferences={preferences}
            />
          )}
          <CorrectedOftenNote view={view} />
          <FactNote
            id="acid against soda ash"
            when={plan.steps.some(
              (step) => step.kind === 'add' && PRODUCTS[step.product].family === 'acid',
            )}
          />
          {tested && (
            <PlanNotes title="Not dosed, and why" notes={plan.notes} {...{ preferences }} />
          )}
          {usual.plan.replaceable !== undefined && (
            <Link
              href={replacing ? `/tubs/${tub.id}/dose` : `/tubs/${tub.id}/dose?replace=water`}
              className="plain justify-self-start"
              scroll={false}
            >
              {replacing ? 'Plan without fresh water' : 'Plan with fresh water first'}
            </Link>
          )}
          {!held && <LabelDoses view={view} preferences={preferences} />}
          <Link href={`/tubs/${tub.id}/shelf`} className="quiet justify-self-start print:hidden">
            My shelf
          </Link>
          <PlanNotes title="Assumed" notes={plan.assumed} {...{ preferences }} />
        </div>
      </div>
    </>
  )
}

export default Dose
