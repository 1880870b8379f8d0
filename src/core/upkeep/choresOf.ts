import { CHORE_IDS, type ChoreId, type OwnChoreId, type PresetChoreId } from '../journal/choreId'
import { methodOf, methodsKept } from '../tub/methods'
import type { Tub } from '../tub/tub'
import type { Chore, ChoreChange, ChoreRule, ChoreText, School } from './chore'
import { inflatable, PRESETS } from './chorePresets'
import type { Interval } from './interval'

/** What an inflatable's small cartridge asks for; common practice, three to seven days. */
const INFLATABLE: Partial<Record<PresetChoreId, ChoreChange>> = {
  'filter rinse': { interval: { days: 3, personHours: 4 }, windowDays: 1, minutes: 5 },
  'filter replace': { interval: { days: 14, personHours: 20 }, windowDays: 4 },
}

/** With every third or fourth shock; where each soak has a little one of its own, as often by the calendar. */
const wipeInterval = (tub: Tub): Interval => {
  const count = Number(methodOf(tub, 'wipeAtShocks'))
  return methodOf(tub, 'shockRhythm') === 'after every soak'
    ? { days: 7 * count }
    : { shocks: count }
}

/** Intervals that other owners keep for it. */
export const schoolsOf = (id: ChoreId): readonly School[] =>
  PRESETS[id as PresetChoreId]?.schools ?? []

const OWN: Omit<Chore, 'id'> = {
  lane: 'equipment',
  text: {},
  interval: { days: 30 },
  windowDays: 3,
  minutes: 10,
  signs: [],
  paused: false,
}

const TEXT_KEYS: ReadonlySet<string> = new Set<keyof ChoreText>([
  'name',
  'purpose',
  'needs',
  'how',
  'cautions',
])

const changed = (chore: Chore, { season, ...change }: ChoreChange): Chore => {
  const { season: before, ...rest } = chore
  const now = season === undefined ? before : (season ?? undefined)
  const given = Object.entries(change).filter(([, value]) => value !== undefined)
  const facts: Partial<Chore> = Object.fromEntries(given.filter(([key]) => !TEXT_KEYS.has(key)))
  const text: Partial<ChoreText> = Object.fromEntries(given.filter(([key]) => TEXT_KEYS.has(key)))
  return { ...rest, ...facts, text: { ...rest.text, ...text }, ...(now ? { season: now } : {}) }
}

/** A preset as it is for this tub before its people change it. */
export const presetChore = (id: PresetChoreId, tub: Tub): Chore => {
  const { schools: _, optional, only: __, shownBy: ___, ...facts } = PRESETS[id]
  const kept = methodsKept(tub)
  const chore: Chore = {
    signs: [],
    ...facts,
    id,
    text: {},
    paused: optional?.(tub) ?? false,
    ...(tub.programme === 'biguanide' ? { ownCleaners: 'biguanide' } : {}),
    ...(Object.keys(kept).length > 0 ? { methods: kept } : {}),
  }
  const wiped = id === 'cover underside' ? changed(chore, { interval: wipeInterval(tub) }) : chore
  return inflatable(tub) ? changed(wiped, INFLATABLE[id] ?? {}) : wiped
}

/** The chores of a tub in walking order, as its people changed them, those that are paused included. */
export const allChoresOf = (tub: Tub, rules: readonly ChoreRule[] = []): Chore[] => {
  const ruled = (chore: Chore): Chore => {
    const rule = rules.find((one) => one.chore === chore.id)
    return rule ? { ...changed(chore, rule.change), paused: rule.paused ?? chore.paused } : chore
  }
  const own = rules
    .filter((rule): rule is ChoreRule & { chore: OwnChoreId } => rule.chore.startsWith('own-'))
    .map(({ chore }) => ruled({ ...OWN, id: chore }))
  return [
    ...CHORE_IDS.filter((id) => PRESETS[id].only?.(tub) ?? true).map((id) =>
      ruled(presetChore(id, tub)),
    ),
    ...own,
  ]
}

/** Those that come round by themselves: what their people see and change. */
export const recurringChoresOf = (tub: Tub, rules: readonly ChoreRule[] = []): Chore[] =>
  allChoresOf(tub, rules).filter(({ asked }) => !asked)

export const choresOf = (tub: Tub, rules: readonly ChoreRule[] = []): Chore[] =>
  recurringChoresOf(tub, rules).filter(({ paused }) => !paused)
