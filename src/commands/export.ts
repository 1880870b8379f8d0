import { existsSync, mkdirSync, writeFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { exportAll } from '@/server/exchange/exportAll'
import { exportSheets } from '@/server/exchange/exportSheets'
import { OWNER_ONLY, OWNER_ONLY_FOLDER } from '@/store/copies'
import { databasePath } from '@/store/database'
import { troubleOf } from '@/store/storeProblem'
import { COMMAND, RESTORE } from '@/words/dataWords'
import { asked, stop, store } from './command'

// npm run -s export -- FILE.json, or --csv FOLDER: everything a person entered, in a documented form or as spreadsheets.
const { file, given } = asked('npm run -s export -- FILE.json [--force], or --csv FOLDER', [
  '--csv',
  '--force',
])
const path = resolve(file)
if (!existsSync(databasePath())) stop(COMMAND.noDatabase(databasePath()))
const zone = Intl.DateTimeFormat().resolvedOptions().timeZone
const write = (to: string, text: string) => {
  if (existsSync(to) && !given.has('--force')) stop(COMMAND.there(to))
  writeFileSync(to, text, { mode: OWNER_ONLY })
}
try {
  if (given.has('--csv')) {
    mkdirSync(path, { recursive: true, mode: OWNER_ONLY_FOLDER })
    for (const { name, text } of exportSheets(store(), zone)) write(join(path, `${name}.csv`), text)
  } else write(path, exportAll(store()))
  console.log(COMMAND.exported(path))
} catch (error) {
  stop(COMMAND.notWritten(path, RESTORE.why[troubleOf(error) ?? 'unknown']))
}
