import { revalidatePath } from 'next/cache'
import { idIn } from '@/app/idIn'
import { receiveReply } from '@/server/devices'
import { theStore } from '@/store/database'

const json = async (request: Request): Promise<unknown> => {
  try {
    return await request.json()
  } catch {
    return undefined
  }
}

/** A device, or a bridge to one, posts a reading; see docs/devices.md. */
export const POST = async (request: Request, { params }: { params: Promise<{ tub: string }> }) => {
  const { tub } = await params
  const outcome = receiveReply(theStore(), idIn(tub), await json(request), Date.now())
  if (!outcome.ok) return Response.json({ error: outcome.message }, { status: outcome.status })
  revalidatePath('/', 'layout')
  return Response.json({ waiting: true }, { status: 201 })
}
