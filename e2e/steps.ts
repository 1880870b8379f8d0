import {
  type Browser,
  type BrowserContextOptions,
  test as base,
  expect,
  type Page,
} from '@playwright/test'
import axe from 'axe-core'
import { moveClock } from '../scripts/clock.cjs'

export { expect }

/** Each file of journeys has servers and databases of its own. */
export const DEMO = process.env.PAVREL_DEMO ?? 'http://127.0.0.1:4270'
export const EMPTY = process.env.PAVREL_EMPTY ?? 'http://127.0.0.1:4271'
export const DEMO_DB = process.env.PAVREL_DEMO_DB ?? ''
export const PHONE = { width: 390, height: 844 }

/** Waits until the page is alive: on a slow machine a press on what only code answers is lost before that. */
const living = (page: Page) =>
  page.waitForFunction(
    () =>
      // A place that is still loading stands in the page before what it will show.
      !document.querySelector('main .late') &&
      Object.keys(document.querySelector('main, form, a') ?? {}).some((key) =>
        key.startsWith('__reactProps'),
      ),
  )

/** A page whose `goto` and `reload` come back when it is alive. */
const alive = (page: Page): Page => {
  const goto = page.goto.bind(page)
  const reload = page.reload.bind(page)
  page.goto = async (...given) => {
    const response = await goto(...given)
    await living(page)
    return response
  }
  page.reload = async (...given) => {
    const response = await reload(...given)
    await living(page)
    return response
  }
  return page
}

/**
 * Reloads a page whose code is held back, as on a slow network. What it returns lets the code come, and waits for it.
 */
export const reloadAsleep = async (page: Page): Promise<() => Promise<void>> => {
  let come = () => {}
  const called = new Promise<void>((resolve) => {
    come = resolve
  })
  const code = '**/_next/static/**/*.js'
  await page.route(code, async (route) => {
    await called
    await route.continue()
  })
  await Promise.all([
    page.waitForEvent('framenavigated'),
    page.evaluate(() => window.location.reload()),
  ])
  return async () => {
    come()
    await living(page)
    await page.unroute(code)
  }
}

/** How far the clock of the servers, which is this process's too, stands from the wall's. */
const SHIFT_MS = Number(process.env.PAVREL_CLOCK_SHIFT_MS ?? 0)

export const test = base.extend({
  // Every page of this browser has the clock of the servers.
  browser: [
    async ({ browser }, use) => {
      const newContext = browser.newContext.bind(browser)
      browser.newContext = async (options) => {
        const context = await newContext(options)
        if (SHIFT_MS !== 0) await context.addInitScript(moveClock, SHIFT_MS)
        return context
      }
      await use(browser)
    },
    { scope: 'worker' },
  ],
  page: async ({ page }, use) => {
    await use(alive(page))
  },
})

/** Another person's browser, with nothing in common with the first. */
export const elsewhere = async (
  browser: Browser,
  options: BrowserContextOptions = {},
): Promise<Page> => alive(await (await browser.newContext(options)).newPage())

/**
 * Fails the test where the page writes an error to its console: a refused script, a hydration that does not match.
 * A page that has no name for a moment counts as one.
 */
export const watchConsole = (page: Page) => {
  const errors: string[] = []
  void page.addInitScript(() => {
    const named = () =>
      document.readyState === 'loading' || document.title || console.error('The page has no title')
    new MutationObserver(named).observe(document, { childList: true, subtree: true })
  })
  page.on('console', (message) => {
    if (message.type() === 'error') errors.push(message.text())
  })
  page.on('pageerror', (error) => errors.push(String(error)))
  return () => expect(errors).toEqual([])
}

/**
 * What a place says to its reader, folded parts and what only ears hear too: the server's answer to this browser, without drawing it. A
 * tenth of what a page costs, for what is only read.
 */
export const wordsOf = async (page: Page, address: string): Promise<string> => {
  const language = await page.evaluate(() => navigator.language)
  const answer = await page.context().request.get(address, {
    headers: { 'accept-language': language },
  })
  expect(answer.status(), address).toBe(200)
  const html = await answer.text()
  const said = [...html.matchAll(/ (?:aria-label|aria-valuetext|title|alt)="([^"]*)"/g)]
  const seen = html
    .replace(/<(script|style|template|title)\b[\s\S]*?<\/\1>/g, '')
    .replace(/<!--[\s\S]*?-->/g, '')
    // What stands in one line runs on; everything else begins a new one.
    .replace(/<\/?(?:a|b|i|em|strong|span|tspan|sup|sub|time|button|dfn)\b[^>]*>/g, '')
    .replace(/<[^>]*>/g, '\n')
  const MARKS: Record<string, string> = { amp: '&', lt: '<', gt: '>', quot: '"', '#x27': "'" }
  return [seen, ...said.map(([, words = '']) => words)]
    .join('\n')
    .replace(/&(amp|lt|gt|quot|#x27);/g, (whole, mark: string) => MARKS[mark] ?? whole)
}

/** @param rules `only` these, or all `without` these; all of them where nothing is given */
export const nothingSerious = async (
  page: Page,
  { only, without = [] }: { only?: string[]; without?: string[] } = {},
) => {
  // Put into a page once, however often it is asked there.
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source)
  const violations = await page.evaluate(
    async ([rules, others]) => {
      const run = (window as unknown as { axe: typeof axe }).axe.run
      const found = await run(document, {
        resultTypes: ['violations'],
        // The sheets are the app's own, and no frame is in it.
        preload: false,
        iframes: false,
        runOnly: rules
          ? { type: 'rule', values: rules }
          : { type: 'tag', values: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'] },
        rules: Object.fromEntries(others.map((rule) => [rule, { enabled: false }])),
      })
      return found.violations.map(({ id, nodes }) => ({
        id,
        nodes: nodes.map(({ target }) => ({ target: target.join(' ') })),
      }))
    },
    [only, without] as const,
  )
  expect(
    violations.map(({ id, nodes }) => `${id}: ${nodes.map(({ target }) => target).join(' ')}`),
  ).toEqual([])
}

export interface TubAnswers {
  name: string
  volume: string
  programme?: string
}

/** The first run, in its three steps. */
export const setUpTub = async (page: Page, { name, volume, programme }: TubAnswers) => {
  await page.getByLabel('Name', { exact: true }).fill(name)
  await page.getByLabel('Volume', { exact: true }).fill(volume)
  await page.getByRole('button', { name: 'Next' }).click()
  await page.getByRole('button', { name: 'Next' }).click()
  if (programme) await page.getByRole('radio', { name: programme }).check()
  await page.getByRole('button', { name: 'Save and test' }).click()
  await expect(page).toHaveURL(/\/tubs\/\d+\/test$/)
}

export const enterTest = async (page: Page, values: Record<string, string>) => {
  for (const [name, value] of Object.entries(values))
    await page.getByRole('textbox', { name, exact: true }).fill(value)
  await page.getByRole('button', { name: /^Save test/ }).click()
  await expect(page).toHaveURL(/dose$/)
}

export const place = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name, exact: true })
