import { programmeOf } from '@/core/programmes/programme'
import { openStore } from '@/store/database'
import { insertEntry } from '@/store/entries'
import { insertTub } from '@/store/tubs'
import { CLOSED_STATES, OPEN_STATES, type State } from '../tests/closureStates'
import { share } from '../tests/share'
import {
  DEMO,
  DEMO_DB,
  enterTest,
  expect,
  nothingSerious,
  PHONE,
  place,
  test,
  watchConsole,
  wordsOf,
} from './steps'

/** A tub in this state, written where the demo's server reads; this file comes last, for others count the demo's tubs. */
const tubIn = ({ name, programme, tub = {}, entries }: State): number => {
  const store = openStore(DEMO_DB)
  const now = Date.now()
  const row = insertTub(store, {
    name: name.slice(0, 40),
    place: 'States',
    volumeLitres: 1320,
    volumeBasis: { by: 'figure', litres: 1320 },
    programme,
    preset: 'own',
    targets: tub.targets ?? programmeOf(programme).presets[0].targets,
    fillWater: { source: 'town' },
    setTemperatureCelsius: tub.setTemperatureCelsius ?? 38,
    keepOutAbovePpm: tub.keepOutAbovePpm ?? null,
    units: { volume: 'litre', temperature: 'celsius', mass: 'gram' },
    createdAt: now,
  })
  for (const entry of entries(now)) insertEntry(store, row.id, entry, now)
  return row.id
}

const named = (states: readonly State[], names: readonly string[]) =>
  names.map((name) => {
    const found = states.find((one) => one.name === name)
    if (!found) throw new Error(`no state ${name}`)
    return found
  })

/** The first of them are as unlike each other as may be. */
const SHUT = named(CLOSED_STATES, [
  'an accident, and a good test since',
  'chlorine 6',
  'filters out for the refill',
  'salt bromine: pH 8.3',
  'people are in',
  'closed down and empty, and a test logged all the same',
  'cloudy, then a good test but no look',
  'chlorine 0, dosed, and only hardness read since',
  'fever after the tub',
  'pipe flush in the water',
  'the purge has begun',
  'trichlor in biguanide',
  '41 °C yesterday, not measured since',
  'no sanitizer, by a range that starts at nothing',
  'combined chlorine 1.4',
  'stabiliser 90 and chlorine 3.1',
  'the power is off',
])
const OPEN = named(OPEN_STATES, [
  'granular chlorine: a good test of everything',
  'an accident, then drained, cleaned and refilled',
  'in-line salt chlorine: a good test of everything',
  'biguanide: a good test of everything',
  'chlorine 2 by a range of 1 to 4',
])

/** The core holds every state to the same words in every place; here is who sees them. */
const SHUT_SEEN = SHUT.slice(0, share('closed states in every place of the browser', 6, 17))
const OPEN_SEEN = OPEN.slice(0, share('open states in every place of the browser', 2, 5))

test('closed and open states, on Now, Soak, the visit and the sheet: no place says more', async ({
  page,
}) => {
  test.setTimeout(400_000)
  const clean = watchConsole(page)
  for (const state of SHUT_SEEN) {
    const id = tubIn(state)
    await page.goto(`${DEMO}/tubs/${id}/now`)
    await expect(page.getByRole('heading', { level: 1 })).not.toHaveText(/Yes|Probably/)
    const column = page.getByLabel('Water column').first()
    await expect(column.getByText(/^Closed: /), state.name).toBeVisible()
    for (const where of ['now', 'soak', 'visit', 'dose']) {
      const said = await wordsOf(page, `${DEMO}/tubs/${id}/${where}`)
      expect(said, `${state.name}, ${where}`).not.toMatch(/Yes, get in|in now\.|Probably/)
      expect(said, `${state.name}, ${where}`).toMatch(/^Closed: /m)
    }
  }
  for (const state of OPEN_SEEN) {
    const id = tubIn(state)
    await page.goto(`${DEMO}/tubs/${id}/now`)
    await expect(page.getByRole('heading', { level: 1 }), state.name).toHaveText(/^(Yes|Probably)/)
    await expect(page.getByText(/ask a doctor first/)).toBeVisible()
    for (const where of ['now', 'soak', 'dose']) {
      const said = await wordsOf(page, `${DEMO}/tubs/${id}/${where}`)
      expect(said, `${state.name}, ${where}`).not.toMatch(/^Closed/m)
    }
  }
  clean()
})

test('an accident closes the tub on every place, until it is drained, cleaned and filled', async ({
  page,
}) => {
  const id = tubIn(OPEN_STATES[0] as State)
  await page.setViewportSize(PHONE)
  await page.goto(`${DEMO}/tubs/${id}/now`)
  await expect(page.getByRole('heading', { name: 'Yes, get in.' })).toBeVisible()

  await page.goto(`${DEMO}/tubs/${id}/upkeep`)
  await page.getByRole('checkbox', { name: 'vomit, stool, blood' }).check({ force: true })
  await page.getByRole('button', { name: 'Save inspection' }).click()
  await page.goto(`${DEMO}/tubs/${id}/now`)
  await expect(page.getByRole('heading', { name: 'Closed. Drain and refill first.' })).toBeVisible()
  await nothingSerious(page)
  await place(page, 'Dose').click()
  await expect(
    page.getByRole('heading', { name: 'Nothing goes in while the tub is closed.' }),
  ).toBeVisible()
  await page.goto(`${DEMO}/tubs/${id}/visit`)
  await expect(page.getByRole('main')).not.toContainText(/Ready to soak|stays open/)

  // A test lifts nothing of it.
  await page.goto(`${DEMO}/tubs/${id}/test?with=meter`)
  await enterTest(page, { 'Free chlorine': '4', pH: '7.4', 'Total alkalinity': '100' })
  await place(page, 'Now').click()
  await expect(page.getByRole('heading', { name: 'Closed. Drain and refill first.' })).toBeVisible()

  await page.goto(`${DEMO}/tubs/${id}/record?add=water`)
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText(/cleaned and disinfected before this fill/)).toBeVisible()
  await page.getByLabel('Yes, that’s right').check()
  await page.getByRole('button', { name: 'Save as confirmed' }).click()
  await expect(page.getByText('Drained and refilled').first()).toBeVisible()
  await expect(page).toHaveURL(/record$/)
  await place(page, 'Now').click()
  await expect(page.getByRole('heading', { name: 'Test first.' })).toBeVisible()
  await page.goto(`${DEMO}/tubs/${id}/test?with=meter`)
  await enterTest(page, {
    'Free chlorine': '4',
    pH: '7.4',
    'Total alkalinity': '100',
    'Calcium hardness': '200',
  })
  await place(page, 'Now').click()
  await expect(page.getByRole('heading', { name: 'Yes, get in.' })).toBeVisible()
})

test('after a save nothing lies over the main button, and undo offline leaves the page', async ({
  page,
  context,
}) => {
  const id = tubIn(OPEN_STATES[0] as State)
  await page.setViewportSize(PHONE)
  await page.goto(`${DEMO}/tubs/${id}/soak`)
  await page.getByRole('button', { name: /people, 30 minutes/ }).click()
  const undo = page.getByRole('button', { name: 'Undo' })
  await expect(undo).toBeVisible()
  const main = page.getByRole('button', { name: /people, 30 minutes/ })
  await main.scrollIntoViewIfNeeded()
  const [over, under] = [await undo.boundingBox(), await main.boundingBox()]
  if (!over || !under) throw new Error('not on the page')
  expect(over.y + over.height <= under.y || over.y >= under.y + under.height).toBe(true)
  await context.setOffline(true)
  await undo.click()
  await expect(page.getByText('It may have been done: checking…')).toBeVisible()
  await expect(page.getByText(/It may have been saved: the server doesn’t answer/)).toBeVisible()
  // Once it answers, what became of it is found out without another press.
  await context.setOffline(false)
  await expect(page.getByText(/Nothing was saved: the server didn’t get it/)).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Who was in?' })).toBeVisible()
})
