import type { Page } from '@playwright/test'
import {
  DEMO,
  EMPTY,
  elsewhere,
  enterTest,
  expect,
  nothingSerious,
  PHONE,
  place,
  setUpTub,
  test,
  watchConsole,
} from './steps'

const LOW = { 'Free chlorine': '1', pH: '7.5', 'Total alkalinity': '50', 'Calcium hardness': '200' }

const tested = async (page: Page, name: string) => {
  await page.goto(`${EMPTY}/welcome?another=1`)
  await setUpTub(page, { name, volume: '1000' })
  const tub = page.url().replace(/\/test$/, '')
  await page.goto(`${tub}/test?with=meter`)
  await enterTest(page, LOW)
  return tub
}

const begin = async (page: Page, tub: string) => {
  await page.goto(`${tub}/visit`)
  await page.getByRole('button', { name: 'Start the visit' }).click()
  await expect(page.getByRole('button', { name: 'It looks fine' })).toBeVisible()
}

const toGo = (page: Page) => page.getByRole('heading', { name: 'To go' }).locator('..')

test.describe('on a phone at night', () => {
  test.use({ viewport: PHONE, colorScheme: 'dark' })

  test('a whole visit: a reload, a second phone, a test in the middle, a dose too soon, the end', async ({
    page,
    browser,
  }) => {
    test.setTimeout(180_000)
    const clean = watchConsole(page)
    const tub = await tested(page, 'Night Deck')
    await place(page, 'Now').click()
    await page.getByRole('button', { name: 'Start the visit' }).click()
    await expect(page.getByRole('heading', { name: /^Look at the water/ })).toBeVisible()
    await nothingSerious(page)

    // A second phone goes along by itself.
    const second = await elsewhere(browser, { viewport: PHONE })
    await second.goto(`${tub}/visit`)
    await expect(second.getByRole('button', { name: 'It looks fine' })).toBeVisible()
    await page.getByRole('button', { name: 'It looks fine' }).click()
    await expect(page.getByRole('heading', { name: /bicarbonate$/ })).toBeVisible()
    await expect(second.getByRole('heading', { name: /bicarbonate$/ })).toBeVisible()
    await second.context().close()

    await page.getByRole('button', { name: /^Mark .* added$/ }).click()
    await expect(page.getByRole('heading', { name: 'The bicarbonate is mixing' })).toBeVisible()
    await expect(page.getByRole('timer')).toContainText('of 20 min')
    await page.reload()
    await expect(page.getByRole('timer')).toContainText('of 20 min')
    await expect(
      page.getByText(/Nobody in\. Nothing else goes into the water before/),
    ).toBeVisible()
    await nothingSerious(page)

    // Elsewhere the way back stands at the top.
    await place(page, 'Soak').click()
    await expect(page.getByText('Visit under way')).toBeVisible()
    await page.getByRole('link', { name: 'Continue', exact: true }).click()
    await expect(page.getByRole('timer')).toBeVisible()

    // A test in the middle leads back, and changes what follows.
    const chlorine = toGo(page).getByText(/chlorine granules|dichlor/)
    const before = await chlorine.textContent()
    await page.goto(`${tub}/test?with=meter`)
    await page.getByRole('textbox', { name: 'Free chlorine', exact: true }).fill('0.2')
    await page.getByRole('textbox', { name: 'pH', exact: true }).fill('7.5')
    await page.getByRole('textbox', { name: 'Total alkalinity', exact: true }).fill('80')
    await page.getByRole('button', { name: /^Save test/ }).click()
    await page.getByLabel('Yes, that’s the reading').check()
    await page.getByRole('button', { name: 'Save as confirmed' }).click()
    await expect(page).toHaveURL(/visit$/)
    await expect(chlorine).not.toHaveText(before ?? '')

    // Out of order and too soon: it takes a reason, and that is journalled.
    await chlorine.click()
    await page.getByRole('button', { name: /^Mark .* added$/ }).click()
    await expect(page.getByText(/min of that wait are left/)).toBeVisible()
    await page.getByLabel(/I added it anyway. Why/).fill('poured before I looked')
    await page.getByRole('button', { name: 'Save as confirmed' }).click()
    await expect(
      page.getByText(/despite the caution: poured before I looked/).first(),
    ).toBeVisible()

    await page.getByRole('button', { name: 'End the visit here' }).click()
    await expect(page).toHaveURL(/now$/)
    await expect(page.getByText('Visit under way')).toHaveCount(0)
    clean()
  })

  test('left out with a reason, and asked for again; without a network it says so and goes on', async ({
    page,
  }) => {
    const tub = await tested(page, 'Skipping')
    await begin(page, tub)
    await page.getByText('Not today…').click()
    await page.getByRole('button', { name: 'Leave it out' }).click()
    await expect(page.getByText(/Why skipped: add a word or two/)).toBeVisible()
    await page.getByRole('radio', { name: 'bad weather' }).check({ force: true })
    await page.getByRole('button', { name: 'Leave it out' }).click()
    await expect(page.getByRole('button', { name: 'It looks fine' })).toHaveCount(0)
    await page.getByText('Look at the water and its level').click()
    await expect(page.getByText('Left out: bad weather.', { exact: false })).toBeVisible()
    await page.getByRole('button', { name: 'Do it today' }).click()
    await expect(page.getByRole('button', { name: 'It looks fine' })).toBeVisible()

    await page.context().setOffline(true)
    await expect(page.getByText(/Can’t reach the server\. Everything saved is safe/)).toBeVisible()
    await page.context().setOffline(false)
    await expect(page.getByText(/Can’t reach the server/)).toHaveCount(0)
    await page.getByRole('button', { name: 'It looks fine' }).click()
    await expect(page.getByRole('heading', { name: /bicarbonate$/ })).toBeVisible()
  })
})

test.describe('planned at the desk', () => {
  test('from either end, with both tubs, and on lanes that pointer and keys move', async ({
    page,
  }) => {
    const clean = watchConsole(page)
    await page.goto(`${DEMO}/tubs/1/visit`)
    const title = page.getByRole('heading', { level: 1 })
    await expect(title).toHaveText(/^\d+ minutes at the tub\. Ready to soak (at|tomorrow)/)
    await nothingSerious(page)
    const order = page.getByRole('heading', { name: 'What to do, and why then' }).locator('..')
    const jobs = await order.getByRole('listitem').count()
    expect(jobs).toBeGreaterThan(6)
    await expect(order.getByText('Fills the wait after', { exact: false }).first()).toBeVisible()

    // No time at all, twenty minutes, and what is no number of minutes.
    await page.getByText('Short of time, or ready by a time?').click()
    await page.getByLabel('Minutes I have').fill('0')
    await page.getByRole('button', { name: 'See what fits' }).click()
    await expect(page.getByText(/No time at all: everything is left/)).toBeVisible()
    await page.getByText('Change the time').click()
    await page.getByLabel('Minutes I have').fill('20')
    await page.getByRole('button', { name: 'See what fits' }).click()
    await expect(page.getByText(/^20 minutes: \d+ jobs are left/)).toBeVisible()
    expect(await order.getByRole('listitem').count()).toBeLessThan(jobs)
    await page.getByText('Change the time').click()
    await page.getByLabel('Minutes I have').fill('soon')
    await page.getByRole('button', { name: 'See what fits' }).click()
    await expect(page.getByText(/Minutes: you entered soon; it can be/)).toBeVisible()

    await page.goto(`${DEMO}/tubs/1/visit`)
    await page.getByText('Short of time, or ready by a time?').click()
    await page.getByRole('link', { name: 'Lamp Garden' }).last().click()
    await expect(title).toHaveText(/at the tubs/)
    await expect(order.getByText(/· Lamp Garden/).first()).toBeVisible()
    expect(await order.getByRole('listitem').count()).toBeGreaterThan(jobs)

    // By keys: the whole visit half an hour later.
    await page.goto(`${DEMO}/tubs/1/visit`)
    const start = page.getByRole('slider', { name: 'Start' })
    await start.focus()
    for (let i = 0; i < 6; i++) await page.keyboard.press('ArrowRight')
    await page.keyboard.press('Enter')
    await expect(page.getByText(/Begin at .*; that is early enough/)).toBeVisible()
    // By pointer: a job that fills one wait is carried into another.
    await page.goto(`${DEMO}/tubs/1/visit`)
    const wipe = page.getByRole('slider', { name: 'cover wipe' })
    const wipeAt = await wipe.getAttribute('aria-valuetext')
    const box = await wipe.boundingBox()
    if (!box) throw new Error('no block')
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
    await page.mouse.down()
    await page.mouse.move(box.x + box.width / 2 + 160, box.y + box.height / 2, { steps: 8 })
    await page.mouse.up()
    await expect(wipe).not.toHaveAttribute('aria-valuetext', wipeAt ?? '')
    // And a dose can't go before the one that has to mix first.
    await page.goto(`${DEMO}/tubs/1/visit`)
    const acid = page.getByRole('slider', { name: 'dry acid' })
    await acid.focus()
    for (let i = 0; i < 4; i++) await page.keyboard.press('Shift+ArrowLeft')
    await page.keyboard.press('Enter')
    await expect(page.getByText(/The dry acid can’t go before/)).toBeVisible()
    clean()
  })

  test('the weekly visit has a day, and the calendar one event for it', async ({ page }) => {
    await page.goto(`${EMPTY}/welcome?another=1`)
    await setUpTub(page, { name: 'Sunday Tub', volume: '1000' })
    const tub = page.url().replace(/\/test$/, '')
    await page.goto(`${tub}/upkeep`)
    await page.getByRole('radio', { name: 'Sun', exact: true }).check({ force: true })
    await page.getByLabel('Time', { exact: true }).fill('27:00')
    await page.getByRole('button', { name: 'Save the weekly visit' }).click()
    await expect(page.getByText(/Time: 27:00/)).toBeVisible()
    await page.getByLabel('Time', { exact: true }).fill('10:30')
    // A reload in the middle of it would cut it off.
    await Promise.all([
      page.waitForResponse((response) => response.request().method() === 'POST'),
      page.getByRole('button', { name: 'Save the weekly visit' }).click(),
    ])
    await page.reload()
    await expect(page.getByLabel('Time', { exact: true })).toHaveValue('10:30')
    await expect(page.getByRole('radio', { name: 'Sun', exact: true })).toBeChecked()
    await page.getByRole('button', { name: 'Create a link', exact: true }).click()
    await page.getByRole('button', { name: 'One event a visit', exact: true }).click()
    await expect(page.getByText('One event a visit, with its list.')).toBeVisible()
    const link = page.getByRole('link', { name: /\/calendar\/.*\.ics/ }).first()
    const address = await link.getAttribute('href')
    const feed = await page.request.get(new URL(address ?? '', page.url()).href)
    expect(await feed.text()).toMatch(/SUMMARY:Tub visit: \d+ jobs?/)
  })
})
