import { PRODUCTS, type Programme } from '@/core'
/** Whether what a programme is usually dosed with leaves stabiliser behind. */
export const stabilised = ({ id, sanitizer, dosedWith }: Programme): boolean =>
  sanitizer === 'freeChlorine' &&
  (id === 'chlorine tablets' || PRODUCTS[dosedWith[0]].perGram.cyanurateMmol > 0)

/** The health agency's advice, told where a stabilised programme is chosen and where its stabiliser is shown; from memory. */
export const formatStabilised =
  'US CDC advises against stabilised chlorine (dichlor, trichlor) and cyanuric acid in hot tubs: stabiliser slows chlorine down. If you use it, keep at least a twentieth of the stabiliser as free chlorine, never more than 90 ppm of stabiliser, and change the water in time.'
