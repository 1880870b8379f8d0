import { idIn } from '@/server/idIn'
import { journalAt } from '@/server/journalAt'
import { theStore } from '@/store/database'
import { soaksAhead } from '@/store/plannedSoaks'
import { findTub } from '@/store/tubs'

/** A tub's journal as it stands, for a browser that reckons by itself. */
export const GET = async (_: Request, { params }: { params: Promise<{ tub: string }> }) => {
  const { tub: param } = await params
  const store = theStore()
  const tub = findTub(store, idIn(param))
  if (!tub) return Response.json({ error: 'This tub is not here.' }, { status: 404 })
  const now = Date.now()
  const { calendar: _secret, ...known } = tub
  return Response.json(
    {
      now,
      tub: known,
      journal: journalAt(store, tub.id, now),
      planned: soaksAhead(store, tub.id, now).map(({ at, load }) => ({ at, load })),
    },
    { headers: { 'cache-control': 'no-store' } },
  )
}
