import {
  ACID_PARTS,
  AIMS,
  CHLORINE_WAYS,
  type Choices,
  DOSING,
  ORDERS,
  PH_RAISERS,
  PRODUCT_NAMES,
  programmeOf,
} from '@/core'
import type { Store } from '@/store/database'
import { findTub, updateTub } from '@/store/tubs'
import { REFUSALS } from '@/words/refusals'
import { type Fields, type Outcome, refused } from './form'

const VALUES: Record<keyof Choices, readonly string[]> = {
  raisePh: PH_RAISERS,
  acidParts: ACID_PARTS,
  aim: AIMS,
  order: ORDERS,
  dosing: DOSING,
  granules: CHLORINE_WAYS,
  acid: PRODUCT_NAMES,
  sanitizer: PRODUCT_NAMES,
}

const isAsked = (name: string): name is keyof Choices => name in VALUES

/** Keeps one answer for all plans of a tub to come, or its targets by a school's preset. */
export const choose = (store: Store, tubId: number, fields: Fields): Outcome => {
  const tub = findTub(store, tubId)
  if (!tub) return refused(fields, {}, {}, REFUSALS.noTub)
  const { asks = '', value = '' } = fields
  if (asks === 'preset') {
    const preset = programmeOf(tub.programme).presets.find(({ id }) => id === value)
    if (!preset) return refused(fields, {}, {}, REFUSALS.noTargets)
    updateTub(store, tubId, { preset: preset.id, targets: preset.targets })
    return { ok: true }
  }
  if (!isAsked(asks) || !VALUES[asks].includes(value))
    return refused(fields, {}, {}, REFUSALS.noPlan)
  updateTub(store, tubId, { choices: { ...tub.choices, [asks]: value } })
  return { ok: true }
}
