import Joi from 'joi'
import {
  allChoresOf,
  type ChoreBody,
  DAY,
  doseUnit,
  FILTER_ACTS,
  type FilterBody,
  fromDose,
  isChoreId,
  isPresetChore,
  PRODUCT_NAMES,
  PRODUCTS,
  type ProductName,
  SIGNS,
  SOAK_RECIPES,
  type SoakRecipeId,
} from '@/core'
import type { Store } from '@/store/database'
import type { TubRow } from '@/store/tubs'
import { allFilterSets, choreRulesOf, toRule } from '@/store/upkeep'
import { choreName } from '@/words/choreText'
import { FIELD, field, REFUSALS } from '@/words/refusals'
import { addWallDays } from '@/words/wallDays'
import { check, type Fields, number, oneOf, text } from '../form'
import { noMoment, noonOf, zoneOf } from '../moment'
import type { Draft } from './draft'

/** Put off without a day, a chore comes back in so many days. */
const POSTPONED_DAYS = 3
/** Moved further than this it is forgotten rather than moved. */
const FARTHEST_DAYS = 400

const draftChore = (store: Store, tub: TubRow, fields: Fields, at: number): Draft => {
  const chore = allChoresOf(tub, choreRulesOf(store, tub.id).map(toRule)).find(
    ({ id }) => id === fields.chore,
  )
  // One that was done and has left the list since can still be corrected.
  if (!chore && !(fields.replaces && isChoreId(fields.chore ?? '')))
    return { errors: {}, message: REFUSALS.noChore }
  const product = chore?.product ?? PRODUCT_NAMES.find((known) => known === fields.product)
  const unit = product ? doseUnit(product, tub.units.mass) : ''
  const checked = check<{ outcome: ChoreBody['outcome']; note: string; used?: number }>(
    Joi.object({
      outcome: oneOf(FIELD.outcome, ['done', 'skipped', 'postponed']),
      note: text('Note', 200),
      used: number({
        name: product ? field.used(PRODUCTS[product].commonName) : 'Used',
        low: 0,
        high: 5000,
        unit,
      }),
    }),
    fields,
  )
  const errors: Record<string, string> = 'errors' in checked ? { ...checked.errors } : {}
  let until: number | undefined
  if (fields.outcome === 'postponed') {
    until = fields.until
      ? noonOf(fields.until, zoneOf(fields))
      : addWallDays(at, POSTPONED_DAYS, zoneOf(fields))
    if (until === undefined) errors.until = noMoment(FIELD.until, `${fields.until}T12:00`)
    else if (until < at - DAY) errors.until = field.dayPassed(FIELD.until, fields.until ?? '')
    else if (until > at + FARTHEST_DAYS * DAY)
      errors.until = field.tooFar(FIELD.until, fields.until ?? '', FARTHEST_DAYS)
  }
  if ('errors' in checked || Object.keys(errors).length > 0) return { errors }
  const { outcome, note, used } = checked.value
  if (outcome === 'skipped' && note.length < 3) return { errors: { note: REFUSALS.whySkipped } }
  const id = chore?.id ?? (fields.chore as ChoreBody['chore'])
  return {
    entry: {
      kind: 'chore',
      at,
      body: {
        chore: id,
        ...(chore && !isPresetChore(id) ? { name: choreName(chore) } : {}),
        outcome,
        ...(note ? { note } : {}),
        ...(until === undefined ? {} : { until }),
        ...(product && used && outcome === 'done'
          ? { used: { product, grams: fromDose(product as ProductName, used, tub.units.mass) } }
          : {}),
      },
    },
    questions: {},
  }
}

const draftLook = (fields: Fields, at: number): Draft => {
  const checked = check<{ note: string }>(Joi.object({ note: text('Note', 200) }), fields)
  if ('errors' in checked) return checked
  const { note } = checked.value
  const signs = SIGNS.filter((sign) => fields[`sign.${sign}`] === 'yes')
  return { entry: { kind: 'look', at, body: { signs, ...(note ? { note } : {}) } }, questions: {} }
}

const SEEN = ['white', 'not white', 'torn filter'] as const

/** What was done to a set, by its form; whether that can be done now is for `actOnFilter`. */
export const draftFilter = (store: Store, fields: Fields, at: number): Draft => {
  const set = allFilterSets(store).find(({ id }) => String(id) === fields.set)
  if (!set) return { errors: {}, message: REFUSALS.noFilterSet }
  const checked = check<Pick<FilterBody, 'act'>>(
    Joi.object({ act: oneOf(FIELD.filterAct, FILTER_ACTS) }),
    fields,
  )
  if ('errors' in checked) return checked
  const { act } = checked.value
  const recipe: SoakRecipeId | undefined = SOAK_RECIPES.find((known) => known === fields.recipe)
  if (act === 'soak' && !recipe)
    return { errors: { recipe: field.chooseOne('Soak', SOAK_RECIPES) } }
  const seen = SEEN.find((known) => known === fields.seen)
  return {
    entry: {
      kind: 'filter',
      at,
      body: {
        set: set.id,
        name: set.name,
        act,
        ...(act === 'soak' && recipe ? { recipe } : {}),
        ...(seen ? { seen } : {}),
      },
    },
    questions: {},
  }
}

export const draftUpkeep = (
  kind: 'chore' | 'look' | 'filter',
  store: Store,
  tub: TubRow,
  fields: Fields,
  at: number,
): Draft =>
  kind === 'chore'
    ? draftChore(store, tub, fields, at)
    : kind === 'look'
      ? draftLook(fields, at)
      : draftFilter(store, fields, at)
