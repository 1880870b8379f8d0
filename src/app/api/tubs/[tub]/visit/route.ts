import { idIn } from '@/server/idIn'
import { visitStateOf } from '@/server/visitState'
import { theStore } from '@/store/database'

/** Where a visit stands, for a phone that has it open: the server's clock, and what changes with every act at any of its tubs. */
export const GET = async (_: Request, { params }: { params: Promise<{ tub: string }> }) => {
  const now = Date.now()
  return Response.json(
    { now, state: visitStateOf(theStore(), idIn((await params).tub), now) },
    { headers: { 'cache-control': 'no-store' } },
  )
}
