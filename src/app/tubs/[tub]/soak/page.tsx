import {
  choosePlan,
  lookAgain,
  removePlannedSoak,
  saveEntry,
  savePlannedSoak,
  tickSign,
} from '@/app/actions'
import { loadTub, type TubParams } from '@/app/tubView'
import {
  gathering,
  holdsBack,
  isHeavy,
  loadTogether,
  openSoaks,
  programmeOf,
  type SoakLoad,
  sourcesOf,
  usualShelf,
  waysToDose,
} from '@/core'
import { fromWallClock, toWallClock } from '@/server/moment'
import { Link } from '@/ui/Link'
import { AfterSoak } from '@/ui/soak/AfterSoak'
import { Gathering, GROUPS } from '@/ui/soak/Gathering'
import { Habits } from '@/ui/soak/Habits'
import { PlannedSoaks } from '@/ui/soak/PlannedSoaks'
import { ShockWords } from '@/ui/soak/ShockWords'
import { SoakForm } from '@/ui/soak/SoakForm'
import { Closed } from '@/ui/today/Closed'
import { formatEntry } from '@/words/entryWords'
import { formatHealth } from '@/words/verdictWords'
import { dayAndClock, personHours } from '@/words/words'

interface SoakProps extends TubParams {
  searchParams: Promise<Record<string, string | string[] | undefined>>
}

/** Groups as the address holds them; what is no number is left out, what is too much is cut. */
const groupsIn = (query: Record<string, string | string[] | undefined>): SoakLoad[] =>
  Array.from({ length: GROUPS }, (_, i) => {
    const read = (name: string, most: number) =>
      Math.min(most, Math.max(0, Math.round(Number(query[`${name}${i + 1}`]) || 0)))
    return {
      people: read('people', 20),
      minutes: read('minutes', 180),
      party: query.party === 'yes',
    }
  }).filter(({ people, minutes }) => people > 0 && minutes > 0)

const SoakPage = async ({ params, searchParams }: SoakProps) => {
  const { view, preferences } = await loadTub((await params).tub)
  const query = await searchParams
  const soakAt =
    typeof query.at === 'string' && fromWallClock(query.at, preferences.timeZone) !== undefined
      ? query.at
      : undefined
  const { tub, journal, estimate, now, planOptions } = view
  const programme = programmeOf(tub.programme)
  const { sources } = sourcesOf(
    planOptions.shelf ?? usualShelf(programme),
    programme,
    estimate.water,
    tub.choices,
  )
  const soaks = openSoaks(journal, now)
  const held = view.verdict.closures.some(holdsBack)
  const groups = groupsIn(query)
  const last = journal.find(({ kind }) => kind === 'soak')
  const people = last?.kind === 'soak' ? String(last.body.people) : '2'
  return (
    <>
      <h1 className="serif title pt-2">Who was in?</h1>
      <Closed view={view} preferences={preferences} />
      <div className="mt-4 grid gap-x-12 gap-y-9 xl:grid-cols-2">
        <div className="grid content-start gap-8">
          <SoakForm
            key={journal.length}
            action={saveEntry}
            tubId={tub.id}
            initial={{
              people,
              minutes: '30',
              children: '',
              when: 'now',
              at: toWallClock(now, preferences.timeZone),
            }}
            latest={toWallClock(now, preferences.timeZone)}
          />
          <p className="small max-w-[58ch] border-hair border-l-4 pl-3 text-muted">
            {formatHealth(preferences)}
          </p>
          <Habits view={view} look={lookAgain} tick={tickSign} preferences={preferences} />
          {soaks.length > 0 && (
            <section aria-labelledby="since">
              <h2 id="since" className="head">
                Since the last dose
              </h2>
              <ul className="small mt-1">
                {soaks.map((soak) => (
                  <li key={soak.id} className="border-hair border-t py-1.5">
                    {dayAndClock(soak.at, preferences)}: {formatEntry(soak, preferences)}
                  </li>
                ))}
                <li className="border-hair border-t py-1.5 font-medium">
                  Together {personHours(loadTogether(soaks), preferences)}
                  {soaks.some(({ body }) => isHeavy(body)) &&
                    ': long or crowded, so a shock follows'}
                  .
                </li>
              </ul>
            </section>
          )}
        </div>
        <div className="grid content-start gap-8">
          <AfterSoak
            view={view}
            soaked={soaks.length > 0 && !held}
            ways={
              soaks.length > 0 && !held ? waysToDose(tub, journal, estimate, view.planOptions) : []
            }
            choose={choosePlan}
            preferences={preferences}
          />
          {!held && view.shock && (
            <ShockWords view={view} shock={view.shock} preferences={preferences} />
          )}
          <PlannedSoaks
            view={view}
            keep={savePlannedSoak}
            drop={removePlannedSoak}
            from={soakAt ?? toWallClock(now, preferences.timeZone)}
            begun={soakAt !== undefined}
            preferences={preferences}
          />
          <Gathering
            view={view}
            groups={groups}
            turns={
              groups.length > 0
                ? gathering({ ...view, closures: view.verdict.closures }, groups, sources)
                : []
            }
            preferences={preferences}
          />
          <Link href={`/tubs/${tub.id}/record?kind=soak`} className="quiet justify-self-start">
            All soaks
          </Link>
        </div>
      </div>
    </>
  )
}

export default SoakPage
