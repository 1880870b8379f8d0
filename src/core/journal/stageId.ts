export const STAGE_IDS = [
  'fill test',
  'purge',
  'sanitizer out',
  'filters out',
  'filter soak',
  'drain',
  'blow out',
  'clean',
  'fill',
  'filters in',
  'bleed',
  'metals',
  'heat',
  'balance',
  'sanitize',
  'last test',
] as const
export type StageId = (typeof STAGE_IDS)[number]
