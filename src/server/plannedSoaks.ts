import Joi from 'joi'
import { DAY } from '@/core'
import type { Store } from '@/store/database'
import { insertPlannedSoak, removePlannedSoak } from '@/store/plannedSoaks'
import { findTub } from '@/store/tubs'
import { FIELD, field, REFUSALS } from '@/words/refusals'
import { PEOPLE_AND_MINUTES, type PeopleAndMinutes } from './entries/soak'
import { asking, check, type Fields, type Outcome, refused } from './form'
import { givenMoment, noMoment } from './moment'

const FARTHEST_DAYS = 400

/** Keeps a planned soak. */
export const planSoak = (store: Store, tubId: number, fields: Fields, now: number): Outcome => {
  if (!findTub(store, tubId)) return refused(fields, {}, {}, REFUSALS.noTub)
  const checked = check<PeopleAndMinutes>(Joi.object(PEOPLE_AND_MINUTES), {
    people: fields.people ?? '',
    minutes: fields.minutes ?? '',
  })
  const errors: Record<string, string> = 'errors' in checked ? { ...checked.errors } : {}
  const moment = givenMoment(fields)
  if (moment && 'asks' in moment) return asking(fields, moment.asks)
  const at = moment?.at ?? 0
  if (at === 0) errors.at = fields.at ? noMoment(FIELD.dayAndTime, fields.at) : REFUSALS.dayAndTime
  else if (at < now) errors.at = REFUSALS.dayAndTimePassed
  else if (at > now + FARTHEST_DAYS * DAY)
    errors.at = field.tooFarAhead(FIELD.dayAndTime, FARTHEST_DAYS)
  if ('errors' in checked || Object.keys(errors).length > 0) return refused(fields, errors)
  insertPlannedSoak(store, {
    tubId,
    at,
    load: checked.value,
    createdAt: now,
  })
  return { ok: true }
}

export const unplanSoak = (store: Store, tubId: number, id: number, now: number): Outcome =>
  removePlannedSoak(store, tubId, id, now)
    ? { ok: true }
    : refused({}, {}, {}, REFUSALS.noPlannedSoak)
