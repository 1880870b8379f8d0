import { addStay, pourForChore, removeStay, saveEntry } from '@/app/actions'
import { loadTub } from '@/app/tubView'
import { type ClosingStage, closingPlace } from '@/server/closing'
import type { TubView } from '@/server/views'
import { PostButton } from '@/ui/form/PostButton'
import { AskForm } from '@/ui/heat/AskForm'
import { Link } from '@/ui/Link'
import { ChoreItem } from '@/ui/upkeep/ChoreItem'
import { ClosingDates } from '@/ui/upkeep/ClosingDates'
import { CHORE_TEXT } from '@/words/choreText'
import { closingTitle, frostAdvice } from '@/words/closingWords'
import { type DisplayPreferences, day, dayAndClock, temperatureSign } from '@/words/words'

interface ClosingProps {
  params: Promise<{ tub: string }>
  searchParams: Promise<Record<string, string | string[] | undefined>>
}

const shortName = (stage: ClosingStage) => CHORE_TEXT[stage.id].name.replace(/^[^:]*: /, '')

/** The stages of one half in their order: what is over in a line, what is to do as any chore. */
const Stages = ({
  stages,
  view,
  preferences,
}: {
  stages: readonly ClosingStage[]
  view: TubView
  preferences: DisplayPreferences
}) => (
  <ol>
    {stages.map((stage, i) =>
      stage.item ? (
        <ChoreItem
          key={stage.id}
          nth={i + 1}
          tubId={view.tub.id}
          litres={view.tub.volumeLitres}
          shelf={view.shelf}
          item={stage.item}
          waits={view.helpersWait}
          keep={saveEntry}
          pour={pourForChore}
          preferences={preferences}
        />
      ) : (
        <li
          key={stage.id}
          className="grid grid-cols-[22px_minmax(0,1fr)_auto] gap-x-2.5 border-hair border-t py-2 text-muted"
        >
          <b>{i + 1}</b>
          <span className="first-letter:uppercase">{shortName(stage)}</span>
          <span className="small">
            {stage.doneAt === undefined
              ? ''
              : `${stage.skipped ? 'left out' : 'done'} ${dayAndClock(stage.doneAt, preferences)}`}
          </span>
        </li>
      ),
    )}
  </ol>
)

const ClosingPage = async ({ params, searchParams }: ClosingProps) => {
  const { view, preferences } = await loadTub((await params).tub)
  const given = await searchParams
  const query = Object.fromEntries(
    (['longest', 'coldest'] as const).flatMap((name) => {
      const value = given[name]
      return typeof value === 'string' ? [[name, value.slice(0, 40)]] : []
    }),
  )
  const { row: tub, now, chores } = view
  const place = closingPlace(view, { locale: preferences.locale, query })
  const { stay, closedSince, closing, opening, frost } = place
  const planned = stay !== undefined || closedSince !== undefined
  const flush = chores.find(({ chore, due }) => chore.id === 'purge' && stay && due <= stay.from)
  const degree = temperatureSign(tub.units.temperature)
  return (
    <>
      <h1 className="serif title max-w-[44ch]">
        {closingTitle({ stay, closedSince, now }, preferences)}
      </h1>
      <p className="small mt-1 max-w-[78ch] text-muted">
        {closedSince === undefined
          ? 'An empty, dry tub needs no care. Left full with nobody there for more than a month, it is safer empty. Its stages come up in Upkeep, on Now and in the calendar, and can be done over several days.'
          : 'Nothing is tested and nothing goes in until it is filled again. Only the cover’s own chores go on.'}
      </p>
      <div className="mt-5 grid gap-x-12 gap-y-8 xl:grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)]">
        <div className="grid content-start gap-8">
          {planned ? (
            <>
              <section aria-labelledby="closing">
                <h2 id="closing" className="head mb-1">
                  Closing down
                </h2>
                {flush && (
                  <p className="small border-hair border-t py-2">
                    First, {day(flush.due, preferences)}: flush the pipes.{' '}
                    <Link href={`/tubs/${tub.id}/upkeep`} className="quiet min-h-0">
                      Go to Upkeep
                    </Link>
                  </p>
                )}
                <Stages stages={closing} view={view} preferences={preferences} />
              </section>
              <section aria-labelledby="opening">
                <h2 id="opening" className="head mb-1">
                  Reopening
                </h2>
                <Stages stages={opening} view={view} preferences={preferences} />
                {closedSince !== undefined && (
                  <p className="small border-hair border-t py-2">
                    <Link href={`/tubs/${tub.id}/refill`} className="quiet min-h-0">
                      Set the day of the fill
                    </Link>
                  </p>
                )}
              </section>
            </>
          ) : (
            <section aria-labelledby="takes">
              <h2 id="takes" className="head mb-1">
                What it takes
              </h2>
              <Stages stages={[...closing, ...opening]} view={view} preferences={preferences} />
            </section>
          )}
        </div>
        <div className="grid content-start gap-8">
          <section aria-labelledby="dates">
            <h2 id="dates" className="head mb-2">
              Dates
            </h2>
            {stay ? (
              <div className="flex flex-wrap items-center gap-x-4">
                {day(stay.from, preferences)} to {day(stay.to, preferences)}
                <PostButton
                  action={removeStay}
                  hidden={{ tub: String(tub.id), id: String(stay.id) }}
                  label="Cancel"
                  title="Cancel the closing down"
                />
              </div>
            ) : (
              <ClosingDates
                action={addStay}
                tubId={tub.id}
                zone={preferences.timeZone}
                closed={closedSince !== undefined}
              />
            )}
          </section>
          {closedSince === undefined && (
            <section aria-labelledby="frost">
              <h2 id="frost" className="head mb-2">
                Is frost a reason?
              </h2>
              <AskForm
                path={`/tubs/${tub.id}/upkeep/closing#frost`}
                fields={[
                  { name: 'longest', label: 'Longest power cut', unit: 'h' },
                  { name: 'coldest', label: 'Coldest', unit: degree },
                ]}
                values={frost.fields}
                errors={frost.errors}
                also={{}}
                submit="Work it out"
              />
              {frost.answer && (
                <p className="mt-3 max-w-[60ch]">{frostAdvice(frost.answer, preferences)}</p>
              )}
              <p className="note mt-2 max-w-[60ch] text-muted">
                Pipes in the cabinet freeze before the water does. Where it freezes hard, blowing
                them out is a licensed technician’s job.
              </p>
            </section>
          )}
        </div>
      </div>
    </>
  )
}

export default ClosingPage
