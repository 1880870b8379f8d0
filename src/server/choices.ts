import { isDeepStrictEqual } from 'node:util'
import {
  ACID_PARTS,
  AIMS,
  type Band,
  CHLORINE_WAYS,
  type Choices,
  DOSING,
  isPresetChore,
  type MethodId,
  ORDERS,
  PH_RAISERS,
  PRODUCT_NAMES,
  presetChore,
  programmeOf,
  schoolsOf,
  type Targets,
  WAYS_OF_DOING,
} from '@/core'
import type { Store } from '@/store/database'
import { findTub, type TubRow, updateTub } from '@/store/tubs'
import { insertChoreRule, updateChoreRule } from '@/store/upkeep'
import { bandValue, PH_RANGES, SALT_RANGES, stabiliserRanges } from '@/words/methodWords'
import { REFUSALS } from '@/words/refusals'
import { ruleOf } from './chores'
import { type Fields, type Outcome, refused } from './form'

const VALUES: Record<keyof Choices | MethodId, readonly string[]> = {
  raisePh: PH_RAISERS,
  acidParts: ACID_PARTS,
  aim: AIMS,
  order: ORDERS,
  dosing: DOSING,
  granules: CHLORINE_WAYS,
  acid: PRODUCT_NAMES,
  sanitizer: PRODUCT_NAMES,
  ...WAYS_OF_DOING,
}

/** Ranges that are chosen by themselves, beside a whole preset. */
const rangesOf = (
  asks: string,
  { programme }: TubRow,
): { of: keyof Targets; offered: readonly { band: Band }[] } | undefined => {
  switch (asks) {
    case 'pH range':
      return { of: 'pH', offered: PH_RANGES }
    case 'salt range':
      return { of: 'salt', offered: SALT_RANGES }
    case 'stabiliser':
      return { of: 'cyanuricAcid', offered: stabiliserRanges(programme) }
    default:
      return undefined
  }
}

const isAsked = (name: string): name is keyof typeof VALUES => Object.hasOwn(VALUES, name)

/** A preset's rhythm by one of its schools, or none: kept with the chore itself, so that Upkeep says the same. */
const chooseRhythm = (
  store: Store,
  tub: TubRow,
  { chore = '', value = '' }: Fields,
  now: number,
): boolean => {
  if (!isPresetChore(chore)) return false
  const school = schoolsOf(chore).find(({ id }) => id === value)
  if (!school && value !== 'off') return false
  const rule = ruleOf(store, tub.id, chore)
  const { interval: _, ...others } = rule?.change ?? {}
  const usual = presetChore(chore, tub).interval.days === school?.interval.days
  const change = !school
    ? (rule?.change ?? {})
    : usual
      ? others
      : { ...others, interval: school.interval }
  const paused = !school
  if (rule) updateChoreRule(store, tub.id, rule.id, { change, paused })
  else insertChoreRule(store, { tubId: tub.id, preset: chore, change, paused, createdAt: now })
  return true
}

/** Keeps one answer for all that is said of a tub from now on, or its targets by a school's preset. */
export const choose = (store: Store, tubId: number, fields: Fields, now: number): Outcome => {
  const tub = findTub(store, tubId)
  if (!tub) return refused(fields, {}, {}, REFUSALS.noTub)
  const { asks = '', value = '' } = fields
  if (asks === 'preset') {
    const preset = programmeOf(tub.programme).presets.find(({ id }) => id === value)
    if (!preset) return refused(fields, {}, {}, REFUSALS.noTargets)
    updateTub(store, tubId, { preset: preset.id, targets: preset.targets })
    return { ok: true }
  }
  const ranges = rangesOf(asks, tub)
  if (ranges) {
    const range = ranges.offered.find(({ band }) => bandValue(band) === value)
    if (!range) return refused(fields, {}, {}, REFUSALS.noTargets)
    const targets = { ...tub.targets, [ranges.of]: range.band }
    const preset = programmeOf(tub.programme).presets.find((one) =>
      isDeepStrictEqual(one.targets, targets),
    )
    updateTub(store, tubId, { preset: preset?.id ?? 'own', targets })
    return { ok: true }
  }
  if (asks === 'inhibitor' && ['fill', 'yes', 'no'].includes(value)) {
    const { metalsFirst: _, ...refill } = tub.refill ?? {}
    updateTub(store, tubId, {
      refill: value === 'fill' ? refill : { ...refill, metalsFirst: value === 'yes' },
    })
    return { ok: true }
  }
  if (asks === 'rhythm')
    return chooseRhythm(store, tub, fields, now)
      ? { ok: true }
      : refused(fields, {}, {}, REFUSALS.noMethod)
  if (!isAsked(asks) || !VALUES[asks].includes(value))
    return refused(fields, {}, {}, asks in WAYS_OF_DOING ? REFUSALS.noMethod : REFUSALS.noPlan)
  updateTub(store, tubId, { choices: { ...tub.choices, [asks]: value } })
  return { ok: true }
}
