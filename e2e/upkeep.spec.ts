import { DEMO, expect, nothingSerious, PHONE, test, watchConsole } from './steps'

test('the week: one tap ticks a chore, one is left out with a reason, and undo brings it back', async ({
  page,
}) => {
  const clean = watchConsole(page)
  await page.goto(`${DEMO}/tubs/2/week`)
  await expect(
    page.getByRole('heading', { name: /^This week: \d+ minutes by the tub/ }),
  ).toBeVisible()
  const cover = page.getByRole('listitem').filter({ hasText: 'Wipe the cover, inside and out' })
  await expect(cover).toContainText('due')
  await page.getByRole('button', { name: 'Done: Wipe the cover, inside and out' }).click()
  await expect(cover).toContainText('Last done today')
  await page.getByRole('button', { name: 'Undo' }).first().click()
  await expect(cover).not.toContainText('Last done today')

  const rinse = page.getByRole('listitem').filter({ hasText: 'Rinse the filter' })
  await rinse.getByText('How, and other answers').click()
  await rinse.getByRole('button', { name: 'Leave it out' }).click()
  await expect(rinse.getByText(/Why it is left out/)).toBeVisible()
  await rinse.getByLabel('Why left out').fill('the spare set is in')
  await rinse.getByRole('button', { name: 'Leave it out' }).click()
  await page.goto(`${DEMO}/tubs/2/record`)
  await expect(page.getByText('filter rinse, skipped: the spare set is in').first()).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).first().click()
  clean()
})

test.describe('on a phone, at night', () => {
  test.use({ viewport: PHONE, colorScheme: 'dark' })

  test('a calendar address is made, answers with a calendar, and a guess does not', async ({
    page,
    request,
  }) => {
    await page.goto(`${DEMO}/tubs/1/week`)
    await page.getByRole('button', { name: 'Make its address' }).click()
    const link = page.getByRole('link', { name: /\/calendar\/[\w-]+\.ics$/ })
    await expect(link).toBeVisible()
    await nothingSerious(page)
    const answer = await request.get(`${DEMO}${await link.getAttribute('href')}`)
    expect(answer.headers()['content-type']).toContain('text/calendar')
    expect(await answer.text()).toContain('Rinse the filter')
    expect((await request.get(`${DEMO}/calendar/aaaaaaaaaaaaaaaaaaaaaaaa.ics`)).status()).toBe(404)
  })
})
