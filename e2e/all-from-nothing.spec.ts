import {
  EMPTY,
  enterTest,
  expect,
  nothingSerious,
  PHONE,
  place,
  setUpTub,
  test,
  watchConsole,
} from './steps'

test.describe.configure({ mode: 'serial' })

test('from nothing: set-up, test, plan, do, retest, journal, undo', async ({ page }) => {
  const clean = watchConsole(page)
  await page.goto(EMPTY)
  await expect(page).toHaveURL(/welcome$/)
  await expect(page.getByRole('heading', { name: 'First, your tub' })).toBeVisible()
  await nothingSerious(page)
  await setUpTub(page, { name: 'Back Porch', volume: '1320' })

  await place(page, 'Now').click()
  await expect(page.getByRole('heading', { name: 'Test first.' })).toBeVisible()
  await nothingSerious(page)
  await place(page, 'Dose').click()
  await expect(page.getByRole('heading', { name: 'Test before dosing.' })).toBeVisible()
  await nothingSerious(page)
  await place(page, 'Record').click()
  await expect(page.getByText('The history is empty.')).toBeVisible()
  await nothingSerious(page)

  await place(page, 'Test').click()
  await enterTest(page, {
    'Free chlorine': '1',
    pH: '7.5',
    'Total alkalinity': '60',
    'Calcium hardness': '200',
  })
  await expect(page.getByRole('heading', { name: /^Two steps, then a test about/ })).toBeVisible()
  await expect(page.getByRole('heading', { name: /Step 1: 90 g bicarbonate/ })).toBeVisible()
  await expect(page.getByRole('heading', { name: /Step 2: 7 g chlorine granules/ })).toBeVisible()
  await page.getByText('Calculation and effects').first().click()
  await expect(page.getByText('Rounded to what a scale shows').first()).toBeVisible()

  await page.getByRole('button', { name: 'Mark 90 g added' }).click()
  await expect(page.getByText('Not yet.')).toBeVisible()
  await page.reload()
  await expect(page.getByRole('heading', { name: /^One more step/ })).toBeVisible()
  await expect(page.getByText('90 g').first()).toBeVisible()

  // Too early: asked, and kept only after a yes and a reason.
  await page.getByLabel('Amount actually added').fill('6')
  await page.getByRole('button', { name: 'Mark 6 g added' }).click()
  await expect(page.getByText(/has to mix in first.*left\./)).toBeVisible()
  await page.getByLabel(/I added it anyway. Why/).fill('poured together')
  await page.getByRole('button', { name: 'Save as confirmed' }).click()
  await expect(
    page.getByRole('heading', { name: /^Everything is in\. Test about \d/ }),
  ).toBeVisible()

  await place(page, 'Test').click()
  await enterTest(page, {
    'Free chlorine': '4',
    pH: '7.5',
    'Total alkalinity': '100',
    'Calcium hardness': '200',
  })
  // What went in a moment ago is read once it has mixed.
  await expect(
    page.getByRole('heading', { name: /^Nothing goes in now\. Test about \d/ }),
  ).toBeVisible()
  await place(page, 'Now').click()
  // A good reading does not shorten the wait of what has just gone in.
  await expect(page.getByRole('heading', { name: /^Not yet\. Mixing until/ })).toBeVisible()

  await place(page, 'Record').click()
  await expect(page.getByText(/^6 g chlorine granules \(dichlor\) \(planned 7 g\)/)).toBeVisible()
  await expect(page.getByRole('listitem').filter({ hasText: 'Correct' })).toHaveCount(4)
  await page.getByRole('main').getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('listitem').filter({ hasText: 'Correct' })).toHaveCount(3)
  clean()
})

test('on a phone: a bromine tub from set-up to the first dose', async ({ page }) => {
  const clean = watchConsole(page)
  await page.setViewportSize(PHONE)
  await page.goto(`${EMPTY}/welcome`)
  await setUpTub(page, { name: 'Cabin', volume: '1000', programme: 'Bromine tablets' })
  await nothingSerious(page)
  await enterTest(page, { Bromine: '1', pH: '7.4', 'Total alkalinity': '100' })
  await expect(page.getByRole('heading', { name: /non-chlorine shock/ })).toBeVisible()
  await nothingSerious(page)
  await page.getByRole('button', { name: /^Mark .* g added$/ }).click()
  await expect(page.getByRole('timer')).toBeVisible()
  await place(page, 'Now').click()
  await expect(page.getByRole('heading', { name: /^Not yet\. Mixing until/ })).toBeVisible()
  const overflow = await page.evaluate(
    () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
  )
  expect(overflow).toBe(0)
  clean()
})

test('by keyboard alone: set-up, test and tick', async ({ page }) => {
  const { keyboard } = page
  const tabTo = async (match: RegExp) => {
    for (let i = 0; i < 80; i++) {
      await keyboard.press('Tab')
      const name = await page.evaluate(() => {
        const element = document.activeElement as HTMLInputElement | null
        // Between the last stop and the first, the page itself is active: no stop at all.
        if (element === document.body) return ''
        const label = element?.labels?.[0]?.textContent ?? ''
        return `${element?.getAttribute('aria-label') ?? ''} ${label} ${element?.textContent ?? ''}`
      })
      if (match.test(name)) return
    }
    throw new Error(`no tab stop ${match}`)
  }
  await page.goto(`${EMPTY}/welcome`)
  await tabTo(/Name/)
  await keyboard.type('Keys')
  await tabTo(/^ Volume/)
  await keyboard.type('1200')
  await tabTo(/^\s*Next/)
  await keyboard.press('Enter')
  await expect(page.getByText('Step 2 of 3')).toBeVisible()
  await tabTo(/^\s*Next/)
  await keyboard.press('Enter')
  await expect(page.getByText('Step 3 of 3')).toBeVisible()
  await tabTo(/Save and test/)
  await keyboard.press('Enter')
  await expect(page).toHaveURL(/test$/)
  await tabTo(/ Free chlorine/)
  await keyboard.type('2')
  await tabTo(/^ pH/)
  await keyboard.type('7.4')
  await keyboard.press('ArrowUp')
  await tabTo(/ Total alkalinity/)
  await keyboard.type('100')
  await keyboard.press('Enter')
  await expect(page).toHaveURL(/dose$/)
  await expect(page.getByRole('button', { name: /^Mark .* added$/ })).toBeVisible()
  await tabTo(/Mark .* added/)
  await keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: /^Everything is in/ })).toBeVisible()
  await page.locator('body').click({ position: { x: 640, y: 5 } })
  await keyboard.press('r')
  await expect(page).toHaveURL(/record$/)
  await expect(page.getByText('pH 7.5')).toBeVisible()
})

test('a wrong value gets its sentence, an odd one a question, and the draft stays', async ({
  page,
}) => {
  await page.goto(`${EMPTY}/tubs/1/test`)
  await page.getByRole('textbox', { name: 'pH', exact: true }).fill('15')
  await page.getByRole('textbox', { name: 'Free chlorine' }).fill('4')
  await page.getByRole('button', { name: /^Save test/ }).click()
  await expect(page.getByText('pH: you entered 15; it can be 2 to 12.')).toBeVisible()
  await page.reload()
  await expect(page.getByText('Unsaved entry restored.')).toBeVisible()
  await expect(page.getByRole('textbox', { name: 'Free chlorine' })).toHaveValue('4')
  await page.getByRole('textbox', { name: 'pH', exact: true }).fill('9')
  await page.getByRole('button', { name: /^Save test/ }).click()
  await expect(page.getByText('pH 9 is unusual')).toBeVisible()
  await page.getByLabel('Yes, that’s the reading').check()
  await page.getByRole('button', { name: 'Save as confirmed' }).click()
  await expect(page).toHaveURL(/dose$/)
  await page.goto(`${EMPTY}/tubs/1/test`)
  await expect(page.getByRole('textbox', { name: 'Free chlorine' })).toHaveValue('')
})

test('a tub changed to gallons and a lighter target says what that means', async ({ page }) => {
  await page.goto(`${EMPTY}/tubs/1/tub`)
  await page.getByRole('radio', { name: 'US gallons' }).check()
  await page.getByLabel('Volume', { exact: true }).fill('350')
  await page.getByRole('radio', { name: /^Low residual/ }).check()
  await expect(page.getByText(/This range starts below 3 ppm/)).toBeVisible()
  await page.getByRole('button', { name: 'Save changes' }).click()
  await expect(page).toHaveURL(/now$/)
  await expect(page.getByText(/below the published floor of 3\.0/)).toBeVisible()
  await expect(page.getByLabel('Water column').getByText('350 US gal')).toBeVisible()
})
