import { tubView } from '@/server/views'
import { saltCell } from '@/stand-ins/saltCell'
import { theStore } from '@/store/database'

const shared = globalThis as { pavrelSaltCell?: ReturnType<typeof saltCell> }

/** A simulated salt cell in a demo tub: asked for its status, or set to an output first. Only where stand-ins are switched on. */
export const POST = async (request: Request) => {
  if (process.env.PAVREL_STAND_INS !== '1')
    return Response.json({ error: 'No stand-in runs here.' }, { status: 404 })
  const asked = (await request.json().catch(() => undefined)) as
    | { tub?: unknown; outputPercent?: unknown }
    | undefined
  const view = tubView(theStore(), Number(asked?.tub), Date.now())
  if (!view) return Response.json({ error: 'Name a tub.' }, { status: 422 })
  shared.pavrelSaltCell ??= saltCell(Math.random)
  if (typeof asked?.outputPercent === 'number' && Number.isFinite(asked.outputPercent))
    shared.pavrelSaltCell.set(asked.outputPercent)
  return Response.json(shared.pavrelSaltCell.status(view.estimate.reading))
}
