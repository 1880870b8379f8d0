import { clashes } from '@/core/today/visit/place'
import type { Held, Need, Task } from '@/core/today/visit/task'

/** One order of the hands, put down minute by minute: slow, plain, and by nothing of the search but what a clash is. */
export interface Put {
  key: string
  start: number
  handsEnd: number
  waitEnd: number
}

const stateOf = (need: Need) => ({
  power: need.power ? [need.power] : undefined,
  jets: need.jets,
  cover: need.cover,
})
const RESTING = { power: 'on', jets: 'off', cover: 'closed' } as const
const PREFERRED = {
  power: ['on', 'off'],
  jets: ['on', 'low', 'off'],
  cover: ['open', 'half open', 'closed'],
}

export const putDown = (
  order: readonly Task[],
  held: readonly Held[],
  start: number,
): { put: Put[]; cost: number[] } | undefined => {
  const put: Put[] = []
  const task = (key: string) => order.find((one) => one.key === key) as Task
  for (const one of order) {
    if (
      one.after.some(
        ({ key }) => order.some((o) => o.key === key) && !put.some((p) => p.key === key),
      )
    )
      return undefined
    const fits = (at: number): boolean => {
      if (put.some((p) => at < p.handsEnd)) return false
      if (one.notBefore !== undefined && start + at * 60_000 < one.notBefore) return false
      for (const { key, gapMinutes } of one.after) {
        const before = put.find((p) => p.key === key)
        if (before && at < before.handsEnd + gapMinutes) return false
      }
      const hands = at + one.handsMinutes
      for (const p of put) {
        const other = task(p.key)
        if (other.tub !== one.tub || p.waitEnd === p.handsEnd || (other.pours && one.pours))
          continue
        if (at < p.waitEnd && clashes(one.needs, other.holds)) return false
        if (one.waitMinutes > 0 && hands < p.waitEnd && clashes(one.holds, other.holds))
          return false
      }
      for (const h of held) {
        const until = (h.until - start) / 60_000
        if (h.tub !== one.tub || (h.pours && one.pours)) continue
        if (at < until && clashes(one.needs, h.holds)) return false
        if (one.waitMinutes > 0 && hands < until && clashes(one.holds, h.holds)) return false
      }
      return true
    }
    let at = 0
    while (!fits(at)) {
      at += 1
      if (at > 10_000) return undefined
    }
    const handsEnd = at + one.handsMinutes
    put.push({ key: one.key, start: at, handsEnd, waitEnd: handsEnd + one.waitMinutes })
  }
  const tubs = [...new Set([...order, ...held].map(({ tub }) => tub))]
  let switches = 0
  const readies: number[] = []
  for (const tub of tubs) {
    const state: Record<string, string> = { ...RESTING }
    const settle = (need: Need, counts: boolean) => {
      for (const [name, allowed] of Object.entries(stateOf(need)))
        if (allowed && !(allowed as readonly string[]).includes(state[name] as string)) {
          state[name] = PREFERRED[name as keyof typeof PREFERRED].find((v) =>
            (allowed as readonly string[]).includes(v),
          ) as string
          if (counts) switches += 1
        }
    }
    for (const one of held.filter((h) => h.tub === tub)) settle(one.holds, false)
    for (const one of order.filter((t) => t.tub === tub)) {
      settle(one.needs, true)
      if (one.waitMinutes > 0) settle(one.holds, true)
    }
    for (const [name, rest] of Object.entries(RESTING)) if (state[name] !== rest) switches += 1
    readies.push(
      Math.max(
        0,
        ...put.filter((p) => task(p.key).tub === tub && task(p.key).gates).map((p) => p.waitEnd),
      ),
    )
  }
  return {
    put,
    cost: [
      Math.max(0, ...readies),
      readies.reduce((a, b) => a + b, 0),
      Math.max(0, ...put.map((p) => p.handsEnd)),
      switches,
      put.filter((p) => task(p.key).needs.power === 'off').reduce((sum, p) => sum + p.start, 0),
    ],
  }
}

export const everyOrder = <T>(items: readonly T[]): T[][] =>
  items.length <= 1
    ? [[...items]]
    : items.flatMap((one, i) =>
        everyOrder([...items.slice(0, i), ...items.slice(i + 1)]).map((rest) => [one, ...rest]),
      )
