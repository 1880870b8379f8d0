export const THEMES = ['system', 'day', 'night'] as const
export type Theme = (typeof THEMES)[number]
