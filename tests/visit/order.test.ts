import fc from 'fast-check'
import { bestOrder } from '@/core/today/visit/order'
import { clashes } from '@/core/today/visit/place'
import type { Held, Need, Task } from '@/core/today/visit/task'
import { NOW } from '../core/waters'
import { share } from '../share'
import { everyOrder, putDown } from './byHand'

const MINUTE = 60_000

const need: fc.Arbitrary<Need> = fc
  .record({
    power: fc.option(fc.constantFrom('on' as const, 'off' as const), { nil: undefined }),
    jets: fc.option(fc.subarray(['on', 'low', 'off'] as const, { minLength: 1 }), {
      nil: undefined,
    }),
    cover: fc.option(fc.subarray(['open', 'half open', 'closed'] as const, { minLength: 1 }), {
      nil: undefined,
    }),
    well: fc.boolean(),
    gas: fc.boolean(),
    near: fc.boolean(),
  })
  .map(({ power, jets, cover, well, gas, near }) => ({
    ...(power ? { power } : {}),
    ...(jets ? { jets } : {}),
    ...(cover ? { cover } : {}),
    ...(well ? { well: true as const } : {}),
    ...(gas ? { gas: true as const } : {}),
    ...(near ? { near: true as const } : {}),
  }))

/** Any tasks at two tubs; each comes after some of those before it. */
const tasks = (most: number): fc.Arbitrary<Task[]> =>
  fc
    .array(
      fc.record({
        tub: fc.constantFrom(1, 2),
        hands: fc.integer({ min: 1, max: 12 }),
        wait: fc.constantFrom(0, 0, 5, 20, 30, 60),
        needs: need,
        holds: need,
        pours: fc.boolean(),
        gates: fc.boolean(),
        later: fc.option(fc.integer({ min: 1, max: 40 }), { nil: undefined }),
        after: fc.array(fc.record({ of: fc.nat(), gap: fc.constantFrom(0, 5, 30) }), {
          maxLength: 2,
        }),
      }),
      { minLength: 1, maxLength: most },
    )
    .map((drawn) =>
      drawn.map((one, i): Task => {
        const after = one.after.flatMap(({ of, gap }) =>
          i > 0
            ? [{ key: `t${of % i}`, gapMinutes: gap, why: { code: 'look first' as const } }]
            : [],
        )
        return {
          key: `t${i}`,
          tub: one.tub,
          handsMinutes: one.hands,
          waitMinutes: one.wait,
          needs: one.needs,
          holds: one.holds,
          ...(one.pours ? { pours: true } : {}),
          ...(one.later === undefined ? {} : { notBefore: NOW + one.later * MINUTE }),
          after,
          gates: one.gates,
          worth: 1,
        }
      }),
    )

const held: fc.Arbitrary<Held[]> = fc
  .array(
    fc.record({
      tub: fc.constantFrom(1, 2),
      minutes: fc.integer({ min: 1, max: 40 }),
      holds: need,
      pours: fc.boolean(),
    }),
    { maxLength: 2 },
  )
  .map((drawn) =>
    drawn.map(
      ({ tub, minutes, holds, pours }): Held => ({
        tub,
        until: NOW + minutes * MINUTE,
        holds,
        ...(pours ? { pours: true } : {}),
      }),
    ),
  )

describe('the order of a visit', () => {
  it('is what trying every order minute by minute finds, for up to six tasks', () => {
    fc.assert(
      fc.property(tasks(6), held, (given, running) => {
        const found = bestOrder(given, running, NOW)
        expect(found.exact).toBe(true)
        let best: number[] | undefined
        for (const order of everyOrder(given)) {
          const put = putDown(order, running, NOW)
          if (put && (!best || less(put.cost, best))) best = put.cost
        }
        expect(found.cost).toEqual(best)
      }),
      { numRuns: share('orders of tasks, held to their needs', 60, 250) },
    )
  })

  it('and for seven', () => {
    fc.assert(
      fc.property(
        tasks(7).filter(({ length }) => length === 7),
        (given) => {
          let best: number[] | undefined
          for (const order of everyOrder(given)) {
            const put = putDown(order, [], NOW)
            if (put && (!best || less(put.cost, best))) best = put.cost
          }
          expect(bestOrder(given, [], NOW).cost).toEqual(best)
        },
      ),
      { numRuns: 12 },
    )
  })

  it('keeps hands to one thing, begins nothing before what it needs, lets no two states clash', () => {
    fc.assert(
      fc.property(tasks(16), held, (given, running) => {
        const { slots, order } = bestOrder(given, running, NOW, 2000)
        expect([...order].sort((a, b) => a - b)).toEqual(given.map((_, i) => i))
        const list = given.map((task, i) => ({ task, slot: slots[i] as (typeof slots)[number] }))
        for (const { task, slot } of list) {
          if (task.notBefore !== undefined)
            expect(NOW + slot.start * MINUTE).toBeGreaterThanOrEqual(task.notBefore)
          for (const { key, gapMinutes } of task.after) {
            const before = list.find((one) => one.task.key === key)
            if (before) expect(slot.start).toBeGreaterThanOrEqual(before.slot.handsEnd + gapMinutes)
          }
          for (const other of list) {
            if (other.task === task) continue
            const apart = slot.handsEnd <= other.slot.start || other.slot.handsEnd <= slot.start
            expect(apart).toBe(true)
            if (other.task.tub !== task.tub || (task.pours && other.task.pours)) continue
            if (
              other.slot.waitEnd > other.slot.handsEnd &&
              slot.start < other.slot.waitEnd &&
              slot.handsEnd > other.slot.handsEnd
            )
              expect(clashes(task.needs, other.task.holds)).toBe(false)
          }
        }
      }),
      { numRuns: share('orders of tasks, their length', 60, 300) },
    )
  })

  it('is never longer than one thing after another with its wait', () => {
    fc.assert(
      fc.property(tasks(12), (given) => {
        const plain = given.map(({ notBefore: _, ...task }) => ({
          ...task,
          after: task.after.map((one) => ({ ...one, gapMinutes: 0 })),
        }))
        const sum = plain.reduce((total, one) => total + one.handsMinutes + one.waitMinutes, 0)
        const { slots } = bestOrder(plain, [], NOW, 2000)
        expect(Math.max(...slots.map(({ handsEnd }) => handsEnd))).toBeLessThanOrEqual(sum)
      }),
      { numRuns: share('orders of tasks, with fixed ones', 50, 200) },
    )
  })

  it('is found while a page is made, though ten acts stand in no order and most orders are alike', () => {
    const acts: [string, number, Need, boolean?][] = [
      ['look', 2, { cover: ['open'], jets: ['off'] }],
      ['test', 3, { power: 'on', cover: ['open'], jets: ['off'] }, true],
      ['filter', 6, { power: 'off', well: true }, true],
      ['set', 10, {}],
      ['waterline', 5, { cover: ['open'], jets: ['low', 'off'], near: true }],
      ['wipe', 10, { cover: ['open'] }],
      ['protect', 15, { cover: ['closed'] }],
      ['earth fault', 1, { power: 'off' }, true],
      ['lamp', 1, { power: 'on' }],
    ]
    const running: Need = { power: 'on', jets: ['on'], cover: ['open'] }
    const given: Task[] = [
      ...acts.map(([key, handsMinutes, needs, gates = false]) => ({
        key,
        tub: 1,
        handsMinutes,
        waitMinutes: 0,
        needs,
        holds: {},
        after: [],
        gates,
        worth: 1,
      })),
      {
        key: 'purge',
        tub: 1,
        handsMinutes: 15,
        waitMinutes: 60,
        needs: running,
        holds: running,
        after: acts.map(([key]) => ({ key, gapMinutes: 0, why: { code: 'ends the water' } })),
        gates: true,
        worth: 1,
      },
    ]
    // A step takes about ten to thirty millionths of a second.
    expect(bestOrder(given, [], NOW, 2500)).toMatchObject({ exact: true })
  })

  it('is the same each time', () => {
    fc.assert(
      fc.property(tasks(9), held, (given, running) => {
        expect(bestOrder(given, running, NOW)).toEqual(bestOrder(given, running, NOW))
      }),
      { numRuns: 50 },
    )
  })
})

const less = (a: readonly number[], b: readonly number[]): boolean => {
  const i = a.findIndex((one, at) => one !== b[at])
  return i >= 0 && (a[i] as number) < (b[i] as number)
}
