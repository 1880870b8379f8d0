import type { ReactNode } from 'react'
import { undoChange } from '@/app/actions'
import { chosenTheme } from '@/app/preferences'
import { loadTub, type TubParams } from '@/app/tubView'
import { unitsName } from '@/server/form'
import { WaterBand, WaterColumn } from '@/ui/column/WaterColumn'
import { ClockNotice } from '@/ui/shell/ClockNotice'
import { LastChange } from '@/ui/shell/LastChange'
import { MoreSheet } from '@/ui/shell/MoreSheet'
import { PlaceWords, ThumbBar } from '@/ui/shell/PlaceNav'
import { PlaceTitle } from '@/ui/shell/PlaceTitle'
import { Reminders } from '@/ui/shell/Reminders'
import { ZoneCookie } from '@/ui/shell/ZoneCookie'
import { VisitBar } from '@/ui/visit/VisitBar'
import { CHANGE_WORDS, formatChange } from '@/words/entryWords'
import { clock, weekday } from '@/words/words'

const RECENT_MS = 45_000

/** The frame of every place: the water column beside it, the places above it or under the thumb. */
const TubFrame = async ({ children, params }: TubParams & { children: ReactNode }) => {
  const { view, preferences } = await loadTub((await params).tub)
  const { tub, tubs, lastChange, now } = view
  const late = view.choresOpen.filter(({ state }) => state === 'late').length
  const theme = await chosenTheme()
  const sheet = (keys: boolean) => (
    <MoreSheet tubId={tub.id} tubs={tubs} theme={theme} keys={keys} late={late} />
  )
  const more = tubs.length > 1 ? tubs.filter(({ id }) => id !== tub.id) : []
  return (
    <div className="min-h-screen lg:flex" data-units={unitsName(tub.units)} data-tub={tub.id}>
      <a
        href="#place"
        className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-paper focus:p-3"
      >
        Skip to content
      </a>
      <PlaceTitle tubName={tub.name} />
      <Reminders />
      <ZoneCookie assumed={preferences.timeZone} />
      <WaterColumn view={view} preferences={preferences} />
      <WaterBand view={view} preferences={preferences} />
      <div className="min-w-0 flex-1 px-5 pb-28 lg:px-10 lg:pb-10 print:pb-0">
        <header className="relative -mx-5 flex h-11 items-center gap-6 px-5 lg:mx-0 lg:h-14 lg:items-baseline lg:px-0 lg:pt-5">
          <p className="small truncate font-semibold lg:hidden">{tub.name}</p>
          <PlaceWords tubId={tub.id} late={late} />
          <div className="hidden lg:block print:hidden">{sheet(true)}</div>
          {more.length > 0 && (
            <nav
              aria-label="Other tubs"
              className={`small ml-auto gap-4 lg:ml-2 print:hidden ${more.length > 1 ? 'hidden 2xl:flex' : 'flex lg:hidden xl:flex'}`}
            >
              {more.slice(0, 2).map(({ id, name }) => (
                <a
                  key={id}
                  href={`/tubs/${id}/now`}
                  className="max-w-[130px] truncate whitespace-nowrap text-muted underline decoration-line underline-offset-4"
                >
                  {name}
                </a>
              ))}
            </nav>
          )}
          <time
            className="small ml-auto hidden whitespace-nowrap text-muted min-[1400px]:block"
            dateTime={new Date(now).toISOString()}
          >
            {weekday(now, preferences)}, {clock(now, preferences)}
          </time>
          {lastChange && now - lastChange.at < RECENT_MS && (
            <LastChange
              change={lastChange.number}
              tubId={tub.id}
              at={lastChange.at}
              what={CHANGE_WORDS[lastChange.what]}
              label={formatChange(lastChange, preferences)}
              undo={undoChange}
            />
          )}
        </header>
        {view.clockBehind !== undefined && (
          <ClockNotice latest={view.clockBehind} preferences={preferences} />
        )}
        {view.underWay && <VisitBar view={view} preferences={preferences} />}
        <main id="place" tabIndex={-1} className="outline-none">
          {children}
        </main>
      </div>
      <ThumbBar tubId={tub.id} more={sheet(false)} />
    </div>
  )
}

export default TubFrame
