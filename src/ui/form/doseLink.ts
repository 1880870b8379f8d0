import type { ProductName } from '@/core'
/** To the form of a dose, filled in: grams in the address, whatever unit the person weighs in. */
export const doseLink = (tubId: number, product: ProductName, grams?: number): string =>
  `/tubs/${tubId}/record?add=dose&product=${encodeURIComponent(product)}${grams ? `&grams=${Number(grams.toPrecision(6))}` : ''}`
