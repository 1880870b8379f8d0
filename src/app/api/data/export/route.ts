import { exportAll } from '@/server/exchange/exportAll'
import { theStore } from '@/store/database'

/** Everything that people entered, in the form of docs/export.md. */
export const GET = () =>
  new Response(exportAll(theStore()), {
    headers: {
      'content-type': 'application/json; charset=utf-8',
      'content-disposition': 'attachment; filename="pavrel.json"',
      'cache-control': 'no-store',
    },
  })
