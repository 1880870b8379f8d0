import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import {
  EMPTY,
  elsewhere,
  expect,
  nothingSerious,
  PHONE,
  reloadAsleep,
  setUpTub,
  test,
  watchConsole,
} from './steps'

const made = async (page: Page, name: string) => {
  await page.goto(`${EMPTY}/welcome?another=1`)
  await setUpTub(page, { name, volume: '1000' })
  return page.url().replace(/\/test$/, '')
}
const note = async (page: Page, tub: string, text: string) => {
  await page.goto(`${tub}/record?add=note`)
  await page.getByLabel('What happened').fill(text)
}
const save = (page: Page) => page.getByRole('button', { name: 'Save', exact: true })
/** In the list of the history, not in the line about the last change. */
const entries = (page: Page, text: string) => page.getByRole('listitem').filter({ hasText: text })

test('an answer that is lost: what became of it is found out, and it is saved once', async ({
  page,
}) => {
  const tub = await made(page, 'Lost Answer')
  await note(page, tub, 'pump hummed')
  let lost = 0
  await page.route(`${tub}/record**`, async (route) => {
    if (route.request().method() !== 'POST' || lost++ > 0) return route.fallback()
    // The server gets it and answers; the answer never arrives.
    await route.fetch()
    return route.abort('connectionreset')
  })
  await save(page).click()
  await expect(page.getByText('It may have been saved: checking…')).toBeVisible()
  await expect(page).toHaveURL(/\/record$/)
  await expect(entries(page, 'pump hummed')).toHaveCount(1)
  await page.goto(`${tub}/record?add=note`)
  await expect(page.getByText('Unsaved entry restored.')).toBeHidden()
})

test('on a phone without a network: the truth is told, the draft stays through a reload, and one press saves it once', async ({
  browser,
}) => {
  const page = await elsewhere(browser, { viewport: PHONE, colorScheme: 'dark' })
  const tub = await made(page, 'No Network')
  await note(page, tub, 'cover was frozen')
  await page.context().setOffline(true)
  await save(page).click()
  await expect(page.getByText(/It may have been saved: the server doesn’t answer/)).toBeVisible()
  await page.context().setOffline(false)
  await expect(page.getByText(/Nothing was saved: the server didn’t get it/)).toBeVisible()
  await page.goto(`${tub}/record?add=note`)
  await expect(page.getByText('Unsaved entry restored.')).toBeVisible()
  await expect(page.getByLabel('What happened')).toHaveValue('cover was frozen')
  await save(page).dblclick()
  await expect(entries(page, 'cover was frozen')).toHaveCount(1)
  await page.context().close()
})

test('what is written before the page’s code has come is heard, kept and saved', async ({
  page,
}) => {
  const clean = watchConsole(page)
  const tub = await made(page, 'Early Hand')
  await page.goto(`${tub}/test?with=meter`)
  const awake = await reloadAsleep(page)
  const field = (name: string) => page.getByRole('textbox', { name, exact: true })
  await field('Total alkalinity').fill('95')
  await field('pH').fill('7,4')
  await page.getByRole('radio', { name: 'Earlier' }).check({ force: true })
  await awake()
  await expect(page.getByRole('button', { name: 'Save test, 2 values' })).toBeVisible()
  await expect(field('Total alkalinity')).toHaveValue('95')
  await expect(page.getByRole('radio', { name: 'Earlier' })).toBeChecked()
  await field('pH').fill('7.5')
  await page.reload()
  await expect(page.getByText('Unsaved entry restored.')).toBeVisible()
  await expect(field('Total alkalinity')).toHaveValue('95')

  // A device's reply that came meanwhile goes beside what was typed, not over it.
  const reply = { device: 'Bridge', test: 'calciumHardness', status: 'over range' }
  const id = tub.split('/').at(-1)
  expect((await page.request.post(`${EMPTY}/api/tubs/${id}/device`, { data: reply })).ok()).toBe(
    true,
  )
  const again = await reloadAsleep(page)
  await field('Calcium hardness').fill('90')
  await again()
  await expect(page.getByText('2 × 90 = 180 ppm')).toBeVisible()
  await expect(field('pH')).toHaveValue('7.5')
  await page.getByRole('button', { name: 'Save test, 3 values' }).click()
  await expect(page).toHaveURL(/dose$/)
  await page.goto(`${tub}/record`)
  await expect(entries(page, 'pH 7.5, Alkalinity 95 ppm')).toHaveCount(1)
  clean()
})

test('drafts of a soak and of a step outlive a reload', async ({ page }) => {
  const tub = await made(page, 'Draft Tub')
  await page.goto(`${tub}/soak`)
  await page.getByText('More: children, lotion, party, earlier').click()
  await page.getByLabel('Of those, children').fill('1')
  await page.reload()
  await expect(page.getByText('Unsaved entry restored.')).toBeVisible()
  await page.getByText('More: children, lotion, party, earlier').click()
  await expect(page.getByLabel('Of those, children')).toHaveValue('1')
})

test('two phones change one tub: what does not collide is kept, what does is asked', async ({
  browser,
}) => {
  const one = await elsewhere(browser, { viewport: PHONE })
  const two = await elsewhere(browser, { viewport: PHONE })
  const tub = await made(one, 'Shared')
  for (const page of [one, two]) await page.goto(`${tub}/tub`)
  await one.getByLabel('Volume', { exact: true }).fill('1100')
  await one.getByRole('button', { name: 'Save changes' }).click()
  await expect(one).toHaveURL(/now$/)
  await two.getByLabel('Name', { exact: true }).fill('Shared Deck')
  await two.getByRole('button', { name: 'Save changes' }).click()
  await expect(two).toHaveURL(/now$/)
  for (const page of [one, two]) await page.goto(`${tub}/tub`)
  await expect(one.getByLabel('Volume', { exact: true })).toHaveValue('1100')
  await expect(one.getByLabel('Name', { exact: true })).toHaveValue('Shared Deck')

  await one.getByLabel('Name', { exact: true }).fill('Terrace')
  await one.getByRole('button', { name: 'Save changes' }).click()
  await expect(one).toHaveURL(/now$/)
  await two.getByLabel('Name', { exact: true }).fill('Yard')
  await two.getByRole('button', { name: 'Save changes' }).click()
  await expect(two.getByText(/Name was changed after this page was opened/)).toBeVisible()
  await nothingSerious(two)
  await two.getByRole('radio', { name: 'What it is now: Terrace' }).check({ force: true })
  await two.getByRole('button', { name: 'Save changes' }).click()
  await expect(two).toHaveURL(/now$/)
  await two.goto(`${tub}/tub`)
  await expect(two.getByLabel('Name', { exact: true })).toHaveValue('Terrace')
  for (const page of [one, two]) await page.context().close()
})

test('the owner’s data: a copy and an export are taken away, and both come back', async ({
  page,
}) => {
  const clean = watchConsole(page)
  const tub = await made(page, 'Kept Tub')
  await note(page, tub, 'before the copy')
  await save(page).click()
  await expect(entries(page, 'before the copy')).toHaveCount(1)
  await page.getByRole('link', { name: 'Your data' }).click()
  await expect(page.getByRole('heading', { name: 'Your data' })).toBeVisible()
  const taken = async (name: string) => {
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name, exact: true }).click(),
    ])
    return download.path()
  }
  const copy = await taken('Download a copy')
  const text = readFileSync(await taken('All of it, as JSON'), 'utf8')
  const sheet = readFileSync(await taken('notes'), 'utf8')
  expect(sheet).toContain('before the copy')

  await note(page, tub, 'after the copy')
  await save(page).click()
  await expect(entries(page, 'after the copy')).toHaveCount(1)
  await page.goto(`${tub}/record/data`)
  const send = async (label: string, name: string, buffer: Buffer) => {
    const [chooser] = await Promise.all([
      page.waitForEvent('filechooser'),
      page.getByText(label).click(),
    ])
    await chooser.setFiles({ name, mimeType: 'application/octet-stream', buffer })
  }
  await send('Restore from a file…', 'notes.txt', Buffer.from('not a copy'))
  await expect(page.getByText(/can’t be restored: it isn’t a database/)).toBeVisible()
  await send('Restore from a file…', 'mine.sqlite', readFileSync(copy))
  await expect(page.getByText(/^It holds \d+ entr/)).toBeVisible()
  await page.getByRole('button', { name: 'Restore it' }).click()
  await expect(
    page.getByText(/^Restored: \d+ entries\. What was here before is kept as/),
  ).toBeVisible()
  await page.goto(`${tub}/record`)
  await expect(entries(page, 'before the copy')).toHaveCount(1)
  await expect(entries(page, 'after the copy')).toHaveCount(0)

  const whole = JSON.parse(text)
  const mine = {
    ...whole,
    tubs: whole.tubs.filter((one: { name: string }) => one.name === 'Kept Tub'),
  }
  mine.tubs[0].name = 'Kept Tub again'
  await page.goto(`${tub}/record/data`)
  await send('Import an export…', 'bad.json', Buffer.from('{"format":'))
  await expect(page.getByText(/can’t be read as JSON/)).toBeVisible()
  await send('Import an export…', 'pavrel.json', Buffer.from(JSON.stringify(mine)))
  await expect(page.getByText(/1 entries|1 entry/).first()).toBeVisible()
  await page.getByRole('button', { name: 'Import', exact: true }).click()
  await expect(page.getByText('Imported: Kept Tub again.')).toBeVisible()
  clean()
})
