import { DEMO, EMPTY, expect, nothingSerious, PHONE, setUpTub, test, watchConsole } from './steps'

test.describe('on a phone', () => {
  test.use({ viewport: PHONE })

  test('from "is it time?" to the first soak: a day is set, stages are ticked through reloads, the fill is new water', async ({
    page,
  }) => {
    const clean = watchConsole(page)
    await page.goto(`${EMPTY}/welcome?another=1`)
    await setUpTub(page, { name: 'New water', volume: '1000' })
    const base = page.url().replace(/\/test$/, '')
    await page.goto(`${base}/refill`)
    await expect(page.getByRole('heading', { name: 'When was this water put in?' })).toBeVisible()
    await page.getByRole('link', { name: 'Enter when the tub was last filled' }).click()
    await page.getByRole('radio', { name: 'Earlier' }).check({ force: true })
    const old = new Date(Date.now() - 130 * 86_400_000).toISOString().slice(0, 10)
    await page.getByLabel('Day and time').fill(`${old}T12:00`)
    await page.getByRole('button', { name: 'Save' }).click()
    await expect(page.getByText('Drained and refilled').first()).toBeVisible()

    await page.goto(`${base}/refill`)
    await expect(page.getByText(/Age: due now/)).toBeVisible()
    await page.getByRole('button', { name: 'Set this day' }).click()
    await expect(page.getByRole('link', { name: 'The day on one page' })).toBeVisible()
    await nothingSerious(page)

    const stage = (name: string) =>
      page
        .getByRole('listitem')
        .filter({ has: page.locator('b', { hasText: new RegExp(`^${name}$`) }) })
    const open = async (name: string) => {
      const button = page.getByRole('button', { name: new RegExp(`^(Done|Begun): ${name}$`) })
      if (!(await button.first().isVisible())) await stage(name).locator('summary').first().click()
      await expect(button.first()).toBeVisible()
    }
    const tick = async (what: 'Begun' | 'Done', name: string) => {
      await open(name)
      await page.getByRole('button', { name: `${what}: ${name}`, exact: true }).click()
      await expect(stage(name)).toContainText(what === 'Done' ? '✓' : 'under way')
    }
    await tick('Done', 'Test the fill water')
    await tick('Begun', 'Purge the pipes')
    await page.reload()
    await expect(stage('Purge the pipes')).toContainText('under way')
    for (const name of ['Purge the pipes', 'Power off, filters out', 'Filters soak'])
      await tick('Done', name)
    await tick('Begun', 'Drain')
    await tick('Done', 'Drain')
    for (const name of ['Pipes blown out', 'Shell and cover cleaned']) await tick('Done', name)
    await tick('Begun', 'Fill')
    await page.reload()
    await page.getByLabel('By the meter').fill('3')
    await page.getByRole('button', { name: 'Done: Fill', exact: true }).click()
    await expect(page.getByText(/By the meter: 3 was given/)).toBeVisible()
    await page.getByLabel('By the meter').fill('960')
    await page.getByRole('button', { name: 'Done: Fill', exact: true }).click()
    await expect(page.getByText(/The last fill took 960 L by the meter/)).toBeVisible()
    for (const name of [
      'Filters back in',
      'Bleed air, power on',
      'Test and balance',
      'Sanitize, start up',
    ])
      await tick('Done', name)
    await tick('Begun', 'Heat')
    await tick('Done', 'Heat')
    await open('Last test, first soak')
    await page.getByRole('button', { name: 'Done: Last test, first soak' }).click()
    await expect(page.getByRole('button', { name: 'Set this day' })).toBeVisible()
    await page.goto(`${base}/now`)
    await expect(page.getByText(/This water is being started up/)).toBeVisible()
    clean()
  })
})

test('the day is carried by its end, by keys; part of the water and a fallen level are answered', async ({
  page,
}) => {
  await page.goto(`${DEMO}/tubs/1/refill`)
  const ready = page.getByRole('slider', { name: 'Ready' })
  const before = await ready.getAttribute('aria-valuetext')
  await ready.focus()
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('slider', { name: 'Ready' })).not.toHaveAttribute(
    'aria-valuetext',
    before ?? '',
  )
  await page.getByRole('slider', { name: 'Ready' }).focus()
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowLeft')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('slider', { name: 'Ready' })).toHaveAttribute(
    'aria-valuetext',
    before ?? '',
  )

  await page.goto(`${DEMO}/tubs/2/refill`)
  await page.getByRole('textbox', { name: 'to ppm' }).fill('5')
  await page.getByRole('button', { name: 'Calculate' }).click()
  await expect(page.getByText(/out \(\d+ %\), then as much in/)).toBeVisible()
  await page.getByRole('textbox', { name: 'By cm' }).fill('40')
  await page.getByRole('button', { name: 'Check' }).click()
  await expect(page.getByText(/look for a leak/)).toBeVisible()
  await page.goto(`${DEMO}/tubs/1/refill/sheet`)
  await expect(page.getByRole('heading', { name: /new water, 1,320 L/ })).toBeVisible()
  await nothingSerious(page)
})
