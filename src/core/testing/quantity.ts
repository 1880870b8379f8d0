import { each, maybe, number, record, type ValueOf } from '../shape'

export const QUANTITIES = [
  'freeChlorine',
  'totalChlorine',
  'bromine',
  'pH',
  'totalAlkalinity',
  'calciumHardness',
  'cyanuricAcid',
  'biguanide',
  'peroxide',
  'salt',
  'borate',
  'totalDissolvedSolids',
  'copper',
  'iron',
  'phosphate',
  'temperature',
] as const

export type Quantity = (typeof QUANTITIES)[number]

export const METHODS = ['strip', 'drops', 'meter', 'shop'] as const
export type Method = (typeof METHODS)[number]

export interface QuantityFacts {
  unit: 'ppm' | '' | '°C'
  decimals: 0 | 1 | 2
  /** Outside, no test can have shown it: refused. */
  possible: readonly [number, number]
  /** Outside, it is kept only when the person says it is what it reads. */
  usual: readonly [number, number]
  /** Older than this, a reading no longer carries advice. Hours. */
  staleAfterHours: number
}

const DAY = 24

/** Units of every value: ppm (alkalinity and hardness as CaCO₃), pH on the activity scale, °C. */
export const QUANTITY: Record<Quantity, QuantityFacts> = {
  freeChlorine: {
    unit: 'ppm',
    decimals: 1,
    possible: [0, 100],
    usual: [0, 15],
    staleAfterHours: DAY,
  },
  totalChlorine: {
    unit: 'ppm',
    decimals: 1,
    possible: [0, 100],
    usual: [0, 16],
    staleAfterHours: DAY,
  },
  bromine: {
    unit: 'ppm',
    decimals: 1,
    possible: [0, 200],
    usual: [0, 25],
    staleAfterHours: DAY,
  },
  pH: {
    unit: '',
    decimals: 1,
    possible: [2, 12],
    usual: [6.4, 8.6],
    staleAfterHours: 7 * DAY,
  },
  totalAlkalinity: {
    unit: 'ppm',
    decimals: 0,
    possible: [0, 1000],
    usual: [10, 300],
    staleAfterHours: 7 * DAY,
  },
  calciumHardness: {
    unit: 'ppm',
    decimals: 0,
    possible: [0, 2000],
    usual: [0, 700],
    staleAfterHours: 60 * DAY,
  },
  cyanuricAcid: {
    unit: 'ppm',
    decimals: 0,
    possible: [0, 500],
    usual: [0, 150],
    staleAfterHours: 60 * DAY,
  },
  biguanide: {
    unit: 'ppm',
    decimals: 0,
    possible: [0, 300],
    usual: [0, 80],
    staleAfterHours: 7 * DAY,
  },
  peroxide: {
    unit: 'ppm',
    decimals: 0,
    possible: [0, 500],
    usual: [0, 150],
    staleAfterHours: DAY,
  },
  salt: {
    unit: 'ppm',
    decimals: 0,
    possible: [0, 10_000],
    usual: [0, 5000],
    staleAfterHours: 60 * DAY,
  },
  borate: {
    unit: 'ppm',
    decimals: 0,
    possible: [0, 200],
    usual: [0, 80],
    staleAfterHours: 60 * DAY,
  },
  totalDissolvedSolids: {
    unit: 'ppm',
    decimals: 0,
    possible: [0, 20_000],
    usual: [20, 6000],
    staleAfterHours: 30 * DAY,
  },
  copper: {
    unit: 'ppm',
    decimals: 2,
    possible: [0, 20],
    usual: [0, 2],
    staleAfterHours: 60 * DAY,
  },
  iron: {
    unit: 'ppm',
    decimals: 2,
    possible: [0, 20],
    usual: [0, 2],
    staleAfterHours: 60 * DAY,
  },
  phosphate: {
    unit: 'ppm',
    decimals: 2,
    possible: [0, 50],
    usual: [0, 5],
    staleAfterHours: 60 * DAY,
  },
  temperature: {
    unit: '°C',
    decimals: 1,
    possible: [0, 60],
    usual: [4, 42],
    staleAfterHours: DAY,
  },
}

/** What a test shows: any of the quantities, within what a test can have shown. */
export const READINGS = record(
  each(QUANTITIES, (quantity) => {
    const { possible, unit } = QUANTITY[quantity]
    return maybe(number(possible[0], possible[1], unit))
  }),
)
export type Readings = ValueOf<typeof READINGS>

/** Errors of readings, each a standard deviation in the unit of its quantity. */
export const DEVIATIONS = record(
  each(QUANTITIES, (quantity) => {
    const { possible, unit } = QUANTITY[quantity]
    return maybe(number(0, possible[1], unit))
  }),
)

/**
 * One standard deviation of a reading: assumed, from experience with such kits. A shop sheet reads like a photometer, but an
 * hour in a warm bottle costs sanitizer.
 */
export const readingError = (quantity: Quantity, method: Method, value: number): number => {
  const chlorineLike =
    quantity === 'freeChlorine' || quantity === 'totalChlorine' || quantity === 'bromine'
  switch (method) {
    case 'strip':
      if (chlorineLike) return 0.2 * value + 0.5
      return {
        pH: 0.2,
        totalAlkalinity: 20,
        calciumHardness: 50,
        cyanuricAcid: 20,
        biguanide: 8,
        peroxide: 15,
        salt: 200 + 0.05 * value,
        borate: 8,
        totalDissolvedSolids: 150 + 0.05 * value,
        copper: 0.15,
        iron: 0.15,
        phosphate: 0.3,
        temperature: 1,
      }[quantity]
    case 'drops':
      if (chlorineLike) return 0.04 * value + 0.25
      return {
        pH: 0.15,
        totalAlkalinity: 5 + 0.04 * value,
        calciumHardness: 5 + 0.04 * value,
        cyanuricAcid: 10,
        biguanide: 4,
        peroxide: 8,
        salt: 100 + 0.03 * value,
        borate: 5,
        totalDissolvedSolids: 100 + 0.04 * value,
        copper: 0.1,
        iron: 0.1,
        phosphate: 0.2,
        temperature: 0.5,
      }[quantity]
    case 'meter':
    case 'shop':
      if (chlorineLike) return 0.05 * value + 0.1 + (method === 'shop' ? 0.1 * value : 0)
      return {
        pH: 0.1,
        totalAlkalinity: 8,
        calciumHardness: 15,
        cyanuricAcid: 8,
        biguanide: 4,
        peroxide: 8,
        salt: 50 + 0.03 * value,
        borate: 3,
        totalDissolvedSolids: 20 + 0.03 * value,
        copper: 0.03 + 0.05 * value,
        iron: 0.03 + 0.05 * value,
        phosphate: 0.05 + 0.05 * value,
        temperature: 0.5,
      }[quantity]
  }
}

export type SanitizerQuantity = Extract<
  Quantity,
  'freeChlorine' | 'bromine' | 'biguanide' | 'peroxide'
>

/** From here on, combined chlorine is worth a shock, ppm: common practice. */
export const COMBINED_HIGH_PPM = 0.5
