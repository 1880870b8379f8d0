'use client'

import { usePathname } from 'next/navigation'
import type { ReactNode } from 'react'
import { Link } from '@/ui/Link'

/** The way back to the visit, in every place but the visit itself. */
export const VisitBack = ({ href, children }: { href: string; children: ReactNode }) =>
  usePathname() === href ? null : (
    <p className="small -mx-5 flex flex-wrap items-center gap-x-5 border-amber border-l-4 bg-stone px-5 py-1 lg:mx-0 lg:mt-3 print:hidden">
      <span>{children}</span>
      <Link href={href} className="quiet ml-auto">
        Continue
      </Link>
    </p>
  )
