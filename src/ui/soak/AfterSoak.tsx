import {
  DAY,
  demandOf,
  keepOutAbove,
  outcomeOf,
  PRODUCTS,
  planContext,
  programmeOf,
  sanitizerStepOf,
  type Way,
} from '@/core'
import type { TubView } from '@/server/views'
import { Link } from '@/ui/Link'
import { formatAnswer } from '@/words/choiceWords'
import { metric } from '@/words/inUnits'
import { formatHand } from '@/words/planWords'
import { QUANTITY_NAMES } from '@/words/quantityNames'
import { formatDoseOutcome, formatPurposes, formatSetAside } from '@/words/setAsideWords'
import { amount, type DisplayPreferences, dose } from '@/words/words'
import type { Action } from '../form/draft'
import { PostButton } from '../form/PostButton'

/** Whose figure the demand goes by. */
const demandWords = ({ tub }: TubView, preferences: DisplayPreferences): string => {
  const { mean, standardDeviation } = demandOf(tub)
  return `Bathers use up ${metric(mean, 'g', preferences)} ± ${metric(standardDeviation, 'g', preferences)} of chlorine per person-hour, ${tub.learnt ? 'learnt from this tub' : 'typical for any tub'}.`
}

/** The other ways of dosing, with what each would put in and where that leads; choosing one changes the figure everywhere. */
const OtherWays = ({
  view,
  ways,
  choose,
  preferences,
}: {
  view: TubView
  ways: readonly Way[]
  choose: Action
  preferences: DisplayPreferences
}) => {
  const { tub } = view
  const { sanitizer } = programmeOf(tub.programme)
  return (
    <details>
      <summary className="quiet">Other ways</summary>
      <ul className="small mt-1 max-w-[64ch]">
        {ways
          .filter(({ chosen }) => !chosen)
          .map(({ dosing, dose: given, outcome }) => (
            <li
              key={dosing}
              className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-x-4 border-hair border-t py-1.5"
            >
              <div>
                <p>
                  {formatAnswer('dosing', dosing)}:{' '}
                  <b>
                    {given
                      ? `${dose(given.product, given.grams, preferences)} ${PRODUCTS[given.product].commonName}`
                      : 'nothing now'}
                  </b>
                  .
                </p>
                <p className="text-muted">{formatDoseOutcome(outcome, sanitizer, preferences)}</p>
              </div>
              <PostButton
                action={choose}
                hidden={{ tub: String(tub.id), asks: 'dosing', value: dosing }}
                label="Choose this"
                title={`Choose this: ${formatAnswer('dosing', dosing)}`}
              />
            </li>
          ))}
      </ul>
    </details>
  )
}

/** What the soak asks for: the same dose as in the plan, what it is for, and where it leads. */
export const AfterSoak = ({
  view,
  soaked,
  ways,
  choose,
  preferences,
}: {
  view: TubView
  /** Somebody was in and nothing has been dosed since. */
  soaked: boolean
  ways: readonly Way[]
  choose: Action
  preferences: DisplayPreferences
}) => {
  const { tub, estimate, plan, setAside, journal, planOptions } = view
  const { sanitizer } = programmeOf(tub.programme)
  const step = sanitizerStepOf(plan)
  const waits = setAside.flatMap((one) => formatSetAside(one, preferences) ?? [])
  if (!soaked && !step)
    return (
      <section>
        <h2 className="head">After the soak</h2>
        <p className="small mt-1 max-w-[60ch] text-muted">
          No soak since the last dose. After you log one, this shows what to add.
        </p>
        {waits.map((line) => (
          <p key={line} className="small mt-1 max-w-[60ch]">
            {line}
          </p>
        ))}
      </section>
    )
  const { value, standardDeviation } = estimate.quantities[sanitizer]
  // With all that is asked done at its hour, as the ribbon has it.
  const tomorrow = view.foreseen()?.find(({ at }) => at >= view.now + DAY)?.value
  const given = outcomeOf(planContext(tub, journal, estimate, planOptions), step)
  const outcome = { ...given, tomorrowPpm: tomorrow ?? given.tomorrowPpm }
  const before = plan.steps.filter((one) => one !== step).length
  return (
    <section aria-labelledby="after">
      <h2 id="after" className="font-semibold text-[19px]">
        {soaked ? 'After the soak' : 'Sanitizer to add'}
      </h2>
      <p className="small max-w-[60ch] text-muted">
        {QUANTITY_NAMES[sanitizer]} is about {amount(sanitizer, value, preferences)} ±{' '}
        {amount(sanitizer, standardDeviation, preferences)} now (estimated). A test is better than
        any rule.
      </p>
      <p className="mt-2 max-w-[60ch]">
        {step ? (
          <>
            <b className="text-[18px]">{dose(step.product, step.grams, preferences)}</b>{' '}
            {PRODUCTS[step.product].commonName}, about {formatHand(step)}.{' '}
            {formatPurposes(step.purposes)}
          </>
        ) : (
          'Nothing to add now.'
        )}
      </p>
      <p className="small max-w-[60ch] text-muted">
        {formatDoseOutcome(outcome, sanitizer, preferences)}{' '}
        {soaked && demandWords(view, preferences)}
      </p>
      {step && outcome.peakPpm > keepOutAbove(tub) && (
        <p className="small mt-1 max-w-[60ch] font-medium text-amber-ink">
          That’s too high to get in at first: keep out until it tests{' '}
          {amount(sanitizer, keepOutAbove(tub), preferences)} or less.
        </p>
      )}
      {waits.map((line) => (
        <p key={line} className="small mt-1 max-w-[60ch]">
          {line}
        </p>
      ))}
      <p className="small mt-2 flex flex-wrap items-baseline gap-x-5">
        {step && (
          <Link href={`/tubs/${tub.id}/dose`} className="quiet">
            {before > 0 ? `Dose, after ${before} other ${before === 1 ? 'step' : 'steps'}` : 'Dose'}
          </Link>
        )}
        <Link href={`/tubs/${tub.id}/test`} className="quiet">
          Test first
        </Link>
      </p>
      {ways.length > 1 && (
        <OtherWays view={view} ways={ways} choose={choose} preferences={preferences} />
      )}
    </section>
  )
}
