import { loadTub, type TubParams } from '@/app/tubView'
import { isKind, itemLives } from '@/core'
import { suppliesOf } from '@/server/supplies'
import { theStore } from '@/store/database'
import { Link } from '@/ui/Link'
import { formatFilterLife, formatStanding } from '@/words/choreWords'
import { ITEM_NAMES, stayWords } from '@/words/itemWords'
import { lastsSaid, supplyLeft, supplyLine, supplyName } from '@/words/supplyWords'
import { day, duration } from '@/words/words'

/** The life of what wears out: cartridges, cover, lamp, feeder, strips and reagents. */
const Items = async ({ params }: TubParams) => {
  const { view, preferences } = await loadTub((await params).tub)
  const { tub, tubs, filters, written, now } = view
  const past = written.filter(({ at }) => at <= now)
  const lives = itemLives(past)
  const kits = suppliesOf(theStore(), now).supplies.filter(({ kind }) => kind !== 'product')
  const seen = past.filter(isKind('filter')).filter(({ body }) => body.seen)
  const empty = filters.length === 0 && lives.length === 0 && kits.length === 0
  const base = `/tubs/${tub.id}`
  return (
    <div className="max-w-[860px]">
      <h1 className="serif title">The life of each item</h1>
      {empty && (
        <p className="mt-2 max-w-[62ch]">
          Filter sets, the cover, the lamp, feeders and test kits appear here once something has
          been logged about them.{' '}
          <Link href={`${base}/upkeep`} className="font-semibold underline underline-offset-4">
            Add a filter set under Upkeep
          </Link>
          .
        </p>
      )}
      {filters.map((status) => {
        const { set, stays } = status
        return (
          <section
            key={set.id}
            aria-labelledby={`set-${set.id}`}
            className="mt-5 border-hair border-t pt-3"
          >
            <h2
              id={`set-${set.id}`}
              className="flex flex-wrap items-baseline justify-between gap-x-6"
            >
              <b className="text-[17px]">{set.name}</b>
              <span className="small text-muted">{formatStanding(status, preferences)}</span>
            </h2>
            <p className="small">
              {formatFilterLife(status, preferences)}
              {set.boughtAt !== null && `; bought ${day(set.boughtAt, preferences)}`}
            </p>
            {stays.length > 0 && (
              <ul className="small">
                {stays.toReversed().map((stay) => (
                  <li key={stay.from} className="py-0.5 text-muted">
                    {stayWords(
                      stay,
                      tubs.find(({ id }) => id === stay.tubId)?.name ?? '',
                      preferences,
                    )}
                  </li>
                ))}
              </ul>
            )}
            {seen
              .filter(({ body }) => body.set === set.id)
              .slice(0, 4)
              .map(({ id, at, body }) => (
                <p key={id} className="small py-0.5">
                  <Link href={`${base}/record/${id}`} className="underline underline-offset-4">
                    {day(at, preferences)}
                  </Link>
                  : {body.seen}
                </p>
              ))}
          </section>
        )
      })}
      {lives.map(({ item, first, last, times, notes }) => (
        <section
          key={item}
          aria-labelledby={`item-${item}`}
          className="mt-5 border-hair border-t pt-3"
        >
          <h2 id={`item-${item}`} className="flex flex-wrap items-baseline justify-between gap-x-6">
            <b className="text-[17px]">{ITEM_NAMES[item]}</b>
            <span className="small text-muted">last {day(last, preferences)}</span>
          </h2>
          <p className="small">
            {times} {times === 1 ? 'entry' : 'entries'} over{' '}
            {duration(Math.max(now - first, 86_400_000))}.
          </p>
          {notes.map(({ at, id, text }) => (
            <p key={id} className="small py-0.5">
              <Link href={`${base}/record/${id}`} className="underline underline-offset-4">
                {day(at, preferences)}
              </Link>
              : {text}
            </p>
          ))}
        </section>
      ))}
      {kits.map((kit) => (
        <section key={kit.key} aria-labelledby={kit.key} className="mt-5 border-hair border-t pt-3">
          <h2 id={kit.key} className="flex flex-wrap items-baseline justify-between gap-x-6">
            <Link
              href={`${base}/test/kits/${kit.id}`}
              className="font-bold text-[17px] underline decoration-line underline-offset-4"
            >
              {supplyName(kit)}
            </Link>
            <span className="small text-muted">
              {supplyLeft(kit, preferences)}, {lastsSaid(kit, now)}
            </span>
          </h2>
          <p className="small">{supplyLine(kit, preferences) || 'Nothing noted yet.'}</p>
        </section>
      ))}
    </div>
  )
}

export default Items
