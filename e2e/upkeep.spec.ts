import { DEMO, EMPTY, expect, nothingSerious, PHONE, setUpTub, test, watchConsole } from './steps'

test('the list: one tap ticks a chore, one is left out with a reason, and undo brings it back', async ({
  page,
}) => {
  const clean = watchConsole(page)
  await page.goto(`${DEMO}/tubs/2/upkeep`)
  await expect(page.getByRole('heading', { name: /chores? today, \d+ minutes/ })).toBeVisible()
  const tick = page.getByRole('button', { name: 'Mark done: Wipe the cover inside and out' })
  await tick.click()
  await expect(tick).toBeHidden()
  await page.getByRole('button', { name: 'Undo' }).first().click()
  await expect(tick).toBeVisible()

  const rinse = page.getByRole('listitem').filter({ hasText: 'Rinse the filter' }).first()
  await rinse.getByText('Instructions and options').click()
  await rinse.getByRole('button', { name: 'Skip' }).click()
  await expect(rinse.getByText(/Why skipped/)).toBeVisible()
  await rinse.getByLabel('Why skip it').fill('the spare set is in')
  await rinse.getByRole('button', { name: 'Skip' }).click()
  await expect(page.getByText('filter rinse, skipped: the spare set is in').first()).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).first().click()
  clean()
})

test('the season strip: a due mark is carried by keys and by pointer, told in words, and undone', async ({
  page,
}) => {
  await page.goto(`${DEMO}/tubs/2/upkeep`)
  await nothingSerious(page)
  const mark = page.getByRole('slider', { name: 'Wipe the cover inside and out' })
  const told = page.getByRole('status').filter({ hasText: /mark|Wipe the cover/ })
  await mark.focus()
  await expect(told).toContainText('Last done')
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowRight')
  await expect(told).toContainText(/to (Sun|Mon|Tue|Wed|Thu|Fri|Sat)/)
  await page.keyboard.press('Escape')
  await expect(told).toContainText('stays on')
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/^(Saved)?:? ?cover wipe, snoozed until/).first()).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).first().click()
  // Its place is measured once it is back in it.
  await expect(page.getByRole('button', { name: 'Restore' }).first()).toBeVisible()
  await expect(mark).toBeVisible()

  const box = await mark.boundingBox()
  if (!box) throw new Error('the mark is not drawn')
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.mouse.move(x + 30, y, { steps: 6 })
  await page.mouse.up()
  await expect(page.getByText(/cover wipe, snoozed until/).first()).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).first().click()
})

test('a chore of their own: what cannot be is said at the field, then it stands on the list', async ({
  page,
}) => {
  await page.goto(`${EMPTY}/welcome?another=1`)
  await setUpTub(page, { name: 'Chores', volume: '900' })
  await page.goto(page.url().replace(/test$/, 'upkeep/chores/new'))
  await page.getByLabel('Name', { exact: true }).fill('Oil the steps')
  await page.getByLabel('Every', { exact: true }).fill('5000')
  await page.getByRole('button', { name: 'Add it' }).click()
  await expect(
    page.getByText('Days between: you entered 5000; it can be 1 to 1825 days.'),
  ).toBeVisible()
  await page.getByLabel('Every', { exact: true }).fill('1')
  await page.getByRole('button', { name: 'Add it' }).click()
  await expect(page).toHaveURL(/upkeep\/chores$/)
  await page.getByRole('button', { name: 'Pause: Oil the steps' }).click()
  await page.getByRole('button', { name: 'Switch on: Oil the steps' }).click()
  await expect(page.getByRole('button', { name: 'Pause: Oil the steps' })).toBeVisible()
  await page.goto(page.url().replace(/\/chores$/, ''))
  await page.getByRole('button', { name: 'Mark done: Oil the steps' }).click()
  await expect(page.getByText('Oil the steps').first()).toBeVisible()
  await expect(page.getByRole('button', { name: 'Undo' }).first()).toBeVisible()
})

test('a booking calendar becomes stays and soaks, once', async ({ page }) => {
  await page.goto(`${EMPTY}/welcome?another=1`)
  await setUpTub(page, { name: 'Guests', volume: '900' })
  await page.goto(page.url().replace(/test$/, 'upkeep'))
  const day = (ahead: number) =>
    new Date(Date.now() + ahead * 86_400_000).toISOString().slice(0, 10).replaceAll('-', '')
  const file = {
    name: 'bookings.ics',
    mimeType: 'text/calendar',
    buffer: Buffer.from(
      `BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\nUID:1\r\nSUMMARY:West room\r\nDTSTART;VALUE=DATE:${day(5)}\r\nDTEND;VALUE=DATE:${day(8)}\r\nEND:VEVENT\r\nBEGIN:VEVENT\r\nDTSTART:broken\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n`,
    ),
  }
  await page.getByText('From a calendar file').click()
  await page.getByRole('button', { name: 'Import' }).click()
  await expect(page.getByText('Calendar file: choose one first (.ics).')).toBeVisible()
  for (const sentence of ['1 stays imported.', '1 were already here.']) {
    await page.locator('input[type=file]').setInputFiles(file)
    await page.getByRole('button', { name: 'Import' }).click()
    await expect(page.getByText(sentence)).toBeVisible()
    await expect(page.getByText('Event 2 is damaged and was skipped.')).toBeVisible()
  }
  await expect(page.getByRole('listitem').filter({ hasText: 'West room' })).toHaveCount(1)
  await page.goto(page.url().replace(/upkeep$/, 'soak'))
  await expect(page.getByRole('button', { name: /^Cancel: / })).toHaveCount(3)
})

test.describe('on a phone, at night', () => {
  test.use({ viewport: PHONE, colorScheme: 'dark' })

  test('a calendar address is made, answers with a calendar, and a guess does not', async ({
    page,
    request,
  }) => {
    await page.goto(`${DEMO}/tubs/1/upkeep`)
    await page.getByRole('button', { name: 'Create a link', exact: true }).click()
    const link = page.getByRole('link', { name: /\/calendar\/[\w-]+\.ics$/ })
    await expect(link).toBeVisible()
    await nothingSerious(page)
    const answer = await request.get(`${DEMO}${await link.getAttribute('href')}`)
    expect(answer.headers()['content-type']).toContain('text/calendar')
    expect(await answer.text()).toContain('Rinse the filter')
    expect((await request.get(`${DEMO}/calendar/aaaaaaaaaaaaaaaaaaaaaaaa.ics`)).status()).toBe(404)
  })

  test('a filter set from new to the soak, and the alarm while none is in', async ({ page }) => {
    await page.goto(`${EMPTY}/welcome?another=1`)
    await setUpTub(page, { name: 'Filters', volume: '900' })
    await page.goto(page.url().replace(/test$/, 'upkeep'))
    await page.getByText('Add a set').click()
    for (const name of ['Red', 'Blue']) {
      await page.getByLabel('Name', { exact: true }).fill(name)
      await page.getByRole('button', { name: 'Add it' }).click()
      await expect(
        page.getByRole('listitem').filter({ hasText: `${name} open ends` }),
      ).toBeVisible()
    }
    await page.getByRole('button', { name: 'Red: Power off: put in' }).click()
    await page.getByRole('button', { name: 'Red: Power off: take out' }).click()
    const alarm = page.getByText(/There’s been no filter in the tub for/).first()
    await expect(alarm).toBeVisible()
    await page.getByRole('button', { name: 'Blue: Power off: put in' }).click()
    await expect(alarm).toBeHidden()
    await page.getByText('Start a soak…').click()
    await page.getByRole('radio', { name: 'Hot soak' }).check({ force: true })
    await page.getByRole('button', { name: /start the timer/ }).click()
    await expect(page.getByRole('timer', { name: 'Red: soak' })).toBeVisible()
    await page.reload()
    await expect(page.getByRole('timer', { name: 'Red: soak' })).toContainText('of 60 min')
    await page.getByRole('button', { name: 'Red: Rinsed until clear' }).click()
    await page.getByRole('button', { name: 'Red: Hung to dry' }).click()
    await expect(page.getByText(/hung to dry today/)).toBeVisible()
  })
})
