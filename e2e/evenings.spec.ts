import type { Page } from '@playwright/test'
import { EMPTY, expect, nothingSerious, PHONE, place, setUpTub, test, watchConsole } from './steps'

test.use({ viewport: PHONE, colorScheme: 'dark', timezoneId: 'UTC' })

/** So many hours ago, as a field for it takes it; never a time of the day, so that every run sees the same story. */
const hoursAgo = (hours: number) =>
  new Date(Date.now() - hours * 3_600_000).toISOString().slice(0, 16)

const dateBack = async (page: Page, when: string) => {
  const earlier = page.getByRole('radio', { name: 'Earlier' })
  await earlier.press('Space')
  await expect(earlier).toBeChecked()
  await page.getByLabel(/^(Day and time|Started at)$/).fill(when)
}

const testAt = async (page: Page, tub: string, when: string, values: Record<string, string>) => {
  await page.goto(`${tub}/test?with=drops`)
  for (const [name, value] of Object.entries(values))
    await page.getByRole('textbox', { name, exact: true }).fill(value)
  await dateBack(page, when)
  await page.getByRole('button', { name: /^Save test/ }).click()
  await expect(page).toHaveURL(/dose$/)
}

const doseAt = async (page: Page, tub: string, when: string, product: string, grams: string) => {
  await page.goto(`${tub}/record?add=dose&product=${encodeURIComponent(product)}&grams=${grams}`)
  await dateBack(page, when)
  await page.getByRole('button', { name: /^Save/ }).click()
  // Where something is left to dose, that is where it goes on.
  await expect(page).toHaveURL(/(record|dose)$/)
}

const begin = async (page: Page, name: string, programme?: string) => {
  await page.goto(`${EMPTY}/welcome?another=1`)
  await setUpTub(page, { name, volume: '1000', ...(programme ? { programme } : {}) })
  return page.url().replace(/\/test.*$/, '')
}

const fillAt = async (page: Page, tub: string, when: string) => {
  await page.goto(`${tub}/record?add=water`)
  await dateBack(page, when)
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page).toHaveURL(/record$/)
}

const soak = async (page: Page, tub: string, people: string, minutes: string) => {
  await page.goto(`${tub}/soak`)
  await page.getByRole('radio', { name: people, exact: true }).check({ force: true })
  await page.getByRole('radio', { name: minutes, exact: true }).check({ force: true })
  await page.getByRole('button', { name: `${people} people, ${minutes} minutes` }).click()
  await expect(page.getByRole('region', { name: 'After the soak' })).toBeVisible()
}

/** The one amount that a place names of the granules; undefined where it names none. */
const granulesOn = async (page: Page, address: string) => {
  await page.goto(address)
  // biome-ignore lint/performance/useDomNodeTextContent: what is shown, with the breaks between
  const text = await page.getByRole('main').innerText()
  return /([\d.,]+ g)\s+chlorine granules(?![^\n]*, done)/.exec(text)?.[1]
}

test('chlorine granules, from an empty database to the first soak', async ({ page }) => {
  const clean = watchConsole(page)
  const tub = await begin(page, 'First Week')
  await fillAt(page, tub, hoursAgo(72))
  await testAt(page, tub, hoursAgo(71), { pH: '7.5', 'Total alkalinity': '100' })
  await page.goto(`${tub}/programme`)
  const shock = page.getByRole('button', { name: 'Mark done: First chlorine' })
  await expect(shock).toBeVisible()
  // Its amount is the one on Dose, which has nothing beside it.
  const amount = await granulesOn(page, `${tub}/programme`)
  expect(await granulesOn(page, `${tub}/dose`)).toBe(amount)
  await expect(page.getByRole('heading', { name: /^One step, then a test/ })).toBeVisible()
  await doseAt(page, tub, hoursAgo(70), 'sodium dichlor dihydrate', amount?.split(' ')[0] ?? '')
  await testAt(page, tub, hoursAgo(46), { 'Free chlorine': '9', pH: '7.5' })
  await place(page, 'Now').click()
  await expect(page.getByRole('heading', { level: 1 })).not.toHaveText(/Yes|Probably/)
  await testAt(page, tub, hoursAgo(22), { 'Free chlorine': '4.5', pH: '7.5' })
  await page.goto(`${tub}/test?with=drops`)
  await page.getByRole('textbox', { name: 'Free chlorine', exact: true }).fill('4')
  await page.getByRole('textbox', { name: 'pH', exact: true }).fill('7.5')
  await page.getByRole('textbox', { name: 'Total alkalinity', exact: true }).fill('100')
  await page.getByRole('button', { name: /^Save test/ }).click()
  await expect(page).toHaveURL(/dose$/)
  await place(page, 'Now').click()
  await expect(page.getByRole('heading', { name: 'Yes, get in.' })).toBeVisible()
  // New water is not drained.
  await page.goto(`${tub}/refill`)
  await expect(page.getByRole('heading', { level: 1 })).not.toHaveText(/now|due/i)
  await soak(page, tub, '2', '20')
  await nothingSerious(page)
  clean()
})

test('bromine tablets, from an empty database to the first soak', async ({ page }) => {
  const clean = watchConsole(page)
  const tub = await begin(page, 'Tablets', 'Bromine tablets')
  await fillAt(page, tub, hoursAgo(72))
  await testAt(page, tub, hoursAgo(71), { pH: '7.5', 'Total alkalinity': '100' })
  await doseAt(page, tub, hoursAgo(70), 'sodium bromide', '40')
  await doseAt(page, tub, hoursAgo(69), 'potassium monopersulfate', '15')
  await page.goto(`${tub}/programme`)
  await expect(page.getByRole('heading', { name: 'Start-up in progress' })).toBeVisible()
  await expect(page.getByRole('main')).not.toContainText(/chlorine granules/)
  await doseAt(page, tub, hoursAgo(68.5), 'bromochlorodimethylhydantoin', '50')
  await testAt(page, tub, hoursAgo(46), { Bromine: '5', pH: '7.5' })
  await page.goto(`${tub}/test?with=drops`)
  for (const [name, value] of [
    ['Bromine', '5'],
    ['pH', '7.5'],
    ['Total alkalinity', '100'],
  ] as const)
    await page.getByRole('textbox', { name, exact: true }).fill(value)
  await page.getByRole('button', { name: /^Save test/ }).click()
  await expect(page).toHaveURL(/dose$/)
  await place(page, 'Now').click()
  await expect(page.getByRole('heading', { name: 'Yes, get in.' })).toBeVisible()
  await soak(page, tub, '2', '20')
  clean()
})

test('the party evening: one amount everywhere, poured once, asked for once', async ({ page }) => {
  const clean = watchConsole(page)
  const tub = await begin(page, 'Party')
  await fillAt(page, tub, hoursAgo(720))
  await testAt(page, tub, hoursAgo(8), {
    'Free chlorine': '5',
    pH: '7.5',
    'Total alkalinity': '100',
  })
  await soak(page, tub, '6', '60')
  await nothingSerious(page)
  const onSoak = await granulesOn(page, `${tub}/soak`)
  expect(onSoak).toBeDefined()
  for (const where of ['now', 'visit', 'dose'])
    expect(await granulesOn(page, `${tub}/${where}`), where).toBe(onSoak)
  await page.getByRole('button', { name: /^Mark .* g added$/ }).click()
  await expect(page.getByRole('timer')).toBeVisible()
  // Poured: no place asks for more of it, and the shock has been done.
  for (const where of ['soak', 'now', 'dose', 'upkeep'])
    expect(await granulesOn(page, `${tub}/${where}`), where).toBeUndefined()
  await page.goto(`${tub}/soak`)
  await expect(page.getByRole('heading', { name: 'A shock is due' })).toHaveCount(0)
  await place(page, 'Now').click()
  await expect(page.getByRole('heading', { name: /^Not yet\. Mixing until/ })).toBeVisible()
  clean()
})

test('the shock evening: the shock that is due is the sanitizer’s dose, under a cover half open', async ({
  page,
}) => {
  const clean = watchConsole(page)
  const tub = await begin(page, 'Shock')
  await fillAt(page, tub, hoursAgo(720))
  await doseAt(page, tub, hoursAgo(216), 'sodium dichlor dihydrate', '25')
  await page.goto(`${tub}/record?add=soak`)
  await page.getByRole('textbox', { name: 'People' }).fill('2')
  await page.getByRole('textbox', { name: 'Minutes' }).fill('30')
  await dateBack(page, hoursAgo(50))
  await page.getByRole('button', { name: /^Save/ }).click()
  await testAt(page, tub, hoursAgo(8), {
    'Free chlorine': '2',
    pH: '7.5',
    'Total alkalinity': '100',
  })
  await page.goto(`${tub}/dose`)
  await expect(page.getByText(/One dose for both/).first()).toBeVisible()
  await expect(page.getByText('Cover half open').first()).toBeVisible()
  const amount = await granulesOn(page, `${tub}/dose`)
  expect(await granulesOn(page, `${tub}/soak`)).toBe(amount)
  await page.goto(`${tub}/dose`)
  await page.getByRole('button', { name: /^Mark .* g added$/ }).click()
  await expect(page.getByRole('timer')).toBeVisible()
  await page.goto(`${tub}/soak`)
  await expect(page.getByRole('heading', { name: 'A shock is due' })).toHaveCount(0)
  // What was just asked for is not called too much.
  await page.goto(`${tub}/dose`)
  await expect(page.getByRole('main')).not.toContainText(/drain|too much/i)
  clean()
})
