import Joi from 'joi'
import { KINDS } from '@/core'
import { check } from '../form'
import { type EntryForm, limited, shown } from './entryForm'

const { minutes } = KINDS.aeration.shape.fields
const FORM = Joi.object({ minutes: limited('Minutes', minutes) })

export const aeration: EntryForm<'aeration'> = {
  read: ({ fields }) => {
    const checked = check<{ minutes: number }>(FORM, fields)
    return 'errors' in checked ? checked : { body: checked.value }
  },
  show: (body) => ({ minutes: shown(body.minutes, 0) }),
  next: 'dose',
}
