import Joi from 'joi'
import { LOAD, MINUTE } from '@/core'
import { field, soakQuestion } from '@/words/refusals'
import { check, type Fields } from '../form'
import { type EntryForm, limited, shown } from './entryForm'

const { people, minutes, children } = LOAD.fields

/** Who was in and for how long, as every form asks for it. */
export const PEOPLE_AND_MINUTES = {
  people: limited('People', people),
  minutes: limited('Minutes', minutes),
}
export interface PeopleAndMinutes {
  people: number
  minutes: number
}
const FORM = Joi.object({ children: limited('Children', children), ...PEOPLE_AND_MINUTES })

const flags = (fields: Fields) => ({
  ...(fields.lotion === 'yes' ? { lotion: true } : {}),
  ...(fields.party === 'yes' ? { party: true } : {}),
})

export const soak: EntryForm<'soak'> = {
  read: ({ fields, at, journal }) => {
    const checked = check<PeopleAndMinutes & { children?: number }>(FORM, fields)
    if ('errors' in checked) return checked
    const { people, minutes, children = 0 } = checked.value
    if (children > people)
      return { errors: { children: field.wholeOutOfRange('Children', children, 0, people) } }
    // Who logs a soak “just now” has just got out of it.
    const began = fields.when === 'earlier' ? at : at - minutes * MINUTE
    const overlaps = journal.some(
      (entry) =>
        entry.kind === 'soak' &&
        entry.at < began + minutes * MINUTE &&
        began < entry.at + entry.body.minutes * MINUTE,
    )
    return {
      body: { people, minutes, ...(children > 0 ? { children } : {}), ...flags(fields) },
      at: began,
      ...(overlaps ? { questions: { overlap: soakQuestion.twice } } : {}),
    }
  },
  show: ({ people, minutes, children = 0, lotion, party }) => ({
    people: shown(people, 0),
    minutes: shown(minutes, 0),
    children: shown(children, 0),
    ...(lotion ? { lotion: 'yes' } : {}),
    ...(party ? { party: 'yes' } : {}),
  }),
  next: 'soak',
}
