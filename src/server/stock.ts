import Joi from 'joi'
import type { Instant } from '@/core'
import { field } from '@/words/refusals'

/** A day as a pack names it is the same day in every zone: kept as its noon in UTC. */
export const packDay = (instant: Instant | undefined): string =>
  instant === undefined ? '' : new Date(instant).toISOString().slice(0, 10)

const FIRST = '2000-01-01'
const LAST = '2099-12-31'

/** A date field; empty is undefined. */
export const dayField = (name: string) =>
  Joi.string()
    .trim()
    .empty('')
    .custom((given: string, helpers) => {
      const at = Date.parse(`${given}T12:00:00Z`)
      const sound =
        /^\d{4}-\d{2}-\d{2}$/.test(given) && packDay(Number.isNaN(at) ? 0 : at) === given
      return sound && given >= FIRST && given <= LAST
        ? at
        : helpers.message(
            { custom: '{#sentence}' },
            { sentence: field.noSuchDay(name, given.slice(0, 20)) },
          )
    })
    .messages({ 'string.base': field.unreadable(name) })

/** What is more than nothing of some facts. */
export const given = <Facts extends object>(facts: Facts): Partial<Facts> =>
  Object.fromEntries(
    Object.entries(facts).filter(([, one]) => one !== undefined && one !== ''),
  ) as Partial<Facts>
