import Joi from 'joi'
import {
  type Entry,
  fromLitres,
  type LengthUnit,
  type Tub,
  today,
  toLitres,
  toMetres,
  usualSurface,
} from '@/core'
import { CLOSURE_SHORT } from '@/words/closureWords'
import { FIELD, soakQuestion } from '@/words/refusals'
import { check, number } from '../form'
import { type Asked, type Draft, type EntryForm, shown } from './entryForm'

/** What only drained, cleaned and refilled water opens asks whether it was cleaned. */
const askCleaned = (tub: Tub, journal: readonly Entry[], at: number): string | undefined => {
  const found = today({}, tub, journal, at).verdict.closures
  const shut = found.find((one) => one.lift.by === 'refill')
  return shut ? soakQuestion.cleaned(CLOSURE_SHORT[shut.code]) : undefined
}

/** Water that came in by the meter or by a mark on the wall, as the share of the tub that it is. */
const readTopUp = ({ tub, fields }: Asked): Draft<'water'> => {
  const { volume } = tub.units
  const byLevel = fields.measured === 'level'
  const length: LengthUnit = volume === 'US gallon' ? 'inch' : 'centimetre'
  const shape: Record<string, Joi.Schema> = byLevel
    ? {
        level: number({
          name: FIELD.levelRose,
          low: 0.1,
          high: volume === 'US gallon' ? 40 : 100,
          unit: volume === 'US gallon' ? 'in' : 'cm',
          required: true,
        }),
      }
    : {
        litres: number({
          name: FIELD.cameIn,
          low: 0.5,
          high: Math.round(fromLitres(tub.volumeLitres, volume)),
          unit: volume === 'litre' ? 'L' : 'gal',
          required: true,
        }),
      }
  const checked = check<{ litres?: number; level?: number }>(Joi.object(shape), fields)
  if ('errors' in checked) return checked
  const { litres = 0, level = 0 } = checked.value
  const added = byLevel
    ? 1000 * usualSurface(tub.volumeLitres) * toMetres(level, length)
    : toLitres(litres, volume)
  // It came on top of what was there, or replaced what had gone: either way this is its share.
  return { body: { replacedFraction: Math.min(1, added / tub.volumeLitres) } }
}

const FORM = Joi.object({
  percent: number({ name: FIELD.shareReplaced, low: 1, high: 100, unit: '%', required: true }),
})

export const water: EntryForm<'water'> = {
  read: (asked) => {
    const { fields, tub, journal, at } = asked
    if (fields.measured === 'litres' || fields.measured === 'level') return readTopUp(asked)
    const checked = check<{ percent: number }>(FORM, fields)
    if ('errors' in checked) return checked
    const { percent } = checked.value
    const cleaned = percent >= 100 && askCleaned(tub, journal, at)
    return {
      body: { replacedFraction: percent / 100 },
      ...(cleaned ? { questions: { percent: cleaned } } : {}),
    }
  },
  show: ({ replacedFraction }) => ({
    measured: 'share',
    percent: shown(100 * replacedFraction, 1),
  }),
  next: 'record',
}
