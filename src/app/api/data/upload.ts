import { MOST_UPLOAD_BYTES, refusedByHeaders } from '@/front/front'
import { keepUpload } from '@/server/exchange/yourData'
import { troubleOf } from '@/store/storeProblem'
import { notSaved, TOO_LARGE } from '@/words/failures'

/**
 * Takes a file as it is sent, without the policy before it, which would hold it in memory: so it looks itself by which name and from
 * where it comes.
 */
export const takeUpload = async (
  request: Request,
  look: (token: string) => unknown,
): Promise<Response> => {
  const refusal = refusedByHeaders(request, process.env.PAVREL_NAMES)
  if (refusal) return Response.json({ message: refusal.sentence }, { status: refusal.status })
  try {
    const token = await keepUpload(request.body, MOST_UPLOAD_BYTES, Date.now())
    if (!token)
      return Response.json({ message: TOO_LARGE(MOST_UPLOAD_BYTES / 1e6) }, { status: 413 })
    const facts = (await look(token)) as { message?: string }
    return Response.json(facts.message ? facts : { ...facts, token })
  } catch (error) {
    console.error('an upload failed', error)
    return Response.json({ message: notSaved(troubleOf(error)) }, { status: 507 })
  }
}
