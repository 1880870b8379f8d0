import type { Fit } from '@/core'
import { Link } from '@/ui/Link'
import type { DisplayPreferences } from '@/words/words'
import { wall } from '../refill/timelineScale'

/** From either end: so many minutes, or ready by a time; and which tubs come along. An address, so that it can be gone back to. */
export const AskTime = ({
  base,
  keep,
  fit,
  tubs,
  chosen,
  preferences,
  errors,
}: {
  base: string
  /** What else was asked, kept along. */
  keep: Record<string, string>
  fit: Fit
  tubs: readonly { id: number; name: string }[]
  chosen: readonly number[]
  preferences: DisplayPreferences
  errors: Record<string, string>
}) => {
  const hidden = (without: readonly string[]) =>
    Object.entries(keep)
      .filter(([name]) => !without.includes(name))
      .map(([name, value]) => <input key={name} type="hidden" name={name} value={value} />)
  return (
    <details className="mt-2 print:hidden" open={Object.keys(errors).length > 0}>
      <summary className="quiet">
        {fit.asked === 'all' ? 'Short of time, or ready by a time?' : 'Change the time'}
      </summary>
      <div className="mt-1 flex flex-wrap items-end gap-x-8 gap-y-3 pb-2">
        <form action={base} className="flex items-end gap-2">
          {hidden(['minutes', 'by', 'start'])}
          <label className="font-medium text-[15px]">
            Minutes I have
            <input
              name="minutes"
              inputMode="numeric"
              defaultValue={fit.asked === 'minutes' ? fit.minutes : ''}
              aria-invalid={errors.minutes ? true : undefined}
              className="field mt-1 block w-[110px]"
            />
          </label>
          <button type="submit" className="plain">
            See what fits
          </button>
        </form>
        <form action={base} className="flex items-end gap-2">
          {hidden(['minutes', 'by', 'start'])}
          <label className="font-medium text-[15px]">
            Ready by
            <input
              name="at"
              type="datetime-local"
              defaultValue={fit.asked === 'ready by' ? wall(fit.by, preferences) : ''}
              aria-invalid={errors.by ? true : undefined}
              className="field mt-1 block w-[210px]"
            />
          </label>
          <button type="submit" className="plain">
            Count back
          </button>
        </form>
        {fit.asked !== 'all' && (
          <Link
            href={`${base}?${new URLSearchParams(without(keep, ['minutes', 'by', 'start']))}`}
            className="quiet"
          >
            All of it, now
          </Link>
        )}
        {tubs.length > 1 && (
          <p className="flex flex-wrap items-center gap-x-4">
            <span className="font-medium text-[15px]">Together with</span>
            {tubs
              .filter(({ id }) => id !== chosen[0])
              .map(({ id, name }) => {
                const on = chosen.includes(id)
                const next = on ? chosen.filter((one) => one !== id) : [...chosen, id]
                return (
                  <Link
                    key={id}
                    href={`${base}?${new URLSearchParams({ ...keep, tubs: next.join(' ') })}`}
                    className="quiet"
                    aria-current={on ? 'true' : undefined}
                  >
                    {on ? `✓ ${name}` : name}
                  </Link>
                )
              })}
          </p>
        )}
      </div>
      {Object.values(errors).map((error) => (
        <p key={error} role="alert" className="small font-medium text-madder">
          {error}
        </p>
      ))}
    </details>
  )
}

const without = (all: Record<string, string>, names: readonly string[]): Record<string, string> =>
  Object.fromEntries(Object.entries(all).filter(([name]) => !names.includes(name)))
