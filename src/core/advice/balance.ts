import { addEffect } from '../products/addProduct'
import { ppmPerUnit } from '../products/doseTarget'
import { PRODUCTS, type ProductName } from '../products/product'
import type { ProductEffect } from '../products/substance'
import { type Band, contains, type Targets, width } from '../programmes/programme'
import { type Choices, landingIn, phLandingIn } from '../tub/choices'
import type { Methods } from '../tub/methods'
import { waterAtPh } from '../water/aerate'
import { readWater, solvePh, waterFromReading } from '../water/solveWater'
import type { Water } from '../water/water'
import type { Balanced } from './justCorrected'
import type { BalanceReason } from './reasons'
import type { Source } from './shelf'

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
const dosePair = (a: number, b: number): DosePair => {
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

/** Where pH and alkalinity stand against their bands; the edge itself counts as in. */
export interface Imbalance {
  low: boolean
  high: boolean
  acidic: boolean
  alkaline: boolean
}

export const imbalanceOf = (
  { pH, totalAlkalinityPpm }: { pH: number; totalAlkalinityPpm: number },
  targets: Targets,
  slack: Record<Balanced, number> = { pH: 0, totalAlkalinity: 0 },
): Imbalance => {
  const out = (band: Band, value: number, by: number) =>
    !contains({ low: band.low - by, high: band.high + by }, value)
  const alkalinityOut = out(targets.totalAlkalinity, totalAlkalinityPpm, slack.totalAlkalinity)
  const phOut = out(targets.pH, pH, slack.pH)
  return {
    low: alkalinityOut && totalAlkalinityPpm < targets.totalAlkalinity.low,
    high: alkalinityOut && totalAlkalinityPpm > targets.totalAlkalinity.high,
    acidic: phOut && pH < targets.pH.low,
    alkaline: phOut && pH > targets.pH.high,
  }
}

/** A point on the map of pH and alkalinity that a round of dosing goes for. */
export interface Aim {
  pH: number
  totalAlkalinityPpm: number
}

const add = (water: Water, effect: ProductEffect, mgPerLitre: number) =>
  addEffect(water, effect, mgPerLitre / 1000, 1)

const ACID = PRODUCTS['sodium bisulfate'].perGram

/** mg/L of a product at which a pH is reached; bisection to 1e-4 mg/L, between none and a gram a litre. */
export const doseToPh = (water: Water, effect: ProductEffect, pH: number): number => {
  const rises = effect.alkalinityMeq > 0
  let low = 0
  let high = 1000
  let guess = solvePh(water)
  while (high - low > 1e-4) {
    const dose = (low + high) / 2
    guess = solvePh(add(water, effect, dose), undefined, guess)
    if (rises ? guess < pH : guess > pH) low = dose
    else high = dose
  }
  return (low + high) / 2
}

/**
 * Where to go from here, best first: the middle of a band that is missed, leaving alone what is in band and what lands there
 * by itself. Later points are for shelves that cannot reach the first. Empty where both are in band.
 */
export const balanceAims = (
  water: Water,
  { low, high, acidic, alkaline }: Imbalance,
  {
    targets,
    sources,
    choices,
  }: { targets: Targets; sources: readonly Source[]; choices: Choices & Partial<Methods> },
): Aim[] => {
  const { raisePh: lift, aim: care } = choices
  const { pH: phBand, totalAlkalinity: band } = targets
  const { pH: phNow, totalAlkalinityPpm: alkalinity } = readWater(water)
  const centre: Aim = {
    pH: phLandingIn(phBand, phNow, choices),
    totalAlkalinityPpm: landingIn(band, alkalinity, care),
  }
  const inside = width(band) / (care === 'edge' ? 8 : 4)
  const shown = (one: Water): Aim => {
    const { pH, totalAlkalinityPpm } = readWater(one)
    return { pH, totalAlkalinityPpm }
  }
  const landing = (effect: ProductEffect, mgPerLitre: number) =>
    shown(add(water, effect, mgPerLitre))
  const dose = (effect: ProductEffect, ppm: number) => ppm / ppmPerUnit(effect, 'alkalinity')
  const bases = [
    PRODUCTS['sodium bicarbonate'].perGram,
    ...sources.filter(({ product }) => PRODUCTS[product].family === 'base').map((s) => s.effect),
  ]
  const byAir = () => shown(waterAtPh(water, centre.pH))

  if (low) {
    const short = centre.totalAlkalinityPpm - alkalinity
    const whole = bases.map((base) => landing(base, dose(base, short)))
    // A base by itself, as far as pH allows: for a shelf with nothing else on it.
    const partly = bases.slice(1).flatMap((base) => {
      const most = alkaline ? 0 : doseToPh(water, base, phBand.high - width(phBand) / 6)
      return most < dose(base, short) && most > 0 ? [landing(base, most)] : []
    })
    return [...whole.filter(({ pH }) => contains(phBand, pH)), centre, ...partly]
  }
  if (high) {
    if (acidic) return [byAir()]
    // Acid stops at the low edge of the pH band; from there air lifts pH again and another round follows.
    const byPh = doseToPh(water, ACID, phBand.low)
    const byAlkalinity = dose(ACID, band.high - inside - alkalinity)
    const after = add(water, ACID, Math.min(byPh, byAlkalinity))
    const landed = shown(after)
    return [landed.pH < centre.pH - 0.1 ? shown(waterAtPh(after, centre.pH)) : landed]
  }
  if (alkaline) {
    const after = landing(ACID, doseToPh(water, ACID, centre.pH))
    return after.totalAlkalinityPpm >= band.low
      ? [after]
      : [{ pH: centre.pH, totalAlkalinityPpm: band.low + inside }]
  }
  if (acidic) {
    if (lift === 'air') return [byAir()]
    if (alkalinity >= centre.totalAlkalinityPpm && lift !== 'soda ash') return [byAir()]
    const soda = PRODUCTS['sodium carbonate'].perGram
    const after = landing(soda, doseToPh(water, soda, centre.pH))
    if (after.totalAlkalinityPpm <= band.high) return [after, byAir()]
    // As far as alkalinity allows, where air is not wanted.
    if (lift === 'soda ash')
      return [landing(soda, dose(soda, Math.max(0, band.high - inside / 2 - alkalinity)))]
    return [{ pH: centre.pH, totalAlkalinityPpm: band.high - inside }, byAir()]
  }
  return []
}

/** Why a product has its place in the correction. @param together the products and air that go in this round */
export const whyBalance = (
  product: ProductName | 'air',
  { low, high, acidic, alkaline }: Imbalance,
  together: readonly (ProductName | 'air')[],
): BalanceReason => {
  const alone = together.length === 1
  const acidFirst =
    low &&
    alkaline &&
    together.findIndex((one) => one !== 'air' && PRODUCTS[one].family === 'acid') === 0
  if (product === 'air') {
    if (high && acidic) return 'air before acid'
    if (high) return 'air after acid'
    if (acidic && alone) return 'air alone'
    if (acidic && !low) return 'air for the rest'
    return 'air for pH'
  }
  if (PRODUCTS[product].family === 'acid') {
    if (acidFirst) return 'acid first'
    if (together.includes('borax decahydrate')) return 'acid after borax'
    if (low) return 'acid after alkalinity'
    if (high && alkaline) return 'acid for both'
    if (high) return 'acid for alkalinity'
    return 'acid for pH'
  }
  if (product === 'sodium carbonate') return 'soda ash'
  if (product === 'borax decahydrate') return 'borax'
  if (acidFirst) return 'alkalinity after acid'
  if (low && alone) return acidic ? 'alkalinity serves pH' : 'alkalinity low'
  return 'alkalinity first'
}
