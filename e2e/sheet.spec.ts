import { EMPTY, expect, nothingSerious, setUpTub, test, watchConsole } from './steps'

test('a sheet with semicolons, commas and a mistake is looked at, named, kept and taken back', async ({
  page,
}) => {
  const clean = watchConsole(page)
  await page.goto(`${EMPTY}/welcome?another=1`)
  await setUpTub(page, { name: 'Sheet Tub', volume: '1300' })
  await page.getByRole('link', { name: 'Shop', exact: false }).first().click()
  await page.getByRole('link', { name: 'Import a whole sheet' }).click()
  await page.locator('input[type=file]').setInputFiles({
    name: 'sheet.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      '\ufeffDatum;pH-Wert;Alk;Eisen\r\n1.3.2025;7,4;95;0,1\r\n8.3.2025 18:30;7,6;90;0,2\r\n9.3.2025;=7+1;90;0\r\n',
    ),
  })
  await expect(page.getByRole('heading', { name: '2 rows can be saved, 1 refused' })).toBeVisible()
  await expect(page.getByText(/Refused: .*“=7\+1” isn’t a number/)).toBeVisible()
  await page.getByLabel('Eisen is read as').selectOption({ label: 'Iron' })
  await expect(page.getByText(/Iron 0\.20 ppm/)).toBeVisible()
  await nothingSerious(page)
  await page.getByRole('button', { name: 'Save these 2 rows' }).click()
  await expect(page).toHaveURL(/record$/)
  await expect(page.getByText(/Alkalinity 95 ppm/)).toBeVisible()
  await page.getByRole('button', { name: /^Undo/ }).first().click()
  await expect(page.getByText(/Alkalinity 95 ppm/)).toHaveCount(0)
  clean()
})

test('a workbook of one’s own: a sheet is chosen, doubtful rows stand first, one is left out', async ({
  page,
}) => {
  const clean = watchConsole(page)
  await page.goto(`${EMPTY}/welcome?another=1`)
  await setUpTub(page, { name: 'Log Tub', volume: '1300' })
  await page.goto(page.url().replace('/test', '/record/data'))
  await page.getByRole('link', { name: 'Import a spreadsheet' }).click()
  await expect(page.getByRole('heading', { name: 'Import a spreadsheet' })).toBeVisible()
  await page.locator('input[type=file]').setInputFiles('tests/sheets/us-log.csv')
  await expect(page.getByRole('heading', { name: /6 rows can be saved, 2 refused/ })).toBeVisible()
  await expect(page.getByText(/“13\/32\/2025” isn’t a date/)).toBeVisible()
  await expect(page.getByText(/Temperatures are read as °F/)).toBeVisible()
  await nothingSerious(page)
  await page.getByRole('button', { name: 'Save these 6 rows' }).click()
  await expect(page).toHaveURL(/record$/)
  await expect(page.getByText('kids + friends')).toBeVisible()
  clean()
})

test('what is no sheet is refused in a sentence', async ({ page }) => {
  await page.goto(`${EMPTY}`)
  await page.goto(page.url().replace('/now', '/record/import'))
  const box = page.getByLabel('Or paste it')
  await box.fill('nothing here is a table')
  await page.getByRole('button', { name: 'Preview' }).click()
  await expect(page.getByRole('alert').filter({ hasText: /./ })).toBeVisible()
  await expect(page.getByRole('button', { name: /^Save/ })).toHaveCount(0)
})
