import { EMPTY, expect, nothingSerious, PHONE, setUpTub, test, watchConsole } from './steps'

test.use({ viewport: PHONE, colorScheme: 'dark' })

test('closed down for the winter and opened again: its stages by date, an empty tub in every place, and the start-up after the fill', async ({
  page,
}) => {
  const clean = watchConsole(page)
  await page.goto(`${EMPTY}/welcome?another=1`)
  await setUpTub(page, { name: 'Winter', volume: '1100' })
  const base = page.url().replace(/\/test$/, '')
  const day = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10)
  await page.goto(`${base}/upkeep`)
  await page.getByRole('link', { name: 'Closing down' }).click()
  await expect(
    page.getByRole('heading', { level: 1, name: 'Closing down for a season.' }),
  ).toBeVisible()
  const dates = page.getByRole('region', { name: 'Dates' })
  await dates.getByLabel('Close it down').fill(day(150))
  await dates.getByLabel('Open it again').fill(day(1))
  await dates.getByRole('button', { name: 'Save' }).click()
  await expect(dates.getByText(/^Open it again: .* isn’t after/)).toBeVisible()
  await expect(dates.getByLabel('Close it down')).toHaveValue(day(150))
  await dates.getByLabel('Close it down').fill(day(1))
  await dates.getByLabel('Open it again').fill(day(150))
  await dates.getByRole('button', { name: 'Save' }).click()
  const closing = page.getByRole('region', { name: 'Closing down' })
  await expect(closing.getByRole('listitem').first()).toContainText('drain the tub')
  await closing.getByRole('button', { name: 'Mark done: Closing down: drain the tub' }).click()
  await expect(page.getByRole('heading', { level: 1, name: /^Closed down since/ })).toBeVisible()
  await expect(closing.getByText('Drain the tub')).toBeVisible()

  await page.goto(`${base}/now`)
  await expect(
    page.getByRole('heading', { level: 1, name: 'Closed down. It stands empty.' }),
  ).toBeVisible()
  await expect(page.getByText('Closed: standing empty').last()).toBeVisible()
  await expect(page.getByText(/^Test /)).toHaveCount(0)
  await page.goto(`${base}/dose`)
  await expect(page.getByText(/stands empty/).first()).toBeVisible()
  await page.goto(`${base}/soak`)
  await expect(page.getByText(/empty/).last()).toBeVisible()

  // Resumed: the rest is still there, in its order.
  await page.goto(`${base}/now`)
  await page.getByRole('link', { name: 'See what comes next' }).first().click()
  await closing.getByRole('button', { name: 'Mark done: Closing down: blow out the pipes' }).click()
  await expect(closing.getByRole('button', { name: /blow out/ })).toHaveCount(0)
  const opening = page.getByRole('region', { name: 'Reopening' })
  await expect(opening.getByText('Reopening: inspect it')).toBeVisible()
  await nothingSerious(page)
  const over = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)
  expect(over).toBe(0)

  await opening.getByRole('link', { name: 'Set the day of the fill' }).click()
  await expect(page).toHaveURL(/\/refill$/)
  await page.goto(`${base}/record?add=water`)
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page).toHaveURL(/record$/)
  await page.goto(`${base}/now`)
  await expect(page.getByText('stands empty')).toHaveCount(0)
  await expect(page.getByText('Start-up.')).toBeVisible()
  clean()
})
