import { cookies } from 'next/headers'
import { notFound } from 'next/navigation'
import { cache } from 'react'
import { waitingReplies } from '@/server/devices'
import { tubView } from '@/server/views'
import { theStore } from '@/store/database'
import { allKits } from '@/store/kits'
import { readerOf } from './reader'

/** One fold of the journal for the frame and the place within it. */
const viewOf = cache((id: number) => tubView(theStore(), id, Date.now()))

export const loadTub = async (param: string) => {
  // Every answer depends on the moment it is asked.
  await cookies()
  const id = /^\d{1,9}$/.test(param) ? Number(param) : 0
  const view = viewOf(id)
  if (!view) notFound()
  return { view, reader: await readerOf(view.tub.units, view.now) }
}

/** What devices have sent of a tub and nobody has kept yet. */
export const loadReplies = (tubId: number, now: number) => waitingReplies(theStore(), tubId, now)

export const loadKits = () => allKits(theStore())

export interface TubParams {
  params: Promise<{ tub: string }>
}
