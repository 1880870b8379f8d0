'use client'

import { useEffect, useState } from 'react'
import type { Action } from '../form/draft'
import { PostButton } from '../form/PostButton'

/** The address a calendar subscribes to; whoever has it can read these dates, and nothing else. */
export const CalendarAddress = ({
  tubId,
  calendarKey,
  of,
  as = 'chores',
  open,
}: {
  tubId: number
  calendarKey: string | undefined
  of: 'tub' | 'house'
  /** One event a visit, or each chore by itself. */
  as: 'visits' | 'chores' | undefined
  open: Action
}) => {
  const [origin, setOrigin] = useState('')
  const [zone, setZone] = useState('UTC')
  useEffect(() => {
    setOrigin(location.origin)
    setZone(Intl.DateTimeFormat().resolvedOptions().timeZone)
  }, [])
  const path = `/calendar/${calendarKey}.ics`
  return (
    <section aria-labelledby={`calendar-${of}`} className="max-w-[560px]">
      <h2 id={`calendar-${of}`} className="head">
        {of === 'house' ? 'All tubs in your calendar' : 'In your calendar'}
      </h2>
      {calendarKey === undefined ? (
        <p className="small mt-1 text-muted">
          Visits or chores, tests, shocks and planned soaks as a calendar your phone can subscribe
          to, with a link that can’t be guessed.
        </p>
      ) : (
        <p className="small mt-1 break-all">
          <a href={path} className="quiet min-h-0" download>
            {origin}
            {path}
          </a>
          <span className="block text-muted">
            Subscribe to it, or save it once. Anyone with this link can see these dates.
          </span>
        </p>
      )}
      {calendarKey !== undefined && (
        <p className="small flex flex-wrap items-center gap-x-4">
          <span>
            {as === 'visits' ? 'One event a visit, with its list.' : 'Each chore by itself.'}
          </span>
          <PostButton
            action={open}
            hidden={{ tub: String(tubId), zone, of, as: as === 'visits' ? 'chores' : 'visits' }}
            label={as === 'visits' ? 'Each chore by itself' : 'One event a visit'}
            title={`${as === 'visits' ? 'Each chore by itself' : 'One event a visit'}${of === 'house' ? ', all tubs' : ''}`}
          />
        </p>
      )}
      <PostButton
        action={open}
        hidden={{ tub: String(tubId), zone, of }}
        label={calendarKey === undefined ? 'Create a link' : 'Create a new link'}
        title={`${calendarKey === undefined ? 'Create a link' : 'Create a new link'}${of === 'house' ? ', all tubs' : ''}`}
        className={calendarKey === undefined ? 'plain mt-2' : 'quiet'}
      />
    </section>
  )
}
