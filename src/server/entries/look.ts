import Joi from 'joi'
import { SIGNS } from '@/core'
import { check, text } from '../form'
import type { EntryForm } from './entryForm'

const FORM = Joi.object({ note: text('Note', 200) })

export const look: EntryForm<'look'> = {
  read: ({ fields }, original) => {
    const checked = check<{ note: string }>(FORM, fields)
    if ('errors' in checked) return checked
    const { note } = checked.value
    return {
      body: {
        signs: SIGNS.filter((sign) => fields[`sign.${sign}`] === 'yes'),
        ...(note ? { note } : {}),
        ...(original?.answers ? { answers: original.answers } : {}),
      },
    }
  },
  show: ({ signs, note = '' }) => ({
    note,
    ...Object.fromEntries(signs.map((sign) => [`sign.${sign}`, 'yes'])),
  }),
  next: 'upkeep',
}
