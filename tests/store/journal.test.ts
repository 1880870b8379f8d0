import { spawn } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import fc from 'fast-check'
import type { NewEntry } from '@/core/journal/entry'
import { openStore, type Store } from '@/store/database'
import {
  findEntry,
  insertEntry,
  insertTogether,
  journalOf,
  lastChange,
  markDeleted,
  markUndone,
} from '@/store/entries'
import { allTubs, insertTub } from '@/store/tubs'
import { share } from '../share'
import { newTub } from './newTub'

const note = (text: string, at = 1000): NewEntry => ({ kind: 'note', at, body: { text } })
const texts = (store: Store, tubId: number) =>
  journalOf(store, tubId).map((entry) => (entry.kind === 'note' ? entry.body.text : entry.kind))

describe('a journal', () => {
  let store: Store
  let tub: number
  beforeEach(() => {
    store = openStore(':memory:')
    tub = insertTub(store, newTub).id
  })

  test('stands newest first, each tub its own', () => {
    const other = insertTub(store, { ...newTub, name: 'Cellar' }).id
    insertEntry(store, tub, note('old', 1), 10)
    insertEntry(store, tub, note('new', 2), 11)
    insertEntry(store, other, note('theirs', 3), 12)
    expect(texts(store, tub)).toEqual(['new', 'old'])
    expect(texts(store, other)).toEqual(['theirs'])
  })

  test('a correction hides what it replaces; undone, the first stands again', () => {
    const first = insertEntry(store, tub, note('first'), 10)
    const second = insertEntry(store, tub, { ...note('second'), replacesId: first.id }, 11)
    const third = insertEntry(store, tub, { ...note('third'), replacesId: second.id }, 12)
    expect(texts(store, tub)).toEqual(['third'])
    markUndone(store, tub, third.id, 13)
    expect(texts(store, tub)).toEqual(['second'])
    markUndone(store, tub, second.id, 14)
    expect(texts(store, tub)).toEqual(['first'])
    markUndone(store, tub, second.id, null)
    expect(texts(store, tub)).toEqual(['second'])
  })

  test('deleting a corrected entry does not bring the uncorrected one back', () => {
    const first = insertEntry(store, tub, note('first'), 10)
    const second = insertEntry(store, tub, { ...note('second'), replacesId: first.id }, 11)
    markDeleted(store, tub, second.id, 12)
    expect(texts(store, tub)).toEqual([])
    expect(lastChange(store, tub)).toMatchObject({ id: second.id, what: 'deleted' })
    markDeleted(store, tub, second.id, null)
    expect(texts(store, tub)).toEqual(['second'])
  })

  test('another tub cannot reach in', () => {
    const other = insertTub(store, newTub).id
    const entry = insertEntry(store, tub, note('mine'), 10)
    expect(findEntry(store, other, entry.id)).toBeUndefined()
    expect(markDeleted(store, other, entry.id, 11)).toBeUndefined()
    expect(texts(store, tub)).toEqual(['mine'])
  })
})

test('a killed process loses nothing that it had acknowledged', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'pavrel-'))
  const path = join(folder, 'journal.sqlite')
  try {
    openStore(path)
    const writer = spawn(
      process.execPath,
      [join('node_modules', 'tsx', 'dist', 'cli.mjs'), join('tests', 'store', 'writeForever.ts')],
      {
        env: { ...process.env, PAVREL_DB: path },
        stdio: ['ignore', 'pipe', 'inherit'],
        detached: true,
      },
    )
    let acknowledged = 0
    await new Promise<void>((resolve, reject) => {
      writer.on('error', reject)
      writer.stdout.on('data', (chunk: Buffer) => {
        for (const line of String(chunk).trim().split('\n'))
          acknowledged = Math.max(acknowledged, Number(line))
        if (acknowledged >= 20 && writer.pid) process.kill(-writer.pid, 'SIGKILL')
      })
      writer.on('exit', () => resolve())
    })
    const store = openStore(path)
    const tub = allTubs(store)[0]?.id ?? 0
    const kept = journalOf(store, tub).length
    expect(acknowledged).toBeGreaterThanOrEqual(20)
    expect(kept).toBeGreaterThanOrEqual(acknowledged)
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}, 30_000)

test('a journal that is kept up by its changes is the journal that is read anew, whatever was done in between', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          what: fc.constantFrom('add', 'correct', 'delete', 'undo', 'restore', 'together', 'fail'),
          at: fc.nat(50),
          which: fc.nat(20),
          looks: fc.boolean(),
        }),
        { minLength: 1, maxLength: 30 },
      ),
      (acts) => {
        const store = openStore(':memory:')
        const tub = insertTub(store, newTub).id
        let last = 0
        for (const { what, at, which, looks } of acts) {
          if (looks) journalOf(store, tub)
          const id = last === 0 ? 0 : 1 + (which % last)
          if (what === 'add' || last === 0) last = insertEntry(store, tub, note('x', at), at).id
          else if (what === 'correct')
            last = insertEntry(store, tub, { ...note('y', at), replacesId: id }, at).id
          else if (what === 'delete') markDeleted(store, tub, id, at)
          else if (what === 'undo') markUndone(store, tub, id, at)
          else if (what === 'restore') markUndone(store, tub, id, null)
          else if (what === 'together') {
            insertTogether(store, tub, [note('a', at), note('b', at + 1)], at)
            last += 2
          } else
            expect(() =>
              store.transaction((tx) => {
                insertEntry(tx, tub, note('gone', at), at)
                journalOf(store, tub)
                throw new Error('taken back')
              }),
            ).toThrow('taken back')
        }
        const keptUp = journalOf(store, tub)
        // Another handle on the same rows has read nothing yet.
        const anew = store.transaction((tx) => journalOf(tx, tub))
        expect(keptUp).toEqual(anew)
      },
    ),
    { numRuns: share('journals kept up by their changes', 25, 150) },
  )
})
