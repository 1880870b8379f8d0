import { idIn } from '@/app/idIn'
import { tickedIn } from '@/server/journal'
import { sessionState } from '@/server/session'
import { theStore } from '@/store/database'
import { journalOf, lastChange } from '@/store/entries'
import { findTub } from '@/store/tubs'

/** Where a round of dosing stands, for a phone that has the session open: the server's clock, and what changes with every tick. */
export const GET = async (_: Request, { params }: { params: Promise<{ tub: string }> }) => {
  const { tub: param } = await params
  const store = theStore()
  const tub = findTub(store, idIn(param))
  if (!tub) return Response.json({ error: 'This tub is not here.' }, { status: 404 })
  const now = Date.now()
  return Response.json(
    {
      now,
      state: sessionState(
        tub,
        tickedIn(tub, journalOf(store, tub.id), now),
        lastChange(store, tub.id),
      ),
    },
    { headers: { 'cache-control': 'no-store' } },
  )
}
