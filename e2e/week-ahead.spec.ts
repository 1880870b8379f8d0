import { DEMO, EMPTY, enterTest, expect, PHONE, setUpTub, test, watchConsole } from './steps'

test('the week ahead says when the floor is reached, and why; a test is expected', async ({
  page,
}) => {
  const clean = watchConsole(page)
  await page.goto(`${DEMO}/tubs/2/now`)
  await page.getByRole('link', { name: 'The week ahead, and why' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toContainText(/Free chlorine is expected/)
  await expect(page.getByRole('img', { name: /^pH: now .* eight in ten/ })).toBeVisible()
  await expect(
    page.getByText(/falls about \d+ % a day in this tub .* learnt from \d+ readings/),
  ).toBeVisible()
  await page.getByRole('textbox', { name: 'People' }).fill('40')
  await page.getByRole('button', { name: 'Calculate' }).click()
  await expect(page.getByText(/People: you entered “40”; it can be 1 to 20/)).toBeVisible()
  await page.getByRole('textbox', { name: 'People' }).fill('6')
  await page.getByRole('button', { name: 'Calculate' }).click()
  await expect(page.getByRole('status').filter({ hasText: /below 3\.0 ppm/ })).toBeVisible()
  await page.goto(`${DEMO}/tubs/2/test?with=shop`)
  await expect(page.getByText(/expected \d\.\d \(\d\.\d to \d\.\d\)/).first()).toBeVisible()
  clean()
})

test.describe('on a phone, at night', () => {
  test.use({ viewport: PHONE, colorScheme: 'dark' })

  test('an untested tub asks for a test; a tested one foretells, with the dose or without', async ({
    page,
  }) => {
    await page.goto(`${EMPTY}/welcome?another=1`)
    await setUpTub(page, { name: 'Ahead', volume: '1000' })
    const base = page.url().replace(/\/test$/, '')
    await page.goto(`${base}/ahead`)
    await expect(page.getByRole('heading', { name: 'A forecast needs a test.' })).toBeVisible()
    await page.getByRole('link', { name: 'Test the water' }).click()
    await page.goto(`${base}/test?with=shop`)
    await enterTest(page, { 'Free chlorine': '1', pH: '7.5', 'Total alkalinity': '90' })
    await page.goto(`${base}/ahead?dose=no`)
    await expect(page.getByRole('heading', { level: 1 })).toContainText('below')
    await page.getByRole('link', { name: 'If you dose now' }).click()
    await expect(page).toHaveURL(/dose=yes/)
    await expect(page.getByText(/Only \d readings have been saved/)).toBeVisible()
  })
})

test('once a tub has taught enough, a day-old reading is carried on by the estimate, and that is said', async ({
  page,
}) => {
  const clean = watchConsole(page)
  await page.goto(`${EMPTY}/welcome?another=1`)
  await page.getByRole('radio', { name: 'Ozone' }).check({ force: true })
  await page.getByRole('radio', { name: 'Sun', exact: true }).check({ force: true })
  await setUpTub(page, { name: 'Taught', volume: '1000' })
  const base = page.url().replace(/\/test$/, '')
  await page.goto(`${base}/tub`)
  await expect(page.getByRole('radio', { name: 'Ozone' })).toBeChecked()
  const hoursAgo = (hours: number) => {
    const date = new Date(Date.now() - hours * 3_600_000)
    const parts = new Intl.DateTimeFormat('sv-SE', {
      timeZone: 'Europe/Dublin',
      dateStyle: 'short',
      timeStyle: 'short',
    }).format(date)
    return parts.replace(' ', 'T')
  }
  for (let day = 7; day >= 0; day--) {
    await page.goto(`${base}/test?with=shop`)
    await page.getByRole('radio', { name: 'Earlier' }).check({ force: true })
    await page.getByLabel('Day and time').fill(hoursAgo(30 + 24 * day))
    await enterTest(page, {
      // It falls by a tenth a day, and nothing goes in.
      'Free chlorine': (4 * 0.9 ** (7 - day)).toFixed(1),
      pH: '7.5',
      'Total alkalinity': '90',
    })
  }
  await page.goto(`${base}/now`)
  await expect(
    page.getByRole('heading', { name: /Test before anyone gets in/ }).first(),
  ).toBeVisible()
  await expect(page.getByText(/estimated since then from 24 readings of this tub/)).toBeVisible()
  await expect(page.getByText(/estimated, last tested 30 hours ago/)).toBeVisible()
  await page.goto(`${base}/dose`)
  await expect(page.getByText(/estimated from 24 readings of this tub/)).toBeVisible()
  await expect(
    page.getByText(/Free chlorine was last tested 30 hours ago. A new test is more reliable/),
  ).toBeVisible()
  await expect(page.getByRole('button', { name: /^Mark .* added$/ }).first()).toBeVisible()
  await page.getByRole('link', { name: 'As part of a visit' }).click()
  await expect(page.getByText(/A new test is more reliable than this plan/)).toBeVisible()
  await page.goto(`${base}/ahead?soaks=usual`)
  await expect(page.getByText(/the level will drop about \d+ mm/)).toBeVisible()
  clean()
})
