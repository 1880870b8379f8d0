import { idIn } from '@/server/idIn'
import { isTimeZone } from '@/server/moment'
import { logSheet, monthLog, monthOf } from '@/server/monthLog'
import { tubView } from '@/server/views'
import { theStore } from '@/store/database'

/** A month of a tub as a table. */
export const GET = async (request: Request, { params }: { params: Promise<{ tub: string }> }) => {
  const { searchParams } = new URL(request.url)
  const now = Date.now()
  const view = tubView(theStore(), idIn((await params).tub), now)
  if (!view) return Response.json({ error: 'This tub is not here.' }, { status: 404 })
  const asked = searchParams.get('zone') ?? 'UTC'
  const zone = isTimeZone(asked) ? asked : 'UTC'
  const month = monthOf(searchParams.get('month') ?? undefined, now, zone)
  return new Response(`\ufeff${logSheet(monthLog(view, month), zone)}`, {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': `attachment; filename="log-${view.tub.id}-${month.month}.csv"`,
      'cache-control': 'no-store',
    },
  })
}
