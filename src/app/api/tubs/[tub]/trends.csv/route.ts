import { trendRange } from '@/app/trendRange'
import { trendSheet } from '@/server/trendSheet'

/** Every reading of one time with what was believed just before, none left out. */
export const GET = async (request: Request, { params }: { params: Promise<{ tub: string }> }) => {
  const asked = trendRange(request, (await params).tub)
  if ('refused' in asked) return asked.refused
  const { view, from, to } = asked
  return new Response(trendSheet(view, { from, to }), {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': `attachment; filename="trends-${view.tub.id}.csv"`,
      'cache-control': 'no-store',
    },
  })
}
