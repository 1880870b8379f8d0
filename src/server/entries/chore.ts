import Joi from 'joi'
import {
  allChoresOf,
  type ChoreBody,
  DAY,
  doseUnit,
  fromDose,
  isChoreId,
  isPresetChore,
  KINDS,
  PRODUCT_NAMES,
  PRODUCTS,
  toDose,
} from '@/core'
import { choreRulesOf, toRule } from '@/store/upkeep'
import { choreName } from '@/words/choreText'
import { FIELD, field, REFUSALS } from '@/words/refusals'
import { addWallDays } from '@/words/wallDays'
import { check, number, oneOf, text } from '../form'
import { noMoment, noonOf, toWallClock, zoneOf } from '../moment'
import { type EntryForm, shown } from './entryForm'

/** Put off without a day, a chore comes back in so many days. */
const POSTPONED_DAYS = 3
/** Moved further than this it is forgotten rather than moved. */
const FARTHEST_DAYS = 400

const read: EntryForm<'chore'>['read'] = ({ store, tub, fields, at }) => {
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
      outcome: oneOf(FIELD.outcome, KINDS.chore.shape.fields.outcome.of),
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
    body: {
      chore: id,
      ...(chore && !isPresetChore(id) ? { name: choreName(chore) } : {}),
      outcome,
      ...(note ? { note } : {}),
      ...(until === undefined ? {} : { until }),
      ...(product && used && outcome === 'done'
        ? { used: { product, grams: fromDose(product, used, tub.units.mass) } }
        : {}),
    },
  }
}

export const chore: EntryForm<'chore'> = {
  read,
  show: ({ chore, outcome, note = '', until, used }, tub, timeZone) => ({
    chore,
    outcome,
    note,
    ...(until === undefined ? {} : { until: toWallClock(until, timeZone).slice(0, 10) }),
    ...(used
      ? {
          product: used.product,
          used: shown(toDose(used.product, used.grams, tub.units.mass), 2),
        }
      : {}),
  }),
  next: 'upkeep',
}
