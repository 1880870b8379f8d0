import { EMPTY, enterTest, expect, nothingSerious, place, setUpTub, test } from './steps'

test.describe('an American owner', () => {
  test.use({ locale: 'en-US', timezoneId: 'America/Denver' })
  test('starts in gallons and °F, and is told so in them', async ({ page }) => {
    await page.goto(`${EMPTY}/welcome`)
    await expect(page.getByRole('radio', { name: 'US gallons' })).toBeChecked()
    await setUpTub(page, { name: 'Mesa', volume: '350' })
    await expect(page.getByLabel('Water column').getByText('350 US gal')).toBeVisible()
    await page.getByRole('textbox', { name: 'Temperature' }).fill('106')
    await enterTest(page, { 'Free chlorine': '4', pH: '7.5', 'Total alkalinity': '100' })
    await place(page, 'Now').click()
    await expect(page.getByRole('heading', { name: 'Too hot. Let it cool.' })).toBeVisible()
    await expect(page.getByText(/106\.0 °F .* 104 °F/)).toBeVisible()
  })
})

test('a shape gives the volume before it is kept, and a slip is refused at its field', async ({
  page,
}) => {
  await page.goto(`${EMPTY}/welcome`)
  await page.getByLabel('Name', { exact: true }).fill('Round')
  await page.getByRole('radio', { name: 'Round tub' }).check()
  await page.getByLabel('Diameter').fill('200')
  await page.getByLabel('Water depth').fill('70')
  await expect(page.getByText('1,979 L')).toBeVisible()
  await page.getByLabel('Water depth').fill('7000')
  await page.getByRole('button', { name: 'Next' }).click()
  await page.getByRole('button', { name: 'Next' }).click()
  await page.getByRole('button', { name: 'Save and test' }).click()
  // The refusal leads back to the step that holds the field.
  await expect(page.getByText('Step 1 of 3')).toBeVisible()
  await expect(page.getByText(/a tub holds 100 litres to 20,000 litres/)).toBeVisible()
  await nothingSerious(page)
})

test('a test can be dated back and never ahead', async ({ page }) => {
  await page.goto(`${EMPTY}/welcome`)
  await setUpTub(page, { name: 'Past', volume: '1000' })
  const wall = (daysAhead: number) => {
    const date = new Date(Date.now() + daysAhead * 86_400_000)
    return `${date.toISOString().slice(0, 10)}T12:00`
  }
  await page.getByRole('textbox', { name: 'pH', exact: true }).fill('7.4')
  await page.getByRole('radio', { name: 'Earlier' }).check()
  await page.getByLabel('Day and time').fill(wall(2))
  await page.getByRole('button', { name: /^Save test/ }).click()
  await expect(page.getByText(/is in the future; it can be any time up to now/)).toBeVisible()
  await page.getByLabel('Day and time').fill(wall(-3))
  await page.getByRole('button', { name: /^Save test/ }).click()
  await expect(page).toHaveURL(/dose$/)
  await place(page, 'Record').click()
  await expect(page.getByText('12:00')).toBeVisible()
})

test('air is a step too: run, ticked, and counted', async ({ page }) => {
  await page.goto(`${EMPTY}/welcome`)
  await setUpTub(page, { name: 'Airy', volume: '1000' })
  await enterTest(page, {
    'Free chlorine': '4',
    pH: '7.0',
    'Total alkalinity': '110',
    'Calcium hardness': '200',
  })
  await expect(page.getByRole('heading', { name: /Step 1: \d+ min jets and air/ })).toBeVisible()
  await page.getByRole('button', { name: /^Mark .* minutes done$/ }).click()
  await expect(
    page.getByRole('heading', { name: /^Everything is in\. Test about \d/ }),
  ).toBeVisible()
  await expect(page.getByText('of jets and air')).toBeVisible()
  // The line that says so takes it back, and the step stands again.
  await page
    .getByRole('status')
    .filter({ hasText: 'Saved' })
    .locator('..')
    .getByRole('button')
    .click()
  await expect(page.getByRole('heading', { name: /Step 1: \d+ min jets and air/ })).toBeVisible()
})

test('ten times the plan is asked about before it is kept', async ({ page }) => {
  await page.goto(`${EMPTY}/welcome`)
  await setUpTub(page, { name: 'Slip', volume: '1000' })
  await enterTest(page, { 'Free chlorine': '1', pH: '7.5', 'Total alkalinity': '100' })
  const amount = page.getByLabel('Amount actually added')
  const planned = Number(await amount.inputValue())
  await amount.fill(String(10 * planned))
  await page.getByRole('button', { name: /^Mark .* added$/ }).click()
  await expect(page.getByText(/^That’s 10 × the plan: is the decimal/)).toBeVisible()
  await amount.fill(String(planned))
  await page.getByRole('button', { name: 'Save as confirmed' }).click()
  await expect(page.getByRole('heading', { name: /^Everything is in/ })).toBeVisible()
})
