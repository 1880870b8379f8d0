import Joi from 'joi'
import { check, text } from '../form'
import type { EntryForm } from './entryForm'

const FORM = Joi.object({ text: text('Note', 500, true) })

export const note: EntryForm<'note'> = {
  read: ({ fields }, original) => {
    const checked = check<{ text: string }>(FORM, fields)
    return 'errors' in checked ? checked : { body: { ...original, ...checked.value } }
  },
  show: ({ text }) => ({ text }),
  next: 'record',
}
