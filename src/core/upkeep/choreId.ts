export const CHORE_IDS = [
  'filter rinse',
  'filter soak',
  'filter replace',
  'waterline',
  'cover wipe',
  'cover protect',
  'cell look',
  'yearly service',
] as const
export type ChoreId = (typeof CHORE_IDS)[number]
