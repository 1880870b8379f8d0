// Ten years of a busy house in the database at PAVREL_DB: as many entries as the first argument says at one tub, and a young one.
import { DAY, HOUR, MINUTE, type NewEntry, programmeOf } from '../src/core'
import { databasePath, openStore } from '../src/store/database'
import { insertEntry } from '../src/store/entries'
import { insertTub } from '../src/store/tubs'

const wanted = Number(process.argv[2] ?? 50_000)
const now = Date.now()
const store = openStore(databasePath())

/** Twelve entries of a day: a test morning and evening, what went in, who was in, and what was done. */
const ofDay = (start: number, day: number): NewEntry[] => {
  const at = (hours: number) => start + hours * HOUR
  const test = (hours: number, ppm: number): NewEntry => ({
    kind: 'test',
    at: at(hours),
    body: {
      method: 'strip',
      readings: {
        freeChlorine: ppm,
        pH: 7.2 + 0.1 * (day % 6),
        totalAlkalinity: 80 + 10 * (day % 4),
      },
    },
  })
  const dose = (hours: number, grams: number): NewEntry => ({
    kind: 'dose',
    at: at(hours),
    body: { product: 'sodium dichlor dihydrate', grams },
  })
  const soak = (hours: number): NewEntry => ({
    kind: 'soak',
    at: at(hours),
    body: { people: 1 + (day % 4), minutes: 20 + 5 * (day % 5) },
  })
  const chore = (hours: number, chore: 'waterline' | 'cover look'): NewEntry => ({
    kind: 'chore',
    at: at(hours),
    body: { chore, outcome: 'done' },
  })
  return [
    test(7, 2),
    dose(7.5, 6),
    soak(8),
    dose(9, 5),
    chore(10, day % 2 ? 'waterline' : 'cover look'),
    soak(17),
    dose(18, 6),
    test(19, 3),
    soak(20),
    dose(21, 8),
    { kind: 'note', at: at(22), body: { text: `evening ${day}` } },
    day % 90 === 0
      ? { kind: 'water', at: at(23), body: { replacedFraction: 1 } }
      : { kind: 'look', at: at(23), body: { signs: [] } },
  ]
}

const [preset] = programmeOf('granular chlorine').presets
store.transaction((tx) => {
  for (const name of ['Long deck', 'Long yard']) {
    const { id } = insertTub(tx, {
      name,
      place: '',
      volumeLitres: 1200,
      volumeBasis: { by: 'figure', litres: 1200 },
      programme: 'granular chlorine',
      preset: preset.id,
      targets: preset.targets,
      fillWater: { source: 'town' },
      setTemperatureCelsius: 38,
      units: { volume: 'litre', temperature: 'celsius', mass: 'gram' },
      createdAt: now,
    })
    const days = Math.ceil((name === 'Long deck' ? wanted : 600) / 12)
    for (let day = days; day > 0; day--)
      for (const entry of ofDay(now - day * DAY - MINUTE, day)) insertEntry(tx, id, entry, entry.at)
  }
})
console.log(`${wanted} entries written to ${databasePath()}.`)
