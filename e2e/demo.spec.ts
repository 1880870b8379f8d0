import { DEMO, expect, PHONE, place, test, watchConsole } from './steps'

test('starts at the first tub, which waits for its doses; the other is ready', async ({ page }) => {
  await page.goto(DEMO)
  await expect(page).toHaveURL(/\/tubs\/1\/now$/)
  await expect(page.getByRole('heading', { name: /^Not yet\. Ready from about/ })).toBeVisible()
  await expect(page.getByLabel('Water column').getByText('North Deck')).toBeVisible()
  await page.getByRole('link', { name: 'Lamp Garden' }).click()
  await expect(page.getByRole('heading', { name: 'Yes, get in.' })).toBeVisible()
  await expect(page.getByText(/ask a doctor first/)).toBeVisible()
})

test('the plan stands with its cautions, its map in words and its effects', async ({ page }) => {
  await page.goto(`${DEMO}/tubs/1/dose`)
  await expect(page.getByText('Nobody in the tub.').first()).toBeVisible()
  await expect(page.getByRole('img', { name: /^From alkalinity \d+ ppm and pH/ })).toBeVisible()
  await expect(page.getByRole('table', { name: 'What all steps do together' })).toBeVisible()
})

test('the journal filters, corrects, deletes and takes back', async ({ page }) => {
  const clean = watchConsole(page)
  await page.goto(`${DEMO}/tubs/2/record`)
  const rows = page.getByRole('listitem').filter({ hasText: 'Correct' })
  await page.getByRole('navigation', { name: 'Kind of entry' }).getByText('Soak').click()
  await expect(page).toHaveURL(/kind=soak/)
  await expect(rows.first()).toContainText(/people|person/)

  await rows
    .first()
    .getByRole('link', { name: /^Correct soak/ })
    .click()
  await expect(page).toHaveURL(/record\/\d+$/)
  await page.getByRole('textbox', { name: 'People' }).fill('7')
  await page.getByRole('button', { name: 'Save correction' }).click()
  await expect(page).toHaveURL(/record$/)
  const seven = page.getByRole('listitem').filter({ hasText: '7 people' })
  await expect(seven).toHaveCount(1)

  await seven.getByRole('button', { name: /^Delete soak/ }).click()
  await expect(seven).toHaveCount(0)
  const undo = page.getByRole('main').getByRole('button', { name: 'Undo' })
  await undo.click()
  await expect(seven).toHaveCount(1)
  await undo.click()
  await expect(seven).toHaveCount(0)
  clean()
})

test('a note is added and taken back from the line that says so', async ({ page }) => {
  await page.goto(`${DEMO}/tubs/1/record?add=note`)
  await page.getByLabel('What happened').fill('Lamp turned twice as fast.')
  await page.getByRole('button', { name: 'Save' }).click()
  const row = page.getByRole('listitem').filter({ hasText: 'Lamp turned twice' })
  await expect(row).toBeVisible()
  await page
    .getByRole('status')
    .filter({ hasText: 'Saved' })
    .locator('..')
    .getByRole('button')
    .click()
  await expect(row).toBeHidden()
})

test('day and night can be set and outlive the page', async ({ page }) => {
  await page.goto(`${DEMO}/tubs/1/now`)
  await page.getByRole('button', { name: 'More' }).click()
  await page.getByRole('radio', { name: 'Night' }).check()
  const ground = () => page.evaluate(() => getComputedStyle(document.body).backgroundColor)
  const night = await ground()
  await page.reload()
  expect(await ground()).toBe(night)
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'night')
})

test('what is not there says so', async ({ page }) => {
  const response = await page.goto(`${DEMO}/tubs/999/now`)
  expect(response?.status()).toBe(404)
  await expect(page.getByRole('heading', { name: 'Nothing here.' })).toBeVisible()
})

test('a form sent from another site is refused', async ({ request }) => {
  const response = await request.post(`${DEMO}/tubs/1/test`, {
    headers: { origin: 'http://elsewhere.example', 'next-action': 'x' },
    data: 'x',
  })
  expect(response.status()).toBe(403)
  expect(await response.text()).toContain('sent from another site')
})

test('every place is reached by thumb on a phone', async ({ page }) => {
  await page.setViewportSize(PHONE)
  await page.goto(`${DEMO}/tubs/2/now`)
  for (const [name, url] of [
    ['Test', 'test'],
    ['Dose', 'dose'],
    ['Soak', 'soak'],
    ['Now', 'now'],
  ] as const) {
    await place(page, name).click()
    await expect(page).toHaveURL(new RegExp(`/tubs/2/${url}$`))
    const overflow = await page.evaluate(
      () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
    )
    expect(overflow).toBe(0)
  }
  await page.getByRole('button', { name: 'More' }).click()
  await page.getByRole('link', { name: 'Change this tub' }).click()
  await expect(page).toHaveURL(/\/tub$/)
})
