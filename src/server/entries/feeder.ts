import Joi from 'joi'
import { KINDS } from '@/core'
import { FIELD, REFUSALS } from '@/words/refusals'
import { check } from '../form'
import { type EntryForm, limited, shown } from './entryForm'

const { setting, tabletsLeft } = KINDS.feeder.shape.fields
const FORM = Joi.object({
  setting: limited('Setting', setting),
  tabletsLeft: limited(FIELD.tabletsLeft, tabletsLeft),
})

export const feeder: EntryForm<'feeder'> = {
  read: ({ fields }) => {
    const checked = check<{ setting?: number; tabletsLeft?: number }>(FORM, fields)
    if ('errors' in checked) return checked
    const body = { ...checked.value, ...(fields.boost === 'yes' ? { boost: true } : {}) }
    return Object.values(body).every((value) => value === undefined)
      ? { errors: {}, message: REFUSALS.nothingAtFeeder }
      : { body }
  },
  show: ({ setting, tabletsLeft, boost }) => ({
    ...(setting === undefined ? {} : { setting: shown(setting, 1) }),
    ...(tabletsLeft === undefined ? {} : { tabletsLeft: shown(tabletsLeft, 1) }),
    ...(boost ? { boost: 'yes' } : {}),
  }),
  next: 'programme',
}
