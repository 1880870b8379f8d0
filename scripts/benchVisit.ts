// The visit's order: two tubs' Sunday beside its limit, small visits beside every order tried in turn, and beside a general solver of
// mixed-integer programs from the registry, which is given the same gaps, waits and clashes as inequalities.
import highsLoader from 'highs'
import { bestOrder } from '@/core/today/visit/order'
import { clashes } from '@/core/today/visit/place'
import type { Task } from '@/core/today/visit/task'
import { planVisit } from '@/core/today/visit/visit'
import { NOW } from '../tests/core/waters'
import { everyOrder, putDown } from '../tests/visit/byHand'
import { sunday, UNTIL } from '../tests/visit/situations'

const RUNS = 41
const LIMIT_MS = 20

const median = (work: () => unknown, runs = RUNS): number => {
  const times: number[] = []
  for (let i = 0; i < runs; i++) {
    const start = performance.now()
    work()
    times.push(performance.now() - start)
  }
  return times.sort((a, b) => a - b)[Math.floor(runs / 2)] as number
}

const both = [sunday(), { ...sunday(), id: 2 }]
const planned = planVisit(both, { now: NOW, until: UNTIL }).visit
const ms = median(() => planVisit(both, { now: NOW, until: UNTIL }))
console.log(
  `\nA visit of ${planned.acts.length} acts at two tubs: ${ms.toFixed(1)} ms, of ${LIMIT_MS} allowed.`,
)

/** Made-up tasks by a plain generator, so that every run has the same. */
const tasksOf = (count: number, seed: number): Task[] => {
  let state = seed
  const draw = (n: number) => {
    state = (state * 1103515245 + 12345) % 2147483648
    return Math.floor((state / 2147483648) * n)
  }
  return Array.from({ length: count }, (_, i): Task => {
    const kind = draw(4)
    const wait = kind === 0 ? ([20, 30, 30][draw(3)] as number) : 0
    const jets = (['on', 'low'] as const)[draw(2)] as 'on' | 'low'
    return {
      key: `t${i}`,
      tub: 1 + draw(2),
      handsMinutes: 1 + draw(10),
      waitMinutes: wait,
      needs:
        kind === 0
          ? { power: 'on', jets: [jets], cover: ['open'] }
          : kind === 1
            ? { power: 'off', well: true }
            : kind === 2
              ? { cover: ['open'], jets: ['low', 'off'] }
              : {},
      holds: kind === 0 ? { power: 'on', jets: [jets], cover: ['open'] } : {},
      after:
        i > 0 && draw(2) === 0
          ? [
              {
                key: `t${draw(i)}`,
                gapMinutes: [0, 5, 20][draw(3)] as number,
                why: { code: 'look first' },
              },
            ]
          : [],
      gates: kind < 2,
      worth: 1,
    }
  })
}

const HORIZON = 600
const SOLVER_SECONDS = 10

/** The same visit as a mixed-integer program in the format of the solver: last tub, all tubs, hands free, in that order. */
const programme = (tasks: readonly Task[]): string => {
  const rules: string[] = []
  const binaries: string[] = []
  const tubs = [...new Set(tasks.map(({ tub }) => tub))]
  tasks.forEach((one, i) => {
    const end = one.handsMinutes + one.waitMinutes
    if (one.gates) rules.push(`r${one.tub} - s${i} >= ${end}`)
    rules.push(`hands - s${i} >= ${one.handsMinutes}`)
    for (const { key, gapMinutes } of one.after) {
      const j = tasks.findIndex((other) => other.key === key)
      rules.push(`s${i} - s${j} >= ${(tasks[j] as Task).handsMinutes + gapMinutes}`)
    }
    tasks.forEach((other, j) => {
      if (j <= i) return
      const y = `y${i}x${j}`
      binaries.push(y)
      const before = (a: Task, b: Task) => {
        const off = a.tub === b.tub && a.waitMinutes > 0
        const least =
          off && clashes(b.needs, a.holds) ? a.handsMinutes + a.waitMinutes : a.handsMinutes
        const held =
          off && b.waitMinutes > 0 && clashes(b.holds, a.holds)
            ? a.handsMinutes + a.waitMinutes - b.handsMinutes
            : 0
        return Math.max(least, held)
      }
      rules.push(`s${j} - s${i} - ${HORIZON} ${y} >= ${before(one, other) - HORIZON}`)
      rules.push(`s${i} - s${j} + ${HORIZON} ${y} >= ${before(other, one)}`)
    })
  })
  for (const tub of tubs) rules.push(`last - r${tub} >= 0`)
  const sum = tubs.map((tub) => `1000 r${tub}`).join(' + ')
  return [
    'Minimize',
    ` obj: 1000000 last + ${sum} + hands`,
    'Subject To',
    ...rules.map((rule, i) => ` c${i}: ${rule}`),
    'Bounds',
    ...tasks.map((_, i) => ` 0 <= s${i} <= ${HORIZON}`),
    'Binaries',
    ...binaries.map((one) => ` ${one}`),
    'End',
  ].join('\n')
}

const weighed = ([last = 0, sum = 0, free = 0]: readonly number[]) => 1e6 * last + 1e3 * sum + free

const main = async () => {
  console.log(
    '\ntasks   this search   every order   general solver   this / solver, and what they found',
  )
  for (const count of [5, 6, 7, 8, 10, 14]) {
    const cases = Array.from({ length: count > 10 ? 3 : 5 }, (_, seed) =>
      tasksOf(count, 17 * seed + count),
    )
    const own = median(() => cases.map((tasks) => bestOrder(tasks, [], NOW)), 11) / cases.length
    let brute = Number.NaN
    if (count <= 7) {
      const start = performance.now()
      for (const tasks of cases) {
        const best = everyOrder(tasks).reduce(
          (least, order) => Math.min(least, weighed(putDown(order, [], NOW)?.cost ?? [9e9])),
          Number.POSITIVE_INFINITY,
        )
        const found = weighed(bestOrder(tasks, [], NOW).cost)
        if (found !== best) throw new Error(`${count} tasks: ${found}, every order ${best}`)
      }
      brute = (performance.now() - start) / cases.length
    }
    let general = 0
    let same = 0
    let cut = 0
    const later = { last: 0, free: 0 }
    for (const tasks of cases) {
      const solver = await highsLoader()
      const text = programme(tasks)
      const start = performance.now()
      const { Columns, Status } = solver.solve(text, { time_limit: SOLVER_SECONDS, mip_rel_gap: 0 })
      general += (performance.now() - start) / cases.length
      const value = (name: string) =>
        Math.round(Number((Columns[name] as { Primal?: number })?.Primal ?? 0))
      const tubs = [...new Set(tasks.map(({ tub }) => tub))]
      const found = weighed([
        value('last'),
        tubs.reduce((total, tub) => total + value(`r${tub}`), 0),
        value('hands'),
      ])
      const [last, , free] = bestOrder(tasks, [], NOW).cost
      if (Status !== 'Optimal') cut += 1
      else if (found === weighed(bestOrder(tasks, [], NOW).cost)) same += 1
      later.last = Math.max(later.last, last - value('last'))
      later.free = Math.max(later.free, free - value('hands'))
    }
    console.log(
      `${String(count).padStart(5)} ${own.toFixed(2).padStart(11)} ms ${Number.isNaN(brute) ? '            –' : `${brute.toFixed(0).padStart(10)} ms`} ${general.toFixed(0).padStart(13)} ms   1 : ${(general / own).toFixed(0)}; ${same} of ${cases.length} the same${same < cases.length ? `, else ready at most ${later.last} min later, hands free ${later.free}` : ''}${cut > 0 ? `, ${cut} cut off after ${SOLVER_SECONDS} s` : ''}`,
    )
  }
}

await main()
