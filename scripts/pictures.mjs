// npm run pictures -- http://127.0.0.1:4270 : one current picture of each main view, from a running demo, into docs/screenshots/.
// PAVREL_STALE is the address of a demo written with PAVREL_DEMO_HOURS_AGO=36, for the picture of an old reading.
import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { chromium as findChromium } from './chromium.mjs'

const address = process.argv[2] ?? 'http://127.0.0.1:4270'
const folder = process.argv[3] ?? join('docs', 'screenshots')
const only = process.argv[4]
const DESKTOP = { width: 1280, height: 800 }
const PHONE = { width: 390, height: 844 }

const VIEWS = [
  ['now-desktop', '/tubs/1/now', DESKTOP, 'light'],
  ['now-stale-desktop', '/tubs/2/now', DESKTOP, 'light'],
  ['now-phone-night', '/tubs/1/now', PHONE, 'dark'],
  ['test-desktop', '/tubs/2/test', DESKTOP, 'light'],
  ['dose-desktop', '/tubs/1/dose', DESKTOP, 'light'],
  ['visit-desktop', '/tubs/1/visit', DESKTOP, 'light'],
  ['photo-phone', '/tubs/1/test/photo?kit=1', PHONE, 'light', ['Practice camera: dip and take']],
  ['costs-desktop', '/tubs/1/record/costs', DESKTOP, 'light'],
  ['programme-desktop', '/tubs/2/programme', DESKTOP, 'light'],
  ['methods-desktop', '/tubs/1/programme/methods', DESKTOP, 'light'],
  ['upkeep-desktop', '/tubs/1/upkeep', DESKTOP, 'light'],
  ['ahead-desktop', '/tubs/2/ahead', DESKTOP, 'light'],
  ['refill-desktop', '/tubs/1/refill', DESKTOP, 'light'],
  ['soak-phone-night', '/tubs/2/soak', PHONE, 'dark'],
  ['record-desktop', '/tubs/1/record', DESKTOP, 'light'],
  ['trends-desktop', '/tubs/2/record/trends', DESKTOP, 'light'],
  [
    'trouble-desktop',
    '/tubs/2/trouble',
    DESKTOP,
    'light',
    [{ tick: 'cloudy' }, { tick: 'no smell' }],
  ],
  ['heat-desktop', '/tubs/1/upkeep/heat', DESKTOP, 'light'],
  // Last, for it changes the demo: a visit as far as its first wait.
  [
    'visit-phone-night',
    '/tubs/1/visit',
    PHONE,
    'dark',
    ['Start the visit', 'It looks fine', /^(Done|Swapped)/, /^(Done|Swapped)/, /^Mark .* added$/],
  ],
]

mkdirSync(folder, { recursive: true })
const browser = await chromium.launch({
  executablePath: findChromium(),
  args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--disable-background-networking'],
})
for (const [name, path, viewport, colorScheme, press] of VIEWS) {
  if (only && !name.includes(only)) continue
  const from = name.includes('stale') ? process.env.PAVREL_STALE : address
  if (!from) continue
  const page = await browser.newPage({ viewport, colorScheme, locale: 'en-GB' })
  await page.goto(from + path)
  await page.waitForLoadState('networkidle')
  await page.evaluate(() => document.fonts.ready)
  for (const button of press ?? []) {
    if (button.tick) {
      await page.getByRole('checkbox', { name: button.tick, exact: true }).first().check()
      await page.waitForTimeout(1200)
      continue
    }
    await page.getByRole('button', { name: button }).first().click()
    await page.getByRole('listitem').first().waitFor()
    await page.waitForTimeout(1200)
    await page.getByText('Reading the picture…').waitFor({ state: 'hidden' })
  }
  await page.screenshot({ path: join(folder, `${name}.png`) })
  await page.close()
  console.log(`${name}.png`)
}
await browser.close()
