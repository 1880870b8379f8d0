import Joi from 'joi'
import { check, text } from '../form'
import type { EntryForm } from './entryForm'

const FORM = Joi.object({ step: text('Step', 40, true) })

export const start: EntryForm<'start'> = {
  read: ({ fields }) => {
    const checked = check<{ step: string }>(FORM, fields)
    return 'errors' in checked ? checked : { body: checked.value }
  },
  show: ({ step }) => ({ step }),
  next: 'programme',
}
