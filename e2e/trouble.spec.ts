import type { Page } from '@playwright/test'
import {
  DEMO,
  EMPTY,
  elsewhere,
  enterTest,
  expect,
  nothingSerious,
  PHONE,
  setUpTub,
  test,
  watchConsole,
} from './steps'

const atNight = (browser: Parameters<typeof elsewhere>[0]) =>
  elsewhere(browser, { viewport: PHONE, colorScheme: 'dark' })
const made = async (page: Page, name: string) => {
  await page.goto(`${EMPTY}/welcome?another=1`)
  await setUpTub(page, { name, volume: '1050' })
  return page.url().replace(/\/test$/, '')
}
/** In the picker; grave ones stand among the emergencies, too. */
const sign = (page: Page, name: string) =>
  page.getByRole('region', { name: 'What’s wrong?' }).getByRole('checkbox', { name, exact: true })
const tick = async (page: Page, name: string) => {
  await sign(page, name).check()
  await expect(sign(page, name)).toHaveAttribute('aria-busy', 'false')
  await expect(sign(page, name)).toBeChecked()
}
const title = (page: Page) => page.getByRole('heading', { level: 1 })
const cause = (page: Page, nth: number) =>
  page
    .getByRole('region', { name: /Likely causes/ })
    .getByRole('heading', { level: 3 })
    .nth(nth)
const soaked = async (page: Page, tub: string, people: string, minutes: string) => {
  await page.goto(`${tub}/record?add=soak`)
  await page.getByRole('textbox', { name: 'People', exact: true }).fill(people)
  await page.getByRole('textbox', { name: 'Minutes', exact: true }).fill(minutes)
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page).toHaveURL(/soak$/)
}
const filled = async (page: Page, tub: string) => {
  await page.goto(`${tub}/record?add=water`)
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page).toHaveURL(/record$/)
}

test('cloudy after a party, to clear again: on the phone, at night', async ({ browser }) => {
  const page = await atNight(browser)
  const quiet = watchConsole(page)
  const tub = await made(page, 'Party Tub')
  await filled(page, tub)
  await soaked(page, tub, '6', '90')
  await page.goto(`${tub}/test`)
  await enterTest(page, {
    'Free chlorine': '0.2',
    'Total chlorine': '0.4',
    pH: '7.4',
    'Total alkalinity': '100',
  })

  await page.goto(`${tub}/trouble`)
  await expect(title(page)).toHaveText('What’s wrong?')
  await tick(page, 'cloudy')
  await expect(title(page)).toHaveText(/^Cloudy water today\. Most likely /)
  await expect(page.getByText('Closed, not clear.')).toBeVisible()
  const first = await cause(page, 0).textContent()
  expect(['Sanitizer that ran out', 'Many bathers at once']).toContain(first)
  await nothingSerious(page)

  // The question that tells most; not knowing is an answer, and it is not asked again.
  const asked = await page.getByRole('button', { name: 'I don’t know' }).getAttribute('aria-label')
  await page.getByRole('button', { name: 'I don’t know' }).click()
  await expect(page.getByText('not known', { exact: true })).toBeVisible()
  const next = page.getByRole('button', { name: 'I don’t know' })
  if (await next.count()) expect(await next.getAttribute('aria-label')).not.toBe(asked)

  await page.getByRole('button', { name: 'Put these in today’s visit' }).click()
  await expect(page).toHaveURL(/visit$/)
  await expect(page.getByText(/Rinse the filter/).first()).toBeVisible()
  await expect(page.getByText('Closed, not clear.')).toBeVisible()

  // Treating it opened nothing; Now leads back here.
  await page.goto(`${tub}/now`)
  await expect(title(page)).toHaveText('Closed until it is clear.')
  await page.goto(`${tub}/trouble`)
  await expect(page.getByText('Being treated')).toBeVisible()

  // Clear again: said with one tap, which closes the case, and a test opens the tub.
  await page.getByRole('button', { name: 'It looks fine now' }).click()
  await expect(title(page)).toHaveText('What’s wrong?')
  await expect(page.getByText('Closed, not clear.')).toBeVisible()
  await expect(page.getByText(/Cloudy water: over after/)).toBeVisible()
  await page.goto(`${tub}/test`)
  await enterTest(page, { 'Free chlorine': '4', pH: '7.4' })
  await page.goto(`${tub}/trouble`)
  await expect(page.getByText('Closed, not clear.')).toBeHidden()
  await page.goto(`${tub}/record`)
  await expect(page.getByText(/Cloudy water: over after/)).toBeVisible()
  quiet()
  await page.context().close()
})

test('foam: two taps are one look, a slip is taken back, an answer changes the order', async ({
  browser,
}) => {
  const page = await atNight(browser)
  const tub = await made(page, 'Foam Tub')
  await page.goto(`${tub}/trouble`)
  await tick(page, 'foam')
  await page.locator('summary', { hasText: 'of see' }).click()
  await tick(page, 'oily film')
  await expect(title(page)).toHaveText(/^Foam and 1 more today/)
  await sign(page, 'oily film').uncheck()
  await expect(sign(page, 'oily film')).not.toBeChecked()
  await expect(title(page)).toHaveText(/^Foam today/)
  const before = await cause(page, 0).textContent()
  const filter = page.getByRole('button', { name: /Was the filter just cleaned.* yes$/ })
  await expect(filter).toBeVisible()
  await filter.click()
  await expect(cause(page, 0)).toHaveText('Filter cleaner left behind')
  expect(before).not.toBe('Filter cleaner left behind')
  // The answer is there to be changed, and its change goes back.
  await page.getByRole('button', { name: /^Change: Was the filter/ }).click()
  await expect(cause(page, 0)).toHaveText(before ?? '')
  await page.goto(`${tub}/record?kind=look`)
  await expect(page.getByRole('listitem').filter({ hasText: 'Foam' })).toHaveCount(1)
  // Foam calls for the shock, as it is said where shocks are.
  await page.goto(`${tub}/soak`)
  await expect(page.getByText('Brought forward by what was seen or smelled.')).toBeVisible()
  await page.context().close()
})

test('a flow code: the filter first, and where hands stop', async ({ browser }) => {
  const page = await atNight(browser)
  const tub = await made(page, 'Flow Tub')
  await filled(page, tub)
  await page.goto(`${tub}/trouble`)
  await page.getByText('an error code').click()
  await expect(page.getByText(/Too little water moves/)).toBeVisible()
  await tick(page, 'code: low flow')
  await expect(title(page)).toHaveText(/^A low-flow code today/)
  const causes = page.getByRole('region', { name: /Likely causes/ })
  await expect(causes.getByRole('heading', { name: 'A loaded filter' })).toBeVisible()
  for (const [about, answer] of [
    ['Is the level at the mark?', 'no'],
    ['Do the jets surge or spit air?', 'yes'],
  ] as const) {
    const button = page.getByRole('button', { name: `${about} ${answer}` })
    if (await button.isVisible().catch(() => false)) {
      await button.click()
      await expect(page.getByRole('button', { name: `Change: ${about}` })).toBeVisible()
    }
  }
  await expect(cause(page, 0)).toHaveText(/A low water level|Air in the pump/)
  await expect(page.getByText('Call a licensed technician', { exact: false }).first()).toBeVisible()
  await page.context().close()
})

test('fever: what to do first, everybody out, and only new water opens it', async ({ browser }) => {
  const page = await atNight(browser)
  const tub = await made(page, 'Fever Tub')
  await filled(page, tub)
  await page.goto(`${tub}/trouble`)
  await page.getByText('An emergency? What to do').click()
  await page.getByText('Fever after using the tub', { exact: true }).click()
  await expect(page.getByText(/See a doctor today/).first()).toBeVisible()
  // It can be read without a network, and the poison line's number is one's own.
  await page.getByLabel('Your region’s poison line').fill('not a number')
  await page.getByRole('button', { name: 'Save the number' }).click()
  await expect(page.getByText(/isn’t a phone number/)).toBeVisible()
  await page.getByLabel('Your region’s poison line').fill('01 809 2166')
  await page.getByRole('button', { name: 'Save the number' }).click()
  await expect(page.getByText(/isn’t a phone number/)).toBeHidden()
  await tick(page, 'fever')
  await expect(title(page)).toHaveText(/^Fever after using the tub\. See to this first/)
  await expect(page.getByText('Closed, someone unwell.')).toBeVisible()
  await page.goto(`${tub}/now`)
  await expect(title(page)).toHaveText('Closed. Drain and refill first.')
  await page.goto(`${tub}/trouble`)
  await page.getByRole('button', { name: 'It looks fine now' }).click()
  await expect(page.getByText('Closed, someone unwell.')).toBeVisible()
  await nothingSerious(page)
  await page.context().close()
})

test('on a wide screen with the demo’s log: evidence leads to its entry, another way out is one click', async ({
  page,
}) => {
  const quiet = watchConsole(page)
  await page.goto(`${DEMO}/tubs/2/trouble`)
  await tick(page, 'musty')
  const evidence = page.getByRole('region', { name: /Likely causes/ })
  await expect(evidence.locator('a[href*="/record/"]').first()).toBeVisible()
  await page
    .getByRole('link', { name: /^What to do about/ })
    .first()
    .click()
  await expect(page).toHaveURL(/cause=/)
  await expect(page.getByRole('region', { name: /^What to do about/ })).toBeVisible()
  await page.getByText('Every way, side by side').click()
  await expect(page.getByRole('row', { name: /Flush, drain, refill/ })).toBeVisible()
  await nothingSerious(page)
  await evidence.locator('a[href*="/record/"]').first().click()
  await expect(title(page)).toHaveText(/^Correct the/)
  await page.goBack()
  await page.getByRole('button', { name: 'It looks fine now' }).click()
  await expect(title(page)).toHaveText('What’s wrong?')
  quiet()
})
