import type { Metadata } from 'next'
import Link from 'next/link'
import type { ReactNode } from 'react'
import { saveEntry } from '@/app/actions'
import { loadTub, type TubParams } from '@/app/tubView'
import { handlingWhile, holdsBack, PRODUCTS } from '@/core'
import { sessionState } from '@/server/session'
import { Countdown } from '@/ui/dose/Countdown'
import { OldReading } from '@/ui/dose/OldReading'
import { Cautions, tickOf, waitFor } from '@/ui/dose/PlanStepView'
import { SessionKeeper } from '@/ui/dose/SessionKeeper'
import { Signs } from '@/ui/dose/Signs'
import { Spoons } from '@/ui/dose/Spoons'
import { TickForm } from '@/ui/dose/TickForm'
import { Closed, ClosedMark } from '@/ui/today/Closed'
import { formatStepReason } from '@/words/adviceText'
import { formatClosure } from '@/words/closureWords'
import { formatHand, scoopsOf, stepName } from '@/words/planWords'
import { clock, formatStep } from '@/words/words'

export const metadata: Metadata = { title: 'Dosing' }

const Screen = ({
  over,
  title,
  children,
}: {
  over: string
  title: string
  children: ReactNode
}) => (
  <section className="max-w-[560px]" aria-live="polite">
    <p className="small text-muted">{over}</p>
    <h1 className="serif verdict mt-1">{title}</h1>
    {children}
  </section>
)

/**
 * Dosing with wet hands: one step a screen. Nothing is remembered but the journal, so a reload, a locked phone or a second one
 * shows the same step, and a step done otherwise than planned changes the next.
 */
const Session = async ({ params }: TubParams) => {
  const { view, preferences } = await loadTub((await params).tub)
  const { tub, plan, round, now, waiting, bathers, schedule } = view
  const [step] = plan.steps
  const done = round.doses.length + round.aerations.length
  const state = sessionState(tub, done, view.lastChange)
  const over =
    step || done > 0
      ? `${tub.name} · ${step ? `step ${done + 1} of ${done + plan.steps.length}` : `${done} ${done === 1 ? 'step' : 'steps'} done`}`
      : tub.name
  const wait = step ? waitFor(step, view) : waiting
  const meanwhile = wait && handlingWhile(tub, view.journal, wait)
  const ring = wait && (
    <div className="mt-5 flex items-center gap-5">
      <Countdown
        until={wait.until}
        since={wait.since}
        renderedAt={now}
        label={step ? 'Wait before the next step' : 'Wait before the test'}
      />
      <p className="max-w-[34ch] text-[17px]">
        The {PRODUCTS[wait.product].commonName} is mixing until{' '}
        <b>{clock(wait.until, preferences)}</b>. Jets {meanwhile?.jets}, cover {meanwhile?.cover},
        nobody in.
      </p>
    </div>
  )
  const back = (
    <Link href={`/tubs/${tub.id}/dose`} className="quiet">
      Whole plan
    </Link>
  )

  const held = view.verdict.closures.find(holdsBack)
  if (held) {
    const { why, lift, action } = formatClosure(held, preferences)
    return (
      <>
        <Screen over={over} title="Closed. Don’t add anything.">
          <p className="mt-4 flex max-w-[46ch] gap-3 text-[18px]">
            <span className="mt-1">
              <ClosedMark />
            </span>
            <span>
              {why} {lift}
            </span>
          </p>
        </Screen>
        <p className="mt-6 flex flex-wrap items-center gap-6">
          <Link href={`/tubs/${tub.id}/${action.place}`} className="go">
            {action.label}
          </Link>
          {back}
        </p>
        <SessionKeeper tubId={tub.id} state={state} until={undefined} next="" />
      </>
    )
  }
  if (bathers && step)
    return (
      <>
        <Screen over={over} title="Everybody out first.">
          <p className="mt-4 max-w-[42ch] text-[18px]">
            According to the history,{' '}
            {bathers.people === 1 ? 'somebody is' : `${bathers.people} are`} in until{' '}
            {clock(bathers.until, preferences)}. If they’re already out, correct the soak in the
            record.
          </p>
          <p className="mt-4 flex gap-6">
            <Link href={`/tubs/${tub.id}/record?kind=soak`} className="plain">
              Go to Soak
            </Link>
            {back}
          </p>
        </Screen>
        <SessionKeeper
          tubId={tub.id}
          state={state}
          until={bathers.until}
          next="The tub is clear for dosing."
        />
      </>
    )

  if (!step)
    return (
      <>
        {wait ? (
          <Screen over={over} title="Everything is in. Let it mix.">
            {ring}
            <p className="mt-5 max-w-[46ch]">
              Then test. If the test is fine, you can soak again from about{' '}
              <b>{clock(schedule.testAt, preferences)}</b>.
            </p>
          </Screen>
        ) : (
          <Screen
            over={over}
            title={done > 0 ? 'Everything is in and mixed. Now test.' : 'Nothing to add.'}
          >
            <p className="mt-4 max-w-[46ch] text-[18px]">
              {done > 0
                ? 'Retest to finish the plan. Now says whether anyone may get in.'
                : 'The plan is empty: everything is in range, or has to be tested first.'}
            </p>
          </Screen>
        )}
        <Closed view={view} preferences={preferences} />
        <p className="mt-6 flex flex-wrap items-center gap-6">
          <Link href={`/tubs/${tub.id}/test`} className={wait ? 'plain' : 'go'}>
            Test the water
          </Link>
          {back}
        </p>
        <SessionKeeper
          tubId={tub.id}
          state={state}
          until={wait?.until}
          next="Test the water now."
        />
      </>
    )

  const { figure, name } = formatStep(step, preferences)
  const tick = tickOf(step, view, preferences)
  const after = plan.steps[1]
  return (
    <>
      <Screen over={over} title={`${figure} ${name}`}>
        {step.kind === 'add' && (
          <p className="mt-2 flex flex-wrap items-center gap-x-3 gap-y-1.5 text-[19px]">
            <span>about {formatHand(step)}</span>
            {scoopsOf(step) === undefined && <Spoons product={step.product} grams={step.grams} />}
          </p>
        )}
        {ring}
        <OldReading view={view} />
        <Cautions step={step} first />
        <div className="mt-4">
          <Signs jets={step.jets} cover={step.cover} />
        </div>
        <p className="mt-3 max-w-[48ch] text-muted">{formatStepReason(step.why, preferences)}</p>
        <div className="mt-4">
          <TickForm
            key={`${done}-${figure}`}
            action={saveEntry}
            what={tick.what}
            unit={tick.unit}
            turn={!wait}
            initial={{ [tick.what]: tick.value }}
            hidden={{
              tub: String(tub.id),
              when: 'now',
              place: 'session',
              ...tick.hidden,
            }}
          />
        </div>
        <p className="small mt-4 text-muted">
          {(schedule.waits[0] ?? 0) > 0 ? `Then wait ${schedule.waits[0]} minutes, ` : 'Then '}
          {after
            ? `and ${stepName(after)} about ${clock(schedule.starts[1] ?? now, preferences)}.`
            : `and a test about ${clock(schedule.testAt, preferences)}.`}
        </p>
        <p className="mt-3">{back}</p>
      </Screen>
      <SessionKeeper
        tubId={tub.id}
        state={state}
        until={wait?.until}
        next={`Now ${figure} ${name}.`}
      />
    </>
  )
}

export default Session
