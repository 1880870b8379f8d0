import type { Quantity } from '../testing/quantity'
import type { FillWater } from './tub'

/** What a test of fill water may read: its field, and the quantity whose unit and range it has. */
export const FILL_READ = [
  ['pH', 'pH'],
  ['totalAlkalinityPpm', 'totalAlkalinity'],
  ['calciumHardnessPpm', 'calciumHardness'],
  ['totalDissolvedSolidsPpm', 'totalDissolvedSolids'],
  ['saltPpm', 'salt'],
  ['copperPpm', 'copper'],
  ['ironPpm', 'iron'],
  ['phosphatePpm', 'phosphate'],
] as const satisfies readonly (readonly [Exclude<keyof FillWater, 'source'>, Quantity])[]
