import type { ProductName } from '../products/product'
import { type Band, middle, width } from '../programmes/programme'
import type { Methods } from './methods'

export const PH_RAISERS = ['as fits', 'soda ash', 'air'] as const
export const ACID_PARTS = ['1', '2', '3'] as const
export const AIMS = ['middle', 'edge'] as const
export const ORDERS = ['usual', 'alkalinity first', 'pH first'] as const

/** How the sanitizer's dose is found: by what the water lacks and will use up, or by one of the rules that owners go by. */
export const DOSING = ['by demand', 'spoon rule', 'daily grams', 'label'] as const
export type Dosing = (typeof DOSING)[number]

/** Granules scattered over running jets; or dissolved in a bucket of tub water, poured in, and the jets left off. */
export const CHLORINE_WAYS = ['scattered', 'in a bucket'] as const

/** What a person may decide where practice knows more than one way. */
export interface Choices {
  /** How pH is lifted: soda ash takes alkalinity along, air does not. */
  raisePh: (typeof PH_RAISERS)[number]
  /** Into how many parts an acid dose is cut, with a test after each. */
  acidParts: (typeof ACID_PARTS)[number]
  /** Where in its band a quantity is to land: in the middle, or just inside the edge it comes from. */
  aim: (typeof AIMS)[number]
  /** Of two corrections that pull against each other, the one that goes first. */
  order: (typeof ORDERS)[number]
  /** Whose figure the sanitizer is dosed by; it stands everywhere. */
  dosing: Dosing
  /** How chlorine granules go in. */
  granules: (typeof CHLORINE_WAYS)[number]
  /** Of several that do the same work; the usual one where nothing is named. */
  acid?: ProductName | undefined
  sanitizer?: ProductName | undefined
}

export const USUAL_CHOICES: Choices = {
  raisePh: 'as fits',
  acidParts: '1',
  aim: 'middle',
  order: 'usual',
  dosing: 'by demand',
  granules: 'scattered',
}

/** All that the people of a tub decided: how plans are made, and how things are done. */
export type TubChoices = Partial<Choices & Methods>

/** A tub, for what depends only on what its people decided. */
export interface Chosen {
  choices?: TubChoices | undefined
}

/** Just inside: this share of a band's width. */
const INSIDE = 1 / 8

/** Where pH is to land: the figure its people keep, where it lies inside their range; else as any quantity. */
export const phLandingIn = (
  band: Band,
  value: number,
  { aim, phAim }: Pick<Choices, 'aim'> & Partial<Methods>,
): number => {
  const kept = Number(phAim)
  return aim === 'middle' && kept > band.low && kept < band.high
    ? kept
    : landingIn(band, value, aim)
}

/** Where a value outside its band should land. */
export const landingIn = (band: Band, value: number, care: Choices['aim']): number => {
  if (care === 'middle') return middle(band)
  if (value < band.low) return band.low + INSIDE * width(band)
  if (value > band.high) return band.high - INSIDE * width(band)
  return middle(band)
}
