import {
  addFilterSet,
  addStay,
  handleFilter,
  importCalendar,
  makeCalendar,
  pourForChore,
  removeStay,
  saveEntry,
  setQuiet,
  setVisitDay,
} from '@/app/actions'
import { loadTub, type TubParams } from '@/app/tubView'
import { onDay, type UpkeepDay, upkeepDay } from '@/app/upkeepDay'
import { methodOf, seasonStrip } from '@/core'
import { toWallClock } from '@/server/moment'
import { quietHours } from '@/server/reminders'
import type { TubView } from '@/server/views'
import { tubView } from '@/server/views'
import { visitDay } from '@/server/visitDay'
import { theStore } from '@/store/database'
import { settingOf } from '@/store/settings'
import { Link } from '@/ui/Link'
import { Closed } from '@/ui/today/Closed'
import { CalendarAddress } from '@/ui/upkeep/CalendarAddress'
import { ChoreItem } from '@/ui/upkeep/ChoreItem'
import { FilterSets } from '@/ui/upkeep/FilterSets'
import { LookForm } from '@/ui/upkeep/LookForm'
import { NoFilter } from '@/ui/upkeep/NoFilter'
import { ReminderSettings } from '@/ui/upkeep/ReminderSettings'
import { SeasonStrip } from '@/ui/upkeep/SeasonStrip'
import { Stays } from '@/ui/upkeep/Stays'
import { VisitDayForm } from '@/ui/upkeep/VisitDayForm'
import { formatAgenda } from '@/words/agendaWords'
import { choreName } from '@/words/choreText'
import { formatWhy, mostUrgent, weekTitle } from '@/words/choreWords'
import { STILL } from '@/words/stillWords'
import { addWallDays } from '@/words/wallDays'
import { type DisplayPreferences, lowerFirst, weekday } from '@/words/words'

interface UpkeepProps extends TubParams {
  searchParams: Promise<Record<string, string | string[] | undefined>>
}

/** Tests, doses and the shock have places of their own; on the walk they are pointed to. */
const Elsewhere = ({
  view,
  day,
  preferences,
}: {
  view: TubView
  day: UpkeepDay
  preferences: DisplayPreferences
}) => {
  const items = view.agenda.filter(
    ({ kind, due }) =>
      (kind === 'test' || kind === 'retest' || kind === 'dose' || kind === 'shock') &&
      due <= day.until,
  )
  if (items.length === 0) return null
  return (
    <ul className="mt-2">
      {items.map((item) => {
        const { what, minutes, place } = formatAgenda(item, preferences)
        return (
          <li key={`${item.kind}${item.due}`} className="border-hair border-t">
            <Link
              href={`/tubs/${view.tub.id}/${place}`}
              className="grid min-h-11 grid-cols-[22px_1fr_auto] items-center gap-x-2.5 hover:bg-stone"
            >
              <span aria-hidden="true">→</span>
              <span>{what}</span>
              <span className="small text-muted">{minutes}</span>
            </Link>
          </li>
        )
      })}
    </ul>
  )
}

const DayChoice = ({
  base,
  all,
  day,
  preferences,
}: {
  base: string
  all: boolean
  day: UpkeepDay
  preferences: DisplayPreferences
}) => (
  <nav aria-label="Day" className="mt-3 flex flex-wrap gap-1 print:hidden">
    {Array.from({ length: 7 }, (_, i) => {
      const at = addWallDays(preferences.now, i, preferences.timeZone)
      const date = toWallClock(at, preferences.timeZone).slice(0, 10)
      const here = date === day.date
      return (
        <Link
          key={date}
          href={`${base}?day=${date}${all ? '&tubs=all' : ''}`}
          scroll={false}
          aria-current={here ? 'date' : undefined}
          className={`small inline-flex min-h-11 items-center rounded-md px-2.5 ${here ? 'bg-spruce font-semibold text-paper' : 'text-muted hover:text-ink'}`}
        >
          {i === 0 ? 'Today' : weekday(at, preferences)}
        </Link>
      )
    })}
  </nav>
)

const Upkeep = async ({ params, searchParams }: UpkeepProps) => {
  const { view, preferences } = await loadTub((await params).tub)
  const query = await searchParams
  const { tub, journal, chores, filters, noFilter, stays, now } = view
  const store = theStore()
  const day = upkeepDay(query.day, preferences)
  const all = query.tubs === 'all' && view.tubs.length > 1
  const base = `/tubs/${tub.id}/upkeep`
  const views = all
    ? view.tubs.flatMap(({ id }) => (id === tub.id ? view : (tubView(store, id, now) ?? [])))
    : [view]
  const walks = views.map((one) => ({
    ...one,
    id: one.tub.id,
    name: one.tub.name,
    here: onDay(one.chores, day),
  }))
  // What a closure shuts out is shown below with the reason, and is nothing to do today; on a day ahead it may be.
  const here = day.isToday
    ? walks.flatMap(({ choresOpen }) => onDay(choresOpen, day))
    : walks.flatMap((walk) => walk.here)
  const minutes = here.reduce((sum, { chore }) => sum + chore.minutes, 0)
  const ahead = chores
    .filter((one) => !onDay(chores, day).includes(one))
    .toSorted((a, b) => a.due - b.due)
  const first = mostUrgent(here)
  const strip = seasonStrip(tub, journal, { dues: chores, filters, stays, tubId: tub.id, now })
  const visit = visitDay(store)
  const key = `${journal.length}-${view.lastChange?.number ?? 0}`
  const quiet = quietHours(store)
  let nth = 0
  return (
    <>
      <header className="flex flex-wrap items-end justify-between gap-x-6 gap-y-3 pt-2">
        <div>
          <h1 className="serif title">
            {weekTitle(
              here.length,
              minutes,
              day.isToday
                ? 'today'
                : `on ${weekday(Date.parse(`${day.date}T12:00Z`), { ...preferences, timeZone: 'UTC' })}`,
            )}
          </h1>
          <p className="small mt-1 max-w-[68ch] text-muted">
            {first
              ? `Most important: ${lowerFirst(choreName(first.chore))}. ${formatWhy(first, preferences)}`
              : 'Heavy use brings chores forward, quiet weeks push them back, and doing one starts its interval again.'}
          </p>
        </div>
        {here.length > 0 && day.isToday && view.hands !== 'keep away' && (
          <Link
            href={`/tubs/${tub.id}/visit${all ? `?tubs=${walks.map(({ id }) => id).join('+')}` : ''}`}
            className="go print:hidden"
          >
            {view.underWay ? 'Continue the visit' : 'Plan the visit'}
          </Link>
        )}
      </header>
      {views
        .filter(({ hands }) => hands !== 'free')
        .map((one) => (
          <div key={one.tub.id}>
            {all && <p className="small mt-3 font-semibold">{one.tub.name}</p>}
            <Closed view={one} preferences={preferences} here="upkeep" />
          </div>
        ))}
      {noFilter !== undefined && <NoFilter since={noFilter} renderedAt={now} />}
      <div className="flex flex-wrap items-center gap-x-6">
        <DayChoice base={base} all={all} day={day} preferences={preferences} />
        {view.tubs.length > 1 && (
          <Link
            href={`${base}?day=${day.date}${all ? '' : '&tubs=all'}`}
            scroll={false}
            className="quiet mt-3 print:hidden"
          >
            {all ? `Only ${tub.name}` : 'All tubs together'}
          </Link>
        )}
      </div>
      <SeasonStrip
        key={`strip-${key}`}
        strip={strip}
        tubId={tub.id}
        keep={saveEntry}
        preferences={preferences}
      />
      <div className="mt-4 grid gap-x-10 gap-y-8 xl:grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)]">
        <div className="grid content-start gap-8">
          <section aria-labelledby="walk">
            <h2 id="walk" className="head mb-1">
              In order
            </h2>
            {walks.map((walk) => (
              <div key={walk.id}>
                {all && <h3 className="serif mt-3 text-[20px]">{walk.name}</h3>}
                {walk.here.length === 0 && (
                  <p className="small border-hair border-t py-2 text-muted">
                    Nothing on this day{all ? ' here' : ''}.
                  </p>
                )}
                <ul>
                  {walk.here.map((item) => {
                    nth += 1
                    return (
                      <ChoreItem
                        key={`${item.chore.id}-${key}`}
                        nth={nth}
                        tubId={walk.id}
                        shelf={view.shelf}
                        litres={walk.tub.volumeLitres}
                        item={item}
                        waits={walk.helpersWait}
                        shut={walk.choresShut.get(item.chore.id)}
                        keep={saveEntry}
                        pour={pourForChore}
                        preferences={preferences}
                      />
                    )
                  })}
                </ul>
              </div>
            ))}
            <Elsewhere view={view} day={day} preferences={preferences} />
          </section>
          {ahead.length > 0 && (
            <details>
              <summary className="quiet">Ahead: {ahead.length} more</summary>
              <ul>
                {ahead.map((item) => (
                  <ChoreItem
                    key={`${item.chore.id}-${key}`}
                    tubId={tub.id}
                    shelf={view.shelf}
                    litres={tub.volumeLitres}
                    item={item}
                    waits={view.helpersWait}
                    shut={view.choresShut.get(item.chore.id)}
                    keep={saveEntry}
                    pour={pourForChore}
                    preferences={preferences}
                  />
                ))}
              </ul>
            </details>
          )}
          <p>
            <Link href={`${base}/chores`} className="quiet">
              All chores and intervals
            </Link>
          </p>
        </div>
        <div className="grid content-start gap-8">
          <FilterSets
            filters={filters}
            tubId={tub.id}
            still={STILL[methodOf(tub, 'filterPower')]}
            tubs={view.tubs}
            keep={addFilterSet}
            act={handleFilter}
            today={toWallClock(now, preferences.timeZone).slice(0, 10)}
            preferences={preferences}
          />
          <LookForm
            key={`look-${key}`}
            tubId={tub.id}
            signs={view.wrong?.signs ?? []}
            keep={saveEntry}
          />
          <Stays
            tubId={tub.id}
            stays={stays}
            keep={addStay}
            drop={removeStay}
            take={importCalendar}
            preferences={preferences}
          />
          <VisitDayForm
            key={`visit-${visit?.weekday}-${visit?.hour}`}
            tubId={tub.id}
            zone={preferences.timeZone}
            initial={{
              weekday: visit ? String(visit.weekday) : '',
              time: visit
                ? `${String(visit.hour).padStart(2, '0')}:${String(visit.minute).padStart(2, '0')}`
                : '10:00',
            }}
            keep={setVisitDay}
          />
          <CalendarAddress
            of="tub"
            tubId={tub.id}
            calendarKey={tub.calendar?.key}
            as={tub.calendar?.as}
            open={makeCalendar}
          />
          {view.tubs.length > 1 && (
            <CalendarAddress
              of="house"
              tubId={tub.id}
              calendarKey={settingOf(store, 'calendar')?.key}
              as={settingOf(store, 'calendar')?.as}
              open={makeCalendar}
            />
          )}
          <ReminderSettings tubId={tub.id} {...quiet} keep={setQuiet} />
        </div>
      </div>
    </>
  )
}

export default Upkeep
