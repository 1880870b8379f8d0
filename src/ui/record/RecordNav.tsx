'use client'

import { ViewsNav } from '@/ui/shell/ViewsNav'

const VIEWS = [
  ['', 'History'],
  ['trends', 'Trends'],
  ['costs', 'Costs'],
  ['log', 'Log'],
  ['items', 'Items'],
  ['data', 'Your data'],
] as const

/** An entry opened from the history is still in it. */
const isEntry = (part: string) => /^\d*$/.test(part)

export const RecordNav = ({ tubId }: { tubId: number }) => (
  <ViewsNav label="Record" base={`/tubs/${tubId}/record`} views={VIEWS} isFirst={isEntry} />
)
