import {
  decideInVisit,
  doneInVisit,
  finishVisit,
  handleFilter,
  pourForChore,
  removePlannedSoak,
  saveEntry,
  undoChange,
} from '@/app/actions'
import { handlingWhile, holdsBack, MINUTE, type PlacedAct, PRODUCTS } from '@/core'
import type { TubView } from '@/server/views'
import type { VisitView } from '@/server/visit'
import { visitStateOf } from '@/server/visitState'
import { theStore } from '@/store/database'
import { Countdown } from '@/ui/dose/Countdown'
import { SessionKeeper } from '@/ui/dose/SessionKeeper'
import { Signs } from '@/ui/dose/Signs'
import { PostButton } from '@/ui/form/PostButton'
import { Link } from '@/ui/Link'
import { ClosedMark } from '@/ui/today/Closed'
import { VisitAct } from '@/ui/visit/VisitAct'
import { VisitLanes } from '@/ui/visit/VisitLanes'
import { LeftList } from '@/ui/visit/VisitLists'
import { VisitProgress } from '@/ui/visit/VisitProgress'
import { formatClosure } from '@/words/closureWords'
import { formatEntry } from '@/words/entryWords'
import { actWords, placeWords, staysClosed, visitEnd } from '@/words/visitWords'
import { clock, type DisplayPreferences, day, dayAndClock } from '@/words/words'
import { impossibleIn, laneData } from './laneData'
import type { Query } from './visitOf'

const ACTIONS = {
  keep: saveEntry,
  pour: pourForChore,
  filter: handleFilter,
  done: doneInVisit,
  decide: decideInVisit,
  unplan: removePlannedSoak,
}

/** The wait that ends last at any of the tubs, with the tub it is at. */
const waitOf = (views: readonly TubView[]) =>
  views
    .flatMap((view) => (view.waiting ? [{ view, wait: view.waiting }] : []))
    .sort((a, b) => a.wait.until - b.wait.until)[0]

/**
 * One act a screen: the wait that runs, what fits into it, what comes next. Nothing is remembered but the journal and what was
 * decided, so a reload, a locked phone, a second one or a long break shows the same.
 */
export const VisitUnderWay = ({
  page,
  view,
  query,
  preferences,
}: {
  page: VisitView
  view: TubView
  query: Query
  preferences: DisplayPreferences
}) => {
  const { visit, views, row, done, ready, decisions } = page
  const { tub, now } = view
  const base = `/tubs/${tub.id}/visit`
  const many = views.length > 1
  const viewOf = (id: number) => views.find((one) => one.tub.id === id) ?? view
  const named = (act: PlacedAct) => actWords(act.what, viewOf(act.tub).tub, preferences)
  const short = (act: PlacedAct) => named(act).short
  const running = waitOf(views)
  const soon = visit.acts.filter(({ start }) => start <= now + MINUTE)
  const chosen = visit.acts.find(({ key }) => key === query.act)
  const current = chosen ?? soon[0]
  const next = visit.acts.find((act) => act !== current)
  const ends = ready.flatMap(({ at }) => (at === undefined ? [] : [at]))
  const over = Math.max(visit.free, ...visit.ready.map(({ at }) => at))
  const total = done.length + visit.acts.length
  const held = views.flatMap((one) =>
    one.verdict.closures
      .filter(holdsBack)
      .slice(0, 1)
      .map((closure) => ({ one, closure })),
  )[0]
  const wait = running && {
    handling: handlingWhile(running.view.tub, running.view.journal, running.wait),
    name: PRODUCTS[running.wait.product].commonName,
    ...running,
  }
  const { acts, tubs } = laneData(page, preferences)
  const title = (words: string) => <h1 className="serif verdict mt-3">{words}</h1>
  const bathing = views.find(({ bathers, plan }) => bathers && plan.steps.length > 0)
  const hiddenTub = { tub: String(tub.id) }

  return (
    <div className="max-w-[944px]">
      <VisitProgress
        from={row?.startedAt ?? now}
        to={Math.max(over, now)}
        done={done.map(({ entry }) => entry.at)}
        acts={visit.acts}
        preferences={preferences}
      />
      <div className="grid gap-x-12 gap-y-6 lg:grid-cols-[minmax(0,1fr)_300px]">
        <div className="max-w-[600px]" aria-live="polite">
          {held && (
            <section>
              {title('Closed. Don’t add anything.')}
              <p className="mt-4 flex max-w-[46ch] gap-3 text-[18px]">
                <span className="mt-1">
                  <ClosedMark />
                </span>
                <span>
                  {many && `${held.one.tub.name}. `}
                  {formatClosure(held.closure, preferences).why}{' '}
                  {formatClosure(held.closure, preferences).lift}
                </span>
              </p>
              <p className="mt-4">
                <Link
                  href={`/tubs/${held.one.tub.id}/${formatClosure(held.closure, preferences).action.place}`}
                  className="plain"
                >
                  {formatClosure(held.closure, preferences).action.label}
                </Link>
              </p>
            </section>
          )}
          {bathing?.bathers && (
            <p className="safety mt-4 max-w-[46ch] text-[18px]">
              Everybody out first. According to the history,{' '}
              {bathing.bathers.people === 1 ? 'somebody is' : `${bathing.bathers.people} are`} in
              until {clock(bathing.bathers.until, preferences)}.
            </p>
          )}
          {wait && (
            <section>
              {title(`The ${wait.name} is mixing`)}
              {many && <p className="small mt-1 text-muted">{wait.view.tub.name}</p>}
              <div className="mt-4 grid grid-cols-[auto_minmax(0,1fr)] items-center gap-x-5 sm:gap-x-8">
                <Countdown
                  until={wait.wait.until}
                  since={wait.wait.since}
                  renderedAt={now}
                  label="Wait"
                  size={168}
                />
                <div className="grid gap-2">
                  <p className="text-[18px]">In at {clock(wait.wait.since, preferences)}</p>
                  <Signs jets={wait.handling.jets} cover={wait.handling.cover} />
                </div>
              </div>
              <p className="safety mt-4 max-w-[46ch] text-[18px]">
                Nobody in. Nothing else goes into the water before{' '}
                {clock(wait.wait.until, preferences)}. Gloves stay on.
              </p>
            </section>
          )}
          {current ? (
            <div className={wait || held ? 'mt-6 border-hair border-t pt-4' : 'mt-3'}>
              <VisitAct
                key={current.key}
                act={current}
                view={viewOf(current.tub)}
                many={many}
                heading={wait || held ? 'h2' : 'h1'}
                over={
                  wait && current.handsEnd <= wait.wait.until
                    ? `Meanwhile. ${leftInWait(soonUntil(visit.acts, wait.wait.until))}`
                    : `Job ${done.length + 1} of ${total}`
                }
                why={placeWords(current.why, visit.acts, short)}
                actions={ACTIONS}
                preferences={preferences}
              />
            </div>
          ) : visit.acts.length > 0 ? (
            <section>
              {!wait &&
                !held &&
                next &&
                title(`Nothing to do until ${clock(next.start, preferences)}.`)}
              <p className="mt-5 text-[18px]">
                Nothing fits into this wait. You can go; this page tells you when it’s over.
              </p>
            </section>
          ) : (
            <End page={page} ends={ends} preferences={preferences} tubId={tub.id} />
          )}
          {next && (
            <p className="mt-6 grid grid-cols-[76px_1fr] gap-x-3 border-hair border-t pt-4">
              <time className="text-muted">{clock(next.start, preferences)}</time>
              <span>
                <b>
                  Next: {named(next).figure} {named(next).name}
                </b>
                {many && <span className="small text-muted"> · {viewOf(next.tub).tub.name}</span>}
              </span>
            </p>
          )}
        </div>
        <aside className="grid content-start gap-6">
          <section>
            <h2 className="head">To go</h2>
            <ol className="small mt-1">
              {visit.acts.map((act) => (
                <li key={act.key} className="border-hair border-t">
                  <Link
                    href={`${base}?act=${encodeURIComponent(act.key)}`}
                    aria-current={act === current ? 'step' : undefined}
                    className={`grid min-h-11 grid-cols-[64px_1fr] items-center gap-x-2 ${act === current ? 'font-semibold' : ''}`}
                  >
                    <time className="text-muted">{clock(act.start, preferences)}</time>
                    <span>
                      {named(act).figure} {named(act).name}
                    </span>
                  </Link>
                </li>
              ))}
            </ol>
            {visit.acts.length > 0 && (
              <p className="small mt-2">
                {ends.length === ready.length && visit.ready.some(({ gated }) => gated)
                  ? `Ready ${dayAndClock(Math.max(...ends), preferences)}.`
                  : ''}
              </p>
            )}
          </section>
          {done.length > 0 && (
            <section>
              <h2 className="head">Done</h2>
              <ul className="small mt-1">
                {done.map(({ entry, tub: at }) => (
                  <li
                    key={entry.id}
                    className="flex items-baseline gap-2 border-hair border-t py-1.5 text-muted"
                  >
                    <span aria-hidden="true" className="text-spruce">
                      ✓
                    </span>
                    <span>
                      {formatEntry(entry, preferences)}, {clock(entry.at, preferences)}
                      {many && ` · ${viewOf(at).tub.name}`}{' '}
                      {viewOf(at).lastChange?.id === entry.id &&
                        viewOf(at).lastChange?.what === 'added' && (
                          <PostButton
                            action={undoChange}
                            hidden={{
                              tub: String(at),
                              change: String(viewOf(at).lastChange?.number),
                            }}
                            label="Undo"
                          />
                        )}
                    </span>
                  </li>
                ))}
              </ul>
            </section>
          )}
          <LeftList
            left={visit.left}
            tubs={views.map((one) => one.tub)}
            pull={(key) => (
              <PostButton
                action={decideInVisit}
                hidden={{ ...hiddenTub, key, to: 'pull' }}
                label="Do it today"
              />
            )}
            preferences={preferences}
          />
          {visit.acts.length > 0 && (
            <PostButton
              action={finishVisit}
              follows
              hidden={hiddenTub}
              label="End the visit here"
              className="quiet"
            />
          )}
        </aside>
      </div>
      {visit.acts.length > 0 && (
        <div className="mt-6 hidden lg:block">
          <VisitLanes
            tubId={tub.id}
            begun
            start={visit.start}
            ready={visit.ready.some(({ gated }) => gated) ? over : undefined}
            readyName="Ready"
            acts={acts}
            tubs={tubs}
            decisions={decisions}
            address={{ base, keep: {} }}
            decide={decideInVisit}
            said={impossibleIn(page, preferences)}
            preferences={preferences}
          />
        </div>
      )}
      <SessionKeeper
        tubId={tub.id}
        ask={`/api/tubs/${tub.id}/visit`}
        state={visitStateOf(theStore(), tub.id, now)}
        until={wait?.wait.until}
        next={next ? `Now ${short(next)}.` : 'Test the water now.'}
      />
    </div>
  )
}

const soonUntil = (acts: readonly PlacedAct[], until: number) =>
  acts.filter(({ handsEnd }) => handsEnd <= until).length

const leftInWait = (count: number): string =>
  count === 1 ? 'The last that fits into this wait' : `${count} fit into this wait`

/** What is said when everything is done: ready at, what was left, when again. */
const End = ({
  page,
  ends,
  tubId,
  preferences,
}: {
  page: VisitView
  ends: readonly number[]
  tubId: number
  preferences: DisplayPreferences
}) => {
  const { visit, views, done } = page
  const last = ends.length === views.length && ends.length > 0 ? Math.max(...ends) : undefined
  const ahead = views
    .flatMap(({ chores, now }) => chores.map(({ due }) => due).filter((due) => due > now))
    .sort((a, b) => a - b)[0]
  return (
    <section>
      <h1 className="serif verdict mt-3">
        {last === undefined
          ? `Done. ${staysClosed(page.ready) || 'Test before anyone gets in.'}`
          : last <= preferences.now + MINUTE
            ? 'Done. Put the cover on.'
            : `Done. Ready ${dayAndClock(last, preferences)}.`}
      </h1>
      <p className="mt-3 max-w-[46ch] text-[18px]">
        {visitEnd(done, visit.left)}{' '}
        {page.next !== undefined
          ? `The next visit is ${dayAndClock(page.next, preferences)}.`
          : ahead !== undefined && `The next chore is due ${day(ahead, preferences)}.`}{' '}
        Cover on and clipped, jets as usual, products locked away.
      </p>
      <p className="mt-5 flex flex-wrap items-center gap-6">
        <PostButton
          action={finishVisit}
          follows
          hidden={{ tub: String(tubId) }}
          label="End the visit"
          className="go"
        />
        <Link href={`/tubs/${tubId}/record`} className="quiet">
          History
        </Link>
      </p>
    </section>
  )
}
