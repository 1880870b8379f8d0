'use client'

import Link from 'next/link'
import { usePathname } from 'next/navigation'

const VIEWS = [
  ['', 'History'],
  ['trends', 'Trends'],
  ['costs', 'Costs'],
  ['log', 'Log'],
  ['items', 'Items'],
  ['data', 'Your data'],
] as const

/** The views of the record, above each of them. */
export const RecordNav = ({ tubId }: { tubId: number }) => {
  const here = usePathname().split('/')[4] ?? ''
  return (
    <nav
      aria-label="Record"
      className="-mx-1 mb-2 flex flex-wrap gap-x-5 border-hair border-b text-[15px] print:hidden"
    >
      {VIEWS.map(([view, name]) => {
        const current = view === here || (view === '' && /^\d+$/.test(here))
        return (
          <Link
            key={view}
            href={`/tubs/${tubId}/record${view && `/${view}`}`}
            prefetch={false}
            aria-current={current ? 'page' : undefined}
            className={`inline-flex min-h-11 items-center px-1 ${current ? 'font-semibold text-ink shadow-[inset_0_-3px_0_var(--spruce)]' : 'text-muted hover:text-ink'}`}
          >
            {name}
          </Link>
        )
      })}
    </nav>
  )
}
