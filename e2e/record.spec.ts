import { readFileSync } from 'node:fs'
import {
  DEMO,
  EMPTY,
  enterTest,
  expect,
  nothingSerious,
  PHONE,
  setUpTub,
  test,
  watchConsole,
} from './steps'

test('trends: a finding as title, one cursor by pointer and keys, zoom, and what is kept', async ({
  page,
}) => {
  const clean = watchConsole(page)
  await page.goto(`${DEMO}/tubs/2/record`)
  await page.getByRole('link', { name: 'Trends' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toContainText(/\.$/)
  const moment = page.getByRole('slider', { name: 'Moment' })
  await expect(page.locator('svg.apexcharts-svg')).toBeVisible()
  await expect(page.locator('svg.apexcharts-svg .apexcharts-marker').first()).toBeVisible()
  await moment.focus()
  await page.keyboard.press('ArrowLeft')
  const last = await moment.getAttribute('aria-valuetext')
  await page.keyboard.press('ArrowLeft')
  await expect(moment).not.toHaveAttribute('aria-valuetext', last ?? '')
  await expect(moment).toHaveAttribute('aria-valuetext', /ppm|pH/)
  // A drag over the middle zooms; what it shows is asked for again, finer.
  const finer = page.waitForResponse(/\/api\/tubs\/2\/trends\?/)
  const box = await moment.boundingBox()
  if (!box) throw new Error('the picture has a place')
  await page.mouse.move(box.x + box.width * 0.4, box.y + 100)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width * 0.6, box.y + 100, { steps: 4 })
  await page.mouse.up()
  expect((await (await finer).body()).length).toBeLessThan(60_000)
  await expect(page.getByRole('button', { name: 'Zoom out' })).toBeEnabled()
  await page.getByText('The readings as a table').click()
  await expect(page.getByRole('columnheader', { name: /Free chlorine/ })).toBeVisible()
  await nothingSerious(page)

  const [png] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Picture, PNG' }).click(),
  ])
  expect(
    readFileSync(await png.path())
      .subarray(1, 4)
      .toString(),
  ).toBe('PNG')
  const [svg] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'SVG' }).click(),
  ])
  expect(readFileSync(await svg.path(), 'utf8')).toMatch(/^<svg[\s\S]*Chlorine[\s\S]*<\/svg>$/)
  const [csv] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Data, CSV' }).click(),
  ])
  const lines = readFileSync(await csv.path(), 'utf8').split('\r\n')
  expect(lines[0]).toMatch(/^at,kind,of,amount,freeChlorine/)
  expect(lines.length).toBeGreaterThan(10)
  // Enter opens what stands at the cursor.
  await moment.focus()
  await page.keyboard.press('End')
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/\/record\/\d+$/)
  clean()
})

test.describe('on a phone, at night', () => {
  test.use({ viewport: PHONE, colorScheme: 'dark', locale: 'en-US' })

  test('trends of a tub that was never tested lead to a test; charts load where they are used', async ({
    page,
  }) => {
    const clean = watchConsole(page)
    await page.goto(`${EMPTY}/welcome?another=1`)
    await setUpTub(page, { name: 'Untold', volume: '300' })
    const base = page.url().replace(/\/test$/, '')
    const scripts: string[] = []
    page.on('response', (response) => {
      if (response.url().endsWith('.js')) scripts.push(response.url())
    })
    await page.goto(`${base}/record`)
    const size = async () =>
      (await Promise.all(scripts.map(async (one) => (await page.request.get(one)).body()))).reduce(
        (sum, body) => sum + body.length,
        0,
      )
    const history = await size()
    scripts.length = 0
    await page.goto(`${base}/glossary`)
    expect(history).toBeLessThan(1.25 * (await size()))
    await page.goto(`${base}/record/trends`)
    await expect(page.getByRole('heading', { name: 'There is nothing to draw yet.' })).toBeVisible()
    await nothingSerious(page)
    await page.getByRole('link', { name: 'Test the water' }).click()
    await expect(page).toHaveURL(/\/test/)
    clean()
  })
})

test('costs: a month, what runs out, a conflict that goes when one is moved, a line that is bought', async ({
  page,
}) => {
  const clean = watchConsole(page)
  await page.goto(`${DEMO}/tubs/2/record/costs`)
  await expect(page.getByRole('heading', { level: 1 })).toContainText(/A month costs about £\d/)
  await expect(page.locator('svg.apexcharts-svg')).toBeVisible()
  await expect(page.getByText(/Dry acid and chlorine granules.*stand together/)).toBeVisible()
  await nothingSerious(page)
  await page.getByRole('link', { name: 'Dry acid' }).click()
  await page.getByLabel('Where it stands').fill('garden shed')
  await page.getByLabel('Price of a full pack').fill('cheap')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText(/Price of a full pack.*“cheap”/)).toBeVisible()
  await page.getByLabel('Price of a full pack').fill('9.40')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page).toHaveURL(/\/shelf$/)
  await page.goto(`${DEMO}/tubs/2/record/costs`)
  await expect(page.getByText(/Dry acid and chlorine granules.*stand together/)).toHaveCount(0)
  const list = page.getByRole('region', { name: /Shopping list/ })
  const bought = list.getByRole('button', { name: /^Bought: Quay strip/ })
  await bought.click()
  await expect(bought).toHaveCount(0)
  await page.getByLabel('Currency').fill('XQZ')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText(/Currency: you entered “XQZ”/)).toBeVisible()
  await page.getByLabel('Currency').fill('usd')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByRole('heading', { level: 1 })).toContainText(/\$\d/)
  // The same money everywhere.
  await page.goto(`${DEMO}/tubs/1/refill`)
  await expect(page.getByText(/\$\d/).first()).toBeVisible()
  await page.goto(`${DEMO}/tubs/2/record/costs`)
  await page.getByLabel('Currency').fill('')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByRole('heading', { level: 1 })).toContainText(/£\d/)
  clean()
})

test('a month’s log is signed as it stands, and kept as a table; what changes afterwards shows', async ({
  page,
}) => {
  const clean = watchConsole(page)
  await page.goto(`${EMPTY}/welcome?another=1`)
  await setUpTub(page, { name: 'Shown', volume: '1000' })
  const base = page.url().replace(/\/test$/, '')
  await page.goto(`${base}/record`)
  await page.getByLabel('Logged on this device by').fill('Anna')
  await page.getByRole('button', { name: 'Remember' }).click()
  await page.goto(`${base}/test?with=shop`)
  await enterTest(page, { 'Free chlorine': '4', pH: '7.5', 'Total alkalinity': '90' })
  await page.goto(`${base}/record/log`)
  await expect(page.getByRole('cell', { name: 'Anna' })).toBeVisible()
  await page.getByLabel('Signed off by').fill('Anna Beck')
  await page.getByRole('button', { name: 'Sign off' }).click()
  await expect(page.getByText(/Anna Beck, today/)).toBeVisible()
  await nothingSerious(page)
  await page.goto(`${base}/record?add=note`)
  await page.getByLabel('What happened').fill('One more thing')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText('One more thing').first()).toBeVisible()
  await page.goto(`${base}/record/log`)
  await expect(page.getByText(/added or changed since/)).toBeVisible()
  const [csv] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'As a table, CSV' }).click(),
  ])
  expect(readFileSync(await csv.path(), 'utf8')).toMatch(/test,Anna,shop/)
  await page.goto(`${base}/record/items`)
  await expect(page.getByText(/appear here once something has been logged/)).toBeVisible()
  clean()
})

test('history: found by a word, a day and a kind; undone two steps back and restored', async ({
  page,
}) => {
  const clean = watchConsole(page)
  await page.goto(`${EMPTY}/welcome?another=1`)
  await setUpTub(page, { name: 'Found', volume: '1000' })
  const base = page.url().replace(/\/test$/, '')
  for (const text of ['First of them', 'Second of them']) {
    await page.goto(`${base}/record?add=note`)
    await page.getByLabel('What happened').fill(text)
    await page.getByRole('button', { name: 'Save', exact: true }).click()
    await expect(page.getByRole('listitem').filter({ hasText: text })).toBeVisible()
  }
  await page.goto(`${base}/record?add=water`)
  await page.getByRole('radio', { name: 'litres' }).check({ force: true })
  await page.getByLabel('Water that came in').fill('40')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByRole('listitem').filter({ hasText: '4 % of the water' })).toBeVisible()
  await page.getByLabel('Search').fill('second')
  await page.getByRole('button', { name: 'Find' }).click()
  await expect(page.getByRole('listitem').filter({ hasText: 'Second of them' })).toBeVisible()
  await expect(page.getByRole('listitem').filter({ hasText: 'First of them' })).toHaveCount(0)
  await page.goto(`${base}/record?q=nowhere`)
  await expect(page.getByText('No entry matches.')).toBeVisible()
  await page.goto(`${base}/record`)
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click()
  await expect(page.getByRole('listitem').filter({ hasText: '4 % of the water' })).toHaveCount(0)
  await page.getByRole('button', { name: /^Undo one more/ }).click()
  await expect(page.getByRole('listitem').filter({ hasText: 'Second of them' })).toHaveCount(0)
  await expect(page.getByRole('listitem').filter({ hasText: 'First of them' })).toBeVisible()
  await page.getByRole('button', { name: 'Restore', exact: true }).first().click()
  await expect(page.getByRole('listitem').filter({ hasText: 'Second of them' })).toBeVisible()
  clean()
})
