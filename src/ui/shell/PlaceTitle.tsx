'use client'

import { useSelectedLayoutSegments } from 'next/navigation'
import { titleAt } from './titles'

/** The window's title. It stands in the frame, which stays from place to place: a page is never without a name. */
export const PlaceTitle = ({ tubName }: { tubName: string }) => (
  <title>{titleAt(useSelectedLayoutSegments(), tubName)}</title>
)
