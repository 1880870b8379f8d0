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

test('a salt tub is started up over days, and says on Now where it stands', async ({ page }) => {
  const clean = watchConsole(page)
  await page.goto(`${EMPTY}/welcome?another=1`)
  await setUpTub(page, { name: 'Salt Tub', volume: '1200', programme: 'Salt chlorine, in-line' })
  const tub = page.url().replace('/test', '')
  await page.goto(`${tub}/record?add=water`)
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page).toHaveURL(/record$/)
  await page.goto(`${tub}/now`)
  await expect(page.getByText('Start-up.', { exact: true })).toBeVisible()
  await page.getByRole('link', { name: 'Continue' }).click()
  await expect(page.getByRole('heading', { name: 'Start-up in progress' })).toBeVisible()
  // The fill is in the journal, so nobody is asked for it again.
  await expect(page.getByText('1 of 9 done', { exact: false })).toBeVisible()
  await nothingSerious(page)
  await page.getByRole('link', { name: 'Test the water' }).last().click()
  await enterTest(page, { pH: '7.5', 'Total alkalinity': '70' })
  // The same salt on Dose as on Programme, and on nothing beside it.
  await expect(page.getByRole('heading', { name: /^One step, then a test/ })).toBeVisible()
  const amount = await page.getByRole('heading', { name: /tub salt/ }).textContent()
  await page.goto(`${tub}/programme`)
  await expect(page.getByText('2 of 9 done', { exact: false })).toBeVisible()
  const grams = /[\d,]+/.exec(amount ?? '')?.[0] ?? 'none'
  await expect(page.getByText(new RegExp(`${grams}.*tub salt`))).toBeVisible()
  await page.getByRole('button', { name: /^Mark done: Half of the tub salt/ }).click()
  await expect(page.getByText('2 of 9 done', { exact: false })).toBeVisible()
  await expect(page.getByRole('timer', { name: /^Wait: Half of the tub salt/ })).toBeVisible()
  await page.reload()
  await expect(page.getByRole('timer', { name: /^Wait: Half of the tub salt/ })).toBeVisible()
  await nothingSerious(page)
  // One undo takes the tick and its dose back together.
  await page.goto(`${tub}/record`)
  await expect(page.getByText(/tub salt/i).first()).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).first().click()
  await expect(page.getByText(/tub salt/i)).toHaveCount(0)
  await page.goto(`${tub}/programme`)
  await expect(page.getByRole('button', { name: /^Mark done: Half of the tub salt/ })).toBeVisible()
  clean()
})

test.describe('on a phone, at night', () => {
  test.use({ viewport: PHONE, colorScheme: 'dark' })

  test('a soak in two taps, and the one dose it asks for', async ({ page }) => {
    const clean = watchConsole(page)
    await page.goto(`${EMPTY}/welcome?another=1`)
    await setUpTub(page, { name: 'Soak Tub', volume: '1300' })
    await enterTest(page, { 'Free chlorine': '4', pH: '7.5', 'Total alkalinity': '100' })
    await place(page, 'Soak').click()
    await expect(page.getByRole('heading', { name: 'Who was in?' })).toBeVisible()
    await page.getByRole('radio', { name: '4', exact: true }).check({ force: true })
    await page.getByRole('radio', { name: '45', exact: true }).check({ force: true })
    await page.getByRole('button', { name: '4 people, 45 minutes' }).click()
    const after = page.getByRole('region', { name: 'After the soak' })
    await expect(after.getByText(/what bathers left and the shock that is due/)).toBeVisible()
    const amount = (await after.locator('b').first().textContent()) ?? ''
    await after.getByText('Other ways').click()
    await expect(after.getByText(/By the spoon rule, after each soak:/)).toBeVisible()
    await expect(after.getByText(/The same amount every day:/)).toBeVisible()
    // The shock is that dose, and no second one.
    await expect(page.getByText(`Its dose is part of the plan: ${amount}`)).toBeVisible()
    await expect(page.getByText(/long or crowded, so a shock follows/)).toBeVisible()
    await expect(page.getByRole('heading', { name: 'A shock is due' })).toBeVisible()
    await nothingSerious(page)

    await page.getByRole('radio', { name: '2', exact: true }).check({ force: true })
    await page.getByRole('button', { name: '2 people, 30 minutes' }).click()
    await expect(page.getByText(/Another soak is logged for the same time/)).toBeVisible()

    await page.getByText('A gathering, in groups').click()
    for (const [i, people] of ['4', '5', '4'].entries()) {
      const group = page.getByRole('group', { name: `Group ${i + 1}` })
      await group.getByLabel('people').fill(people)
      await group.getByLabel('minutes').fill('40')
    }
    await page.getByRole('button', { name: 'Calculate' }).click()
    await expect(
      page.getByText(/wait 20 minutes, test, then in|test, then in/).first(),
    ).toBeVisible()
    await expect(page.getByText(/test before each group/)).toBeVisible()
    clean()
  })
})

test('a programme that the water cannot bear is asked about before it is changed', async ({
  page,
}) => {
  await page.goto(`${EMPTY}/welcome?another=1`)
  await setUpTub(page, { name: 'Change Tub', volume: '1000' })
  const tub = page.url().replace('/test', '')
  await page.goto(`${tub}/tub`)
  await page.getByRole('radio', { name: 'Biguanide' }).check({ force: true })
  await page.getByRole('button', { name: /^Save/ }).click()
  await expect(page.getByText(/ruin each other. Flush the pipes, drain, refill/)).toBeVisible()
  await page.goto(`${tub}/programme`)
  await expect(page.getByRole('heading', { name: 'Chlorine granules' })).toBeVisible()
  await page.getByText('What changing would take').click()
  await expect(page.getByText('drain first').first()).toBeVisible()
})
