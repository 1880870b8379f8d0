import AxeBuilder from '@axe-core/playwright'
import { expect, type Page } from '@playwright/test'

export const DEMO = process.env.PAVREL_DEMO ?? 'http://127.0.0.1:4270'
export const EMPTY = process.env.PAVREL_EMPTY ?? 'http://127.0.0.1:4271'
export const PHONE = { width: 390, height: 844 }

/** Fails the test where the page writes an error to its console: a refused script, a hydration that does not match. */
export const watchConsole = (page: Page) => {
  const errors: string[] = []
  page.on('console', (message) => {
    if (message.type() === 'error') errors.push(message.text())
  })
  page.on('pageerror', (error) => errors.push(String(error)))
  return () => expect(errors).toEqual([])
}

export const nothingSerious = async (page: Page) => {
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'])
    .analyze()
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
  await page.getByRole('button', { name: 'Go on' }).click()
  await page.getByRole('button', { name: 'Go on' }).click()
  if (programme) await page.getByRole('radio', { name: programme }).check()
  await page.getByRole('button', { name: 'Set it up, then test' }).click()
  await expect(page).toHaveURL(/\/tubs\/\d+\/test$/)
}

export const enterTest = async (page: Page, values: Record<string, string>) => {
  for (const [name, value] of Object.entries(values))
    await page.getByRole('textbox', { name, exact: true }).fill(value)
  await page.getByRole('button', { name: /^Keep this test/ }).click()
  await expect(page).toHaveURL(/dose$/)
}

export const place = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name, exact: true })
