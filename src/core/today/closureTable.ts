/** What may go into the water while a closure holds; `when it is over`: it waits for the closure's own end. */
export type GoesIn =
  | 'anything'
  | 'no more sanitizer'
  | 'no more stabiliser'
  | 'when it is over'
  | 'nothing'

/** What hands may do; a pole and a net still may where the water is not touched. The strictest last. */
export const HANDS = ['free', 'not in the water', 'keep away'] as const
export type Hands = (typeof HANDS)[number]

export interface ClosureRow {
  goesIn: GoesIn
  hands: Hands
  /** It still holds of a tub with no water in it. */
  withoutWater: boolean
  /** What opens it: nothing but a test; doses, waits and tests; or somebody or something else. */
  opens: 'test' | 'water care' | 'more'
  /** `off`: there is no power, or the breaker has to stay off. */
  power: 'on' | 'off'
  /** Passes by itself, or is no more than what is being done: no log of a month tells it. */
  ordinary: boolean
}

const row = (
  goesIn: GoesIn,
  hands: Hands,
  opens: ClosureRow['opens'],
  more: Partial<ClosureRow> = {},
): ClosureRow => ({
  goesIn,
  hands,
  opens,
  withoutWater: false,
  ordinary: false,
  power: 'on',
  ...more,
})

const EMPTY_TOO = { withoutWater: true }
const OFF: Partial<ClosureRow> = { power: 'off' }
const ORDINARY = { ordinary: true }

/** Why a tub is shut, the gravest first, and what each comes to. No other place sorts closures by their codes. */
export const CLOSURE_TABLE = {
  'electrical fault': row('nothing', 'keep away', 'more', { ...EMPTY_TOO, ...OFF }),
  fumes: row('nothing', 'keep away', 'more', EMPTY_TOO),
  accident: row('nothing', 'not in the water', 'more', { ...EMPTY_TOO, ...OFF }),
  'someone unwell': row('nothing', 'not in the water', 'more', EMPTY_TOO),
  'incompatible sanitizers': row('nothing', 'not in the water', 'more', EMPTY_TOO),
  'closed down': row('nothing', 'free', 'more', EMPTY_TOO),
  'flush in the water': row('nothing', 'free', 'more'),
  'refill under way': row('nothing', 'free', 'more'),
  'people in': row('when it is over', 'free', 'water care', ORDINARY),
  'no power': row('nothing', 'free', 'more', OFF),
  'no filter': row('nothing', 'free', 'more'),
  'too hot': row('anything', 'free', 'more'),
  'dose mixing': row('anything', 'free', 'water care', ORDINARY),
  cloudy: row('anything', 'free', 'more'),
  'stood warm': row('anything', 'free', 'water care'),
  'combined chlorine high': row('anything', 'free', 'water care'),
  'stabiliser too high': row('no more stabiliser', 'free', 'water care'),
  'sanitizer high': row('no more sanitizer', 'free', 'water care'),
  'pH low': row('anything', 'free', 'water care'),
  'pH high': row('anything', 'free', 'water care'),
  'sanitizer low': row('anything', 'free', 'water care'),
  'start-up unfinished': row('anything', 'free', 'more'),
  'not retested': row('anything', 'free', 'test', ORDINARY),
  'readings disagree': row('anything', 'free', 'test'),
  'test too old': row('anything', 'free', 'test', ORDINARY),
  'never tested': row('anything', 'free', 'test'),
} as const satisfies Record<string, ClosureRow>

export type ClosureCode = keyof typeof CLOSURE_TABLE
export const CLOSURE_CODES = Object.keys(CLOSURE_TABLE) as ClosureCode[]

export const closureRow = (code: ClosureCode): ClosureRow => CLOSURE_TABLE[code]
