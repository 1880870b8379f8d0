import { gives } from '../advice/recipe'
import { effectFor, type Task } from '../advice/task'
import { SANITIZER_AIM } from '../advice/wanted'
import type { Estimate } from '../estimate/estimate'
import { demandOf } from '../estimate/rates'
import { quantityOf } from '../estimate/testedWater'
import { addProduct, spend } from '../products/addProduct'
import { roundToMeasure } from '../products/measure'
import type { ProductName } from '../products/product'
import { programmeOf, STAY_OUT_ABOVE } from '../programmes/programme'
import type { Tub } from '../tub'
import { BROMINE_G_PER_MOL, CHLORINE_G_PER_MOL } from '../water/constants'
import { readWater } from '../water/solveWater'
import type { Water } from '../water/water'
import { loadOf, type SoakLoad } from './load'

/** Between groups the residual is brought back to at least this, ppm: common practice, 2 to 3 for chlorine; bromine alike in its own unit. */
const BETWEEN_GROUPS_PPM = { freeChlorine: 3, bromine: 4, biguanide: 30, peroxide: 50 }
/** Fewer than this and the level is as good as nothing. */
const LEAST_PPM = { freeChlorine: 1, bromine: 2, biguanide: 20, peroxide: 30 }
const MIXING_MINUTES = 20

export interface GroupTurn {
  load: SoakLoad
  /** Before they get in. */
  residualPpm: number
  /** 'in': a test, and in. 'dose': so much first, then a wait. 'closed': too much in it. */
  verdict: 'in' | 'dose' | 'closed'
  product: ProductName
  grams: number
  waitMinutes: number
  /** When they are out again, and one standard deviation of what the load may be. */
  leftPpm: number
  leftDeviation: number
}

/** What a load takes, as chlorine, mmol per litre. */
const demandMmol = (load: number, gramsPerPersonHour: number, litres: number) =>
  (1000 * gramsPerPersonHour * load) / CHLORINE_G_PER_MOL / litres

/**
 * Groups one after the other, each with a test before it: whether they get in at once, after a dose, or not. A forecast; the
 * test before each turn decides.
 */
export const gathering = (
  tub: Tub,
  estimate: Estimate,
  groups: readonly SoakLoad[],
  sources: Task['sources'],
): { turns: GroupTurn[]; water: Water } => {
  const programme = programmeOf(tub.programme)
  const { sanitizer } = programme
  const product =
    sources.find((source) => programme.dosedWith.includes(source.product))?.product ??
    programme.dosedWith[0]
  const perMgPerLitre = gives(effectFor(sources, product), SANITIZER_AIM[sanitizer])
  const gramsPerMol = sanitizer === 'bromine' ? BROMINE_G_PER_MOL : CHLORINE_G_PER_MOL
  let { water } = estimate
  const turns = groups.map((load): GroupTurn => {
    const before = quantityOf(readWater(water), sanitizer)
    const closed = before > STAY_OUT_ABOVE[sanitizer]
    const dosed = !closed && before < LEAST_PPM[sanitizer] && perMgPerLitre > 0
    const grams = dosed
      ? roundToMeasure(
          product,
          ((BETWEEN_GROUPS_PPM[sanitizer] - before) / perMgPerLitre) * (tub.volumeLitres / 1000),
        )
      : 0
    if (grams > 0) water = addProduct(water, product, grams, tub.volumeLitres)
    const personHours = loadOf(load)
    const { mean, standardDeviation } = demandOf(tub)
    const taken = demandMmol(personHours, mean, tub.volumeLitres)
    if (!closed) water = spend(water, { freeChlorineMmol: taken, bromineMmol: taken })
    return {
      load,
      residualPpm: before,
      verdict: closed ? 'closed' : dosed ? 'dose' : 'in',
      product,
      grams,
      waitMinutes: grams > 0 ? MIXING_MINUTES : 0,
      leftPpm: quantityOf(readWater(water), sanitizer),
      leftDeviation: demandMmol(personHours, standardDeviation, tub.volumeLitres) * gramsPerMol,
    }
  })
  return { turns, water }
}
