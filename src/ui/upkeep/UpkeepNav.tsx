'use client'

import { ViewsNav } from '@/ui/shell/ViewsNav'

const VIEWS = [
  ['', 'Chores'],
  ['heat', 'Heat and power'],
  ['closing', 'Closing down'],
] as const

/** A chore’s own page, and the list of all. */
const isChore = (part: string) => part !== 'heat' && part !== 'closing'

export const UpkeepNav = ({ tubId }: { tubId: number }) => (
  <ViewsNav label="Upkeep" base={`/tubs/${tubId}/upkeep`} views={VIEWS} isFirst={isChore} />
)
