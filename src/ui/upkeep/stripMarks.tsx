import type { StripMark } from '@/core'
/** Marks of the season strip: each state a shape of its own, so that it reads without colour. */
export const StripShape = ({ what }: { what: StripMark['what'] }) => {
  switch (what) {
    case 'done':
      return <rect x={-4} y={-4} width={8} height={8} fill="var(--spruce)" />
    case 'done late':
      return <path d="M-4.5 4V-4H4.5z" fill="var(--amber-ink)" />
    case 'skipped':
      return <path d="M-4 -4L4 4M4 -4L-4 4" stroke="var(--madder)" strokeWidth={2.2} />
    case 'overdue':
      return <path d="M0 -6L6 5H-6z" fill="var(--madder)" />
    case 'due':
      return <circle r={5} fill="var(--paper)" stroke="var(--ink)" strokeWidth={1.8} />
    case 'foreseen':
      return <circle r={3} fill="none" stroke="var(--line)" strokeWidth={1.2} />
  }
}

export const SHAPE_WORDS: Record<StripMark['what'], string> = {
  done: 'done',
  'done late': 'done late',
  skipped: 'skipped',
  due: 'due',
  overdue: 'late',
  foreseen: 'at this rate',
}
