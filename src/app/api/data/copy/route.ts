import { readFileSync, rmSync } from 'node:fs'
import { copyToTakeAway } from '@/server/exchange/yourData'
import { theStore } from '@/store/database'
import { troubleOf } from '@/store/storeProblem'
import { notCopied } from '@/words/failures'

/** A whole copy of the database as of now, to take away. */
export const GET = () => {
  try {
    const path = copyToTakeAway(theStore())
    const bytes = readFileSync(path)
    rmSync(path, { force: true })
    return new Response(bytes, {
      headers: {
        'content-type': 'application/vnd.sqlite3',
        'content-disposition': `attachment; filename="pavrel-${new Date().toISOString().slice(0, 10)}.sqlite"`,
        'cache-control': 'no-store',
      },
    })
  } catch (error) {
    console.error('copying failed', error)
    return new Response(notCopied(troubleOf(error)), { status: 507 })
  }
}
