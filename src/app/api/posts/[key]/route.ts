import { answerOf } from '@/server/once'
import { theStore } from '@/store/database'

/** What became of a form whose answer was lost on the way, by the form's own key. */
export const GET = async (_: Request, { params }: { params: Promise<{ key: string }> }) =>
  Response.json(
    { answer: answerOf(theStore(), (await params).key) ?? null },
    { headers: { 'cache-control': 'no-store' } },
  )
