import Joi from 'joi'
import type { Objection } from '@/core'
import {
  bathersIn,
  doseUnit,
  type Entry,
  estimate,
  feederIncompatibility,
  fromDose,
  gramsInMeasure,
  incompatibilityIn,
  MEASURES,
  MINUTE,
  overdone,
  PRODUCT_NAMES,
  PRODUCTS,
  type ProductName,
  type Strength,
  toDose,
  waitBefore,
  whyNotAfter,
} from '@/core'
import { preferencesIn } from '@/server/preferences'
import type { Store } from '@/store/database'
import { wholeShelf } from '@/store/shelf'
import type { TubRow } from '@/store/tubs'
import { formatIncompatibility } from '@/words/adviceText'
import { formatWait } from '@/words/handlingText'
import { formatOverdone } from '@/words/overdoneWords'
import { doseQuestion, FIELD, REFUSALS } from '@/words/refusals'
import type { DisplayPreferences } from '@/words/words'
import { check, number, oneOf } from '../form'
import { strengthOnShelf } from '../shelf'
import { type EntryForm, shown } from './entryForm'

/** More than this is no dose for a tub, g per litre of water. */
const LARGEST_GRAMS_PER_LITRE = 5

/** Grams in one of the measure a person counted by; undefined for a measure that is not known. */
const gramsEach = (
  store: Store,
  tub: TubRow,
  product: ProductName,
  measure: string | undefined,
): { grams: number; unit: string } | undefined => {
  if (!measure)
    return { grams: fromDose(product, 1, tub.units.mass), unit: doseUnit(product, tub.units.mass) }
  const known = MEASURES.find((one) => one === measure)
  if (known) return { grams: gramsInMeasure(product, known), unit: `${known}s` }
  const scoop = wholeShelf(store).find((row) => row.product === product)?.scoop
  return measure === 'scoop' && scoop
    ? { grams: scoop.grams, unit: doseQuestion.scoop(scoop.name) }
    : undefined
}

/** What stands against a dose: the field it is asked under, its code and how it is said. */
export interface Against {
  field: 'product' | 'wait' | 'people'
  code: Objection
  said: string
}

/** What stands against a dose. Going on all the same takes a reason, and it is journalled. */
export const objections = (
  product: ProductName,
  {
    tub,
    journal,
    preferences,
  }: { tub: TubRow; journal: readonly Entry[]; preferences: DisplayPreferences },
  at: number,
): Against[] => {
  const against: Against[] = []
  const inWater = incompatibilityIn(estimate(tub, journal, at).water, product)
  const inFeeder = feederIncompatibility(
    journal.filter((entry) => entry.at <= at),
    product,
  )
  const met = inFeeder ?? (PRODUCTS[product].goes === 'by hand' ? inWater : undefined)
  if (met)
    against.push({
      field: 'product',
      code: met.code,
      said: formatIncompatibility(met, preferences),
    })
  const mixing = waitBefore(journal, product, at, tub)
  if (mixing && mixing.product !== product) {
    const minutes = Math.ceil((mixing.until - at) / MINUTE)
    const why = formatWait(whyNotAfter(product, mixing.product))
    against.push({ field: 'wait', code: 'wait', said: doseQuestion.waitLeft(why, minutes) })
  }
  const bathers = bathersIn(journal, at)
  if (bathers && PRODUCTS[product].goes !== 'in a bucket')
    against.push({
      field: 'people',
      code: 'people',
      said: doseQuestion.peopleIn(bathers.people),
    })
  return against
}

/** By what it would do to the water now; a plan's own dose is measured by the plan. */
const tooMuch = (
  tub: TubRow,
  journal: readonly Entry[],
  {
    product,
    grams,
    strength,
  }: { product: ProductName; grams: number; strength: Strength | undefined },
  at: number,
) => overdone(estimate(tub, journal, at).water, { product, grams, strength }, tub.volumeLitres)

const SHORTEST_REASON = 3

const read: EntryForm<'dose'>['read'] = ({ store, tub, fields, at, journal }, original) => {
  const named = check<{ product: ProductName }>(
    Joi.object({ product: oneOf('Product', PRODUCT_NAMES) }),
    { product: fields.product ?? '' },
  )
  const chosen = 'errors' in named ? undefined : named.value.product
  const each = gramsEach(store, tub, chosen ?? 'sodium bicarbonate', fields.measure)
  if (!each) return { errors: { measure: REFUSALS.noMeasure } }
  const { unit } = each
  const largestGrams = LARGEST_GRAMS_PER_LITRE * tub.volumeLitres
  const largest = largestGrams / each.grams
  const checked = check<{ amount: number; plannedGrams?: number }>(
    Joi.object({
      amount: number({
        name: 'Amount',
        low: unit === 'g' || unit === 'mL' ? 0.1 : 0.005,
        high: Math.max(1, Math.round(largest)),
        unit,
        required: true,
      }),
      plannedGrams: number({ name: FIELD.plannedAmount, low: 0, high: largestGrams }),
    }),
    fields,
  )
  if (!chosen || 'errors' in checked)
    return {
      errors: {
        ...('errors' in named ? named.errors : {}),
        ...('errors' in checked ? checked.errors : {}),
      },
    }
  const { amount, plannedGrams } = checked.value
  const grams = amount * each.grams
  const questions: Record<string, string> = {}
  if (plannedGrams !== undefined && grams > 1.5 * plannedGrams)
    questions.amount =
      grams >= 8 * plannedGrams
        ? doseQuestion.slip(Math.round(grams / plannedGrams))
        : doseQuestion.muchMore((grams / plannedGrams).toFixed(1))
  // A correction of the amount is of the pack that it came from.
  const strength =
    original?.product === chosen ? original.strength : strengthOnShelf(store, chosen, at)
  const much = questions.amount
    ? undefined
    : tooMuch(tub, journal, { product: chosen, grams, strength }, at)
  if (much) questions.amount = formatOverdone(much)
  const against = objections(
    chosen,
    { tub, journal, preferences: preferencesIn(fields, tub, at) },
    at,
  )
  const reasonFor = (name: Against['field']) => (fields[`reason.${name}`] ?? '').trim()
  for (const { field, said } of against)
    if (reasonFor(field).length < SHORTEST_REASON) questions[field] = said
  const reasons = [...new Set(against.map(({ field }) => reasonFor(field)))]
  return {
    body: {
      product: chosen,
      grams,
      ...(strength ? { strength } : {}),
      ...(plannedGrams === undefined ? {} : { plannedGrams }),
      ...(reasons.length > 0
        ? {
            override: {
              against: against.map(({ code }) => code),
              reason: reasons.join('; ').slice(0, 300),
            },
          }
        : {}),
    },
    questions,
    insists: against.map(({ field }) => field).filter((field) => field in questions),
  }
}

export const dose: EntryForm<'dose'> = {
  read,
  show: ({ product, grams }, tub) => ({
    product,
    amount: shown(toDose(product, grams, tub.units.mass), 2),
  }),
  next: 'dose',
}
