import { planRefill, removeRefill, saveEntry, setPin, tickRefill } from '@/app/actions'
import { loadRefill } from '@/app/refillOf'
import { loadTub, type TubParams } from '@/app/tubView'
import { assumedWeather, atTheWater, DAY, DILUTED, isKind, usualSurface } from '@/core'
import { toWallClock } from '@/server/moment'
import { simulatedWeather } from '@/stand-ins/weather'
import { PostButton } from '@/ui/form/PostButton'
import { PartialChange } from '@/ui/refill/PartialChange'
import { SetDay } from '@/ui/refill/RefillForms'
import { RefillTimeline } from '@/ui/refill/RefillTimeline'
import { StageList } from '@/ui/refill/StageList'
import { TopUpCheck } from '@/ui/refill/TopUpCheck'
import { levelUnits } from '@/words/inUnits'
import { numberOr } from '@/words/readNumber'
import { formatConflict, formatMeanwhile } from '@/words/refillWords'
import { RefillHeader } from './RefillHeader'
import { ShoppingList } from './ShoppingList'
import { TimingAndMargins } from './TimingAndMargins'
import { WaterRules } from './WaterRules'

interface RefillProps extends TubParams {
  searchParams: Promise<Record<string, string | string[] | undefined>>
}

const numberIn = (
  value: unknown,
  low: number,
  high: number,
  locale: string,
): number | undefined => {
  if (typeof value !== 'string' || value.trim() === '') return undefined
  const number = numberOr(value, locale)
  return Number.isFinite(number) && number >= low && number <= high ? number : undefined
}

const RefillPage = async ({ params, searchParams }: RefillProps) => {
  const { view, preferences } = await loadTub((await params).tub)
  const query = await searchParams
  const { tub, estimate, journal, now, shelf } = view
  const refill = loadRefill(view, preferences)
  const { row, reasons, settings, schedule, conflicts, next } = refill
  const [first] = reasons
  const begun = Object.keys(refill.happened).length > 0
  const mode = row?.mode ?? 'ready by'
  const at = row?.at ?? schedule.ready
  const quantity = DILUTED.find((one) => one === query.quantity) ?? 'cyanuricAcid'
  const level = levelUnits(preferences)
  const dropSaid = numberIn(query.drop, 0, 100, preferences.locale)
  const drop = dropSaid === undefined ? undefined : dropSaid * level.centimetres
  const surface = numberIn(query.surface, 0.5, 500, preferences.locale)
  const days = numberIn(query.days, 0.1, 120, preferences.locale) ?? 14
  const bathers = journal
    .filter(isKind('soak'))
    .filter(({ at: when }) => when > now - days * DAY)
    .reduce((sum, { body }) => sum + body.people, 0)
  const simulated = process.env.PAVREL_STAND_INS === '1'
  return (
    <>
      <RefillHeader refill={refill} tubId={tub.id} preferences={preferences} />
      {conflicts.length > 0 && (
        <ul className="mt-3 max-w-[76ch] border-amber border-l-4 pl-3">
          {conflicts.map((conflict) => (
            <li key={JSON.stringify(conflict)} className="small font-medium">
              {formatConflict(conflict, preferences)}
            </li>
          ))}
        </ul>
      )}
      <section aria-label="The day" className="mt-5">
        <RefillTimeline
          key={`${schedule.start}-${schedule.ready}-${journal.length}`}
          schedule={schedule}
          blocked={refill.blocked}
          next={next && { at: next.at, what: formatMeanwhile(next) }}
          tubId={tub.id}
          mode={mode}
          readyBy={at}
          temperatures={{
            before: tub.setTemperatureCelsius,
            fill: settings.fillCelsius,
            target: tub.setTemperatureCelsius,
          }}
          set={planRefill}
          preferences={preferences}
        />
      </section>
      <div className="mt-4 grid gap-x-10 gap-y-8 xl:grid-cols-[minmax(0,1.35fr)_minmax(0,1fr)]">
        <div className="grid content-start gap-8">
          <section aria-labelledby="stages">
            <h2 id="stages" className="head mb-1">
              Step by step
            </h2>
            <p className="safety note mb-2">
              Power off at the breaker before draining and before taking out filters. Plug pump and
              vacuum into an outlet with an RCD (GFCI). Nobody in the tub until the last test.
            </p>
            {!row && (
              <p className="small mb-2 text-muted">Set the day first, then mark the steps done.</p>
            )}
            <StageList
              placed={schedule.scheduled}
              refillId={row?.id}
              tubId={tub.id}
              tick={tickRefill}
              pin={setPin}
              preferences={preferences}
            />
          </section>
          <ShoppingList
            refill={refill}
            shelf={shelf}
            fillTested={estimate.fillTestedAt !== undefined}
            preferences={preferences}
          />
        </div>
        <div className="grid content-start gap-8">
          <section aria-labelledby="when">
            <h2 id="when" className="head mb-1">
              {row ? 'The day is set' : 'Another day'}
            </h2>
            <SetDay
              tubId={tub.id}
              initial={{ mode, at: toWallClock(at, preferences.timeZone) }}
              set={planRefill}
              preferences={preferences}
              planned={row !== undefined || !first}
            />
            {row && (
              <PostButton
                action={removeRefill}
                hidden={{ tub: String(tub.id) }}
                label={begun ? 'Cancel refill' : 'Cancel'}
              />
            )}
          </section>
          {!refill.empty && (
            <WaterRules reasons={reasons} tubId={tub.id} now={now} preferences={preferences} />
          )}
          <TimingAndMargins refill={refill} tub={tub} journal={journal} preferences={preferences} />
          <PartialChange
            tub={tub}
            estimate={estimate}
            quantity={quantity}
            goal={numberIn(query.goal, 0, 20_000, preferences.locale)}
            preferences={preferences}
          />
          <TopUpCheck
            tubId={tub.id}
            volumeLitres={tub.volumeLitres}
            waterCelsius={tub.setTemperatureCelsius}
            asked={{
              drop: drop ?? 3,
              days,
              openHours: numberIn(query.openHours, 0, 24, preferences.locale) ?? 1,
              surface:
                surface === undefined
                  ? usualSurface(tub.volumeLitres)
                  : surface * level.squareMetres,
            }}
            given={drop !== undefined}
            bathers={bathers}
            weather={
              simulated ? atTheWater(simulatedWeather(now)) : assumedWeather(settings.airCelsius)
            }
            simulated={simulated}
            keep={saveEntry}
            preferences={preferences}
          />
        </div>
      </div>
    </>
  )
}

export default RefillPage
