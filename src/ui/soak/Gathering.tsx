import { type GroupTurn, loadOf, PRODUCTS, programmeOf, type SoakLoad } from '@/core'
import type { TubView } from '@/server/views'
import { CLOSURE_SHORT, formatClosure } from '@/words/closureWords'
import { formatHealth } from '@/words/verdictWords'
import { amount, type DisplayPreferences, dose, formatNumber, personHours } from '@/words/words'

export const GROUPS = 4

const turnWords = (turn: GroupTurn, preferences: DisplayPreferences): string => {
  const atMost =
    turn.runsOutMinutes === undefined ? '' : `, for ${turn.runsOutMinutes} minutes at most`
  switch (turn.verdict) {
    case 'in':
      return `in now${atMost}.`
    case 'test':
      return `test, then in${atMost}.`
    case 'dose':
      return `add ${dose(turn.product, turn.grams, preferences)} ${PRODUCTS[turn.product].commonName}, wait ${turn.waitMinutes} minutes, test, then in${atMost}.`
    case 'closed':
      return turn.closure
        ? `closed (${CLOSURE_SHORT[turn.closure.code]}). ${formatClosure(turn.closure, preferences).lift}`
        : 'closed until the sanitizer is back in range.'
  }
}

/** Groups one after the other: what a test before each turn will probably say. */
export const Gathering = ({
  view,
  groups,
  turns,
  preferences,
}: {
  view: TubView
  groups: readonly SoakLoad[]
  turns: readonly GroupTurn[]
  preferences: DisplayPreferences
}) => {
  const { tub } = view
  const { sanitizer } = programmeOf(tub.programme)
  const load = groups.reduce((sum, group) => sum + loadOf(group), 0)
  return (
    <details open={turns.length > 0 || undefined}>
      <summary className="quiet">A gathering, in groups</summary>
      <form method="get" className="mt-2 grid max-w-[520px] gap-2">
        {Array.from({ length: GROUPS }, (_, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a group is known by its turn
          <fieldset key={i} className="grid grid-cols-[72px_1fr_1fr] items-center gap-3">
            <legend className="sr-only">Group {i + 1}</legend>
            <span className="small">Group {i + 1}</span>
            {(['people', 'minutes'] as const).map((name) => (
              <label key={name} className="note text-muted">
                {name}
                <input
                  name={`${name}${i + 1}`}
                  inputMode="numeric"
                  defaultValue={groups[i]?.[name] ?? ''}
                  className="field text-ink"
                />
              </label>
            ))}
          </fieldset>
        ))}
        <label className="flex min-h-11 items-center gap-3">
          <input
            type="checkbox"
            name="party"
            value="yes"
            defaultChecked={groups[0]?.party}
            className="size-6 accent-spruce"
          />
          A party
        </label>
        <button type="submit" className="plain justify-self-start">
          Calculate
        </button>
      </form>
      {turns.length > 0 && (
        <>
          <ol className="mt-3">
            {turns.map((turn, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a turn is known by its place
              <li key={i} className="border-hair border-t py-2">
                <b>
                  {turn.load.people} people, {turn.load.minutes} minutes:{' '}
                  {turnWords(turn, preferences)}
                </b>{' '}
                {turn.verdict !== 'closed' && (
                  <span className="small text-muted">
                    About {amount(sanitizer, turn.residualPpm, preferences)} before, about{' '}
                    {amount(sanitizer, turn.leftPpm, preferences)} ±{' '}
                    {amount(sanitizer, turn.leftDeviation, preferences)} once they’re out and their
                    waste has been oxidised.
                    {Number.isFinite(turn.lastsPersonHours) &&
                      ` The residual lasts for about ${personHours(turn.lastsPersonHours, preferences)}.`}
                  </span>
                )}
                {turn.runsOutMinutes !== undefined && (
                  <span className="small block font-medium text-amber-ink">
                    The residual won’t last longer with this many: fewer people, or get out by then.
                  </span>
                )}
              </li>
            ))}
          </ol>
          <p className="safety small mt-2 max-w-[58ch]">
            This is a forecast: test before each group. If the sanitizer reads below{' '}
            {amount(sanitizer, tub.targets.sanitizer.low, preferences)}, nobody gets in.
          </p>
          <p className="small mt-2 max-w-[60ch] text-muted">{formatHealth(preferences)}</p>
          <p className="small mt-2 max-w-[60ch]">
            Afterwards: shock right away, and rinse the filter tomorrow. In total{' '}
            {personHours(load, preferences)}, the same as {formatNumber(load / 0.7, 0, preferences)}{' '}
            evenings of two for twenty minutes.
          </p>
        </>
      )}
    </details>
  )
}
