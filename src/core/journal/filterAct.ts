export const FILTER_ACTS = [
  'put in',
  'take out',
  'rinse',
  'soak',
  'dry',
  'ready',
  'retire',
] as const
export type FilterAct = (typeof FILTER_ACTS)[number]

export const SOAK_RECIPES = ['spray', 'warm', 'hot', 'vinegar', 'overnight', 'cold'] as const
export type SoakRecipeId = (typeof SOAK_RECIPES)[number]
