'use client'

import { useEffect, useState } from 'react'
import { type Action, DraftForm } from '../form/draft'
import { TextInput } from '../form/inputs'

/** Leave to notify, and the hours in which nothing does. */
export const ReminderSettings = ({
  tubId,
  fromHour,
  toHour,
  keep,
}: {
  tubId: number
  fromHour: number
  toHour: number
  keep: Action
}) => {
  const [leave, setLeave] = useState<NotificationPermission | 'unknown' | 'none'>('unknown')
  useEffect(() => setLeave('Notification' in window ? Notification.permission : 'none'), [])
  return (
    <section aria-labelledby="nudges">
      <h2 id="nudges" className="head">
        Reminders
      </h2>
      <p className="small max-w-[62ch] text-muted">
        {leave === 'granted'
          ? 'This device reminds you once when a chore is due, while Pavrel is open on it.'
          : leave === 'denied'
            ? 'Notifications are blocked in this browser’s settings. Your calendar can remind you, too.'
            : leave === 'none'
              ? 'This browser can’t notify you. Your calendar can remind you instead.'
              : 'This device can remind you once when a chore is due, while Pavrel is open on it.'}
      </p>
      {leave === 'default' && (
        <button
          type="button"
          className="quiet"
          onClick={async () => setLeave(await Notification.requestPermission())}
        >
          Remind me on this device
        </button>
      )}
      <DraftForm
        action={keep}
        draftKey={undefined}
        initial={{ fromHour: String(fromHour), toHour: String(toHour) }}
        hidden={{ tub: String(tubId) }}
        className="mt-1 grid max-w-[420px] grid-cols-[1fr_1fr_auto] items-end gap-3"
        submit={({ pending }) => (
          <button type="submit" className="quiet" disabled={pending}>
            Save
          </button>
        )}
      >
        <TextInput name="fromHour" label="Quiet from" unit="h" decimal />
        <TextInput name="toHour" label="until" unit="h" decimal />
      </DraftForm>
    </section>
  )
}
