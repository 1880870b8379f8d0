import { beginVisit } from '@/app/actions'
import { loadTub, type TubParams } from '@/app/tubView'
import { standsEmpty } from '@/core'
import { Ribbon } from '@/ui/dose/Ribbon'
import { PostButton } from '@/ui/form/PostButton'
import { Link } from '@/ui/Link'
import { ClosedMark } from '@/ui/today/Closed'
import { NoFilter } from '@/ui/upkeep/NoFilter'
import { Explained } from '@/ui/words/Explained'
import { formatAgenda } from '@/words/agendaWords'
import { formatOdd } from '@/words/learntWords'
import { startNeedWords } from '@/words/startUpText'
import { formatFloor, formatHealth, formatVerdict } from '@/words/verdictWords'
import { aboutWhen, formatStep } from '@/words/words'

/** Where a verdict leads that is work at the tub. */
const VISITED = ['dose', 'test', 'upkeep', 'programme']
/** Steps that are named here; Dose has them all. */
const LISTED = 4

const Now = async ({ params }: TubParams) => {
  const { view, preferences } = await loadTub((await params).tub)
  const { tub, plan, agenda } = view
  const words = formatVerdict(view, preferences)
  const floor = formatFloor(tub, preferences)
  const starting = view.startUp
  const at = (place: string) => `/tubs/${tub.id}/${place}`
  const odd = formatOdd(view, preferences).at(-1)
  const { visit } = view
  const hands = Math.max(1, Math.round(visit.handsMinutes))
  // A look and a test need no visit: Test does.
  const work = visit.acts.filter(({ what }) => what.kind !== 'look' && what.kind !== 'test')
  const worthIt = work.length > 0 && visit.acts.length > 1
  const visiting =
    view.hands !== 'keep away' &&
    worthIt &&
    VISITED.includes(words.action.place) &&
    view.underWay === undefined
  const dosing = words.action.place === 'dose' && plan.steps.length > 0
  return (
    <div className="lg:min-h-[720px]">
      <section className="grid gap-6 pt-2 lg:grid-cols-[1fr_300px] lg:gap-x-14 lg:pt-4">
        <div>
          <h1 className="serif verdict">
            {view.verdict.mayGetIn === 'no' && (
              <span className="mr-3 inline-block align-[-0.06em]">
                <ClosedMark size={38} />
              </span>
            )}
            {words.sentence}
          </h1>
          <p className="mt-4 max-w-[62ch] text-[18px]">
            <Explained text={words.reason} />
          </p>
          {words.evidence && <p className="small mt-2 text-muted">{words.evidence}</p>}
          {words.also.length > 0 && (
            <ul aria-label="Also" className="small mt-3 max-w-[66ch] border-madder border-l-4 pl-3">
              {words.also.map((line) => (
                <li key={line} className="py-0.5">
                  {line}
                </li>
              ))}
            </ul>
          )}
          {floor && view.verdict.belowFloor === undefined && (
            <p className="safety small mt-3 max-w-[62ch]">{floor}</p>
          )}
          {view.noFilter !== undefined && <NoFilter since={view.noFilter} renderedAt={view.now} />}
          {starting && !starting.shutBy && (
            <p className="mt-3 max-w-[62ch] border-oak-2 border-l-4 pl-3">
              <b>Start-up.</b> {startNeedWords(starting, preferences)}{' '}
              <Link href={at('programme')} className="quiet min-h-0">
                Continue
              </Link>
            </p>
          )}
          {view.verdict.closures.length === 0 && (
            <p className="small mt-3 max-w-[62ch] border-hair border-l-4 pl-3 text-muted">
              {formatHealth(preferences)}
            </p>
          )}
        </div>
        <div className="lg:pt-1">
          {dosing && (
            <ul className="mb-3 hidden lg:block">
              {plan.steps.slice(0, LISTED).map((step) => (
                <li
                  key={step.order}
                  className="grid grid-cols-[64px_1fr] items-baseline gap-3.5 border-hair border-t py-2"
                >
                  <b className="text-right text-[18px]">{formatStep(step, preferences).figure}</b>
                  <span>{formatStep(step, preferences).name}</span>
                </li>
              ))}
              {plan.steps.length > LISTED && (
                <li className="small border-hair border-t py-2 text-muted">
                  and {plan.steps.length - LISTED} more
                </li>
              )}
            </ul>
          )}
          {view.underWay ? (
            <Link href={at('visit')} className="go w-full">
              Continue the visit
            </Link>
          ) : visiting ? (
            <PostButton
              action={beginVisit}
              follows
              hidden={{ tub: String(tub.id) }}
              label="Start the visit"
              className="go w-full"
            />
          ) : (
            <Link href={at(words.action.place)} className="go w-full">
              {words.action.label}
            </Link>
          )}
          {visiting && (
            <p className="small mt-2 text-muted">
              {visit.acts.length} jobs, {hands} minutes at the tub
              {dosing && `; test ${aboutWhen(view.schedule.testAt, preferences)}`}.
            </p>
          )}
          {!visiting && !view.underWay && worthIt && (
            <p className="small mt-2">
              <Link href={at('visit')} className="quiet">
                {visit.acts.length} jobs at the tub, {hands} min
              </Link>
            </p>
          )}
          {(visiting || view.underWay) && (
            <p className="small mt-1 flex flex-wrap gap-x-5">
              {!view.underWay && (
                <Link href={at('visit')} className="quiet">
                  What, and when
                </Link>
              )}
              <Link href={at(words.action.place)} className="quiet">
                {words.action.label}
              </Link>
            </p>
          )}
        </div>
      </section>
      {!standsEmpty(view.verdict.closures) && (
        <>
          <Ribbon view={view} preferences={preferences} />
          <p className="small mt-1 flex flex-wrap items-baseline gap-x-4">
            <Link href={at('ahead')} className="quiet">
              The week ahead, and why
            </Link>
            {odd && <span className="text-amber-ink">{odd.words}</span>}
          </p>
        </>
      )}
      <section className="mt-8">
        <h2 className="head">Do next</h2>
        <ol className="mt-1.5">
          {agenda.slice(0, 3).map((item) => {
            const { when, what, minutes, place } = formatAgenda(item, preferences)
            return (
              <li key={`${item.kind}${item.due}`} className="border-hair border-t last:border-b">
                <Link
                  href={at(place)}
                  className="grid min-h-12 grid-cols-[1fr_auto] items-baseline gap-x-4 py-2.5 hover:bg-stone sm:grid-cols-[136px_1fr_auto]"
                >
                  <time className="col-span-2 font-semibold sm:col-span-1">{when}</time>
                  <span>{what}</span>
                  <span className="small text-muted">{minutes}</span>
                </Link>
              </li>
            )
          })}
        </ol>
      </section>
    </div>
  )
}

export default Now
