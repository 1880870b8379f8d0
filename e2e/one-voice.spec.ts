import type { NewEntry } from '@/core/journal/entry'
import type { Sign } from '@/core/journal/sign'
import { type ProgrammeId, programmeOf } from '@/core/programmes/programme'
import { HOUR, MINUTE } from '@/core/time'
import { openStore } from '@/store/database'
import { insertEntry } from '@/store/entries'
import { insertTub } from '@/store/tubs'
import { goodReadings } from '../tests/closureStates'
import { DEMO, DEMO_DB, elsewhere, expect, PHONE, test, wordsOf } from './steps'

/** States that people were in: what every place must not offer, and what Now says. On the phone, one after another. */
interface State {
  name: string
  programme: ProgrammeId
  entries: (now: number) => NewEntry[]
  says: RegExp
  /** Nowhere on any place. */
  never: RegExp
}

const fill = (now: number, hours: number): NewEntry => ({
  kind: 'water',
  at: now - hours * HOUR,
  body: { replacedFraction: 1 },
})
const read = (
  now: number,
  minutes: number,
  programme: ProgrammeId,
  more: Record<string, number> = {},
): NewEntry => ({
  kind: 'test',
  at: now - minutes * MINUTE,
  body: { method: 'drops', readings: { ...goodReadings(programme), ...more } },
})
const saw = (now: number, sign: Sign): NewEntry => ({
  kind: 'look',
  at: now - 5 * MINUTE,
  body: { signs: [sign] },
})
const POURED = /Mark added|Mark .* added|Start the visit|Start visit/
const chlorine = 'granular chlorine' as const
const used = (sign: Sign) => (now: number) => [
  fill(now, 1000),
  read(now, 60, chlorine, { freeChlorine: 1 }),
  saw(now, sign),
]

const STATES: readonly State[] = [
  {
    name: 'an electric shock in a start-up',
    programme: chlorine,
    entries: (now) => [
      fill(now, 8),
      { kind: 'start', at: now - 7 * HOUR, body: { step: 'filled' } },
      read(now, 60, chlorine, { freeChlorine: 0 }),
      saw(now, 'electric shock'),
    ],
    says: /^Closed\. Call an electrician\.$/,
    never: POURED,
  },
  {
    name: 'the breaker tripped',
    programme: 'bromine tablets',
    entries: (now) => [
      fill(now, 1000),
      read(now, 60, 'bromine tablets', { bromine: 1 }),
      saw(now, 'power trips'),
    ],
    says: /^Closed\. Call an electrician\.$/,
    never: POURED,
  },
  { name: 'fumes', programme: chlorine, entries: used('fumes'), says: /fumes/, never: POURED },
  {
    name: 'glass',
    programme: chlorine,
    entries: used('glass'),
    says: /Drain/,
    never: /Mark added/,
  },
  {
    name: 'fever',
    programme: chlorine,
    entries: used('fever'),
    says: /Drain/,
    never: /Ready to soak/,
  },
  {
    name: '14 ppm of chlorine',
    programme: chlorine,
    entries: (now) => [
      fill(now, 1000),
      read(now, 10, chlorine, { freeChlorine: 14, totalChlorine: 14 }),
    ],
    says: /too high/,
    never: /Ready to soak at/,
  },
  {
    name: 'not clear',
    programme: chlorine,
    entries: used('cloudy'),
    says: /^Closed until it is clear\.$/,
    never: /Ready to soak/,
  },
  {
    name: 'stabiliser far too high',
    programme: chlorine,
    entries: (now) => [fill(now, 1700), read(now, 10, chlorine, { cyanuricAcid: 140 })],
    says: /Replace part of the water/,
    never: /Add \d+ g chlorine granules/,
  },
  {
    name: 'the start shock went in a moment ago',
    programme: chlorine,
    entries: (now) => [
      fill(now, 8),
      { kind: 'start', at: now - 7 * HOUR, body: { step: 'filled' } },
      read(now, 60, chlorine, { freeChlorine: 0, totalChlorine: 0 }),
      {
        kind: 'dose',
        at: now - 22 * MINUTE,
        body: { product: 'sodium dichlor dihydrate', grams: 33 },
      },
    ],
    says: /^(Not yet|Test|Closed)/,
    never: /Mark added/,
  },
  {
    name: 'two tests that cannot both be',
    programme: chlorine,
    entries: (now) => [
      fill(now, 1000),
      read(now, 20, chlorine, { freeChlorine: 0, totalChlorine: 0 }),
      read(now, 10, chlorine, { freeChlorine: 5, totalChlorine: 5 }),
    ],
    says: /^Test again to be sure\.$/,
    never: /Yes, get in/,
  },
]

const PLACES = ['now', 'dose', 'soak', 'programme', 'upkeep', 'visit', 'refill', 'trouble']

const tubIn = ({ name, programme, entries }: State) => {
  const store = openStore(DEMO_DB)
  const now = Date.now()
  const row = insertTub(store, {
    name: name.slice(0, 40),
    place: 'States',
    volumeLitres: 1320,
    volumeBasis: { by: 'figure', litres: 1320 },
    programme,
    preset: 'own',
    targets: programmeOf(programme).presets[0].targets,
    fillWater: { source: 'town' },
    setTemperatureCelsius: 38,
    units: { volume: 'litre', temperature: 'celsius', mass: 'gram' },
    createdAt: now,
  })
  for (const entry of entries(now)) insertEntry(store, row.id, entry, now)
  return row
}

for (const state of STATES)
  test(`one voice in every place: ${state.name}`, async ({ browser }) => {
    const { says, never } = state
    const row = tubIn(state)
    const page = await elsewhere(browser, { viewport: PHONE, locale: 'en-GB' })
    await page.goto(`${DEMO}/tubs/${row.id}/now`)
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(says)
    expect((await page.getByRole('main').textContent())?.match(never)?.[0]).toBeUndefined()
    for (const place of PLACES) {
      const text = await wordsOf(page, `${DEMO}/tubs/${row.id}/${place}`)
      expect(text).toContain(row.name)
      expect([place, text.match(never)?.[0]]).toEqual([place, undefined])
    }
    await page.context().close()
  })

test('a visit to two tubs says why the second is shut, and does nothing there', async ({
  browser,
}) => {
  const [shock, open] = [STATES[0], STATES.find(({ name }) => name.startsWith('two tests'))]
  if (!shock || !open) throw new Error('no states')
  const [second, first] = [tubIn(shock), tubIn(open)]
  const page = await elsewhere(browser, { viewport: PHONE, locale: 'en-GB' })
  await page.goto(`${DEMO}/tubs/${first.id}/visit?tubs=${first.id}+${second.id}`)
  const main = page.getByRole('main')
  await expect(main.getByText(second.name, { exact: true }).first()).toBeVisible()
  await expect(main.getByText(/electrician/).first()).toBeVisible()
  await expect(page.getByRole('listitem').filter({ hasText: `· ${second.name}` })).toHaveCount(0)
  await expect(page.getByRole('heading', { level: 1 })).not.toHaveText(/[Rr]eady/)
  await expect(page.getByRole('heading', { level: 1 })).toContainText(second.name)
  // Nothing is drawn of a tub that nobody may touch, its power least of all.
  await expect(page.locator('svg text', { hasText: second.name })).toHaveCount(0)
  // And none of its chores is counted as today's, but for the one who mends it.
  await page.goto(`${DEMO}/tubs/${second.id}/upkeep`)
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^(Nothing to do|One chore)/)
  await page.goto(`${DEMO}/tubs/${first.id}/upkeep?tubs=all`)
  await expect(main.getByText(/electrician/).first()).toBeVisible()
  // Its walk in Upkeep, beside the other's, has no chore that may be ticked, but for the one who mends it.
  const walk = main.locator('h3', { hasText: second.name }).locator('xpath=..')
  for (const button of await walk.getByRole('button', { name: /^Mark done/ }).all())
    await expect(button).toHaveAccessibleName(/technician|service/i)
  await page.context().close()
})
