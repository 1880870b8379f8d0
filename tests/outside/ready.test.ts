import { writeFileSync } from 'node:fs'
import type { ProgrammeId } from '@/core/programmes/programme'
import type { Method } from '@/core/testing/quantity'
import { OUTSIDE_KINDS } from './outsideTub'
import { livedMoments, type Moment, type Readiness, readinessOf } from './readiness'

const DAYS = 28
const programmes = Object.keys(OUTSIDE_KINDS) as ProgrammeId[]

const livedBy = (programme: ProgrammeId, method: Method, tubs: number): Moment[] =>
  Array.from({ length: tubs }, (_, seed) =>
    livedMoments(programme, seed, { method, days: DAYS }),
  ).flat()

/**
 * Tubs of other laws, integrated in another way and with rates drawn wider than the core starts from; their people test by drops,
 * dose by the plan and soak every other evening. What is called ready, at every hour of four weeks, against what was true.
 */
describe.each(programmes)('ready, on tubs of other laws: %s', (programme) => {
  const moments = livedBy(programme, 'drops', 5)
  test.each(['new', 'known'] as const)('%s', (stage) => {
    const found = readinessOf(moments.filter((one) => one.stage === stage))
    expect(found.ready).toBeGreaterThan(15)
    expect(found.belowFourFifths).toBeLessThanOrEqual(0.02)
    expect(found.belowHalf).toBe(0)
    expect(found.told).toBeGreaterThan(stage === 'new' ? 0.2 : 0.65)
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
