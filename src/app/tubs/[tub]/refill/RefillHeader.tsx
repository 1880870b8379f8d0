import { planRefill } from '@/app/actions'
import { toWallClock } from '@/server/moment'
import type { RefillView } from '@/server/refillView'
import { PostButton } from '@/ui/form/PostButton'
import { Link } from '@/ui/Link'
import { formatDue, formatReason } from '@/words/refillWords'
import { type DisplayPreferences, dayAndClock } from '@/words/words'

/** The day that the water is changed, why, and the one button to set it. */
export const RefillHeader = ({
  refill,
  tubId,
  preferences,
}: {
  refill: RefillView
  tubId: number
  preferences: DisplayPreferences
}) => {
  const { row, reasons, schedule } = refill
  const [first] = reasons
  const begun = Object.keys(refill.happened).length > 0
  const mode = row?.mode ?? 'ready by'
  const at = row?.at ?? schedule.ready
  return (
    <header className="flex flex-wrap items-end justify-between gap-x-8 gap-y-3 pt-2 lg:flex-nowrap">
      <div>
        <h1 className="serif title">
          {begun
            ? `New water, ready ${dayAndClock(schedule.ready, preferences)}.`
            : first
              ? `New water for ${dayAndClock(mode === 'ready by' ? Math.max(at, schedule.ready) : schedule.ready, preferences)}. Start ${dayAndClock(schedule.start, preferences)}.`
              : 'When was the tub last filled?'}
        </h1>
        <p className="small mt-1 max-w-[70ch] text-muted">
          {refill.empty
            ? 'The tub stands empty: this begins with the fill.'
            : first
              ? `${formatReason(first, preferences).rule}: ${formatDue(first.at, preferences)}. ${formatReason(first, preferences).words}`
              : 'The age of this water isn’t known, so no rule can say when to replace it. You can still plan the day.'}
        </p>
      </div>
      {!row && (
        <PostButton
          action={planRefill}
          hidden={{
            tub: String(tubId),
            mode: 'ready by',
            at: toWallClock(schedule.ready, preferences.timeZone),
            zone: preferences.timeZone,
          }}
          label="Set this day"
          className="go"
        />
      )}
      {row && (
        <Link href={`/tubs/${tubId}/refill/sheet`} className="plain flex-none print:hidden">
          Printable sheet
        </Link>
      )}
    </header>
  )
}
