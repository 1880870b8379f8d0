import { tubView } from '@/server/views'
import { PHOTOMETER_TESTS, photometer } from '@/stand-ins/photometer'
import { theStore } from '@/store/database'

const shared = globalThis as { pavrelPhotometer?: ReturnType<typeof photometer> }

/** A simulated photometer, dipped into the demo's tubs. Only where stand-ins are switched on: it must never read a real tub. */
export const POST = async (request: Request) => {
  if (process.env.PAVREL_STAND_INS !== '1')
    return Response.json({ error: 'No stand-in runs here.' }, { status: 404 })
  const asked = (await request.json().catch(() => undefined)) as
    | { tub?: unknown; test?: unknown; dilutionParts?: unknown; restock?: unknown }
    | undefined
  shared.pavrelPhotometer ??= photometer(Math.random)
  if (asked?.restock === true) {
    shared.pavrelPhotometer.restock()
    return Response.json({ restocked: true })
  }
  const test = PHOTOMETER_TESTS.find((one) => one === asked?.test)
  const view = tubView(theStore(), Number(asked?.tub), Date.now())
  if (!test || !view)
    return Response.json({ error: 'Name a tub and a test it can do.' }, { status: 422 })
  const parts = asked?.dilutionParts === 1 ? 1 : 0
  return Response.json(shared.pavrelPhotometer.measure(view.estimate.reading, test, parts))
}
