'use client'

import { usePathname } from 'next/navigation'
import { Link } from '@/ui/Link'

/** The views of one place, above each of them. */
export const ViewsNav = ({
  label,
  base,
  views,
  isFirst = (rest) => rest === '',
}: {
  label: string
  /** Where the first of them is. */
  base: string
  /** Part of the address and name; the first has no part. */
  views: readonly (readonly [view: string, name: string])[]
  /** Whether a part of the address that names none of them belongs to the first. */
  isFirst?: (rest: string) => boolean
}) => {
  const here = usePathname().slice(base.length).split('/')[1] ?? ''
  return (
    <nav
      aria-label={label}
      className="-mx-1 mb-2 flex flex-wrap gap-x-5 border-hair border-b text-[15px] print:hidden"
    >
      {views.map(([view, name]) => {
        const current = view === here || (view === '' && isFirst(here))
        return (
          <Link
            key={view}
            href={view ? `${base}/${view}` : base}
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
