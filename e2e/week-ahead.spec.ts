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
    page.getByText(/falls about \d+ % a day here .* learnt from \d+ readings/),
  ).toBeVisible()
  await page.getByRole('textbox', { name: 'People' }).fill('40')
  await page.getByRole('button', { name: 'Work it out' }).click()
  await expect(page.getByText(/People: '40' was given; it can be 1 to 20/)).toBeVisible()
  await page.getByRole('textbox', { name: 'People' }).fill('6')
  await page.getByRole('button', { name: 'Work it out' }).click()
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
    await expect(page.getByRole('heading', { name: 'No week ahead without a test.' })).toBeVisible()
    await page.getByRole('link', { name: 'Test the water' }).click()
    await page.goto(`${base}/test?with=shop`)
    await enterTest(page, { 'Free chlorine': '1', pH: '7.5', 'Total alkalinity': '90' })
    await page.goto(`${base}/ahead?dose=no`)
    await expect(page.getByRole('heading', { level: 1 })).toContainText('below')
    await page.getByRole('link', { name: 'If you dose now' }).click()
    await expect(page).toHaveURL(/dose=yes/)
    await expect(page.getByText(/Only \d readings have been kept/)).toBeVisible()
  })
})
