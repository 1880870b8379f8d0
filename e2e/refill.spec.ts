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
    await expect(page.getByRole('heading', { name: 'When was the tub last filled?' })).toBeVisible()
    await page.getByRole('link', { name: 'Enter when the tub was last filled' }).click()
    await page.getByRole('radio', { name: 'Earlier' }).check({ force: true })
    const old = new Date(Date.now() - 130 * 86_400_000).toISOString().slice(0, 10)
    await page.getByLabel('Day and time').fill(`${old}T12:00`)
    await page.getByRole('button', { name: 'Save' }).click()
    await expect(page.getByText('Drained and refilled').first()).toBeVisible()

    await page.goto(`${base}/refill`)
    await expect(page.getByText(/Age: due now/)).toBeVisible()
    await page.getByRole('button', { name: 'Set this day' }).click()
    await expect(page.getByRole('link', { name: 'Printable sheet' })).toBeVisible()
    await nothingSerious(page)

    const stage = (name: string) =>
      page
        .getByRole('listitem')
        .filter({ has: page.locator('b', { hasText: new RegExp(`^${name}$`) }) })
    const open = async (name: string) => {
      const button = page.getByRole('button', {
        name: new RegExp(`^(Mark done|Mark started): ${name}$`),
      })
      if (!(await button.first().isVisible())) await stage(name).locator('summary').first().click()
      await expect(button.first()).toBeVisible()
    }
    const tick = async (what: 'Mark started' | 'Mark done', name: string) => {
      await open(name)
      await page.getByRole('button', { name: `${what}: ${name}`, exact: true }).click()
      await expect(stage(name)).toContainText(what === 'Mark done' ? '✓' : 'under way')
    }
    await tick('Mark done', 'Test the fill water')
    await tick('Mark started', 'Flush the pipes')
    await page.reload()
    await expect(stage('Flush the pipes')).toContainText('under way')
    for (const name of ['Flush the pipes', 'Power off, filters out', 'Soak the filters'])
      await tick('Mark done', name)
    await tick('Mark started', 'Drain')
    await tick('Mark done', 'Drain')
    for (const name of ['Blow out the pipes', 'Clean shell and cover'])
      await tick('Mark done', name)
    await tick('Mark started', 'Fill')
    await page.reload()
    await page.getByLabel('Meter reading').fill('3')
    await page.getByRole('button', { name: 'Mark done: Fill', exact: true }).click()
    await expect(page.getByText(/Meter reading: you entered 3/)).toBeVisible()
    await page.getByLabel('Meter reading').fill('960')
    await page.getByRole('button', { name: 'Mark done: Fill', exact: true }).click()
    await expect(page.getByText(/The last fill took 960 L according to the meter/)).toBeVisible()
    for (const name of [
      'Filters back in',
      'Bleed the air, power on',
      'Test and balance',
      'Sanitize and start up',
    ])
      await tick('Mark done', name)
    await tick('Mark started', 'Heat')
    await tick('Mark done', 'Heat')
    await open('Last test, first soak')
    await page.getByRole('button', { name: 'Mark done: Last test, first soak' }).click()
    await expect(page.getByRole('button', { name: 'Set this day' })).toBeVisible()
    await page.goto(`${base}/now`)
    await expect(page.getByText(/Start-up:/)).toBeVisible()
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
  await expect(page.getByText(/out \(\d+ %\), then refill/)).toBeVisible()
  await page.getByRole('textbox', { name: 'By cm' }).fill('40')
  await page.getByRole('button', { name: 'Check' }).click()
  await expect(page.getByText(/look for a leak/)).toBeVisible()
  await page.goto(`${DEMO}/tubs/1/refill/sheet`)
  await expect(page.getByRole('heading', { name: /new water, 1,320 L/ })).toBeVisible()
  await nothingSerious(page)
})
