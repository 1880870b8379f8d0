import { isTimeZone } from '@/server/moment'
import { remindersNow } from '@/server/reminders'
import { theStore } from '@/store/database'

/** What a browser with leave to notify may say now; it remembers itself what it has said. */
export const GET = (request: Request) => {
  const zone = new URL(request.url).searchParams.get('zone') ?? ''
  return Response.json(remindersNow(theStore(), Date.now(), isTimeZone(zone) ? zone : 'UTC'), {
    headers: { 'cache-control': 'no-store' },
  })
}
