import type { Page } from '@playwright/test'
import { DEMO, expect, nothingSerious, PHONE, test, watchConsole } from './steps'

const PLACES = [
  'now',
  'ahead',
  'test',
  'test?with=drops',
  'test?with=shop',
  'test/kits',
  'test/kits/1',
  'test/photo?kit=1',
  'record/import',
  'dose',
  'visit',
  'soak',
  'soak/sheet',
  'programme',
  'programme/methods',
  'upkeep',
  'upkeep/heat',
  'upkeep/closing',
  'refill',
  'shelf',
  'shelf/1',
  'trouble',
  'record',
  'record?add=dose',
  'record/trends',
  'record/costs',
  'record/log',
  'record/items',
  'record/data',
  'tub',
  'glossary',
]

const WIDE = { width: 1280, height: 800 }

/** The rules that look at colours, which are two thirds of what a look costs. */
const OF_COLOURS = ['color-contrast', 'link-in-text-block']

const WHOLE = process.env.PAVREL_WHOLE === '1'
/** Each place of one tub or the other; of both in the whole run. */
const TUBS = WHOLE ? [1, 2] : [0]

/**
 * Every place wide by day with all rules or on the phone by night, in turns; in the whole run each in both, with what a width can change
 * and what night changes, which is colours alone.
 */
const lookedAt = async (page: Page, asPhone: boolean) => {
  if (!WHOLE) {
    await page.emulateMedia({ colorScheme: asPhone ? 'dark' : 'light' })
    await nothingSerious(page)
    return
  }
  await page.setViewportSize(WIDE)
  await page.emulateMedia({ colorScheme: 'light' })
  await nothingSerious(page)
  await page.setViewportSize(PHONE)
  await nothingSerious(page, { without: OF_COLOURS })
  await page.emulateMedia({ colorScheme: 'dark' })
  await nothingSerious(page, { only: OF_COLOURS })
}

for (const tub of TUBS)
  test(`axe finds nothing serious on any place, wide and on a phone, by day and by night${tub ? `, tub ${tub}` : ''}`, async ({
    page,
  }) => {
    test.setTimeout(600_000)
    const clean = watchConsole(page)
    for (const [i, name] of PLACES.entries()) {
      const asPhone = i % 2 === 1
      await page.setViewportSize(asPhone ? PHONE : WIDE)
      await page.goto(`${DEMO}/tubs/${tub || 1 + (i % 2)}/${name}`)
      await lookedAt(page, asPhone)
    }
    await page.setViewportSize(PHONE)
    await page.getByRole('button', { name: 'More' }).click()
    await expect(page.getByRole('dialog')).toBeVisible()
    await nothingSerious(page)
    await page.emulateMedia({ colorScheme: 'light' })
    await nothingSerious(page, { only: OF_COLOURS })
    clean()
  })

test('a term is explained where it is used, by keyboard and without anything serious', async ({
  page,
}) => {
  await page.goto(`${DEMO}/tubs/1/dose`)
  const term = page
    .getByRole('main')
    .getByRole('button', { name: /^(alkalinity|pH|shock)$/i })
    .first()
  await term.focus()
  await page.keyboard.press('Enter')
  const meaning = page.getByRole('dialog')
  await expect(meaning).toBeVisible()
  await nothingSerious(page)
  await page.keyboard.press('Escape')
  await expect(meaning).toHaveCount(0)
  await expect(term).toBeFocused()
})
