import { readFileSync, statSync } from 'node:fs'
import { resolve } from 'node:path'
import {
  contentsOfExport,
  importAll,
  MOST_EXPORT_BYTES,
  readExport,
} from '@/server/exchange/importAll'
import { troubleOf } from '@/store/storeProblem'
import { COMMAND, importRefusal, RESTORE } from '@/words/dataWords'
import { notSaved } from '@/words/failures'
import { asked, stop, store } from './command'

// npm run -s import -- FILE.json [--into]: an export into an empty database, or as new tubs beside those that are there.
const { file, given } = asked('npm run -s import -- FILE.json [--into | --look]', [
  '--into',
  '--look',
])
const path = resolve(file)

const text = (): string => {
  try {
    if (statSync(path).size > MOST_EXPORT_BYTES) stop(importRefusal.large(MOST_EXPORT_BYTES / 1e6))
    return readFileSync(path, 'utf8')
  } catch (error) {
    return stop(RESTORE.noCopy(path, RESTORE.why[troubleOf(error) ?? 'unknown']))
  }
}

const read = readExport(text())
if ('message' in read) stop(`${path}: ${read.message}`)
else if (given.has('--look')) console.log(JSON.stringify(contentsOfExport(read.exported)))
else
  try {
    const done = importAll(store(), read.exported, given.has('--into'))
    if ('message' in done) stop(done.message)
    else console.log(COMMAND.imported(done.tubs.length))
  } catch (error) {
    stop(notSaved(troubleOf(error)))
  }
