'use client'

import { ViewsNav } from '@/ui/shell/ViewsNav'

const VIEWS = [
  ['', 'Programme'],
  ['methods', 'Methods'],
] as const

export const ProgrammeNav = ({ tubId }: { tubId: number }) => (
  <ViewsNav label="Programme" base={`/tubs/${tubId}/programme`} views={VIEWS} />
)
