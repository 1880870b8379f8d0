import type { ChoreDue } from '@/core'
/** State by shape and word, colour last: late, in its window, ahead. */
export const ChoreMark = ({ state }: { state: ChoreDue['state'] }) => (
  <svg width={16} height={16} viewBox="-8 -8 16 16" aria-hidden="true" className="mt-1">
    {state === 'late' && <path d="M0 -7L7 6H-7z" fill="var(--madder)" />}
    {state === 'due' && (
      <circle r={5.5} fill="var(--paper)" stroke="var(--ink)" strokeWidth={1.8} />
    )}
    {state === 'ahead' && (
      <circle r={5} fill="none" stroke="var(--line)" strokeWidth={1.5} strokeDasharray="2.2 2.2" />
    )}
  </svg>
)
