import { PRODUCTS, type ProductFamily, type ProductName } from './product'

/** What decides whether anyone gets in, and what a product may have changed of it. */
export type Decisive = 'sanitizer' | 'pH'

const BY_FAMILY: Partial<Record<ProductFamily, readonly Decisive[]>> = {
  base: ['pH'],
  acid: ['pH'],
  stabiliser: ['pH'],
  chlorine: ['sanitizer'],
  bromine: ['sanitizer'],
  bromide: ['sanitizer'],
  oxidiser: ['sanitizer'],
  peroxide: ['sanitizer'],
  biguanide: ['sanitizer'],
  reducer: ['sanitizer'],
}

/**
 * What has to be read again after a product went in: the sanitizer after whatever adds, removes, makes or eats it, pH after acid and
 * base. Tablets in a feeder change little at a time, and what goes into a bucket nothing.
 */
export const actsOn = (product: ProductName): readonly Decisive[] => {
  if (product === 'oxygen packet') return ['sanitizer']
  const { family, goes } = PRODUCTS[product]
  return goes === 'by hand' ? (BY_FAMILY[family] ?? []) : []
}

/** Chlorine, bromine and what turns bromide into it: gas comes off where it meets acid. */
export const oxidises = (product: ProductName): boolean =>
  ['chlorine', 'bromine', 'oxidiser'].includes(PRODUCTS[product].family)

/** Chlorine, bromine and what makes them, packets and slow tablets among them: ruin water that holds biguanide. */
export const spoilsBiguanide = (product: ProductName): boolean =>
  product === 'oxygen packet' ||
  product === 'slow cleaning tablet' ||
  ['chlorine', 'bromine', 'bromide', 'oxidiser'].includes(PRODUCTS[product].family)
