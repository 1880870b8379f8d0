import { theStore } from '@/store/database'
import { insertEntry } from '@/store/entries'
import { insertTub } from '@/store/tubs'
import { newTub } from './newTub'

/** Writes an entry after another and says each number once it has been written; ended from outside. */
const store = theStore()
const { id } = insertTub(store, newTub)
for (let i = 1; i < 100_000; i++) {
  insertEntry(store, id, { kind: 'note', at: i, body: { text: String(i) } }, i)
  process.stdout.write(`${i}\n`)
}
