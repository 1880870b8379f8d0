import { doseUnit, type Instant, type PlanStep, PRODUCTS, shownDose, waitBefore } from '@/core'
import type { Fields } from '@/server/form'
import type { TubView } from '@/server/views'
import { Link } from '@/ui/Link'
import { Explained } from '@/ui/words/Explained'
import { formatStepReason } from '@/words/adviceText'
import { ALWAYS, formatWait, stepCautions } from '@/words/handlingText'
import { formatHand, scoopsOf, thenWait } from '@/words/planWords'
import { fieldNumber } from '@/words/readNumber'
import {
  clock,
  type DisplayPreferences,
  dayAndClock,
  dose,
  formatNumber,
  formatStep,
} from '@/words/words'
import type { Action } from '../form/draft'
import { Countdown } from './Countdown'
import { Signs } from './Signs'
import { Spoons } from './Spoons'
import { StepDetails } from './StepDetails'
import { type TickedBy, TickForm } from './TickForm'

const rail = 'relative border-oak-2 border-l-[3px] pb-6 pl-6 ml-3.5'
export const dot =
  'absolute top-0.5 -left-[15.5px] flex size-7 items-center justify-center rounded-full text-[14px] font-bold'

/** What went in since the test, already ticked. */
export const Done = ({ view, preferences }: { view: TubView; preferences: DisplayPreferences }) => {
  const done = [...view.round.doses, ...view.round.aerations].sort((a, b) => a.at - b.at)
  return done.map((entry) => (
    <li key={entry.id} className={rail}>
      <span className={`${dot} bg-spruce text-paper`} aria-hidden="true">
        ✓
      </span>
      <p>
        <b>
          {entry.kind === 'dose'
            ? dose(entry.body.product, entry.body.grams, preferences)
            : `${entry.body.minutes} minutes`}
        </b>{' '}
        {entry.kind === 'dose' ? PRODUCTS[entry.body.product].commonName : 'of jets and air'},{' '}
        <span className="text-muted">done {dayAndClock(entry.at, preferences)}</span>
      </p>
    </li>
  ))
}

/** The field that ticks a step, as it is planned, and what is posted with it. */
export const tickOf = (
  step: PlanStep,
  { tub, round }: TubView,
  preferences: DisplayPreferences,
): { what: TickedBy; unit: string; value: string; hidden: Fields } => {
  const ticked = String(round.doses.length + round.aerations.length)
  switch (step.kind) {
    case 'add':
      return {
        what: 'amount',
        unit: doseUnit(step.product, tub.units.mass),
        value: fieldNumber(
          shownDose(step.product, step.grams, tub.units.mass),
          2,
          preferences.locale,
        ),
        hidden: {
          kind: 'dose',
          product: step.product,
          plannedGrams: String(step.grams),
          ticked,
        },
      }
    case 'aerate':
      return {
        what: 'minutes',
        unit: 'minutes',
        value: String(step.minutes),
        hidden: { kind: 'aeration', ticked },
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

/** What may still keep a step from going in: the wait that runs against it. */
export const waitFor = (step: PlanStep, { journal, now, tub }: TubView) =>
  waitBefore(
    journal,
    step.kind === 'add' ? step.product : step.kind === 'aerate' ? 'air' : 'water',
    now,
    tub,
  )

export const Cautions = ({ step, first }: { step: PlanStep; first: boolean }) => (
  <div className="safety mt-3 max-w-[54ch] text-[15px]">
    {first && <p>{ALWAYS}</p>}
    {stepCautions(step).map((caution) => (
      <p key={caution}>{caution}</p>
    ))}
  </div>
)

export const PlanStepView = ({
  step,
  view,
  preferences,
  at,
  thenMinutes,
  last,
  turn,
  keep,
}: {
  step: PlanStep
  view: TubView
  preferences: DisplayPreferences
  at: Instant
  /** Until the next step, or the test. */
  thenMinutes: number
  last: boolean
  turn: boolean
  keep: Action
}) => {
  const { tub, now } = view
  const waiting = turn ? waitFor(step, view) : undefined
  const head = formatStep(step, preferences)
  const tick = tickOf(step, view, preferences)
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
        <time className="small text-muted">
          {turn && !waiting ? 'now' : clock(at, preferences)}
        </time>
      </h2>
      {step.kind === 'add' && (
        <p className="mt-1.5 flex flex-wrap items-center gap-x-3 gap-y-1.5">
          <span>about {formatHand(step)}</span>
          {scoopsOf(step) === undefined && <Spoons product={step.product} grams={step.grams} />}
          {step.assumed && <span className="small text-muted">not on the shelf yet</span>}
          {step.takenAsPercent !== undefined && (
            <span className="small text-muted">
              counted as {formatNumber(step.takenAsPercent, 2, preferences)} %:{' '}
              <Link href={`/tubs/${tub.id}/shelf`}>does its label say so?</Link>
            </span>
          )}
        </p>
      )}
      <div className="mt-2">
        <Signs jets={step.jets} cover={step.cover} />
      </div>
      <p className="mt-2 max-w-[52ch] text-muted">
        <Explained text={formatStepReason(step.why, preferences)} />
      </p>
      <Cautions step={step} first={turn} />
      {turn && waiting && (
        <div className="mt-4 flex items-center gap-5 print:hidden">
          <Countdown
            until={waiting.until}
            since={waiting.since}
            renderedAt={now}
            label="Wait before this step"
          />
          <div>
            <p className="font-semibold text-[18px]">Not yet.</p>
            <p className="max-w-[36ch]">
              The {PRODUCTS[waiting.product].commonName} is mixing; you can{' '}
              {step.kind === 'add' ? 'add' : 'start'} this at{' '}
              <b>{clock(waiting.until, preferences)}</b>.
            </p>
          </div>
        </div>
      )}
      {!turn && step.notAfter && (
        <p className="small mt-2 max-w-[52ch] font-medium">
          Wait before this step: {formatWait(step.notAfter)}
        </p>
      )}
      <StepDetails step={step} tub={tub} preferences={preferences} />
      {turn && (
        <div className="mt-2 print:hidden">
          <TickForm
            key={`${step.order}-${head.figure}-${view.round.doses.length}`}
            action={keep}
            what={tick.what}
            unit={tick.unit}
            turn={!waiting}
            initial={{ [tick.what]: tick.value }}
            hidden={{ tub: String(tub.id), when: 'now', ...tick.hidden }}
          />
        </div>
      )}
      <p className="small mt-2 text-muted">
        {thenWait(thenMinutes, last, step.kind === 'add' ? step.waitMinutes : undefined)}
      </p>
    </li>
  )
}
