import type { Cover, Jets } from '@/core'
import { STILL } from '@/words/stillWords'

const JET_WORDS: Record<Jets, string> = {
  on: 'Jets on',
  low: 'Jets low, air shut',
  off: 'Jets off',
}
const COVER_WORDS: Record<Cover, string> = {
  open: 'Cover open',
  'half open': 'Cover half open',
  closed: 'Cover closed',
}
const LID: Record<Cover, string> = {
  open: 'M2 12L13 3',
  'half open': 'M2 12L16 7',
  closed: 'M2 12H18',
}

/** What the jets and the cover must do, by sign and by word. */
export const Signs = ({
  jets,
  cover,
  power,
  still = STILL.breaker.sign,
}: {
  jets: Jets
  cover: Cover
  /** Where it has to be off at the breaker. */
  power?: 'on' | 'off'
  /** How it is made so. */
  still?: string
}) => (
  <p className="flex flex-wrap gap-x-6 gap-y-1 text-[15px]">
    {power === 'off' && (
      <span className="flex items-center gap-2 font-semibold text-madder">
        <svg width={16} height={16} viewBox="0 0 16 16" aria-hidden="true">
          <path d="M8 1V8M4 3.4a6 6 0 1 0 8 0" stroke="currentColor" strokeWidth={2} fill="none" />
        </svg>
        {still}
      </span>
    )}
    <span className="flex items-center gap-2">
      <svg width={20} height={14} viewBox="0 0 20 14" aria-hidden="true">
        {(jets === 'on' ? [2, 7, 12] : jets === 'low' ? [4, 10] : []).map((row) => (
          <g key={row}>
            <path d={`M0 ${row}h13`} stroke="var(--ink)" strokeWidth={1.7} />
            <path d={`M13 ${row - 3}l6 3l-6 3z`} fill="var(--ink)" />
          </g>
        ))}
        {jets === 'off' && <path d="M2 12L18 2" stroke="var(--ink)" strokeWidth={1.7} />}
      </svg>
      {JET_WORDS[jets]}
    </span>
    <span className="flex items-center gap-2">
      <svg width={20} height={16} viewBox="0 0 20 16" aria-hidden="true">
        <path d={LID[cover]} stroke="var(--ink)" strokeWidth={2} strokeLinecap="round" />
        <path d="M1 14.5H19" stroke="var(--ink)" strokeWidth={1.7} />
      </svg>
      {COVER_WORDS[cover]}
    </span>
  </p>
)
