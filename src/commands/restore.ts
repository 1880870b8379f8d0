import { resolve } from 'node:path'
import { databasePath } from '@/store/database'
import { restoreCopy } from '@/store/restore'
import { StoreProblem } from '@/store/storeProblem'
import { COMMAND, RESTORE } from '@/words/dataWords'
import { asked, stop } from './command'

// npm run -s restore -- FILE: puts a copy in place of the database, which no server may have open.
const { file } = asked('npm run -s restore -- FILE', [])
const copy = resolve(file)
const database = databasePath()
try {
  const { entries, kept } = restoreCopy(copy, database, Date.now())
  console.log(COMMAND.restored(database, entries, kept))
} catch (error) {
  if (!(error instanceof StoreProblem)) throw error
  stop(
    error.path === database && error.trouble === 'busy'
      ? RESTORE.inUse(database)
      : RESTORE.noCopy(error.path === database ? database : copy, RESTORE.why[error.trouble]),
  )
}
