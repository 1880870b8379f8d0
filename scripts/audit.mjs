// Known holes in the packages that are shipped, where the registry answers for them; where it does not, that is said.
import { spawnSync } from 'node:child_process'
import { say } from './setUp.mjs'

/** Whether nothing is known against the packages; undefined where nobody could say. */
export const audited = () => {
  const npm = process.platform === 'win32' ? 'npm.cmd' : 'npm'
  const { stdout } = spawnSync(npm, ['audit', '--omit=dev', '--json'], {
    encoding: 'utf8',
    timeout: 60_000,
  })
  let answer
  try {
    answer = JSON.parse(stdout)
  } catch {
    answer = {}
  }
  const counts = answer.metadata?.vulnerabilities
  if (!counts) {
    say('Audit of packages: not done, the registry here doesn’t answer for it')
    return undefined
  }
  const grave = counts.high + counts.critical
  say(`Audit of packages: ${counts.total} known, ${grave} of them high or critical`)
  for (const [name, { severity }] of Object.entries(answer.vulnerabilities ?? {}))
    console.log(`  ${name}: ${severity}`)
  return grave === 0
}
