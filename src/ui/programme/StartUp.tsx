import { handlingOf, isTicked, PRODUCTS, roundToMeasure, type StartProgress } from '@/core'
import type { TubView } from '@/server/views'
import { Link } from '@/ui/Link'
import { closureLine } from '@/words/closureWords'
import { ALWAYS, cautionsFor } from '@/words/handlingText'
import { inUnits } from '@/words/inUnits'
import { formatHand } from '@/words/planWords'
import { startNeedWords, startStepText } from '@/words/startUpText'
import { type DisplayPreferences, dayAndClock, dose, formatSpoon } from '@/words/words'
import { Countdown } from '../dose/Countdown'
import type { Action } from '../form/draft'
import { PostButton } from '../form/PostButton'

type Step = StartProgress['steps'][number]

const waitWords = (minutes: number) =>
  minutes >= 120 ? `${Math.round(minutes / 60)} hours` : `${minutes} minutes`

/** The step whose turn it is: what to do, its amount, its caution, and the tick. */
const Turn = ({
  step,
  view,
  tick,
  preferences,
}: {
  step: Step
  view: TubView
  tick: Action
  preferences: DisplayPreferences
}) => {
  const { tub, now } = view
  const grams = step.product && step.grams ? roundToMeasure(step.product, step.grams) : undefined
  // In the owner's own measure, as Dose has it.
  const own = view.plan.steps.find((one) => one.kind === 'add' && one.product === step.product)
  const { readyAt, since, needs } = step
  const text = startStepText(step)
  const shut = view.startUp?.shutBy
  if (shut)
    return <p className="safety small mt-2 max-w-[56ch]">{closureLine(shut, preferences)}</p>
  if (readyAt !== undefined)
    return (
      <div className="mt-2 flex items-center gap-5">
        <Countdown until={readyAt} since={since} renderedAt={now} label={`Wait: ${text.title}`} />
        <p className="max-w-[34ch]">
          Until <b>{dayAndClock(readyAt, preferences)}</b>, with the pump running.
        </p>
      </div>
    )
  const nothingToAdd = needs === 'correct' && isTicked(step) && view.plan.steps.length === 0
  return (
    <div className="mt-1">
      <p className="max-w-[56ch]">{inUnits(text.how, preferences)}</p>
      {grams !== undefined && step.product && (
        <p className="mt-2 text-[18px]">
          <b>{dose(step.product, grams, preferences)}</b> {PRODUCTS[step.product].commonName}, about{' '}
          {own?.kind === 'add' ? formatHand(own) : formatSpoon(step.product, grams)}
        </p>
      )}
      {(text.caution || step.product) && (
        <div className="safety small mt-2 max-w-[56ch]">
          {step.product && <p>{ALWAYS}</p>}
          {step.product &&
            cautionsFor(step.product, handlingOf(step.product, tub)).map((one) => (
              <p key={one}>{one}</p>
            ))}
          {text.caution && <p>{inUnits(text.caution, preferences)}</p>}
        </div>
      )}
      {needs !== 'act' && (
        <p className="mt-3 max-w-[56ch] font-medium">
          {startNeedWords(step, preferences)}{' '}
          {needs === 'correct' && !nothingToAdd ? (
            <Link href={`/tubs/${tub.id}/dose`} className="quiet">
              Dose
            </Link>
          ) : (
            <Link href={`/tubs/${tub.id}/test`} className="quiet">
              Test the water
            </Link>
          )}
        </p>
      )}
      {(needs === 'act' || (needs === 'correct' && nothingToAdd)) && (
        <div className="mt-3">
          <PostButton
            action={tick}
            hidden={{
              tub: String(tub.id),
              step: step.id,
              ...(step.product && grams ? { product: step.product, grams: String(grams) } : {}),
            }}
            label={grams !== undefined ? 'Mark added' : 'Mark done'}
            title={`Mark done: ${text.title}`}
            className="go"
          />
        </div>
      )}
      {step.waitMinutes > 0 && needs === 'act' && (
        <p className="small mt-2 text-muted">Then wait {waitWords(step.waitMinutes)}.</p>
      )}
    </div>
  )
}

/** From a fresh fill to the first soak, over days: in the journal, so it can be left and taken up again. */
export const StartUp = ({
  view,
  progress,
  tick,
  preferences,
}: {
  view: TubView
  progress: StartProgress
  tick: Action
  preferences: DisplayPreferences
}) => {
  const { steps, now: open } = progress
  const done = steps.filter(({ doneAt }) => doneAt !== undefined).length
  return (
    <section aria-labelledby="start-up">
      <h2 id="start-up" className="font-semibold text-[19px]">
        {open ? 'Start-up in progress' : 'Start-up finished'}
      </h2>
      <p className="small text-muted">
        Filled {dayAndClock(progress.since, preferences)}; {done} of {steps.length} done.
      </p>
      <ol className="mt-2">
        {steps.map((step) => {
          const turn = step === open
          return (
            <li
              key={step.id}
              aria-current={turn ? 'step' : undefined}
              className={`border-hair border-t py-2 ${turn ? '' : 'text-muted'}`}
            >
              <p className="flex items-baseline gap-3">
                <span aria-hidden="true" className="w-4 text-center">
                  {step.doneAt !== undefined ? '✓' : turn ? '→' : '·'}
                </span>
                <b className={turn ? 'text-[17px]' : 'font-medium'}>{startStepText(step).title}</b>
                {step.doneAt !== undefined && (
                  <span className="small">{dayAndClock(step.doneAt, preferences)}</span>
                )}
              </p>
              {turn && (
                <div className="pl-7">
                  <Turn step={step} view={view} tick={tick} preferences={preferences} />
                </div>
              )}
            </li>
          )
        })}
      </ol>
    </section>
  )
}
