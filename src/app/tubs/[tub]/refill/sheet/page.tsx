import { loadRefill } from '@/app/refillOf'
import { loadTub, type TubParams } from '@/app/tubView'
import { Link } from '@/ui/Link'
import { inUnits } from '@/words/inUnits'
import { formatConflict, formatLength, formatSum } from '@/words/refillWords'
import { stageText } from '@/words/stageText'
import { dayAndClock, dose, formatStep, volume } from '@/words/words'

/** The day on one page, for a clip by the tub. */
const RefillSheet = async ({ params }: TubParams) => {
  const { view, preferences } = await loadTub((await params).tub)
  const { tub } = view
  const { schedule, balance, conflicts } = loadRefill(view, preferences)
  return (
    <article className="max-w-[820px]">
      <p className="print:hidden">
        <Link href={`/tubs/${tub.id}/refill`} className="quiet">
          The refill
        </Link>
      </p>
      <h1 className="serif title">
        {tub.name}: new water, {volume(tub.volumeLitres, preferences)}
      </h1>
      <p className="small">
        Start {dayAndClock(schedule.start, preferences)}, ready{' '}
        {dayAndClock(schedule.ready, preferences)}.
      </p>
      <p className="safety small mt-2">
        Power off at the breaker before draining and before filters. Plug pump and vacuum into an
        outlet with an RCD (GFCI). Nobody in the tub until the last test.
      </p>
      {conflicts.map((conflict) => (
        <p key={JSON.stringify(conflict)} className="note mt-1">
          {formatConflict(conflict, preferences)}
        </p>
      ))}
      <ol className="mt-3">
        {schedule.scheduled
          .filter(({ state }) => state !== 'skipped')
          .toSorted((a, b) => a.start - b.start)
          .map(({ stage, start, end, state }) => (
            <li
              key={stage.id}
              className="grid grid-cols-[18px_128px_minmax(0,1fr)] gap-x-2 border-hair border-t py-1"
            >
              <span aria-hidden="true">{state === 'done' ? '☑' : '☐'}</span>
              <time className="note tabular">
                {dayAndClock(start, preferences)}
                <br />– {dayAndClock(end, preferences)}
              </time>
              <div>
                <b className="small">{stageText(stage).name}</b>{' '}
                <span className="note text-muted">
                  {formatSum(stage, preferences)} ={' '}
                  {formatLength(stage.handsMinutes + stage.aloneMinutes)}
                </span>
                <p className="note">
                  {inUnits(stageText(stage).checks.join(' '), preferences)}
                  {stage.product &&
                    ` First ${dose(stage.product.product, stage.product.grams, preferences)}.`}
                  {stage.id === 'balance' &&
                    balance.length > 0 &&
                    ` ${balance
                      .map((step) => {
                        const { figure, name } = formatStep(step, preferences)
                        return `${figure} ${name}`
                      })
                      .join('; ')}.`}
                </p>
                {stageText(stage).cautions.length > 0 && (
                  <p className="note font-semibold">
                    {inUnits(stageText(stage).cautions.join(' '), preferences)}
                  </p>
                )}
              </div>
            </li>
          ))}
      </ol>
    </article>
  )
}

export default RefillSheet
