import { writeFileSync } from 'node:fs'
import type { ProgrammeId } from '@/core/programmes/programme'
import type { Method } from '@/core/testing/quantity'
import { share } from '../share'
import { OUTSIDE_KINDS } from './outsideTub'
import { livedMoments, type Moment, type Readiness, readinessOf } from './readiness'

const DAYS = 28
const TUBS = share('outside tubs of each programme', 2, 5)
const programmes = Object.keys(OUTSIDE_KINDS) as ProgrammeId[]

const livedBy = (programme: ProgrammeId, method: Method, tubs: number): Moment[] =>
  Array.from({ length: tubs }, (_, seed) =>
    livedMoments(programme, seed, { method, days: DAYS }),
  ).flat()

/**
 * Tubs of other laws, integrated in another way and with rates drawn wider than the core starts from; their people test by drops,
 * dose by the plan and soak every other evening. What is called ready, at every hour of four weeks, against what was true.
 */
describe('ready, on tubs of other laws', () => {
  const lived = new Map(programmes.map((one) => [one, livedBy(one, 'drops', TUBS)]))
  const holds = (moments: readonly Moment[]) => {
    const found = readinessOf(moments)
    expect(found.ready).toBeGreaterThan(40 * TUBS)
    expect(found.belowFourFifths).toBeLessThanOrEqual(0.02)
    expect(found.belowHalf).toBe(0)
    return found
  }
  test.each(programmes)('%s', (programme) => {
    expect(holds(lived.get(programme) ?? []).told).toBeGreaterThan(0.65)
  })
  // Each programme's few hours of it stand apart in the table of docs/estimate.md.
  test.each(['new', 'known'] as const)('%s tubs of all of them together', (stage) => {
    const all = [...lived.values()].flat().filter((one) => one.stage === stage)
    expect(holds(all).told).toBeGreaterThan(0.7)
  })
})

const percent = (share: number) => `${(100 * share).toFixed(1)} %`
const row = (name: string, method: Method, stage: string, one: Readiness) =>
  `| ${name} | ${method} | ${stage} | ${one.moments} | ${one.ready} | ${percent(one.belowFourFifths)} | ${percent(one.belowHalf)} | ${one.lowest.toFixed(2)} | ${percent(one.told)} | ${percent(one.toldWell)} |`

if (process.env.PAVREL_TABLES)
  test('the table of docs/estimate.md', () => {
    const rows = (['drops', 'strip'] as const).flatMap((method) =>
      programmes.flatMap((programme) => {
        const moments = livedBy(programme, method, 24)
        return (['new', 'known'] as const).map((stage) =>
          row(programme, method, stage, readinessOf(moments.filter((one) => one.stage === stage))),
        )
      }),
    )
    writeFileSync('test-results/ready.md', `${rows.join('\n')}\n`)
    expect(rows).toHaveLength(4 * programmes.length)
  })
