import { METHODS, type Trends } from '@/core'
import { METHOD_WORDS } from '@/words/words'

const SIGN = {
  strip: (
    <rect
      x={3}
      y={2}
      width={8}
      height={8}
      fill="var(--paper)"
      stroke="currentColor"
      strokeWidth={1.5}
    />
  ),
  drops: <path d="M7 0.500L12.500 6L7 11.500L1.500 6z" fill="currentColor" />,
  meter: <path d="M7 1V11M2 6H12" stroke="currentColor" strokeWidth={2} />,
  shop: (
    <path d="M7 1L12.500 11H1.500z" fill="var(--paper)" stroke="currentColor" strokeWidth={1.5} />
  ),
} as const

/** What the marks of the picture are; only those that are in it. */
export const TrendKey = ({ trends }: { trends: Trends }) => {
  const there = METHODS.filter((method) =>
    trends.lanes.some(({ readings }) => readings.some((reading) => reading.method === method)),
  )
  return (
    <ul aria-label="Key" className="note flex flex-wrap items-center gap-x-4 gap-y-1 text-muted">
      {there.map((method) => (
        <li key={method} className="flex items-center gap-1.5">
          <svg width={14} height={12} aria-hidden="true" className="text-ink">
            {SIGN[method]}
          </svg>
          {METHOD_WORDS[method].toLowerCase()}
        </li>
      ))}
      {!trends.readingsOnly && (
        <li className="flex items-center gap-1.5">
          <svg width={24} height={12} aria-hidden="true">
            <rect y={1} width={24} height={10} fill="var(--mist-3)" opacity={0.75} />
            <path d="M0 6H24" stroke="var(--ink)" strokeWidth={1.6} />
          </svg>
          estimate, 9 in 10
        </li>
      )}
      {trends.lanes.some(({ band }) => band) && (
        <li className="flex items-center gap-1.5">
          <svg width={24} height={12} aria-hidden="true">
            <rect y={1} width={24} height={10} fill="var(--spruce)" opacity={0.13} />
            <path d="M0 1H24M0 11H24" stroke="var(--spruce)" strokeDasharray="3" />
          </svg>
          target
        </li>
      )}
      {trends.readingsOnly && <li>readings only: over so long a time a line would be a blur</li>}
    </ul>
  )
}
