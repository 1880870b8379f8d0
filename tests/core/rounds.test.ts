import { writeFileSync } from 'node:fs'
import { type ProgrammeId, programmeOf } from '@/core/programmes/programme'
import { normal, seeded } from '@/core/random'
import type { Method } from '@/core/testing/quantity'
import { share } from '../share'
import { type Outcome, roundsOf } from './rounds'
import { plainReading, tubWith } from './waters'

const SCHOOLS: readonly [string, ProgrammeId, string][] = [
  ['Chlorine granules, full residual', 'granular chlorine', 'full'],
  ['Chlorine granules, moderate', 'granular chlorine', 'moderate'],
  ['Chlorine granules, firm alkalinity', 'granular chlorine', 'firm'],
  ['Bromine tablets, full residual', 'bromine tablets', 'full'],
  ['Bromine tablets, lower alkalinity', 'bromine tablets', 'soft'],
  ['Liquid chlorine, full residual', 'liquid chlorine', 'full'],
]
const PH = [6.9, 7.2, 7.5, 7.8, 8.1, 8.3]
/** From the band's edges, ppm. */
const BELOW = [-40, -20, 5]
const ABOVE = [-5, 4, 10]
const DRAWS = share('readings of each water, put right in rounds', 2, 4)

const outcomesOf = (id: ProgrammeId, presetId: string, method: Method): Outcome[] => {
  const preset = programmeOf(id).presets.find((one) => one.id === presetId)
  if (!preset) throw new Error(presetId)
  const tub = tubWith(id, { targets: preset.targets })
  const random = seeded(method.length + presetId.length)
  const { low, high } = preset.targets.totalAlkalinity
  const alkalinities = [
    ...BELOW.map((by) => Math.max(30, low + by)),
    ...ABOVE.map((by) => high + by),
  ]
  const bromine = programmeOf(id).sanitizer === 'bromine'
  return PH.flatMap((pH) =>
    alkalinities.flatMap((totalAlkalinityPpm) =>
      Array.from({ length: DRAWS }, () =>
        roundsOf(
          tub,
          plainReading({
            pH,
            totalAlkalinityPpm,
            calciumHardnessPpm: 90 + 150 * random(),
            freeChlorinePpm: bromine ? 0 : 3 * random(),
            brominePpm: bromine ? 0.5 + 3 * random() : 0,
          }),
          method,
          () => normal(random),
        ),
      ),
    ),
  )
}

const rows: string[] = []
const portion = (some: readonly Outcome[], of: (one: Outcome) => boolean) =>
  some.filter(of).length / some.length

describe.each(SCHOOLS)('%s', (name, id, preset) => {
  test.each<[Method, number]>([
    ['drops', 0.96],
    ['meter', 0.97],
    ['strip', 0.9],
  ])(
    'thirty-six waters, each read by %s with its error, are in band within two rounds',
    (method, least) => {
      const outcomes = outcomesOf(id, preset, method)
      const one = portion(outcomes, ({ rounds }) => rounds !== undefined && rounds <= 1)
      const two = portion(outcomes, ({ rounds }) => rounds !== undefined)
      const worst = Math.max(...outcomes.map(({ overshoot }) => overshoot))
      const lowest = Math.min(...outcomes.map(({ lowestPh }) => lowestPh))
      rows.push(
        `| ${name} | ${method} | ${outcomes.length} | ${(100 * one).toFixed(0)} % | ${(100 * two).toFixed(0)} % | ${(100 * portion(outcomes, ({ overshoot }) => overshoot > 1)).toFixed(1)} % | ${worst.toFixed(1)} | ${lowest.toFixed(2)} |`,
      )
      expect(two).toBeGreaterThanOrEqual(least)
      expect(portion(outcomes, ({ overshoot }) => overshoot > 1)).toBeLessThan(0.02)
      expect(worst).toBeLessThan(2)
      expect(lowest).toBeGreaterThan(6.5)
    },
  )
  // PAVREL_TABLES=1 writes the table that stands in docs/plans.md.
  afterAll(() => {
    if (process.env.PAVREL_TABLES) writeFileSync('test-results/plans.md', `${rows.join('\n')}\n`)
  })
})
