import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { unitsName } from '@/server/form'
import { journalOf } from '@/store/entries'
import { insertTub } from '@/store/tubs'
import { newTub } from '../store/newTub'

jest.mock('next/cache', () => ({ revalidatePath: () => undefined }))
jest.mock('next/headers', () => ({ cookies: async () => ({ set: () => undefined }) }))

const folder = mkdtempSync(join(tmpdir(), 'pavrel-units-'))
process.env.PAVREL_DB = join(folder, 'units.sqlite')
afterAll(() => rmSync(folder, { recursive: true, force: true }))

test('a page in units that its tub no longer has is refused; a job of another tub, in that tub’s own, is not', async () => {
  const { theStore } = await import('@/store/database')
  const { saveEntry } = await import('@/app/actions')
  const store = theStore()
  const ounces = insertTub(store, { ...newTub, units: { ...newTub.units, mass: 'ounce' } }).id
  const post = async (key: string, drawnFor: number) => {
    const data = new FormData()
    const fields = {
      tub: String(ounces),
      kind: 'note',
      when: 'now',
      text: key,
      post: `${key}-0123456789abcdef`,
      units: unitsName(newTub.units),
      drawnFor: String(drawnFor),
    }
    for (const [name, value] of Object.entries(fields)) data.set(name, value)
    return saveEntry(null, data)
  }
  expect(await post('own', ounces)).toMatchObject({
    ok: false,
    message: expect.stringMatching(/units were changed/),
  })
  expect(journalOf(store, ounces)).toEqual([])
  expect(await post('other', ounces + 1)).toMatchObject({ ok: true })
  expect(journalOf(store, ounces)).toHaveLength(1)
})
