'use client'

import { ViewsNav } from '@/ui/shell/ViewsNav'

const VIEWS = [
  ['', 'Chores'],
  ['heat', 'Heat and power'],
] as const

/** A chore’s own page, and the list of all. */
const isChore = (part: string) => part !== 'heat'

export const UpkeepNav = ({ tubId }: { tubId: number }) => (
  <ViewsNav label="Upkeep" base={`/tubs/${tubId}/upkeep`} views={VIEWS} isFirst={isChore} />
)
