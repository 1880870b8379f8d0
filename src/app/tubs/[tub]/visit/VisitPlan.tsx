import { beginVisit, decideInVisit } from '@/app/actions'
import { type Decisions, MINUTE, type PlacedAct } from '@/core'
import type { TubView } from '@/server/views'
import type { VisitView } from '@/server/visit'
import { OldReading } from '@/ui/dose/OldReading'
import { PostButton } from '@/ui/form/PostButton'
import { Link } from '@/ui/Link'
import { Closed } from '@/ui/today/Closed'
import { AskTime } from '@/ui/visit/AskTime'
import { VisitLanes } from '@/ui/visit/VisitLanes'
import { LeftList, MergedList, marksOf } from '@/ui/visit/VisitLists'
import { waitingTest } from '@/words/closureWords'
import { ALWAYS } from '@/words/handlingText'
import { formatLength } from '@/words/refillWords'
import {
  actWords,
  fitWords,
  handsWords,
  placeWords,
  visitSummary,
  visitTitle,
} from '@/words/visitWords'
import { clock, type DisplayPreferences } from '@/words/words'
import { impossibleIn, laneData } from './laneData'

/** The visit before it begins: what, when and why, on one time axis; from either end. */
export const VisitPlan = ({
  page,
  errors,
  keep,
  view,
  preferences,
}: {
  page: VisitView
  errors: Record<string, string>
  keep: Record<string, string>
  view: TubView
  preferences: DisplayPreferences
}) => {
  const { visit, fit, views, ready, decisions } = page
  const { tub } = view
  const base = `/tubs/${tub.id}/visit`
  const { acts, tubs } = laneData(page, preferences)
  const gated = visit.ready.filter(({ gated }) => gated).map(({ at }) => at)
  const end = gated.length > 0 ? Math.max(...gated) : undefined
  const known = ready.flatMap(({ at }) => (at === undefined ? [] : [at]))
  const last = known.length > 0 ? Math.max(...known) : undefined
  const unsure = fit.asked === 'ready by' && known.length < ready.length
  const fits = unsure
    ? 'No hour can be promised: see what keeps the tub closed.'
    : fitWords(fit, visit, preferences)
  const nothing = visit.acts.length === 0
  const [single] = views
  const next = single && views.length === 1 ? waitingTest(single) : undefined
  const openings = visit.acts.filter(({ needs }) => needs.cover?.includes('open')).length
  const withDecision = (change: Partial<Decisions>) =>
    `${base}?${new URLSearchParams({ ...keep, d: JSON.stringify({ ...decisions, ...change }) })}`
  return (
    <div className="lg:min-h-[700px]">
      <section className="grid gap-x-10 gap-y-4 pt-2 lg:grid-cols-[1fr_auto] lg:pt-3">
        <div>
          <h1 className="serif title">{visitTitle(visit, ready, preferences, next)}</h1>
          {!nothing && <p className="mt-2 text-muted">{visitSummary(visit, last, preferences)}</p>}
          {fits && <p className="mt-1 font-medium">{fits}</p>}
          {visit.start > preferences.now + MINUTE && (
            <p className="mt-1 font-medium">
              Begin at {clock(visit.start, preferences)}; that is early enough.
            </p>
          )}
          {views.map((one) => (
            <div key={one.tub.id}>
              {views.length > 1 && one.verdict.closures.length > 0 && (
                <p className="small mt-3 font-semibold">{one.tub.name}</p>
              )}
              <Closed view={one} preferences={preferences} inOrder={!nothing} />
            </div>
          ))}
          {view.plan.steps.length > 0 && <OldReading view={view} />}
        </div>
        {!nothing && view.hands !== 'keep away' && (
          <div className="print:hidden">
            <PostButton
              action={beginVisit}
              follows
              hidden={{
                tub: String(tub.id),
                tubs: views.map((one) => one.tub.id).join(' '),
                decisions: JSON.stringify(decisions),
                ...(fit.asked === 'minutes' ? { minutes: String(fit.minutes) } : {}),
                ...(fit.asked === 'ready by' ? { by: String(fit.by) } : {}),
              }}
              label="Start the visit"
              className="go w-full lg:mt-2"
            />
          </div>
        )}
      </section>
      <AskTime
        base={base}
        keep={keep}
        fit={fit}
        tubs={view.tubs}
        chosen={views.map((one) => one.tub.id)}
        preferences={preferences}
        errors={errors}
      />
      {nothing ? (
        <p className="mt-6">
          <Link href={`/tubs/${tub.id}/upkeep`} className="plain">
            Go to Upkeep
          </Link>
        </p>
      ) : (
        <div className="mt-3 hidden lg:block print:block">
          <VisitLanes
            tubId={tub.id}
            begun={false}
            start={visit.start}
            ready={end}
            readyName={
              end !== undefined && (last === undefined || last > end + 6 * MINUTE)
                ? visit.acts.some(({ what }) => what.kind === 'test')
                  ? 'Tested'
                  : 'Done'
                : 'Ready'
            }
            acts={acts}
            tubs={tubs}
            decisions={decisions}
            address={{ base, keep }}
            decide={decideInVisit}
            said={impossibleIn(page, preferences)}
            preferences={preferences}
          />
        </div>
      )}
      <div className="mt-5 grid gap-x-8 gap-y-6 lg:grid-cols-[1fr_284px] print:grid-cols-[1fr_200px]">
        {!nothing && (
          <section>
            <h2 className="head">What to do, and why then</h2>
            <ActList acts={visit.acts} page={page} preferences={preferences} />
          </section>
        )}
        <div className="grid content-start gap-6">
          {!nothing && (
            <div className="safety small">
              <p>{ALWAYS} Nothing goes in while the power is off. One product at a time.</p>
            </div>
          )}
          {!nothing && (
            <MergedList
              merged={visit.merged}
              setAside={views.flatMap(({ setAside }) => setAside)}
              openings={openings}
              preferences={preferences}
            />
          )}
          <LeftList
            left={visit.left}
            tubs={views.map((one) => one.tub)}
            pull={(key) => (
              <Link
                href={withDecision({
                  pulled: [...new Set([...decisions.pulled, key])],
                  skipped: decisions.skipped.filter((one) => one.key !== key),
                })}
                className="quiet"
              >
                Do it today
              </Link>
            )}
            preferences={preferences}
          />
        </div>
      </div>
    </div>
  )
}

/** One line an act, and the waits between. */
const ActList = ({
  acts,
  page,
  preferences,
}: {
  acts: readonly PlacedAct[]
  page: VisitView
  preferences: DisplayPreferences
}) => {
  const { views } = page
  const tubOf = (id: number) => views.find(({ tub }) => tub.id === id)?.tub ?? views[0]?.tub
  const marks = marksOf(acts)
  const nameOf = (act: PlacedAct) => {
    const tub = tubOf(act.tub)
    return tub ? actWords(act.what, tub, preferences).short : ''
  }
  return (
    <ol className="mt-1">
      {acts.map((act) => {
        const tub = tubOf(act.tub)
        if (!tub) return null
        const mark = marks.get(act.key) ?? ''
        const filler = !/\d/.test(mark)
        const { figure, name, detail } = actWords(act.what, tub, preferences)
        return (
          <li
            key={act.key}
            className={`grid grid-cols-[62px_20px_minmax(0,1fr)_48px] sm:grid-cols-[76px_20px_minmax(0,1fr)_48px] items-baseline gap-x-3 border-hair border-t py-2 ${filler ? 'bg-mist' : ''}`}
          >
            <time
              className={`whitespace-nowrap text-[14px] sm:text-[16px] ${filler ? 'text-muted' : 'font-semibold'}`}
            >
              {clock(act.start, preferences)}
            </time>
            <b aria-hidden="true">{mark}</b>
            <span className="min-w-0">
              {figure && <b className="text-[19px]">{figure} </b>}
              {name}
              {views.length > 1 && <span className="small text-muted"> · {tub.name}</span>}
              {detail && <span className="small block">{detail}</span>}
              <span className="small block text-muted">{placeWords(act.why, acts, nameOf)}</span>
              {act.waitMinutes > 0 && (
                <span className="small block font-medium">
                  then {formatLength(act.waitMinutes)} to wait
                </span>
              )}
            </span>
            <span className="small text-right text-muted">{handsWords(act)}</span>
          </li>
        )
      })}
    </ol>
  )
}
