/** What the other rooms may import of this folder. */
export { addEffect, addProduct, spend } from './addProduct'
export { describeEffect } from './describeEffect'
export { type Incompatibility, incompatibilityIn } from './incompatibilities'
export {
  doseUnit,
  fromDose,
  gramsInMeasure,
  inSpoons,
  MEASURES,
  type OwnScoop,
  roundToMeasure,
  shownDose,
  toDose,
} from './measure'
export {
  type LabelRule,
  labelGrams,
  PRODUCT_NAMES,
  PRODUCTS,
  type Product,
  type ProductFamily,
  type ProductName,
} from './product'
export { type StrengthOnLabel, strengthOnLabel } from './strength'
export {
  effectOf,
  LIQUID_DENSITY,
  STRENGTH,
  type Strength,
  SUBSTANCE_NAMES,
  type SubstanceName,
} from './substance'
