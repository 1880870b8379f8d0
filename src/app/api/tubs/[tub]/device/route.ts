import { revalidatePath } from 'next/cache'
import { receiveReply } from '@/server/devices'
import { idIn } from '@/server/idIn'
import { theStore } from '@/store/database'
import { troubleOf } from '@/store/storeProblem'
import { notSaved } from '@/words/failures'
import { REFUSALS } from '@/words/refusals'

/** One reading is a line or two. */
const MOST_BYTES = 10_000

/** A device, or a bridge to one, posts a reading; see docs/devices.md. */
export const POST = async (request: Request, { params }: { params: Promise<{ tub: string }> }) => {
  const refuse = (status: number, error: string) => Response.json({ error }, { status })
  if (Number(request.headers.get('content-length') ?? 0) > MOST_BYTES)
    return refuse(413, REFUSALS.deviceLong)
  const text = await request.text()
  if (text.length > MOST_BYTES) return refuse(413, REFUSALS.deviceLong)
  let given: unknown
  try {
    given = JSON.parse(text)
  } catch {
    return refuse(422, REFUSALS.jsonObject)
  }
  try {
    const outcome = receiveReply(theStore(), idIn((await params).tub), given, Date.now())
    if (!outcome.ok) return refuse(outcome.status, outcome.message)
    revalidatePath('/', 'layout')
    return Response.json({ waiting: true }, { status: 201 })
  } catch (error) {
    console.error('a device’s reading failed', error)
    return refuse(507, notSaved(troubleOf(error)))
  }
}
