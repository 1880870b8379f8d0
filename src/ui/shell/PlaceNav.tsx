'use client'

import { usePathname } from 'next/navigation'
import { Link } from '@/ui/Link'
import { PLACES } from './places'

/** The visit is begun from Now and belongs to it. */
const hereIn = (path: string, place: string) =>
  (path.split('/')[3] ?? '').replace(/^visit$/, 'now') === place

/** One quiet row of words above the place, on a wide screen. */
export const PlaceWords = ({ tubId, late }: { tubId: number; late: number }) => {
  const path = usePathname()
  return (
    <nav
      aria-label="Places"
      className="hidden items-baseline gap-4 text-[15px] lg:flex xl:gap-5 print:hidden"
    >
      {PLACES.map(({ place, name }) => {
        const here = hereIn(path, place)
        return (
          <Link
            key={place}
            href={`/tubs/${tubId}/${place}`}
            aria-current={here ? 'page' : undefined}
            className={`leading-tight pb-1 ${here ? 'font-semibold text-ink shadow-[inset_0_-2px_0_var(--spruce)]' : 'text-muted hover:text-ink'}`}
          >
            {name}
            {place === 'upkeep' && <LateCount late={late} />}
          </Link>
        )
      })}
    </nav>
  )
}

/** How many chores are late, beside the name of their place. */
export const LateCount = ({ late }: { late: number }) =>
  late > 0 ? (
    <span className="note ml-1 font-semibold text-madder" title={`${late} late`}>
      <span aria-hidden="true">{late}</span>
      <span className="sr-only">, {late} late</span>
    </span>
  ) : null

/** The daily ones in reach of a thumb; `more` stands last. */
export const ThumbBar = ({ tubId, more }: { tubId: number; more: React.ReactNode }) => {
  const path = usePathname()
  return (
    <nav
      aria-label="Places"
      className="fixed inset-x-0 bottom-0 z-20 grid h-[64px] grid-cols-5 border-hair border-t bg-stone lg:hidden print:hidden"
    >
      {PLACES.filter(({ daily }) => daily).map(({ place, name }) => {
        const here = hereIn(path, place)
        return (
          <Link
            key={place}
            href={`/tubs/${tubId}/${place}`}
            aria-current={here ? 'page' : undefined}
            className={`flex items-center justify-center text-[16px] ${here ? 'font-bold text-ink shadow-[inset_0_3px_0_var(--spruce)]' : 'font-medium text-muted'}`}
          >
            {name}
          </Link>
        )
      })}
      {more}
    </nav>
  )
}
