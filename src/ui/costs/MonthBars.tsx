'use client'

import dynamic from 'next/dynamic'
import { useMemo } from 'react'

const ApexBars = dynamic(() => import('@/ui/chart/ApexBars'), { ssr: false })

const HEIGHT = 150

export interface MonthBar {
  key: number
  name: string
  /** In money. */
  energy: number
  water: number
  products: number
  total: string
  soak: string
  /** Not over yet. */
  open: boolean
}

/** What each month cost, stacked; the figures stand above and below, and in words for whoever can't see them. */
export const MonthBars = ({ months }: { months: readonly MonthBar[] }) => {
  const most = Math.max(
    1e-9,
    ...months.map(({ energy, water, products }) => energy + water + products),
  )
  const parts = useMemo(
    () => [
      { name: 'energy', look: 'plain' as const, values: months.map(({ energy }) => energy) },
      { name: 'water', look: 'deep' as const, values: months.map(({ water }) => water) },
      {
        name: 'products',
        look: 'hatched' as const,
        values: months.map(({ products }) => products),
      },
    ],
    [months],
  )
  const columns = { gridTemplateColumns: `repeat(${months.length}, 1fr)` }
  return (
    <figure>
      <figcaption className="flex flex-wrap items-baseline justify-between gap-x-6">
        <b>What a month costs</b>
        <span className="note flex gap-4 text-muted" aria-hidden="true">
          <span>
            <span className="mr-1.5 inline-block h-2.5 w-4 border border-ink bg-[repeating-linear-gradient(135deg,var(--ink)_0_1.5px,transparent_1.5px_5px)]" />
            products
          </span>
          <span>
            <span className="mr-1.5 inline-block h-2.5 w-4 border border-ink bg-mist-3" />
            water
          </span>
          <span>
            <span className="mr-1.5 inline-block h-2.5 w-4 border border-ink bg-oak-2" />
            energy
          </span>
        </span>
      </figcaption>
      <div
        className="grid text-center font-semibold text-[15px]"
        style={columns}
        aria-hidden="true"
      >
        {months.map(({ key, total }) => (
          <span key={key} className="tabular pt-2">
            {total}
          </span>
        ))}
      </div>
      <div className="border-line border-b" style={{ height: HEIGHT }} aria-hidden="true">
        <ApexBars parts={parts} most={most} height={HEIGHT} />
      </div>
      <table className="small w-full table-fixed">
        <caption className="sr-only">What each month cost, and a soak of it</caption>
        <thead>
          <tr>
            {months.map(({ key, name, open, total }) => (
              <th key={key} scope="col" className={`pt-1 ${open ? '' : 'font-normal'}`}>
                {name}
                {open ? ' so far' : ''}
                <span className="sr-only">, {total}</span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          <tr>
            {months.map(({ key, soak }) => (
              <td key={key} className="tabular text-center text-muted">
                {soak}
              </td>
            ))}
          </tr>
        </tbody>
      </table>
    </figure>
  )
}
