import type { Page } from '@playwright/test'
import {
  EMPTY,
  enterTest,
  expect,
  nothingSerious,
  PHONE,
  setUpTub,
  test,
  watchConsole,
} from './steps'

/** Opens one method and chooses a way of it. */
const choose = async (page: Page, method: string, way: string) => {
  const row = page
    .getByRole('listitem')
    .filter({ has: page.getByRole('heading', { name: method, exact: true }) })
  if (!(await row.locator('details').evaluate((one: HTMLDetailsElement) => one.open)))
    await row.locator('summary').click()
  await row.getByRole('button', { name: `${method}: ${way}` }).click()
  await expect(row.locator('summary')).toContainText(way)
}
const pagesOf = (pdf: Buffer) => pdf.toString('latin1').match(/\/Type\s*\/Page\b(?!s)/g)?.length

test('what is chosen once is said in every place, and brought back as easily', async ({ page }) => {
  const clean = watchConsole(page)
  await page.goto(`${EMPTY}/welcome?another=1`)
  await setUpTub(page, { name: 'Method Tub', volume: '1300' })
  const tub = page.url().replace(/\/test.*$/, '')
  await enterTest(page, { 'Free chlorine': '4', pH: '7.5', 'Total alkalinity': '100' })
  // A short soak, so that the next shock comes by its rhythm.
  await page.goto(`${tub}/soak`)
  await page.getByRole('radio', { name: '1', exact: true }).check({ force: true })
  await page.getByRole('radio', { name: '15', exact: true }).check({ force: true })
  await page.getByRole('button', { name: '1 person, 15 minutes' }).click()
  await expect(page.getByText(/Weekly, and after every long or crowded soak/)).toBeVisible()
  await page.goto(`${tub}/programme`)
  await page.getByRole('link', { name: 'Methods' }).click()
  await expect(page.getByRole('heading', { name: 'Methods of this tub' })).toBeVisible()
  await nothingSerious(page)
  await choose(page, 'Shock rhythm', 'Every two weeks')
  await choose(page, 'Filters are washed with', 'A pleat comb and a hose')
  await choose(page, 'The last of the old water', 'Left in')
  await choose(page, 'Clarifier as a habit', 'Every two weeks')

  await page.goto(`${tub}/soak`)
  await expect(
    page.getByText(/Every two weeks, and after every long or crowded soak/),
  ).toBeVisible()
  await page.goto(`${tub}/upkeep/chores`)
  await expect(page.getByText('Add clarifier')).toBeVisible()
  await page.goto(`${tub}/refill`)
  await expect(page.getByText('Clean shell and cover').first()).toBeVisible()
  await expect(page.getByText('Blow out the pipes')).toHaveCount(0)

  await page.goto(`${tub}/programme/methods`)
  expect(pagesOf(await page.pdf({ format: 'A4' }))).toBe(1)
  await choose(page, 'Shock rhythm', 'Weekly')
  await choose(page, 'Filters are washed with', 'A garden hose')
  await choose(page, 'The last of the old water', 'Blown and vacuumed out')
  await choose(page, 'Clarifier', 'Never')
  await expect(page.getByRole('heading', { name: 'Clarifier as a habit' })).toHaveCount(0)
  await page.goto(`${tub}/upkeep/chores`)
  await expect(page.getByText('Rinse the filter').first()).toBeVisible()
  await expect(page.getByText('Add clarifier')).toHaveCount(0)
  await page.goto(`${tub}/programme/methods`)
  await choose(page, 'Clarifier', 'For cloudy water')
  await choose(page, 'Clarifier as a habit', 'Not as a rule')
  await page.goto(`${tub}/refill`)
  await expect(page.getByText('Blow out the pipes').first()).toBeVisible()

  // A note that somebody knows by now is put away, and comes back from here.
  await page.goto(`${tub}/shelf`)
  const note = page.getByText(/carries the authority’s approval number/)
  await expect(note).toBeVisible()
  await page.getByRole('button', { name: /^Got it.*approval number/ }).click()
  await expect(note).toHaveCount(0)
  await page.goto(`${tub}/programme/methods`)
  const back = page.getByRole('button', { name: /notes? again/ })
  await back.click()
  await expect(back).toHaveCount(0)
  await page.goto(`${tub}/shelf`)
  await expect(note).toBeVisible()
  clean()
})

test.describe('a new tub on a phone at night', () => {
  test.use({ viewport: PHONE, colorScheme: 'dark', locale: 'en-US' })

  test('look and smell go with the first test, the coin closes the tub, and the list hangs beside it', async ({
    page,
  }) => {
    const clean = watchConsole(page)
    await page.goto(`${EMPTY}/welcome?another=1`)
    await setUpTub(page, { name: 'Coin Tub', volume: '300' })
    const tub = page.url().replace(/\/test.*$/, '')
    await page.goto(`${tub}/test?with=drops&kit=none`)
    await page.getByRole('textbox', { name: 'Free chlorine' }).fill('4')
    await page.getByRole('textbox', { name: 'pH' }).fill('7.5')
    await page.getByRole('radio', { name: 'sparkling' }).check({ force: true })
    await page.getByRole('radio', { name: 'of nothing' }).check({ force: true })
    await nothingSerious(page)
    await page.getByRole('button', { name: /^Save/ }).click()
    await expect(page).toHaveURL(/dose$/)
    await page.goto(`${tub}/record`)
    await expect(page.getByText(/looked sparkling, smelled of nothing/).last()).toBeVisible()

    await page.goto(`${tub}/soak`)
    await page.getByRole('button', { name: /^No, a coin/ }).click()
    await expect(page.getByText(/last seen cloudy or tinted/)).toBeVisible()
    await page.goto(`${tub}/now`)
    await expect(page.getByRole('heading', { level: 1 })).toContainText(/closed/i)
    await page.goto(`${tub}/trouble`)
    await page.getByRole('button', { name: 'It looks fine now' }).click()
    await page.goto(`${tub}/soak`)
    await page.getByRole('button', { name: /^Yes, a coin/ }).click()
    await page.getByRole('link', { name: 'The list as a sheet for the tub' }).click()
    await expect(page.getByText(/104 °F at most/)).toBeVisible()
    await nothingSerious(page)
    expect(pagesOf(await page.pdf({ format: 'A4' }))).toBe(1)
    clean()
  })
})
