export const CHORE_IDS = [
  'level look',
  'filter rinse',
  'filter soak',
  'filter replace',
  'waterline',
  'shell clean',
  'jets',
  'scale inhibitor',
  'weekly oxidiser',
  'enzyme',
  'conditioner',
  'slow tablet',
  'purge',
  'cover underside',
  'cover wipe',
  'cover look',
  'cover protect',
  'cover clear',
  'earth-fault test',
  'cell look',
  'mineral cartridge',
  'chlorine part',
  'hose filter',
  'lamp',
  'heat-pump fins',
  'yearly service',
  'part change',
  'air valves',
  'air bleed',
  'level mark',
  'cabinet look',
  'technician',
  'leave',
  'return',
  'turn up',
  'close drain',
  'close blow out',
  'close dry',
  'close filters',
  'close antifreeze',
  'close cover',
  'open inspect',
  'open fill',
] as const
export type PresetChoreId = (typeof CHORE_IDS)[number]
/** One that its people made themselves, by the number of its rule. */
export type OwnChoreId = `own-${number}`
export type ChoreId = PresetChoreId | OwnChoreId

export const isPresetChore = (text: string): text is PresetChoreId =>
  (CHORE_IDS as readonly string[]).includes(text)
export const isChoreId = (text: string): text is ChoreId =>
  isPresetChore(text) || /^own-\d{1,9}$/.test(text)
