import { DEMO, expect, nothingSerious, PHONE, test, watchConsole } from './steps'

// Nothing here writes, and each look is long: the browsers share them.
test.describe.configure({ mode: 'parallel' })

const PLACES = [
  'now',
  'ahead',
  'test',
  'test?with=drops',
  'test?with=shop',
  'test/kits',
  'test/kits/1',
  'test/photo?kit=1',
  'test/sheet',
  'dose',
  'dose/session',
  'soak',
  'programme',
  'upkeep',
  'refill',
  'shelf',
  'shelf/1',
  'record',
  'record?add=dose',
  'tub',
  'glossary',
]

for (const colorScheme of ['light', 'dark'] as const)
  for (const viewport of [{ width: 1280, height: 800 }, PHONE])
    test(`axe finds nothing serious on any place, ${colorScheme}, ${viewport.width} px`, async ({
      browser,
    }) => {
      test.setTimeout(600_000)
      const context = await browser.newContext({ colorScheme, viewport, locale: 'en-GB' })
      const page = await context.newPage()
      const clean = watchConsole(page)
      for (const tub of colorScheme === 'light' ? [1, 2] : [1])
        for (const name of PLACES) {
          await page.goto(`${DEMO}/tubs/${tub}/${name}`)
          await nothingSerious(page)
        }
      await page.getByRole('button', { name: 'More' }).click()
      await nothingSerious(page)
      clean()
      await context.close()
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
