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

test.describe('one step a screen, on a phone at night', () => {
  test.use({ viewport: PHONE, colorScheme: 'dark' })

  test('a whole session: a step, a wait that outlives a reload, a step done otherwise, the test', async ({
    page,
  }) => {
    const clean = watchConsole(page)
    await page.clock.install({ time: Date.now() })
    const tub = await tested(page, 'Night Deck', LOW)
    await page.getByRole('link', { name: 'Step by step' }).click()
    await expect(page.getByText('Night Deck · step 1 of 2')).toBeVisible()
    await expect(page.getByRole('heading', { name: /bicarbonate$/ })).toBeVisible()
    await expect(page.getByText('Nobody in the tub.', { exact: false })).toBeVisible()
    await nothingSerious(page)

    await page.getByRole('button', { name: /^Mark .* added$/ }).click()
    await expect(page.getByText('Night Deck · step 2 of 2')).toBeVisible()
    await expect(page.getByRole('timer')).toContainText('of 20 min')
    await page.reload()
    await expect(page.getByText('Night Deck · step 2 of 2')).toBeVisible()
    await expect(page.getByRole('timer')).toContainText('of 20 min')
    await nothingSerious(page)

    // Too early: it takes a reason, and that is journalled.
    await page.getByRole('button', { name: /^Mark .* added$/ }).click()
    await expect(page.getByText(/min of that wait are left/)).toBeVisible()
    await page.getByRole('button', { name: 'Save as confirmed' }).click()
    await expect(page.getByText(/min of that wait are left/)).toBeVisible()
    await page.getByLabel(/I added it anyway. Why/).fill('poured before I looked')
    await page.getByRole('button', { name: 'Save as confirmed' }).click()
    await expect(page.getByRole('heading', { name: 'Everything is in. Let it mix.' })).toBeVisible()
    await expect(page.getByText(/you can soak again from about/)).toBeVisible()
    await page.goto(`${tub}/record`)
    await expect(
      page.getByText(/despite the caution: poured before I looked/).first(),
    ).toBeVisible()
    clean()
  })
})

test('two phones on one session: what one ticks the other sees, and no step is ticked twice', async ({
  browser,
}) => {
  const one = await elsewhere(browser, { viewport: PHONE })
  const two = await elsewhere(browser, { viewport: PHONE })
  const tub = await tested(one, 'Two Phones', LOW)
  await one.goto(`${tub}/dose/session`)
  await two.goto(`${tub}/dose`)
  await expect(two.getByRole('button', { name: /^Mark .* added$/ })).toBeVisible()
  const third = await elsewhere(browser)
  await third.goto(`${tub}/dose/session`)
  await expect(third.getByText(/step 1 of 2/)).toBeVisible()

  await one.getByRole('button', { name: /^Mark .* added$/ }).click()
  await expect(one.getByText(/step 2 of 2/)).toBeVisible()
  // The open session follows by itself; the page that does not look is told when it ticks.
  await expect(third.getByText(/step 2 of 2/)).toBeVisible()
  await two.getByRole('button', { name: /^Mark .* added$/ }).click()
  await expect(two.getByText(/already updated this plan, here or on another phone/)).toBeVisible()
  for (const page of [one, two, third]) await page.context().close()
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
