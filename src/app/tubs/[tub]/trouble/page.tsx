import { answerQuestion, beginTreatment, lookAgain, savePoisonLine, tickSign } from '@/app/actions'
import { FactNote } from '@/app/FactNote'
import { loadRefill } from '@/app/refillOf'
import { loadTub, type TubParams } from '@/app/tubView'
import { HOUR, treatOrChange } from '@/core'
import { moneyOf } from '@/server/supplies'
import { troubleView } from '@/server/trouble'
import { theStore } from '@/store/database'
import { settingOf } from '@/store/settings'
import { PostButton } from '@/ui/form/PostButton'
import { Closed } from '@/ui/today/Closed'
import { CaseList } from '@/ui/trouble/CaseList'
import { Causes } from '@/ui/trouble/Causes'
import { CorrectedOftenNote } from '@/ui/trouble/CorrectedOftenNote'
import { EmergencyBlock } from '@/ui/trouble/EmergencyBlock'
import { Questions } from '@/ui/trouble/Questions'
import { TapSigns } from '@/ui/trouble/TapSigns'
import { TreatOrChangeWords } from '@/ui/trouble/TreatOrChangeWords'
import { Settle, WayOut } from '@/ui/trouble/WayOut'
import { currencyOf, money } from '@/words/money'
import { reopensWords, troubleTitle } from '@/words/troubleWords'

interface TroubleProps extends TubParams {
  searchParams: Promise<Record<string, string | string[] | undefined>>
}

const KEPT = 6

const TroublePage = async ({ params, searchParams }: TroubleProps) => {
  const { view, preferences } = await loadTub((await params).tub)
  const { cause } = await searchParams
  const { tub, wrong, cases, journal, now, estimate } = view
  const store = theStore()
  const { found, chosen, withWayOut, underWay } = troubleView(
    store,
    view,
    typeof cause === 'string' ? cause : undefined,
  )
  const refill = wrong ? loadRefill(view, preferences) : undefined
  const treat =
    refill &&
    treatOrChange(tub, journal, now, {
      estimate,
      found,
      cases,
      refillHours: (refill.earliest.ready - refill.earliest.start) / HOUR,
    })
  const parts = refill
    ? [refill.costs.water, refill.costs.energy, refill.costs.products].filter(
        (one) => one !== undefined,
      )
    : []
  const cost =
    parts.length > 0
      ? `cost ${money(
          parts.reduce((sum, one) => sum + one, 0),
          currencyOf(moneyOf(store).currency, preferences.locale),
          preferences,
        )}`
      : undefined
  const hidden = { tub: String(tub.id) }
  const earlier = cases.filter((one) => one.until !== undefined).slice(-KEPT)
  return (
    <>
      <div className="grid gap-3 pt-2">
        <div className="lg:order-2">
          <EmergencyBlock
            emergency={found.emergency}
            signs={found.signs}
            tubId={tub.id}
            poisonLine={settingOf(store, 'poisonLine') || undefined}
            tick={tickSign}
            keepPoisonLine={savePoisonLine}
            preferences={preferences}
          />
        </div>
        <div className="lg:order-1">
          <h1 className="serif title">{troubleTitle(found, wrong, preferences)}</h1>
          <Closed view={view} preferences={preferences} here="trouble" />
        </div>
      </div>
      <div className="mt-4 grid gap-x-9 gap-y-8 lg:grid-cols-[168px_minmax(0,1fr)] xl:grid-cols-[168px_minmax(0,1fr)_282px]">
        <section aria-labelledby="signs" className="lg:row-span-2 xl:row-span-1">
          <h2 id="signs" className="head mb-1">
            What’s wrong?
          </h2>
          <TapSigns signs={found.signs} tubId={tub.id} tick={tickSign} />
          {wrong && (
            <a href="#questions-and-causes" className="plain mt-4 w-full lg:hidden">
              See likely causes
            </a>
          )}
        </section>
        {wrong ? (
          <>
            <div id="questions-and-causes" className="grid content-start gap-7">
              <Questions
                found={found}
                tubId={tub.id}
                answer={answerQuestion}
                preferences={preferences}
              />
              <Causes found={found} chosen={chosen} tubId={tub.id} preferences={preferences} />
            </div>
            <div className="grid content-start gap-7">
              <FactNote id="anti-foam" when={wrong.signs.includes('foam')} />
              {found.settle && <Settle settle={found.settle} tubId={tub.id} />}
              {chosen && withWayOut && (
                <WayOut
                  cause={chosen}
                  view={withWayOut}
                  underWay={underWay}
                  reopens={reopensWords(
                    { testAt: withWayOut.testedAt, at: withWayOut.readyAt },
                    withWayOut.verdict.closures,
                    preferences,
                  )}
                  begin={beginTreatment}
                  preferences={preferences}
                />
              )}
              <section aria-labelledby="again">
                <h2 id="again" className="head">
                  Look again
                </h2>
                <p className="small mt-1 text-muted">
                  “It looks fine now” closes the case. A closed tub opens once a test after that is
                  in range.
                </p>
                <div className="mt-2 flex flex-wrap gap-2">
                  <PostButton
                    action={lookAgain}
                    hidden={{ ...hidden, seen: 'clear' }}
                    label="It looks fine now"
                    className="plain"
                  />
                  <PostButton
                    action={lookAgain}
                    hidden={{ ...hidden, seen: 'same' }}
                    label="No change"
                    className="plain"
                  />
                </div>
              </section>
              {treat && <TreatOrChangeWords treat={treat} cost={cost} preferences={preferences} />}
              <CaseList cases={earlier} preferences={preferences} />
            </div>
          </>
        ) : (
          <div className="grid content-start gap-7">
            <CorrectedOftenNote view={view} tick={tickSign} />
            <p className="max-w-[58ch] text-muted">
              Tick what you see, smell or feel. Each tap is saved, and the likely causes come from
              this tub’s own history.
            </p>
            <PostButton
              action={lookAgain}
              hidden={{ ...hidden, seen: 'clear' }}
              label="It looks fine"
              className="plain justify-self-start"
            />
            <CaseList cases={earlier} preferences={preferences} />
          </div>
        )}
      </div>
    </>
  )
}

export default TroublePage
