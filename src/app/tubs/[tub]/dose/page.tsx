import type { Metadata } from 'next'
import Link from 'next/link'
import { keepEntry } from '@/app/actions'
import { loadTub, type TubParams } from '@/app/tubView'
import { ALWAYS } from '@/core/advice/handling'
import { dosePlan, type PlanStep } from '@/core/advice/plan'
import { type Instant, MINUTE } from '@/core/journal/entry'
import { doseUnit, toDose } from '@/core/products/measure'
import { PRODUCTS } from '@/core/products/product'
import type { Fields } from '@/server/form'
import type { TubView } from '@/server/views'
import type { TubRow } from '@/store/tubs'
import { BalanceMap } from '@/ui/dose/BalanceMap'
import { Countdown } from '@/ui/dose/Countdown'
import { Signs } from '@/ui/dose/Signs'
import { Spoons } from '@/ui/dose/Spoons'
import { EffectTable, effectRows, StepDetails } from '@/ui/dose/StepDetails'
import { type TickedBy, TickForm } from '@/ui/dose/TickForm'
import { floorWords } from '@/ui/words/verdictWords'
import { clock, dayAndClock, dose, type Reader, spoonWords, stepWords } from '@/ui/words/words'

export const metadata: Metadata = { title: 'Dose' }

const COUNT = ['No', 'One', 'Two', 'Three', 'Four', 'Five', 'Six', 'Seven']

const rail = 'relative border-oak-2 border-l-[3px] pb-6 pl-6 ml-3.5'
const dot =
  'absolute top-0.5 -left-[15.5px] flex size-7 items-center justify-center rounded-full text-[14px] font-bold'

/** What went in since the test, already ticked. */
const Done = ({ view, reader }: { view: TubView; reader: Reader }) => {
  const done = [...view.round.doses, ...view.round.aerations].sort((a, b) => a.at - b.at)
  return done.map((entry) => (
    <li key={entry.id} className={rail}>
      <span className={`${dot} bg-spruce text-paper`} aria-hidden="true">
        ✓
      </span>
      <p>
        <b>
          {entry.kind === 'dose'
            ? dose(entry.body.product, entry.body.grams, reader)
            : `${entry.body.minutes} minutes`}
        </b>{' '}
        {entry.kind === 'dose' ? PRODUCTS[entry.body.product].commonName : 'of jets and air'},{' '}
        <span className="text-muted">done {dayAndClock(entry.at, reader)}</span>
      </p>
    </li>
  ))
}

/** The field that ticks a step, as it is planned, and what is posted with it. */
const tickOf = (
  step: PlanStep,
  tub: TubRow,
): { what: TickedBy; unit: string; value: string; hidden: Fields } => {
  switch (step.kind) {
    case 'add':
      return {
        what: 'amount',
        unit: doseUnit(step.product, tub.units.mass),
        value: String(Number(toDose(step.product, step.grams, tub.units.mass).toFixed(2))),
        hidden: { kind: 'dose', product: step.product, plannedGrams: String(step.grams) },
      }
    case 'aerate':
      return {
        what: 'minutes',
        unit: 'minutes',
        value: String(step.minutes),
        hidden: { kind: 'aeration' },
      }
    case 'replace water':
      return {
        what: 'percent',
        unit: '%',
        value: String(Math.round(100 * step.fraction)),
        hidden: { kind: 'water' },
      }
  }
}

const Step = ({
  step,
  view,
  reader,
  at,
  turn,
}: {
  step: PlanStep
  view: TubView
  reader: Reader
  at: Instant
  turn: boolean
}) => {
  const { tub, waiting, now } = view
  const head = stepWords(step, reader)
  const tick = tickOf(step, tub)
  return (
    <li className={rail}>
      <span
        className={`${dot} ${turn ? 'bg-ink text-paper' : 'border-2 border-line bg-paper text-ink'}`}
        aria-hidden="true"
      >
        {step.order}
      </span>
      <h2 className="flex flex-wrap items-baseline gap-x-4 leading-tight">
        <span className="sr-only">Step {step.order}: </span>
        <b className="text-[27px]">{head.figure}</b>
        <span className="text-[18px]">{head.name}</span>
        <time className="small text-muted">{turn && !waiting ? 'now' : clock(at, reader)}</time>
      </h2>
      {step.kind === 'add' && (
        <p className="mt-1.5 flex flex-wrap items-center gap-x-3 gap-y-1.5">
          <span>about {spoonWords(step.product, step.grams)}</span>
          <Spoons product={step.product} grams={step.grams} />
        </p>
      )}
      <div className="mt-2">
        <Signs jets={step.jets} cover={step.cover} />
      </div>
      <p className="mt-2 max-w-[52ch] text-muted">{step.why}</p>
      <div className="safety mt-3 max-w-[54ch] text-[15px]">
        {turn && <p>{ALWAYS}</p>}
        {step.cautions.map((caution) => (
          <p key={caution}>{caution}</p>
        ))}
      </div>
      {turn && waiting && (
        <div className="mt-4 flex items-center gap-5">
          <Countdown
            until={waiting.until}
            since={waiting.since}
            renderedAt={now}
            label="Wait before this step"
          />
          <div>
            <p className="font-semibold text-[18px]">Not in the water yet.</p>
            <p className="max-w-[36ch]">
              The {PRODUCTS[waiting.product].commonName} is mixing; this may go in at{' '}
              <b>{clock(waiting.until, reader)}</b>.
            </p>
          </div>
        </div>
      )}
      {!turn && step.notAfter && (
        <p className="small mt-2 max-w-[52ch] font-medium">Not straight after: {step.notAfter}</p>
      )}
      <StepDetails step={step} tub={tub} reader={reader} />
      {turn && (
        <div className="mt-2">
          <TickForm
            key={`${step.order}-${head.figure}-${view.round.doses.length}`}
            action={keepEntry}
            what={tick.what}
            unit={tick.unit}
            turn={!waiting}
            initial={{ [tick.what]: tick.value }}
            hidden={{ tub: String(tub.id), when: 'now', ...tick.hidden }}
          />
        </div>
      )}
      <p className="small mt-2 text-muted">
        {step.waitMinutes > 0 ? `Then wait ${step.waitMinutes} minutes.` : 'Then test.'}
      </p>
    </li>
  )
}

/** The residual or pH says nothing any more, so no plan can. */
const tooOld = ({ verdict }: TubView) => verdict.kind === 'stale' || verdict.kind === 'never read'

const titleOf = (view: TubView, reader: Reader, retestAt: Instant): string => {
  const { plan, estimate, round } = view
  const n = plan.steps.length
  const done = round.doses.length + round.aerations.length
  if (estimate.lastTestAt === undefined) return 'A dose needs a test first.'
  if (n > 0)
    return `${COUNT[n] ?? n} ${done > 0 ? 'more ' : ''}${n === 1 ? 'step' : 'steps'}, then a test about ${clock(retestAt, reader)}.`
  if (done > 0) return 'All in. Test again to close the plan.'
  if (tooOld(view)) return 'Test again before dosing.'
  return plan.remarks.length > 0 ? 'Nothing to add for now.' : 'Nothing to add.'
}

interface DoseProps extends TubParams {
  searchParams: Promise<Record<string, string | string[] | undefined>>
}

const Dose = async ({ params, searchParams }: DoseProps) => {
  const { view: usual, reader } = await loadTub((await params).tub)
  const replacing = (await searchParams).replace === 'water' && usual.plan.replaceable !== undefined
  const view = replacing
    ? {
        ...usual,
        plan: dosePlan(usual.tub, usual.journal, usual.estimate, { replaceWater: true }),
      }
    : usual
  const { tub, plan, estimate, waiting, now, round } = view
  const floor = floorWords(tub, reader)
  let at = waiting?.until ?? now
  const starts = plan.steps.map((step) => {
    const start = at
    at += (step.waitMinutes + (step.kind === 'aerate' ? step.minutes : 0)) * MINUTE
    return start
  })
  const retestAt = Math.max(at, now + plan.retestAfterMinutes * MINUTE)
  const done = round.doses.length + round.aerations.length
  const nothing = plan.steps.length === 0
  const tested = estimate.lastTestAt !== undefined
  const test = !tested || tooOld(view)
  return (
    <>
      <h1 className="serif title pt-2">{titleOf(view, reader, retestAt)}</h1>
      <p className="small mt-1 text-muted">
        {tested && estimate.lastTestAt !== undefined
          ? `From the test of ${dayAndClock(estimate.lastTestAt, reader)}${done > 0 ? ' and what went in since' : ''}. Alkalinity and pH are solved together; sanitizer goes last.`
          : 'Sanitizer, pH and alkalinity are enough for a first plan.'}
      </p>
      {floor && <p className="safety small mt-3 max-w-[66ch]">{floor}</p>}
      <div className="mt-6 grid gap-10 xl:grid-cols-[minmax(0,400px)_minmax(0,1fr)]">
        <div>
          {(done > 0 || !nothing) && (
            <ol>
              <Done view={view} reader={reader} />
              {plan.steps.map((step, i) => (
                <Step
                  key={`${step.order}-${step.kind}`}
                  step={step}
                  view={view}
                  reader={reader}
                  at={starts[i] ?? now}
                  turn={i === 0}
                />
              ))}
              <li className="relative ml-3.5 pl-6">
                <span
                  className={`${dot} left-[-12.5px] border-2 border-line bg-paper`}
                  aria-hidden="true"
                >
                  <svg width={10} height={14} viewBox="0 0 10 14" aria-hidden="true">
                    <rect
                      x={2.5}
                      y={1}
                      width={5}
                      height={12}
                      fill="none"
                      stroke="var(--ink)"
                      strokeWidth={1.6}
                    />
                  </svg>
                </span>
                <p>
                  <b>Test again</b>,{' '}
                  {nothing && !waiting ? 'now' : `about ${clock(retestAt, reader)}`}
                </p>
                {plan.later.length > 0 && (
                  <p className="small mt-1 max-w-[52ch] text-muted">
                    {replacing
                      ? 'With the fresh water in, perhaps'
                      : 'A large correction goes in parts. By that test perhaps another'}{' '}
                    {plan.later
                      .map(
                        ({ product, grams }) =>
                          `${dose(product, grams, reader)} ${PRODUCTS[product].commonName}`,
                      )
                      .join(' and ')}
                    ; the next reading decides.
                  </p>
                )}
                {nothing && (
                  <>
                    {waiting && (
                      <div className="mt-3 flex items-center gap-5">
                        <Countdown
                          until={waiting.until}
                          since={waiting.since}
                          renderedAt={now}
                          label="Wait before the test"
                        />
                        <p className="max-w-[34ch]">
                          The {PRODUCTS[waiting.product].commonName} is mixing until{' '}
                          <b>{clock(waiting.until, reader)}</b>. Nobody in until then.
                        </p>
                      </div>
                    )}
                    <Link href={`/tubs/${tub.id}/test`} className="go mt-4">
                      Test the water
                    </Link>
                  </>
                )}
              </li>
            </ol>
          )}
          {nothing && done === 0 && (
            <div>
              {tested && plan.remarks.length === 0 && (
                <p className="max-w-[52ch] text-[18px]">
                  Everything that was read is in its band. The best dose is none.
                </p>
              )}
              <Link
                href={`/tubs/${tub.id}/${test ? 'test' : 'now'}`}
                className={test ? 'go mt-2' : 'plain mt-5'}
              >
                {test ? 'Test the water' : 'Back to Now'}
              </Link>
            </div>
          )}
        </div>
        <div className="grid content-start gap-6">
          {tested && <BalanceMap tub={tub} estimate={estimate} plan={plan} reader={reader} />}
          {!nothing && (
            <EffectTable
              rows={effectRows(tub, plan.before, plan.after)}
              caption="All steps together"
              reader={reader}
            />
          )}
          {plan.remarks.length > 0 && tested && (
            <section>
              <h2 className="head">Not dosed, and why</h2>
              <ul className="small mt-1">
                {plan.remarks.map(({ text }) => (
                  <li key={text} className="max-w-[64ch] border-hair border-t py-1.5">
                    {text}
                  </li>
                ))}
              </ul>
            </section>
          )}
          {usual.plan.replaceable !== undefined && (
            <Link
              href={replacing ? `/tubs/${tub.id}/dose` : `/tubs/${tub.id}/dose?replace=water`}
              className="plain justify-self-start"
              scroll={false}
            >
              {replacing ? 'Plan with this water' : 'Plan with fresh water first'}
            </Link>
          )}
          {plan.assumed.length > 0 && (
            <section>
              <h2 className="head">Assumed</h2>
              <ul className="small mt-1">
                {plan.assumed.map(({ text }) => (
                  <li key={text} className="max-w-[64ch] border-hair border-t py-1.5">
                    {text}
                  </li>
                ))}
              </ul>
            </section>
          )}
        </div>
      </div>
    </>
  )
}

export default Dose
