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

const DESKTOP = { width: 1280, height: 800 }

/** What night changes is colours alone: these are the rules that look at them. */
const OF_COLOURS = ['color-contrast', 'link-in-text-block']

/** Each place is looked at in full once at each width, of one tub or the other; all four together in the whole run. */
const LOOKS =
  process.env.PAVREL_WHOLE === '1'
    ? ([
        [1, DESKTOP],
        [2, PHONE],
        [2, DESKTOP],
        [1, PHONE],
      ] as const)
    : ([
        [1, DESKTOP],
        [2, PHONE],
      ] as const)

for (const [tub, viewport] of LOOKS)
  test(`axe finds nothing serious on any place, by day and by night, tub ${tub}, ${viewport.width} px`, async ({
    browser,
  }) => {
    test.setTimeout(600_000)
    const context = await browser.newContext({ viewport, locale: 'en-GB' })
    const page = await context.newPage()
    const clean = watchConsole(page)
    const byDayAndNight = async () => {
      await page.emulateMedia({ colorScheme: 'light' })
      await nothingSerious(page)
      await page.emulateMedia({ colorScheme: 'dark' })
      await nothingSerious(page, OF_COLOURS)
    }
    for (const name of PLACES) {
      await page.goto(`${DEMO}/tubs/${tub}/${name}`)
      await byDayAndNight()
    }
    await page.getByRole('button', { name: 'More' }).click()
    await expect(page.getByRole('dialog')).toBeVisible()
    await byDayAndNight()
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
