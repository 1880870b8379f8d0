import { DEMO, EMPTY, expect, nothingSerious, PHONE, setUpTub, test, watchConsole } from './steps'

test.describe.configure({ mode: 'serial' })

/** A tub of their own: what other journeys wrote does not bear on what is asked here. */
let tub = EMPTY

test.describe('beside the tub, on a phone at night', () => {
  test.use({ viewport: PHONE, colorScheme: 'dark' })

  test('a strip taught by one tap is read by one tap a pad', async ({ page }) => {
    const clean = watchConsole(page)
    await page.goto(`${EMPTY}/welcome`)
    await setUpTub(page, { name: 'Boat Shed', volume: '1100' })
    tub = page.url().replace('/test', '/now')
    await page.getByRole('button', { name: 'Four pads' }).click()
    await expect(page.getByRole('heading', { name: 'Read all four' })).toBeVisible()
    await nothingSerious(page)

    await page.getByRole('button', { name: /^Dipped for 2 seconds/ }).click()
    await expect(page.getByRole('button', { name: /of 15 seconds left/ })).toBeVisible()
    await page.reload()
    await expect(page.getByRole('button', { name: /of 15 seconds left/ })).toBeVisible()

    const pick = (pad: string, value: string) =>
      page.getByRole('group', { name: pad }).getByText(value, { exact: true }).click()
    await pick('Chlorine', '3')
    await pick('pH', '7.6')
    await pick('Alkalinity', '80')
    await pick('Hardness', '175')
    await page.getByRole('button', { name: 'Save these four' }).click()
    await expect(page).toHaveURL(/dose$/)
    await page.goto(page.url().replace('dose', 'record'))
    await expect(
      page
        .getByRole('listitem')
        .getByText('Strip: Chlorine 3.0 ppm, pH 7.6, Alkalinity 80 ppm, Hardness 175 ppm'),
    ).toBeVisible()
    clean()
  })

  test('the strip is remembered: from opening Test to a kept strip in five taps', async ({
    page,
  }) => {
    await page.goto(tub)
    await page.getByRole('link', { name: 'Test', exact: true }).click()
    await expect(page.getByRole('heading', { name: 'Read all four' })).toBeVisible()
    let taps = 0
    for (const [pad, value] of [
      ['Chlorine', '3'],
      ['pH', '7.6'],
      ['Alkalinity', '80'],
      ['Hardness', '175'],
    ] as const) {
      await page.getByRole('group', { name: pad }).getByText(value, { exact: true }).click()
      taps++
    }
    await page.getByRole('button', { name: 'Save these four' }).click()
    taps++
    await expect(page).toHaveURL(/dose$/)
    expect(taps).toBeLessThanOrEqual(6)
  })

  test('a value that nothing explains is asked about', async ({ page }) => {
    await page.goto(tub)
    await page.getByRole('link', { name: 'Test', exact: true }).click()
    await page.getByRole('group', { name: 'Alkalinity' }).getByText('180', { exact: true }).click()
    await page.getByRole('button', { name: 'Save this one' }).click()
    await expect(page.getByText(/higher than anything logged can explain/)).toBeVisible()
    await page.getByRole('button', { name: 'Start over' }).click()
    await expect(page.getByRole('button', { name: 'Save strip' })).toBeVisible()
  })
})

test('a strip’s blocks are set to the bottle’s, a slip is refused at its pad', async ({ page }) => {
  await page.goto(tub)
  await page.getByRole('link', { name: 'Test', exact: true }).click()
  await page.getByRole('link', { name: /blocks, seconds and error$/ }).click()
  await expect(page.getByRole('heading', { name: 'Four pads' })).toBeVisible()
  await nothingSerious(page)
  await page.getByLabel('Name').fill('Pier strip')
  const values = page.getByLabel('Block values, as on the bottle')
  await values.nth(1).fill('6.8 7.2')
  await values.nth(1).fill('6.8 seven')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText(/contains something that isn’t a number/)).toBeVisible()
  await values.nth(1).fill('6,8 7,2 7,8 8,4')
  await page.getByRole('button', { name: 'Enter my chart’s colours' }).nth(1).click()
  await page.getByLabel('Colour of 8,4').fill('#aa3355')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('link', { name: /^Pier strip/ })).toBeVisible()
  const top = page.getByRole('group', { name: 'pH' }).getByText('8.4', { exact: true })
  await expect(top).toHaveCSS('background-color', 'rgb(170, 51, 85)')
})

test('drops are counted, the factor applied in sight', async ({ page }) => {
  const clean = watchConsole(page)
  await page.goto(tub)
  await page.getByRole('link', { name: 'Test', exact: true }).click()
  await page.getByRole('link', { name: 'Drops', exact: true }).click()
  await page.getByRole('button', { name: 'Small samples, 10 mL' }).click()
  const more = page.getByRole('button', { name: 'Free chlorine: one drop more' })
  for (let i = 0; i < 7; i++) await more.click()
  await expect(page.getByText('7 × 0.5 = 3.5 ppm')).toBeVisible()
  await page.getByRole('textbox', { name: 'pH' }).fill('7.5')
  await nothingSerious(page)
  await page.getByRole('button', { name: 'Save test, 2 values' }).click()
  await expect(page).toHaveURL(/dose$/)
  await page.goto(page.url().replace('dose', 'record'))
  await expect(
    page.getByRole('listitem').getByText('Drops: Chlorine 3.5 ppm, pH 7.5'),
  ).toBeVisible()
  clean()
})

test('the demo’s strip carries its colours, and figures can still be typed', async ({ page }) => {
  await page.goto(`${DEMO}/tubs/1/test`)
  await expect(
    page.getByRole('group', { name: 'Bromine' }).getByText('10', { exact: true }),
  ).toHaveCSS('background-color', 'rgb(67, 124, 97)')
  await page.getByRole('link', { name: 'Enter values instead' }).click()
  await expect(page.getByRole('textbox', { name: 'Bromine', exact: true })).toBeVisible()
})

test('fill water is read on its own, per source', async ({ page }) => {
  await page.goto(tub)
  await page.getByRole('link', { name: 'Test', exact: true }).click()
  await page.getByRole('link', { name: 'Fill water', exact: true }).click()
  await page.getByRole('radio', { name: 'well or bore' }).check({ force: true })
  await page.getByRole('textbox', { name: 'Calcium hardness' }).fill('320')
  await page.getByRole('textbox', { name: 'Iron' }).fill('0.4')
  await nothingSerious(page)
  await page.getByRole('button', { name: 'Save test' }).click()
  await expect(page).toHaveURL(/record$/)
  await expect(
    page.getByRole('listitem').getByText('Strip, well or bore: Hardness 320 ppm, Iron 0.40 ppm'),
  ).toBeVisible()
})

test('the practice photometer measures; over its range the sample is diluted and the sum done', async ({
  page,
  request,
}) => {
  const clean = watchConsole(page)
  await request.post(`${DEMO}/stand-ins/photometer`, { data: { restock: true } })
  await page.goto(`${DEMO}/tubs/2/test?with=meter`)
  await page.getByRole('button', { name: 'Measure Free chlorine' }).click()
  await expect(page.getByRole('textbox', { name: 'Free chlorine' })).toHaveValue(/^\d/)
  await nothingSerious(page)

  // A bridge posts the same form; what it sends waits until it is kept.
  const over = { device: 'Bridge', test: 'cyanuricAcid', status: 'over range' }
  expect((await request.post(`${DEMO}/api/tubs/2/device`, { data: over })).status()).toBe(201)
  const wrong = { ...over, status: 'ok', value: -3 }
  expect((await request.post(`${DEMO}/api/tubs/2/device`, { data: wrong })).status()).toBe(422)
  await page.reload()
  await expect(page.getByText(/Mix one part of sample with 1 of distilled water/)).toBeVisible()
  await page.getByRole('textbox', { name: 'Stabiliser' }).fill('40')
  await expect(page.getByText('2 × 40 = 80 ppm')).toBeVisible()
  await page.getByRole('textbox', { name: 'Stabiliser' }).fill('')
  clean()
})

test('no stand-in runs beside a real journal', async ({ request }) => {
  const response = await request.post(`${EMPTY}/stand-ins/photometer`, {
    data: { tub: 1, test: 'pH' },
  })
  expect(response.status()).toBe(404)
})
