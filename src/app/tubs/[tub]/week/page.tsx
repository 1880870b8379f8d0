import type { Metadata } from 'next'
import { keepEntry, makeCalendar } from '@/app/actions'
import { loadTub, type TubParams } from '@/app/tubView'
import { DAY } from '@/core/journal/entry'
import { type ChoreDue, choresDue } from '@/core/upkeep/choreDue'
import { CalendarAddress } from '@/ui/week/CalendarAddress'
import { ChoreItem } from '@/ui/week/ChoreItem'

export const metadata: Metadata = { title: 'This week' }

const WEEK = 7 * DAY

const Week = async ({ params }: TubParams) => {
  const { view, reader } = await loadTub((await params).tub)
  const { tub, journal, now } = view
  const all = choresDue(tub, journal, now)
  const here = all.filter(({ due, state }) => state !== 'ahead' || due <= now + WEEK)
  const later = all.filter((one) => !here.includes(one)).toSorted((a, b) => a.due - b.due)
  const minutes = here.reduce((sum, { chore }) => sum + chore.minutes, 0)
  const list = (items: readonly ChoreDue[]) => (
    <ul className="max-w-[760px] border-hair border-b">
      {items.map((item) => (
        <ChoreItem
          key={`${item.chore.id}-${journal.length}`}
          tubId={tub.id}
          item={item}
          keep={keepEntry}
          reader={reader}
        />
      ))}
    </ul>
  )
  return (
    <>
      <h1 className="serif title pt-2">
        {here.length === 0 ? 'Nothing this week.' : `This week: ${minutes} minutes by the tub.`}
      </h1>
      <p className="small mt-1 max-w-[62ch] text-muted">
        In the order of a walk around it. Bathing brings what it dirties forward; a quiet time
        stretches it; doing it moves it on.
      </p>
      <div className="mt-5">{list(here)}</div>
      {later.length > 0 && (
        <>
          <h2 className="head mt-8 mb-1">Ahead</h2>
          {list(later)}
        </>
      )}
      <CalendarAddress tubId={tub.id} calendarKey={tub.calendar?.key} open={makeCalendar} />
    </>
  )
}

export default Week
