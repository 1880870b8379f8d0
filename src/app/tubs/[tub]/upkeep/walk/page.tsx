import type { Metadata } from 'next'
import Link from 'next/link'
import { pourForChore, saveEntry } from '@/app/actions'
import { loadTub, type TubParams } from '@/app/tubView'
import { onDay, upkeepDay } from '@/app/upkeepDay'
import { HOUR } from '@/core'
import { shelfOf } from '@/server/shelf'
import { choresOfTubs } from '@/server/upkeep'
import { theStore } from '@/store/database'
import { allTubs } from '@/store/tubs'
import { WalkStep } from '@/ui/upkeep/WalkStep'

export const metadata: Metadata = { title: 'Chores, one by one' }

interface WalkProps extends TubParams {
  searchParams: Promise<Record<string, string | string[] | undefined>>
}

/** The list of a day one chore a screen; what was ticked has left the list, so a reload goes on where it was. */
const Walk = async ({ params, searchParams }: WalkProps) => {
  const { view, preferences } = await loadTub((await params).tub)
  const query = await searchParams
  const { tub, now } = view
  const store = theStore()
  const day = upkeepDay(query.day, preferences)
  const all = query.tubs === 'all'
  const base = `/tubs/${tub.id}/upkeep`
  const passed = typeof query.passed === 'string' ? query.passed.split(' ').filter(Boolean) : []
  const left = choresOfTubs(store, now, all ? undefined : tub.id).flatMap(({ id, name, chores }) =>
    onDay(chores, day)
      // A chore that was just done is due again far ahead; one with a wide window is still on the list, and done.
      .filter(({ lastDone }) => lastDone === undefined || now - lastDone > 12 * HOUR)
      .map((item) => ({ tubId: id, tubName: name, item })),
  )
  const keyOf = (one: (typeof left)[number]) =>
    `${one.tubId}.${one.item.chore.id.replace(/ /g, '_')}`
  const open = left.filter((one) => !passed.includes(keyOf(one)))
  const current = open[0]
  const minutes = open.reduce((sum, { item }) => sum + item.chore.minutes, 0)
  const query_ = `day=${day.date}${all ? '&tubs=all' : ''}`
  return (
    <div className="max-w-[640px]">
      <Link href={`${base}?${query_}`} className="quiet">
        Whole list
      </Link>
      {current ? (
        <WalkStep
          key={keyOf(current)}
          tubId={current.tubId}
          tubName={all ? current.tubName : undefined}
          shelf={shelfOf(store)}
          litres={allTubs(store).find(({ id }) => id === current.tubId)?.volumeLitres ?? 0}
          item={current.item}
          left={open.length}
          minutes={minutes}
          pass={`${base}/walk?${query_}&passed=${encodeURIComponent([...passed, keyOf(current)].join(' '))}`}
          keep={saveEntry}
          pour={pourForChore}
          preferences={preferences}
        />
      ) : (
        <>
          <h1 className="serif title mt-2">
            {passed.length > 0 ? 'All done.' : 'Nothing left on this list.'}
          </h1>
          <p className="mt-2 text-muted">
            {passed.length > 0
              ? `${passed.length} skipped for now: they stay on the list.`
              : 'What you’ve done is in the history; each chore comes back when it’s due.'}
          </p>
          <p className="mt-5">
            <Link href={`/tubs/${tub.id}/now`} className="go">
              Back to Now
            </Link>
          </p>
        </>
      )}
    </div>
  )
}

export default Walk
