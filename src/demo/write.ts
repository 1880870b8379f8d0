import { existsSync, rmSync } from 'node:fs'
import { DAY, HOUR, type NewEntry } from '@/core'
import { databasePath, openStore } from '@/store/database'
import { insertEntry } from '@/store/entries'
import { insertKit, type KitRow } from '@/store/kits'
import { insertRefill } from '@/store/refills'
import { insertOnShelf } from '@/store/shelf'
import { insertTub, updateTub } from '@/store/tubs'
import { insertFilterSet, insertStay } from '@/store/upkeep'
import { demoChores, demoFilterSets } from './chores'
import { demoNights } from './demoNights'
import { demoDrops, demoStrip } from './kits'
import { scenario } from './scenario'
import { demoShelf } from './shelf'

/** Writes the demo database anew. Refuses any path that is not the demo's own, so that no journal is ever overwritten. */
const path = databasePath()
if (!/demo[^/\\]*\.sqlite$/.test(path)) {
  console.error(`The demo writes only to a file named demo…sqlite, not to ${path}.`)
  process.exit(2)
}
for (const file of [path, `${path}-wal`, `${path}-shm`]) if (existsSync(file)) rmSync(file)

/** A test names the kit that shows all of what was read. */
const readWith = (kits: readonly KitRow[], entry: NewEntry): NewEntry => {
  if (entry.kind !== 'test') return entry
  const { method, readings } = entry.body
  const sanitizer = readings.bromine === undefined ? 'freeChlorine' : 'bromine'
  const kit = kits.find(
    ({ spec }) =>
      spec.kind === method &&
      (spec.kind === 'strip'
        ? spec.pads.some(({ quantity }) => quantity === sanitizer)
        : spec.kind === 'drops' && spec.tests.some(({ quantity }) => quantity === sanitizer)),
  )
  return kit ? { ...entry, body: { ...entry.body, kitId: kit.id } } : entry
}

/** The story can end some hours before now, to see what an old reading looks like. */
const now = Date.now() - Number(process.env.PAVREL_DEMO_HOURS_AGO ?? 0) * HOUR
const store = openStore(path)
store.transaction((tx) => {
  const kits = [demoStrip, demoDrops].map((kit) =>
    insertKit(tx, {
      ...kit,
      createdAt: now,
      stock:
        kit.spec.kind === 'strip'
          ? {
              tests: 50,
              countedAt: now - 40 * DAY,
              packTests: 50,
              price: 9.5,
              openedAt: now - 170 * DAY,
              expiresAt: now + 12 * DAY,
            }
          : { tests: 60, countedAt: now - 40 * DAY, packTests: 100, price: 21 },
    }),
  )
  for (const item of demoShelf(now)) insertOnShelf(tx, item)
  const sets = demoFilterSets(now).map((set) => insertFilterSet(tx, set).id)
  scenario(now).forEach(({ tub, entries }, i) => {
    const { id } = insertTub(tx, tub)
    const chores = demoChores(now, i === 0 ? 'first' : 'second', sets)
    const nights = i === 0 ? demoNights(now) : []
    for (const entry of [...entries, ...chores, ...nights].sort((a, b) => a.at - b.at))
      insertEntry(tx, id, readWith(kits, entry), entry.at)
    if (i !== 0) updateTub(tx, id, { refill: { energyPrice: 0.3, waterPrice: 2.4 } })
    if (i === 0) {
      // Ready at noon of the day before the guests come.
      const noon = new Date(now + 8 * DAY)
      noon.setHours(12, 0, 0, 0)
      insertRefill(tx, {
        tubId: id,
        mode: 'ready by',
        at: noon.getTime(),
        zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
        createdAt: now,
      })
      updateTub(tx, id, {
        refill: {
          heaterKilowatts: 3,
          fillCelsius: 9,
          drainTo: 'own ground',
          energyPrice: 0.3,
          waterPrice: 2.4,
        },
        heat: { nightPrice: 0.19, nightFrom: 0, nightTo: 5 },
      })
      insertStay(tx, {
        tubId: id,
        kind: 'guests',
        title: 'West room',
        from: now + 9 * DAY,
        to: now + 13 * DAY,
        uid: 'west-room',
        createdAt: now,
      })
    }
  })
})
console.log(`Demo data written to ${path}.`)
