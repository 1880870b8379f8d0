import { type ChoreId, isPresetChore, type PresetChoreId } from '../../journal/choreId'
import type { Chore } from '../../upkeep/chore'
import type { Need } from './task'

/** Not for one's own hands, or not beside a tub that is full. */
export type NotHere = 'with the drain' | 'licensed'

export interface ChoreNeeds {
  needs: Need
  /** Nobody gets in before it is over. */
  gates?: true
  notHere?: NotHere
}

/** Power off at the breaker before hands go into the equipment; common practice. */
const CARTRIDGE: ChoreNeeds = { needs: { power: 'off', well: true }, gates: true }
const OFF: ChoreNeeds = { needs: { power: 'off' }, gates: true }
const WITH_DRAIN: ChoreNeeds = { needs: {}, notHere: 'with the drain' }
const COVER_OFF: Need = { cover: ['open'] }

/** What each chore asks of the tub, common practice; what is left out may be as it is. */
const NEEDS: Record<PresetChoreId, ChoreNeeds> = {
  'level look': { needs: { ...COVER_OFF, jets: ['off'] } },
  'filter rinse': CARTRIDGE,
  'filter soak': CARTRIDGE,
  'filter replace': CARTRIDGE,
  waterline: { needs: { cover: ['open'], jets: ['low', 'off'], near: true } },
  'shell clean': WITH_DRAIN,
  jets: { needs: { ...COVER_OFF, jets: ['off'], power: 'off', near: true }, gates: true },
  'scale inhibitor': { needs: {} },
  'weekly oxidiser': { needs: { power: 'on', jets: ['on'], ...COVER_OFF }, gates: true },
  enzyme: { needs: {} },
  conditioner: { needs: {} },
  clarifier: { needs: {} },
  'slow tablet': { needs: { well: true } },
  'leaf net': { needs: COVER_OFF },
  'oil ball': { needs: COVER_OFF },
  purge: { needs: { power: 'on', jets: ['on'], ...COVER_OFF }, gates: true },
  'cover underside': { needs: { cover: ['open', 'half open'] } },
  'cover wipe': { needs: COVER_OFF },
  'cover look': { needs: {} },
  'cover protect': { needs: { cover: ['closed'] } },
  'cover clear': { needs: { cover: ['closed'] } },
  // It cuts the power.
  'earth-fault test': OFF,
  'cell look': { needs: { power: 'off', well: true }, gates: true },
  'mineral cartridge': { needs: { well: true } },
  'silver back': { needs: { well: true } },
  'chlorine part': { needs: { well: true } },
  'hose filter': { needs: {} },
  lamp: { needs: { power: 'on' } },
  'heat-pump fins': OFF,
  'yearly service': { needs: {}, notHere: 'licensed' },
  'cabinet wipe': { needs: {} },
  'wall air': { needs: {} },
  'ground and clips': { needs: { cover: ['closed'] } },
  'part change': { needs: { power: 'off' }, gates: true },
  'air valves': { needs: {} },
  'air bleed': { needs: { power: 'on', ...COVER_OFF, near: true }, gates: true },
  'level mark': { needs: { ...COVER_OFF, jets: ['off'], near: true } },
  'cabinet look': OFF,
  technician: { needs: {}, notHere: 'licensed' },
  leave: { needs: {} },
  return: { needs: COVER_OFF },
  'turn up': { needs: { power: 'on' } },
  'close drain': WITH_DRAIN,
  'close blow out': WITH_DRAIN,
  'close dry': WITH_DRAIN,
  'close filters': WITH_DRAIN,
  'close antifreeze': WITH_DRAIN,
  'close cover': WITH_DRAIN,
  'open inspect': WITH_DRAIN,
  'open fill': WITH_DRAIN,
}

export const choreNeeds = ({ id, lane }: Pick<Chore, 'id' | 'lane'>): ChoreNeeds =>
  isPresetChore(id) ? NEEDS[id] : lane === 'filters' ? CARTRIDGE : { needs: {} }

/** What another chore does on the way, so that it is done once: its words say so. */
const TAKES_IN: Partial<Record<PresetChoreId, readonly PresetChoreId[]>> = {
  'filter replace': ['filter soak', 'filter rinse'],
  'filter soak': ['filter rinse'],
  'cover wipe': ['cover underside', 'cover look'],
}

/** The chore among these that takes another in. */
export const takenInBy = (id: ChoreId, among: readonly ChoreId[]): ChoreId | undefined =>
  among.find((one) => isPresetChore(one) && TAKES_IN[one]?.some((taken) => taken === id))
