import { idIn } from '@/server/idIn'
import { OLDEST } from '@/server/moment'
import { type TubView, tubView } from '@/server/views'
import { theStore } from '@/store/database'

const numberIn = (text: string | null) =>
  text && /^\d{1,15}$/.test(text) ? Number(text) : undefined

/** The tub and the time that an address names; a sentence where it names none. */
export const trendRange = (
  request: Request,
  tubParam: string,
): { view: TubView; from: number; to: number } | { refused: Response } => {
  const { searchParams } = new URL(request.url)
  const [from, to] = [numberIn(searchParams.get('from')), numberIn(searchParams.get('to'))]
  const now = Date.now()
  const view = tubView(theStore(), idIn(tubParam), now)
  if (!view) return { refused: Response.json({ error: 'This tub is not here.' }, { status: 404 }) }
  if (
    from === undefined ||
    to === undefined ||
    from >= to ||
    to > now + 60_000 ||
    from < now - OLDEST
  )
    return {
      refused: Response.json(
        {
          error:
            'This asks for no time that can be shown: “from” has to come before “to”, in milliseconds since 1970.',
        },
        { status: 400 },
      ),
    }
  return { view, from, to: Math.min(to, now) }
}
