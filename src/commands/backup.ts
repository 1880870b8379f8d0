import { existsSync } from 'node:fs'
import { resolve } from 'node:path'
import { contentsOf, copyTo } from '@/store/copies'
import { connectionOf, databasePath } from '@/store/database'
import { troubleOf } from '@/store/storeProblem'
import { COMMAND, RESTORE } from '@/words/dataWords'
import { asked, stop, store } from './command'

// npm run -s backup -- FILE [--force]: a whole copy, while the server runs.
const { file, given } = asked('npm run -s backup -- FILE [--force]', ['--force'])
const path = resolve(file)
const database = databasePath()
if (!existsSync(database)) stop(COMMAND.noDatabase(database))
if (path === database || (existsSync(path) && !given.has('--force'))) stop(COMMAND.there(path))
try {
  copyTo(connectionOf(store()), path)
  console.log(COMMAND.copied(path, contentsOf(path).entries))
} catch (error) {
  stop(COMMAND.notWritten(path, RESTORE.why[troubleOf(error) ?? 'unknown']))
}
