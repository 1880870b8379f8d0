import { writeFileSync } from 'node:fs'
import type { ProgrammeId } from '@/core/programmes/programme'
import { OUTSIDE_KINDS } from './outsideTub'
import { livedMoments, type Moment, readinessOf } from './readiness'

const TUBS = process.env.PAVREL_TABLES ? 20 : 6
const DAYS = 28
const METHODS = process.env.PAVREL_TABLES ? (['drops', 'strip'] as const) : (['drops'] as const)

test('x', () => {
  const rows: string[] = []
  for (const method of METHODS)
    for (const programme of Object.keys(OUTSIDE_KINDS) as ProgrammeId[]) {
      const moments: Moment[] = []
      for (let seed = 0; seed < TUBS; seed++)
        moments.push(...livedMoments(programme, seed, { method, days: DAYS }))
      for (const stage of ['new', 'known'] as const) {
        const one = readinessOf(moments.filter((m) => m.stage === stage))
        const pc = (x: number) => `${(100 * x).toFixed(1)} %`
        rows.push(
          `| ${programme} | ${method} | ${stage} | ${one.moments} | ${one.ready} | ${pc(one.belowFourFifths)} | ${pc(one.belowHalf)} | ${one.lowest.toFixed(2)} | ${pc(one.told)} |`,
        )
      }
    }
  writeFileSync('test-results/ready.md', `${rows.join('\n')}\n`)
  console.log(rows.join('\n'))
})
