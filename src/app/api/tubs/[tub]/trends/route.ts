import { trendRange } from '@/app/trendRange'
import { packTrends } from '@/core'
import { trendsBetween } from '@/server/trends'
import { theStore } from '@/store/database'

/** One time of a tub, as fine as its picture has room for. */
export const GET = async (request: Request, { params }: { params: Promise<{ tub: string }> }) => {
  const asked = trendRange(request, (await params).tub)
  if ('refused' in asked) return asked.refused
  const { view, from, to } = asked
  return Response.json(packTrends(trendsBetween(theStore(), view, { from, to })), {
    headers: { 'cache-control': 'no-store' },
  })
}
