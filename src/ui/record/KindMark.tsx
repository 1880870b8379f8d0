import type { EntryKind } from '@/core'

/** One shape a kind, so that a list is scanned by eye. */
const MARKS: Record<EntryKind, string> = {
  test: 'M8 2L14 8L8 14L2 8z',
  dose: 'M8 2L14 13H2z',
  aeration: 'M4 12a1.500 1.500 0 1 0 .1 0M9 8a1.500 1.500 0 1 0 .1 0M12 3a1.500 1.500 0 1 0 .1 0',
  soak: 'M8 3a5 5 0 1 0 .1 0',
  water: 'M8 2C11 6 13 8 13 10.500A5 4.500 0 0 1 3 10.500C3 8 5 6 8 2z',
  note: 'M3 4H13M3 8H13M3 12H9',
  start: 'M4 3L13 8L4 13z',
  feeder: 'M3 3H13V13H3zM3 8H13',
  chore: 'M3 8L7 12L13 4',
  look: 'M2 8C5 3 11 3 14 8C11 13 5 13 2 8zM8 6.500a1.500 1.500 0 1 0 .1 0',
  filter: 'M4 3H12V13H4zM6.500 3V13M9.500 3V13',
  refill: 'M3 6A5 5 0 0 1 13 6M13 2V6H9M13 10A5 5 0 0 1 3 10M3 14V10H7',
  fillTest: 'M8 2L14 8L8 14L2 8zM8 5V11M5 8H11',
  treatment: 'M8 3V13M3 8H13',
}

const FILLED: readonly EntryKind[] = ['test', 'dose', 'soak', 'water']

export const KindMark = ({ kind }: { kind: EntryKind }) => (
  <svg
    width={16}
    height={16}
    viewBox="0 0 16 16"
    aria-hidden="true"
    className="mr-2 inline-block align-[-3px] text-spruce"
  >
    <path
      d={MARKS[kind]}
      fill={FILLED.includes(kind) ? 'currentColor' : 'none'}
      stroke="currentColor"
      strokeWidth={1.5}
      strokeLinejoin="round"
    />
  </svg>
)
