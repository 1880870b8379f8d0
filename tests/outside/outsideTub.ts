import { normal } from '@/core/random'

/**
 * A tub that obeys other laws than the core's, by another integrator: loss of first order beside loss at a surface that saturates,
 * two kinds of bathers' waste that react with the residual at rates of their own, evaporation of combined halogen, and a floater
 * whose tablets give by their surface. Classic Runge–Kutta of fourth order with steps of three minutes. Amounts in ppm of the
 * sanitizer, hours. Rates are drawn wider than the core starts from; all of them assumed.
 */
export interface OutsideRates {
  /** First-order loss, per hour. */
  first: number
  /** Loss at surfaces, ppm an hour at the most, half of it at `half` ppm. */
  surface: number
  half: number
  /** Of a person-hour, ppm of sanitizer, in all. */
  demand: number
  /** Share of it that reacts within minutes. */
  quick: number
  /** L/(mg h) of the quick and the slow waste. */
  quickRate: number
  slowRate: number
  /** Slow waste that goes by itself, per hour. */
  fades: number
  /** What a full floater gives, ppm an hour; its tablets last `lasts` hours. */
  feed: number
  lasts: number
}

export interface OutsideKind {
  sanitizer: 'freeChlorine' | 'bromine' | 'biguanide' | 'peroxide'
  /** Loss a day in the middle of tubs, and its spread (of the logarithm). */
  lossADay: number
  lossSpread: number
  /** ppm a person-hour in 1,000 L. */
  demand: number
  floater: boolean
}

export const OUTSIDE_KINDS: Record<string, OutsideKind> = {
  'granular chlorine': {
    sanitizer: 'freeChlorine',
    lossADay: 0.2,
    lossSpread: 0.5,
    demand: 6,
    floater: false,
  },
  'bromide bank with oxidiser': {
    sanitizer: 'bromine',
    lossADay: 0.2,
    lossSpread: 0.5,
    demand: 13.5,
    floater: false,
  },
  'bromine tablets': {
    sanitizer: 'bromine',
    lossADay: 0.3,
    lossSpread: 0.4,
    demand: 13.5,
    floater: true,
  },
  biguanide: {
    sanitizer: 'biguanide',
    lossADay: 0.03,
    lossSpread: 0.5,
    demand: 0.6,
    floater: false,
  },
  'hydrogen peroxide': {
    sanitizer: 'peroxide',
    lossADay: 0.35,
    lossSpread: 0.4,
    demand: 3,
    floater: false,
  },
}

const lognormal = (median: number, spread: number, random: () => number) =>
  median * Math.exp(spread * normal(random))

export const drawRates = (
  kind: OutsideKind,
  litres: number,
  target: number,
  random: () => number,
): OutsideRates => {
  const loss = lognormal(kind.lossADay / 24, kind.lossSpread, random)
  const surface = 0.15 + 0.2 * random()
  return {
    first: loss * (1 - surface),
    surface: loss * surface * target * 1.3,
    half: 0.3 * target,
    demand: lognormal((kind.demand * 1000) / litres, 0.4, random),
    quick: 0.4 + 0.35 * random(),
    quickRate: 3,
    slowRate: lognormal(0.05, 0.3, random),
    fades: 1 / 50,
    feed: kind.floater ? loss * target * (0.85 + 0.3 * random()) : 0,
    lasts: 9 * 24,
  }
}

const STEP_HOURS = 0.05

export const outsideTub = (rates: OutsideRates, random: () => number) => {
  /** Residual, quick waste, slow waste. */
  let state: [number, number, number] = [0, 0, 0]
  let loaded = Number.NEGATIVE_INFINITY
  let now = 0
  const slope = (at: number, [c, q, s]: readonly number[]): [number, number, number] => {
    const residual = Math.max(0, c ?? 0)
    const quick = rates.quickRate * residual * Math.max(0, q ?? 0)
    const slow = rates.slowRate * residual * Math.max(0, s ?? 0)
    const age = (at - loaded) / rates.lasts
    // A tablet's surface shrinks with the square of its radius.
    const feed = age >= 0 && age < 1 ? rates.feed * (1 - age) ** (2 / 3) * 1.25 : 0
    return [
      feed -
        rates.first * residual -
        (rates.surface * residual) / (residual + rates.half) -
        quick -
        slow,
      -quick,
      -slow - rates.fades * (s ?? 0),
    ]
  }
  const plus = (
    a: readonly number[],
    b: readonly number[],
    h: number,
  ): [number, number, number] => [
    (a[0] ?? 0) + h * (b[0] ?? 0),
    (a[1] ?? 0) + h * (b[1] ?? 0),
    (a[2] ?? 0) + h * (b[2] ?? 0),
  ]
  const advance = (until: number) => {
    while (now < until - 1e-9) {
      const h = Math.min(STEP_HOURS, until - now)
      const k1 = slope(now, state)
      const k2 = slope(now + h / 2, plus(state, k1, h / 2))
      const k3 = slope(now + h / 2, plus(state, k2, h / 2))
      const k4 = slope(now + h, plus(state, k3, h))
      for (const [k, w] of [
        [k1, 1],
        [k2, 2],
        [k3, 2],
        [k4, 1],
      ] as const)
        state = plus(state, k, (h * w) / 6)
      state = [Math.max(0, state[0]), Math.max(0, state[1]), Math.max(0, state[2])]
      now += h
    }
  }
  return {
    advance,
    residual: () => state[0],
    /** A dose is off by an eighth. */
    add: (ppm: number) => {
      state = [Math.max(0, state[0] + ppm * (1 + 0.12 * normal(random))), state[1], state[2]]
    },
    load: () => {
      loaded = now
    },
    soak: (personHours: number) => {
      const demand = personHours * rates.demand * Math.max(0.2, 1 + 0.3 * normal(random))
      state = [state[0], state[1] + rates.quick * demand, state[2] + (1 - rates.quick) * demand]
    },
  }
}
