import { calendarOf } from '@/server/calendar'
import { theStore } from '@/store/database'

/** A tub's calendar, by an address that only its people know; calendars ask for it again and again. */
export const GET = async (_: Request, { params }: { params: Promise<{ key: string }> }) => {
  const key = (await params).key.replace(/\.ics$/, '')
  const text = /^[\w-]{20,40}$/.test(key) ? calendarOf(theStore(), key, Date.now()) : undefined
  if (text === undefined) return new Response('There’s no calendar here.', { status: 404 })
  return new Response(text, {
    headers: {
      'content-type': 'text/calendar; charset=utf-8',
      'content-disposition': 'inline; filename="pavrel.ics"',
      'cache-control': 'no-store',
    },
  })
}
