import { DEMO, EMPTY, elsewhere, enterTest, expect, setUpTub, test, wordsOf } from './steps'

const volumeOf = async (page: import('@playwright/test').Page) =>
  page.getByLabel('Water column').first().textContent()

test('switching the unit of the volume converts the figure that stands there', async ({ page }) => {
  await page.goto(`${DEMO}/welcome`)
  await page.getByLabel('Name', { exact: true }).fill('Units')
  await page.getByLabel('Volume', { exact: true }).fill('1320')
  await page.getByRole('radio', { name: 'US gallons', exact: true }).check({ force: true })
  await expect(page.getByLabel('Volume', { exact: true })).toHaveValue('348.7')
  await page.getByRole('radio', { name: 'Imperial gallons', exact: true }).check({ force: true })
  await expect(page.getByLabel('Volume', { exact: true })).toHaveValue('290.4')
  await page.getByRole('radio', { name: 'Litres', exact: true }).check({ force: true })
  await expect(page.getByLabel('Volume', { exact: true })).toHaveValue(/^1320(\.\d)?$/)
  await page.getByRole('button', { name: 'Next' }).click()
  await page.getByLabel('Set to').fill('38')
  await page.getByRole('radio', { name: '°F', exact: true }).check({ force: true })
  await expect(page.getByLabel('Set to')).toHaveValue('100.4')
  await page.getByLabel('Set to').fill('106')
  await page.getByRole('button', { name: 'Next' }).click()
  await page.getByRole('button', { name: 'Save and test' }).click()
  await expect(page.getByText(/you entered 106; it can be 41 to 104 °F/)).toBeVisible()
})

for (const [locale, typed, unclear] of [
  ['en-US', '1,200', '1.200'],
  ['de-DE', '1.200', '1,200'],
] as const)
  test(`thousands as ${locale} writes them: ${typed}`, async ({ browser }) => {
    const page = await elsewhere(browser, { locale })
    await page.goto(`${EMPTY}/welcome`)
    await setUpTub(page, { name: `Marks ${locale}`, volume: typed })
    const unit = locale === 'en-US' ? 'US gal' : 'L'
    expect(await volumeOf(page)).toContain(`${typed} ${unit}`)
    const id = Number(/tubs\/(\d+)/.exec(page.url())?.[1])
    await page.goto(`${EMPTY}/tubs/${id}/tub`)
    await page.getByLabel('Volume', { exact: true }).fill(unclear)
    await page
      .getByRole('button', { name: /^Keep|^Save/ })
      .first()
      .click()
    await expect(page.getByText(/could mean 1\.2 or 1200/)).toBeVisible()
    await page.getByLabel('Volume', { exact: true }).fill('4500')
    await page
      .getByRole('button', { name: /^Keep|^Save/ })
      .first()
      .click()
    await expect(page.getByText(/That changes this tub from/)).toBeVisible()
    await page.goto(`${EMPTY}/tubs/${id}/now`)
    expect(await volumeOf(page)).toContain(`${typed} ${unit}`)
    await page.context().close()
  })

/** A tub of an American, on the empty server. */
const american = async (browser: import('@playwright/test').Browser, name: string) => {
  const page = await elsewhere(browser, { locale: 'en-US', timezoneId: 'America/New_York' })
  await page.goto(`${EMPTY}/welcome`)
  await page.getByRole('radio', { name: 'US gallons', exact: true }).check({ force: true })
  await page.getByLabel('Name', { exact: true }).fill(name)
  await page.getByLabel('Volume', { exact: true }).fill('350')
  await page.getByRole('button', { name: 'Next' }).click()
  await page.getByRole('radio', { name: '°F', exact: true }).check({ force: true })
  await page.getByRole('radio', { name: 'Ounces', exact: true }).check({ force: true })
  await page.getByRole('button', { name: 'Next' }).click()
  await page.getByRole('button', { name: 'Save and test' }).click()
  await expect(page).toHaveURL(/\/tubs\/\d+\/test$/)
  return { page, id: Number(/tubs\/(\d+)/.exec(page.url())?.[1]) }
}

test('a way of dosing is chosen after a soak, and its one figure stands on Soak, Dose and in the form', async ({
  browser,
}) => {
  const { page, id } = await american(browser, 'Ounces')
  await enterTest(page, { 'Free chlorine': '5', pH: '7.5', 'Total alkalinity': '100' })
  await page.goto(`${EMPTY}/tubs/${id}/soak`)
  await page.getByRole('radio', { name: '1', exact: true }).check({ force: true })
  await page.getByRole('radio', { name: '15', exact: true }).check({ force: true })
  await page.getByRole('button', { name: '1 person, 15 minutes' }).click()
  await expect(page.getByText('Since the last dose')).toBeVisible()
  await page.getByText('Other ways').click()
  await page.getByRole('button', { name: /^Choose this: By the spoon rule/ }).click()
  // Half a teaspoon of granules, 4.5 g each, for 100 US gal, 350 rounded up to 400: common practice. 9 g are 0.32 oz.
  const after = page.getByRole('region', { name: 'After the soak' })
  await expect(after.getByText(/^0\.3 oz$/)).toBeVisible()
  await after.getByRole('link', { name: /^Dose/ }).click()
  await expect(page.getByRole('heading', { name: /^One step, then a test/ })).toBeVisible()
  await expect(page.getByText(/By the spoon rule/).first()).toBeVisible()
  await page.getByRole('button', { name: /^Mark 0\.3 oz/ }).click()
  await expect(page.getByRole('timer')).toBeVisible()
  await page.context().close()
})

const PLACES = [
  'now',
  'ahead',
  'test',
  'dose',
  'visit',
  'soak',
  'programme',
  'upkeep',
  'refill',
  'refill/sheet',
  'shelf',
  'trouble',
  'record',
  'tub',
]

const WHOLE = process.env.PAVREL_WHOLE === '1'

test('every place in the units of whoever reads it', async ({ browser }) => {
  test.setTimeout(300_000)
  const { page, id } = await american(browser, 'Reader')
  await page.goto(`${EMPTY}/tubs/${id}/test`)
  for (const [name, value] of [
    ['Free chlorine', '1'],
    ['pH', '8'],
    ['Total alkalinity', '60'],
    ['Calcium hardness', '120'],
  ] as const)
    await page.getByRole('textbox', { name, exact: true }).fill(value)
  await page.getByRole('button', { name: /^Save test/ }).click()
  await expect(page).toHaveURL(/dose$/)
  const read: string[] = []
  for (const where of PLACES) {
    const text = await wordsOf(page, `${EMPTY}/tubs/${id}/${where}`)
    const metric = text.match(/.{0,40}\d ?(°C|mL|cm|mm|m²|kg|litres|L|g)\b.{0,20}/g) ?? []
    expect(
      metric.filter((line) => !/kWh|m³/.test(line)),
      where,
    ).toEqual([])
    expect(text, where).not.toMatch(/\b0\d:\d\d [AP]M/)
    read.push(text)
  }
  // What is looked for would be found.
  expect(read.join()).toMatch(/\d ?°F/)
  expect(read.join()).toMatch(/\d ?oz\b/)
  const german = await elsewhere(browser, { locale: 'de-DE', timezoneId: 'Europe/Berlin' })
  // Once by itself, so that the server knows its hour.
  await german.goto(`${DEMO}/tubs/1/now`)
  // Each place of one tub or the other; of both in the whole run.
  for (const tub of [1, 2])
    for (const where of PLACES.filter((_, i) => WHOLE || i % 2 === tub - 1)) {
      const text = await wordsOf(german, `${DEMO}/tubs/${tub}/${where}`)
      const foreign =
        text.match(/.{0,40}\d ?(°F|oz|fl oz|inch|in\b(?! )|ft²|(?:US |imp )?gal)\b.{0,20}/g) ?? []
      // The published rule for bathers counts US gallons and says so.
      expect(
        foreign.filter((line) => !/US gal(;| ÷)/.test(line)),
        `${tub}/${where}`,
      ).toEqual([])
      expect(text, where).not.toMatch(/\d [AP]M\b/)
      read.push(text)
    }
  expect(read.join()).toMatch(/\d ?°C/)
  await page.context().close()
  await german.context().close()
})
