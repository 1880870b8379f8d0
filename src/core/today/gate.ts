import { PRODUCTS, type ProductName } from '../products/product'
import { programmeOf } from '../programmes/programme'
import type { FeederMove } from '../routine/feeder'
import type { StartStepNow } from '../routine/startUp'
import type { Instant } from '../time'
import type { Tub } from '../tub/tub'
import type { Chore } from '../upkeep/chore'
import type { Closure } from './closure'
import { closureRow, type GoesIn, type Hands } from './closureTable'
import { choreNeeds } from './visit/choreNeeds'

/** What something that is to be done asks of water, hands and power. */
export interface Asks {
  /** What goes into the water. */
  pours?: readonly ProductName[]
  /** Air, fresh water, or a step that belongs to treating this water. */
  treats?: boolean
  /** Where hands are. */
  hands: 'away' | 'at the tub' | 'in the water'
  /** It can't be done without power. */
  powered?: boolean
}

/** Let through, not before a moment where something has to be over first; or held by a closure. */
export type Passage = { passes: true; notBefore: Instant } | { passes: false; by: Closure }

/** Families whose products raise a residual, or wake one up. */
const SANITIZING = ['chlorine', 'bromine', 'oxidiser', 'biguanide', 'peroxide']

const barred = (goesIn: GoesIn, { pours = [], treats = false }: Asks): boolean => {
  switch (goesIn) {
    case 'nothing':
      return pours.length > 0 || treats
    case 'no more sanitizer':
      return pours.some((product) => SANITIZING.includes(PRODUCTS[product].family))
    case 'no more stabiliser':
      return pours.some((product) => PRODUCTS[product].perGram.cyanurateMmol > 0)
    default:
      return false
  }
}

const outOfReach = (hands: Hands, asks: Asks): boolean =>
  hands === 'keep away'
    ? asks.hands !== 'away'
    : hands === 'not in the water' && asks.hands === 'in the water'

/**
 * The only way from what is wanted to what is done: every dose, test, chore, feeder's notch and step of a start-up passes here, with
 * every closure of the tub.
 */
export const gate = (asks: Asks, found: readonly Closure[]): Passage => {
  let notBefore: Instant = 0
  for (const closure of found) {
    const { goesIn, hands, power } = closureRow(closure.code)
    if (
      barred(goesIn, asks) ||
      outOfReach(hands, asks) ||
      (power === 'off' && asks.powered === true)
    )
      return { passes: false, by: closure }
    const treats = (asks.pours?.length ?? 0) > 0 || asks.treats || asks.hands === 'in the water'
    if (goesIn === 'when it is over' && treats)
      notBefore = Math.max(notBefore, closure.until ?? Number.POSITIVE_INFINITY)
  }
  return { passes: true, notBefore }
}

export const TESTING: Asks = { hands: 'in the water' }
export const LOOKING: Asks = { hands: 'at the tub' }

export const pouring = (...pours: readonly ProductName[]): Asks => ({
  pours,
  hands: 'at the tub',
  powered: true,
})
export const AIRING: Asks = { treats: true, hands: 'at the tub', powered: true }
export const REPLACING: Asks = { hands: 'at the tub' }

/** A notch, a boost or tablets: more of what fills this feeder, or of what a cell makes. */
export const moving = (move: FeederMove, tub: Tub): Asks => {
  const tablet = programmeOf(tub.programme).dosedWith.find(
    (product) => PRODUCTS[product].goes === 'in a feeder',
  )
  const more =
    move === 'open a notch' || move === 'reopen' || move === 'boost' || move === 'load it'
  return {
    ...(more ? { pours: [tablet ?? 'sodium hypochlorite'] } : {}),
    treats: more,
    hands: 'in the water',
    ...(tablet ? {} : { powered: true }),
  }
}

export const starting = ({ product, needs }: StartStepNow): Asks => ({
  ...(needs === 'act' && product ? { pours: [product] } : {}),
  treats: true,
  hands: 'in the water',
})

/** A device without power cannot trip: the earth-fault test needs it, though it cuts it. */
const POWERED: readonly Chore['id'][] = ['earth-fault test', 'lamp', 'turn up', 'air bleed']

export const doingChore = (chore: Chore): Asks => {
  const { needs, notHere } = choreNeeds(chore)
  return {
    ...(chore.product && PRODUCTS[chore.product].goes === 'by hand'
      ? { pours: [chore.product] }
      : {}),
    hands:
      notHere === 'licensed' ? 'away' : needs.well || needs.near ? 'in the water' : 'at the tub',
    ...(POWERED.includes(chore.id) ? { powered: true } : {}),
  }
}
