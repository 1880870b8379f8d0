// Ten years of chores at six tubs: this week's list on the server, and the season strip drawn, beside the cost of only reading and
// parsing the same rows with the plain driver in the same run.

import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { AppRouterContext } from 'next/dist/shared/lib/app-router-context.shared-runtime'
import { createElement } from 'react'
import { renderToString } from 'react-dom/server'
import { upkeepBearing } from '@/core'
import { DAY } from '@/core/time'
import { seasonStrip } from '@/core/upkeep/seasonStrip'
import { demoTub } from '@/demo/scenario'
import { choresOfTub } from '@/server/upkeep'
import { openStore } from '@/store/database'
import { insertTogether, journalOf } from '@/store/entries'
import { allTubs, insertTub } from '@/store/tubs'
import { insertChoreRule } from '@/store/upkeep'
import { SeasonStrip } from '@/ui/upkeep/SeasonStrip'

const TUBS = 6
const ENTRIES = 20_000
const YEARS = 10
const OWN_RULES = 25
const RUNS = 15

const folder = mkdtempSync(join(tmpdir(), 'pavrel-upkeep-'))
process.on('exit', () => rmSync(folder, { recursive: true, force: true }))
const path = join(folder, 'upkeep.sqlite')
const store = openStore(path)
const now = Date.UTC(2026, 10, 25, 12)
store.transaction((tx) => {
  for (let t = 0; t < TUBS; t++) {
    const { id } = insertTub(tx, { ...demoTub(), name: `Tub ${t + 1}`, createdAt: 0 })
    const own = Array.from({ length: OWN_RULES }, (_, i) =>
      insertChoreRule(tx, {
        tubId: id,
        preset: null,
        change: { name: `Own ${i}`, interval: { days: 7 + 5 * i } },
        createdAt: now - YEARS * 365 * DAY,
      }),
    )
    const each = ENTRIES / TUBS
    insertTogether(
      tx,
      id,
      Array.from({ length: Math.round(each) }, (_, i) => {
        const at = now - ((each - i) / each) * YEARS * 365 * DAY
        return i % 4 === 0
          ? { kind: 'soak' as const, at, body: { people: 2, minutes: 30 } }
          : {
              kind: 'chore' as const,
              at,
              body: {
                chore:
                  i % 2
                    ? ('filter rinse' as const)
                    : (`own-${own[i % OWN_RULES]?.id ?? 1}` as const),
                outcome: 'done' as const,
              },
            }
      }),
      now,
    )
  }
})

const median = (work: () => unknown): number => {
  const times = Array.from({ length: RUNS }, () => {
    const start = performance.now()
    work()
    return performance.now() - start
  }).sort((a, b) => a - b)
  return times[RUNS >> 1] ?? 0
}

const plain = new Database(path, { readonly: true })
const statement = plain.prepare('select id, kind, happened_at, body from entries')
const floor = median(() => statement.all().map((row) => JSON.parse((row as { body: string }).body)))
const tubs = allTubs(store)
const week = median(() => tubs.map((one) => choresOfTub(store, one, now)))
const chores = tubs[0] ? choresOfTub(store, tubs[0], now) : []
const rules = chores.length
const journal = upkeepBearing(
  journalOf(store, 1),
  now,
  chores.map(({ chore }) => chore.id),
)
const tub = { ...demoTub(), id: 1 }
const preferences = {
  locale: 'en-GB',
  timeZone: 'Europe/London',
  units: tub.units,
  now,
}
const draw = () =>
  renderToString(
    createElement(
      // What the framework puts around a page.
      AppRouterContext.Provider,
      { value: {} as never },
      createElement(SeasonStrip, {
        strip: seasonStrip(tub, journal, {
          dues: chores,
          filters: [],
          stays: [],
          tubId: 1,
          now,
        }),
        tubId: 1,
        keep: async () => null,
        preferences,
      }),
    ),
  )
const strip = median(draw)
const say = (what: string, milliseconds: number, limit: number) =>
  console.log(
    `${what.padEnd(58)} ${milliseconds.toFixed(1).padStart(8)} ms  ${(milliseconds / floor).toFixed(2)} × the floor  (asked: under ${limit} ms)`,
  )
console.log(
  `\nUpkeep: ${ENTRIES} entries over ${YEARS} years, ${rules} rules a tub, ${TUBS} tubs; the floor is the plain driver reading and parsing every row, ${floor.toFixed(1)} ms.`,
)
say('this week, all tubs, on the server', week, 30)
say(
  `the season strip worked out and drawn as markup (${(draw().length / 1000).toFixed(0)} kB)`,
  strip,
  100,
)
