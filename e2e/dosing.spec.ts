import type { Page } from '@playwright/test'
import {
  DEMO,
  EMPTY,
  elsewhere,
  enterTest,
  expect,
  nothingSerious,
  PHONE,
  setUpTub,
  test,
  watchConsole,
} from './steps'

/** A tub of its own, tested: pH and alkalinity low, chlorine low. */
const tested = async (page: Page, name: string, values: Record<string, string>) => {
  await page.goto(`${EMPTY}/welcome?another=1`)
  await setUpTub(page, { name, volume: '1000' })
  const typed = page.getByRole('link', { name: 'Enter values instead' })
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
  if (await typed.isVisible()) await typed.click()
  await enterTest(page, values)
  return page.url().replace(/\/dose$/, '')
}
const LOW = { 'Free chlorine': '1', pH: '7.5', 'Total alkalinity': '50', 'Calcium hardness': '200' }

test('two phones on one plan: a step is not ticked twice', async ({ browser }) => {
  const one = await elsewhere(browser, { viewport: PHONE })
  const two = await elsewhere(browser, { viewport: PHONE })
  const tub = await tested(one, 'Two Phones', LOW)
  await two.goto(`${tub}/dose`)
  await expect(two.getByRole('button', { name: /^Mark .* added$/ })).toBeVisible()
  await one.getByRole('button', { name: /^Mark .* added$/ }).click()
  await expect(one.getByRole('timer')).toBeVisible()
  await two.getByRole('button', { name: /^Mark .* added$/ }).click()
  await expect(two.getByText(/already updated this plan, here or on another phone/)).toBeVisible()
  for (const page of [one, two]) await page.context().close()
})

test('by keyboard alone: the ring is carried, another way is chosen, the step is ticked', async ({
  page,
}) => {
  const clean = watchConsole(page)
  await tested(page, 'Key Tub', { ...LOW, pH: '8.2' })
  const ring = page.getByRole('button', { name: /^What if: alkalinity/ })
  await ring.focus()
  for (let i = 0; i < 6; i++) await page.keyboard.press('Shift+ArrowRight')
  await page.keyboard.press('ArrowDown')
  await expect(page.getByText(/It would take .*bicarbonate/)).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByText(/Drag the copper ring/)).toBeVisible()

  await page.getByText('Other ways').focus()
  await page.keyboard.press('Enter')
  const other = page.getByRole('button', { name: 'Choose this: Alkalinity first' })
  await other.focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { level: 2 }).first()).toContainText('bicarbonate')
  await expect(
    page.getByRole('listitem').filter({ hasText: 'Alkalinity first' }).getByText('current plan'),
  ).toBeVisible()
  await nothingSerious(page)
  await page.getByRole('button', { name: /^Mark .* added$/ }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByText('Not yet.')).toBeVisible()
  clean()
})

test('the map answers while the reading or the dose is supposed to be another', async ({
  page,
}) => {
  await page.goto(`${DEMO}/tubs/1/dose`)
  await page.getByText('Try another dose or reading').click()
  await page.getByLabel('Amount of bicarbonate').fill('80')
  await expect(page.getByText(/→ pH/)).toContainText('alkalinity')
  const path = () => page.getByRole('img', { name: /^From alkalinity/ }).getAttribute('aria-label')
  const before = await path()
  await page.getByRole('slider', { name: 'pH' }).fill('7.5')
  await expect.poll(path).not.toBe(before)
  await page.getByRole('button', { name: 'Back to the test' }).click()
  await expect.poll(path).toBe(before)
})

test('the shelf: a strength, a scoop and a label of its own, and the plan by them', async ({
  page,
}) => {
  const clean = watchConsole(page)
  const tub = await tested(page, 'Shelf Tub', LOW)
  await page.getByRole('link', { name: 'My shelf' }).click()
  await page.getByRole('button', { name: 'Add bicarbonate to the shelf' }).click()
  await expect(page.getByRole('heading', { name: 'bicarbonate' })).toBeVisible()
  await page.getByLabel('Left in the box').fill('lots')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText(/“lots” isn’t a number; it can be 0 to/)).toBeVisible()
  await page.getByLabel('Left in the box').fill('800')
  await page.getByLabel('Name').fill('mug')
  await page.getByLabel('One holds').fill('40')
  await nothingSerious(page)
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('800 g left; a mug holds 40 g')).toBeVisible()
  await nothingSerious(page)
  await page.goto(`${tub}/dose`)
  await expect(page.getByText(/^about [\d¼½¾]+ level mugs?$/)).toBeVisible()
  await expect(page.getByText('not on the shelf yet')).toBeVisible()
  await page.goto(`${tub}/record?add=dose&product=sodium bicarbonate`)
  await page.getByLabel('Amount added').fill('1.5')
  await page.getByLabel('Measured in').selectOption('your mug')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page).toHaveURL(/dose$/)
  await expect(page.getByText('60 g', { exact: true })).toBeVisible()
  clean()
})

test('too much chlorine: nobody in, and three ways back', async ({ page }) => {
  await tested(page, 'Strong Tub', {
    ...LOW,
    'Free chlorine': '14',
    'Total alkalinity': '100',
  }).catch(async () => {
    // So much chlorine makes the pH doubtful, which is asked about first.
    for (const box of await page.getByRole('checkbox').all()) await box.check()
    await page.getByRole('button', { name: 'Save as confirmed' }).click()
    await expect(page).toHaveURL(/dose$/)
  })
  await expect(
    page.getByRole('heading', { name: /Free chlorine is above its range/ }),
  ).toBeVisible()
  await expect(page.getByText('Keep out until it has come down.')).toBeVisible()
  await expect(page.getByText(/of thiosulfate crystals/)).toBeVisible()
})
