import { DEMO, EMPTY, expect, nothingSerious, PHONE, setUpTub, test, watchConsole } from './steps'

test('a power cut at −5 °C: when the pipes freeze, what to do first, and a line with a table beside it', async ({
  page,
}) => {
  const clean = watchConsole(page)
  await page.goto(`${DEMO}/tubs/1/upkeep`)
  await page.getByRole('link', { name: 'Heat and power' }).click()
  await expect(
    page.getByRole('heading', { level: 1, name: /^Keeping 38 °C takes about [\d.]+ kWh a day/ }),
  ).toBeVisible()
  const cut = page.getByRole('region', { name: 'If the power fails' })
  await cut.getByLabel('Outside it stays').fill('frost')
  await cut.getByRole('button', { name: 'Work it out' }).click()
  await expect(cut.getByRole('alert')).toContainText('frost')
  await expect(cut.getByLabel('Outside it stays')).toHaveValue('frost')
  await cut.getByLabel('Outside it stays').fill('-5')
  await cut.getByRole('button', { name: 'Work it out' }).click()
  await expect(cut.getByText(/^after about .* (hours|days)/).first()).toBeVisible()
  await expect(cut.getByText(/Pipes freeze before the water does/)).toBeVisible()
  await expect(
    cut.getByRole('img', { name: /^The water without power: .* after a day 3\d °C/ }),
  ).toBeVisible()
  await cut.getByLabel('Cover').selectOption('is off or gone')
  await cut.getByRole('button', { name: 'Work it out' }).click()
  await expect(cut.getByText(/^Cover the water first/)).toBeVisible()
  await expect(
    cut.getByRole('img', { name: /^The water without power: .* after a day [01]?\d °C/ }),
  ).toBeVisible()
  await cut.getByText('As a table').click()
  await expect(cut.getByRole('row', { name: /^day 1 / })).toBeVisible()
  await nothingSerious(page)
  clean()
})

test('two weeks away and back: what to do before, what it will read, and it stands in Upkeep', async ({
  page,
}) => {
  await page.goto(`${EMPTY}/welcome?another=1`)
  await setUpTub(page, { name: 'Away', volume: '1200' })
  const base = page.url().replace(/\/test$/, '')
  await page.goto(`${base}/programme`)
  await page.getByRole('link', { name: /^What to do before/ }).click()
  const away = page.getByRole('region', { name: /^Going away/ })
  const day = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10)
  await away.getByLabel('Leave').fill(`${day(20)}T10:00`)
  await away.getByLabel('Back').fill(`${day(6)}T10:00`)
  await away.getByRole('button', { name: 'Work it out' }).click()
  await expect(away.getByRole('alert')).toContainText('has to be after you leave')
  await away.getByLabel('Leave').fill(`${day(6)}T10:00`)
  await away.getByLabel('Back').fill(`${day(20)}T10:00`)
  await away.getByRole('button', { name: 'Work it out' }).click()
  await expect(away.getByRole('heading', { name: /saves about [\d.]+ kWh/ })).toBeVisible()
  await expect(away.getByRole('columnheader', { name: 'if you do' })).toBeVisible()
  await expect(away.getByText('Test before anyone gets in')).toBeVisible()
  await away.getByRole('button', { name: 'Put this in Upkeep' }).click()
  await expect(away.getByText('As noted in Upkeep.')).toBeVisible()
  await page.goto(`${base}/upkeep`)
  await expect(page.getByText(/Away, away,/)).toBeVisible()
  await page.getByText(/^Ahead: \d+ more/).click()
  await expect(page.getByText('Get the tub ready for your absence')).toBeVisible()
  await expect(page.getByText('Look and test after your absence')).toBeVisible()
  await page.goto(`${base}/upkeep/heat`)
  await expect(away.getByText('As noted in Upkeep.')).toBeVisible()
})

test.describe('on a phone', () => {
  test.use({ viewport: PHONE })

  test('a new tub: ready by the day after tomorrow, a price kept, and every place pays by it', async ({
    page,
  }) => {
    await page.goto(`${EMPTY}/welcome?another=1`)
    await setUpTub(page, { name: 'Warm', volume: '1000' })
    const base = page.url().replace(/\/test$/, '')
    await page.goto(`${base}/upkeep/heat`)
    await expect(page.getByText('Enter what a kilowatt hour costs below')).toBeVisible()
    const ready = page.getByRole('region', { name: 'Ready by' })
    const day = new Date(Date.now() + 2 * 86_400_000).toISOString().slice(0, 10)
    await ready.getByLabel('Ready at').fill(`${day}T19:00`)
    await ready.getByLabel('Kept at until then').fill('20')
    await ready.getByRole('button', { name: 'When to turn up' }).click()
    await expect(ready.getByText(/to have 38 °C|anyway/)).toBeVisible()
    await expect(ready.getByLabel('Kept at until then')).toHaveValue('20')

    // Kept lower between soaks, a planned soak says when to turn up, on Soak as in Upkeep.
    await page.getByRole('button', { name: /^Keep it like this: 5 °C lower/ }).click()
    await expect(page.getByText('Kept like this')).toBeVisible()
    await expect(page.getByRole('heading', { level: 1, name: /^Kept 5 °C lower/ })).toBeVisible()
    await ready.getByRole('link', { name: 'Plan a soak then' }).click()
    const planned = page.getByRole('region', { name: 'Planned soaks' })
    await expect(planned.getByLabel('Day and time')).toHaveValue(`${day}T19:00`)
    await planned.getByRole('button', { name: 'Save' }).click()
    await expect(planned.getByText(/Turn the heater up /)).toBeVisible()
    await page.goto(`${base}/upkeep`)
    await page.getByText(/^Ahead: \d+ more/).click()
    await expect(page.getByText('Turn the heater up for the soak')).toBeVisible()
    await page.goto(`${base}/upkeep/heat`)

    const set = page.getByRole('region', { name: 'Prices, heater and hours' })
    await set.getByLabel('Heater').fill('900')
    await set.getByLabel('Price by day').fill('0.4')
    await set.getByRole('button', { name: 'Save' }).click()
    await expect(set.getByText(/Heater: you entered .*900/)).toBeVisible()
    await set.getByLabel('Heater').fill('3')
    await set.getByRole('button', { name: 'Save' }).click()
    await expect(page.getByText(/€[\d.]+ a day|[\d.]+ a day\./).first()).toBeVisible()
    await page.goto(`${base}/refill`)
    await expect(page.getByLabel('Energy, kWh')).toHaveValue('0.4')

    // The power goes: every place says so, until it is back and the water is tested.
    await page.goto(`${base}/upkeep/heat`)
    const power = page.getByRole('region', { name: 'If the power fails' })
    await power.getByRole('button', { name: 'Log that it’s off' }).click()
    await expect(power.getByText(/The power has been off since/)).toBeVisible()
    await page.goto(`${base}/now`)
    await expect(page.getByRole('heading', { name: 'Closed. The power is off.' })).toBeVisible()
    await page.getByRole('link', { name: 'See what to do' }).first().click()
    await expect(power.getByRole('button', { name: 'Log that it’s back' })).toBeVisible()
    await page.goto(`${base}/record`)
    await expect(page.getByText('The power went.').first()).toBeVisible()
    await page.getByRole('button', { name: 'Undo' }).first().click()
    await expect(page.getByRole('button', { name: 'Restore' }).first()).toBeVisible()
    await page.goto(`${base}/now`)
    await expect(page.getByText('The power is off')).toHaveCount(0)
    await page.goto(`${base}/upkeep/heat`)
    const over = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)
    expect(over).toBe(0)
    await nothingSerious(page)
  })
})
