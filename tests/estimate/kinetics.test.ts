import ode45 from 'ode45-cash-karp'
import {
  COMBINED_SHARE,
  passTime,
  type Rates,
  type Residual,
  WASTE_FADES,
  WASTE_REACTION,
} from '@/core/estimate/learning/kinetics'

const state = (more: Partial<Residual> = {}): Residual => ({
  sanitizer: 0.06,
  bathersDemand: 0,
  combined: 0,
  tablets: 0,
  used: 0,
  ...more,
})
const rates = (more: Partial<Rates> = {}): Rates => ({
  lossPerHour: 0.009,
  feedPerHour: 0,
  feedMmolPerGram: 0,
  cellPerHour: 0,
  fadesPerHour: WASTE_FADES,
  combinedShare: COMBINED_SHARE,
  clearsPerHour: 0.03,
  ...more,
})
const passed = (start: Residual, by: Rates, hours: number): Residual => {
  const one = { ...start }
  passTime(one, by, hours)
  return one
}

describe('against closed solutions', () => {
  test('first-order loss alone is an exponential, in whatever pieces time passes', () => {
    const whole = passed(state(), rates(), 72.37)
    expect(whole.sanitizer).toBeCloseTo(0.06 * Math.exp(-0.009 * 72.37), 12)
    let pieces = state()
    for (let i = 0; i < 50; i++) pieces = passed(pieces, rates(), 72.37 / 50)
    expect(pieces.sanitizer).toBeCloseTo(whole.sanitizer, 12)
    expect(whole.used).toBeCloseTo(0.06 - whole.sanitizer, 12)
  })
  test('a cell comes to what it makes over what is lost', () => {
    expect(
      passed(state({ sanitizer: 0 }), rates({ cellPerHour: 0.001 }), 3000).sanitizer /
        (0.001 / 0.009),
    ).toBeCloseTo(1, 2)
  })
  test('waste in excess takes everything, sanitizer in excess leaves the difference', () => {
    const few = passed(state({ bathersDemand: 0.2 }), rates({ lossPerHour: 0 }), 200)
    expect(few.sanitizer).toBeLessThan(1e-4)
    const much = passed(state({ bathersDemand: 0.02 }), rates({ lossPerHour: 0 }), 400)
    // A little fades by itself before it reacts.
    expect(much.sanitizer).toBeGreaterThan(0.04)
    expect(much.sanitizer).toBeLessThan(0.043)
  })
})

test('against a general integrator from the registry (Cash–Karp), a fortnight with waste and tablets: within 1e-3', () => {
  const by = rates({ feedPerHour: 0.006, feedMmolPerGram: 0.004 })
  const start = state({ bathersDemand: 0.08, tablets: 40 })
  for (const hours of [6, 48, 336]) {
    const solver = ode45(
      [start.sanitizer, start.bathersDemand, start.tablets],
      (into, [s = 0, w = 0, t = 0]) => {
        into[0] =
          -by.lossPerHour * s - WASTE_REACTION * s * w + by.feedPerHour * t * by.feedMmolPerGram
        into[1] = -WASTE_REACTION * s * w - WASTE_FADES * w
        into[2] = -by.feedPerHour * t
      },
      0,
      0.01,
      { tol: 1e-10 },
    )
    solver.steps(Number.POSITIVE_INFINITY, hours)
    const own = passed(start, by, hours)
    expect(solver.t).toBeCloseTo(hours, 9)
    expect(Math.abs(own.sanitizer / (solver.y[0] ?? 0) - 1)).toBeLessThan(1e-3)
    expect(own.tablets).toBeCloseTo(solver.y[2] ?? 0, 6)
  }
})
