// Finds Debian's Chromium for the browser tests, or installs it where this user may.
import { spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { fail, say } from './setUp.mjs'

/** The shell without a window's furniture draws the same pages for half the processor time: it comes first. */
const PLACES = [
  '/usr/bin/chromium-headless-shell',
  '/usr/bin/chromium',
  '/usr/bin/chromium-browser',
]
const PACKAGES = ['chromium-headless-shell', 'chromium']

const found = () =>
  [process.env.CHROMIUM, ...PLACES].find((path) => path !== undefined && existsSync(path))

const apt = (args) =>
  spawnSync('apt-get', args, {
    stdio: 'inherit',
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  }).status === 0

/** Path of a browser. */
export const chromium = () => {
  const there = found()
  if (there) return there
  const mayInstall = process.getuid?.() === 0 && existsSync('/usr/bin/apt-get')
  if (!mayInstall)
    fail(
      'The browser tests need Chromium, and this user may not install it. Install it (Debian: `sudo apt-get install chromium`) or name one by CHROMIUM=/path/to/chromium, then run `npm test` again.',
    )
  say('Installing Chromium from Debian’s packages…')
  apt(['update', '-qq'])
  const install = (name) => apt(['install', '-y', '-qq', '--no-install-recommends', name])
  if (!PACKAGES.some(install))
    fail('Chromium could not be installed by apt-get; the lines above say why.')
  return found() ?? fail('Chromium was installed and is not where it should be.')
}
