import { readFileSync } from 'node:fs'
import { DEMO, EMPTY, expect, nothingSerious, PHONE, setUpTub, test, watchConsole } from './steps'

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
