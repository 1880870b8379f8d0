import { addProduct } from '../products/addProduct'
import { PRODUCTS, type ProductName } from '../products/product'
import { contains, middle, type Targets, width } from '../programmes/programme'
import { ALKALINITY_PPM_PER_MEQ } from '../water/constants'
import { readWater, solvePh, waterFromReading } from '../water/solveWater'
import type { Water, WaterReading } from '../water/water'

/** Per litre: which products carry a water from one (alkalinity, pH) to another, closed to the air. */
export interface DosePair {
  bicarbonateMmol: number
  carbonateMmol: number
  acidMeq: number
  carbonDioxideLossMmol: number
}

/**
 * The exact pair for a change of inorganic carbon `a` (mmol/L) and of alkalinity `b` (meq/L), with the least CO₂ to be lost.
 * Bicarbonate moves (1, 1), carbonate (1, 2), acid (0, −1), lost CO₂ (−1, 0).
 */
export const dosePair = (a: number, b: number): DosePair => {
  const none = { bicarbonateMmol: 0, carbonateMmol: 0, acidMeq: 0, carbonDioxideLossMmol: 0 }
  if (a >= 0 && b < a) return { ...none, bicarbonateMmol: a, acidMeq: a - b }
  if (a >= 0 && b <= 2 * a) return { ...none, bicarbonateMmol: 2 * a - b, carbonateMmol: b - a }
  if (b > 0) return { ...none, carbonateMmol: b / 2, carbonDioxideLossMmol: b / 2 - a }
  return { ...none, acidMeq: -b, carbonDioxideLossMmol: -a }
}

/** Pair that takes a water to a pH and total alkalinity; undefined where no water could read so. */
export const pairTo = (
  water: Water,
  pH: number,
  totalAlkalinityPpm: number,
): DosePair | undefined => {
  const wanted = waterFromReading({ ...readWater(water), pH, totalAlkalinityPpm })
  if (!wanted) return undefined
  return dosePair(
    wanted.dissolvedInorganicCarbonMmol - water.dissolvedInorganicCarbonMmol,
    wanted.alkalinityMeq - water.alkalinityMeq,
  )
}

export type BalanceMove =
  | { kind: 'add'; product: ProductName; gramsPerLitre: number; reason: string }
  | { kind: 'aerate'; toPh: number; reason: string }

/** No step may leave the water below this, whatever it is on its way to: metal and skin suffer. Common practice. */
export const LOWEST_STEP_PH = 7.0

const gramsPerLitre = (product: ProductName, alkalinityMeq: number) =>
  alkalinityMeq / PRODUCTS[product].perGram.alkalinityMeq

const addPerLitre = (water: Water, product: ProductName, grams: number) =>
  addProduct(water, product, grams, 1)

/** Grams per litre of a product at which the pH is reached; bisection, to 1e-7 g/L. */
export const gramsToPh = (water: Water, product: ProductName, pH: number): number => {
  const rises = PRODUCTS[product].perGram.alkalinityMeq > 0
  let low = 0
  let high = 1
  for (let i = 0; i < 60 && high - low > 1e-7; i++) {
    const grams = (low + high) / 2
    const short = rises
      ? solvePh(addPerLitre(water, product, grams)) < pH
      : solvePh(addPerLitre(water, product, grams)) > pH
    if (short) low = grams
    else high = grams
  }
  return (low + high) / 2
}

const ALKALINITY_FIRST = 'Alkalinity goes first: it sets how far pH will move.'
const HIGH_ONE_FIRST =
  'pH is high and alkalinity low, so the high one comes down first; the bicarbonate after it nudges pH back up a little.'

/**
 * The moves, in order, that bring pH and total alkalinity into their bands: solved together through the carbonate
 * equilibrium, aiming at the middle of a band that is missed and leaving alone what is in band. Order after common
 * practice: alkalinity first; where one is high and the other low, the high one first; both high, acid serves both.
 */
export const balanceMoves = (water: Water, targets: Targets): BalanceMove[] => {
  const reading: WaterReading = readWater(water)
  const { pH: phBand, totalAlkalinity: alkalinityBand } = targets
  const aimPh = middle(phBand)
  const aimAlkalinity = middle(alkalinityBand)
  const inside = width(alkalinityBand) / 4
  const { pH, totalAlkalinityPpm: alkalinity } = reading
  const low = alkalinity < alkalinityBand.low && !contains(alkalinityBand, alkalinity)
  const high = alkalinity > alkalinityBand.high && !contains(alkalinityBand, alkalinity)
  const acidic = pH < phBand.low && !contains(phBand, pH)
  const alkaline = pH > phBand.high && !contains(phBand, pH)

  const fromPair = (targetPh: number, targetAlkalinity: number): BalanceMove[] => {
    const pair = pairTo(water, targetPh, targetAlkalinity)
    if (!pair) return []
    const moves: BalanceMove[] = []
    if (pair.bicarbonateMmol > 0)
      moves.push({
        kind: 'add',
        product: 'sodium bicarbonate',
        gramsPerLitre: gramsPerLitre('sodium bicarbonate', pair.bicarbonateMmol),
        reason: ALKALINITY_FIRST,
      })
    if (pair.carbonateMmol > 0)
      moves.push({
        kind: 'add',
        product: 'sodium carbonate',
        gramsPerLitre: gramsPerLitre('sodium carbonate', 2 * pair.carbonateMmol),
        reason: 'Soda ash lifts pH, and alkalinity with it.',
      })
    if (pair.acidMeq > 0)
      moves.push({
        kind: 'add',
        product: 'sodium bisulfate',
        gramsPerLitre: gramsPerLitre('sodium bisulfate', -pair.acidMeq),
        reason: alkaline
          ? 'Acid brings pH down, and a little alkalinity with it.'
          : 'Takes back what the alkalinity dose adds to pH.',
      })
    if (pair.carbonDioxideLossMmol > 0)
      moves.push({
        kind: 'aerate',
        toPh: targetPh,
        reason: 'Jets drive off carbon dioxide: pH rises, alkalinity stays.',
      })
    return moves
  }

  if (low) {
    const grams = gramsPerLitre(
      'sodium bicarbonate',
      (aimAlkalinity - alkalinity) / ALKALINITY_PPM_PER_MEQ,
    )
    const afterwards = solvePh(addPerLitre(water, 'sodium bicarbonate', grams))
    if (contains(phBand, afterwards))
      return [
        {
          kind: 'add',
          product: 'sodium bicarbonate',
          gramsPerLitre: grams,
          reason: acidic
            ? `${ALKALINITY_FIRST} Here it lifts pH far enough as well.`
            : 'Alkalinity is low, and pH cannot be held without it.',
        },
      ]
    const moves = fromPair(aimPh, aimAlkalinity)
    const acid = moves.find((move) => move.kind === 'add' && move.product === 'sodium bisulfate')
    if (alkaline && acid?.kind === 'add') {
      const alone = solvePh(addPerLitre(water, 'sodium bisulfate', acid.gramsPerLitre))
      if (alone >= LOWEST_STEP_PH)
        return [
          { ...acid, reason: HIGH_ONE_FIRST },
          ...moves
            .filter((move) => move !== acid)
            .map((move) => ({ ...move, reason: 'Then alkalinity, which keeps pH where it is.' })),
        ]
    }
    return moves
  }

  if (high) {
    const lift: BalanceMove = {
      kind: 'aerate',
      toPh: aimPh,
      reason: 'Jets drive off carbon dioxide: pH comes back up, alkalinity stays down.',
    }
    const lowerTo = alkalinityBand.high - inside
    if (acidic)
      return [
        {
          kind: 'aerate',
          toPh: aimPh,
          reason:
            'Air first: pH is already low, and acid now would take it lower. Jets lift pH without touching alkalinity.',
        },
      ]
    // Acid stops at the low edge of the pH band; from there air lifts pH again and another round follows.
    const byPh = gramsToPh(water, 'sodium bisulfate', phBand.low)
    const byAlkalinity = gramsPerLitre(
      'sodium bisulfate',
      (lowerTo - alkalinity) / ALKALINITY_PPM_PER_MEQ,
    )
    const grams = Math.min(byPh, byAlkalinity)
    const afterwards = solvePh(addPerLitre(water, 'sodium bisulfate', grams))
    const acid: BalanceMove = {
      kind: 'add',
      product: 'sodium bisulfate',
      gramsPerLitre: grams,
      reason: alkaline
        ? 'Both are high: one acid dose serves both.'
        : 'Acid lowers alkalinity; pH dips to the edge of its band on the way.',
    }
    return afterwards < aimPh - 0.1 ? [acid, lift] : [acid]
  }

  if (alkaline) {
    const grams = gramsToPh(water, 'sodium bisulfate', aimPh)
    const afterwards = readWater(addPerLitre(water, 'sodium bisulfate', grams))
    if (afterwards.totalAlkalinityPpm >= alkalinityBand.low)
      return [
        {
          kind: 'add',
          product: 'sodium bisulfate',
          gramsPerLitre: grams,
          reason: 'pH is high; alkalinity has room for the little that acid takes.',
        },
      ]
    return fromPair(aimPh, alkalinityBand.low + inside)
  }

  if (acidic) {
    if (alkalinity >= aimAlkalinity)
      return [
        {
          kind: 'aerate',
          toPh: aimPh,
          reason:
            'Alkalinity is high enough, so air lifts pH: jets drive off carbon dioxide and alkalinity stays.',
        },
      ]
    const grams = gramsToPh(water, 'sodium carbonate', aimPh)
    const afterwards = readWater(addPerLitre(water, 'sodium carbonate', grams))
    const soda: BalanceMove = {
      kind: 'add',
      product: 'sodium carbonate',
      gramsPerLitre: grams,
      reason: 'Soda ash lifts pH, and alkalinity with it.',
    }
    if (afterwards.totalAlkalinityPpm <= alkalinityBand.high) return [soda]
    return [
      {
        ...soda,
        gramsPerLitre: gramsPerLitre(
          'sodium carbonate',
          (alkalinityBand.high - inside - alkalinity) / ALKALINITY_PPM_PER_MEQ,
        ),
      },
      {
        kind: 'aerate',
        toPh: aimPh,
        reason: 'More soda ash would push alkalinity over; air does the rest.',
      },
    ]
  }
  return []
}
