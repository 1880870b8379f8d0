import { existsSync, rmSync } from 'node:fs'
import { databasePath, openStore } from '@/store/database'
import { insertEntry } from '@/store/entries'
import { insertTub } from '@/store/tubs'
import { scenario } from './scenario'

/** Writes the demo database anew. Refuses any path that is not the demo's own, so that no journal is ever overwritten. */
const path = databasePath()
if (!/demo[^/\\]*\.sqlite$/.test(path)) {
  console.error(`The demo writes only to a file named demo…sqlite, not to ${path}.`)
  process.exit(2)
}
for (const file of [path, `${path}-wal`, `${path}-shm`]) if (existsSync(file)) rmSync(file)

const now = Date.now()
const store = openStore(path)
store.transaction((tx) => {
  for (const { tub, entries } of scenario(now)) {
    const { id } = insertTub(tx, tub)
    for (const entry of [...entries].sort((a, b) => a.at - b.at))
      insertEntry(tx, id, entry, entry.at)
  }
})
console.log(`Demo data written to ${path}.`)
