import Joi from 'joi'
import {
  DAY,
  type DeviceReply,
  HOUR,
  QUANTITIES,
  QUANTITY,
  type Quantity,
  REPLY_STATES,
} from '@/core'
import type { Store } from '@/store/database'
import { insertReply, type ReplyRow, repliesSince } from '@/store/deviceReplies'
import { findTub } from '@/store/tubs'
import { A_READING, jsonSentence } from '@/words/dataWords'
import { QUANTITY_NAMES } from '@/words/quantityNames'
import { field, REFUSALS } from '@/words/refusals'
import { journalAt } from './journalAt'

/** A reading waits this long to be kept as part of a test. */
const WAITS = HOUR

const schema = Joi.object<DeviceReply>({
  device: Joi.string().trim().max(40).required(),
  test: Joi.string()
    .valid(...QUANTITIES)
    .required(),
  status: Joi.string()
    .valid(...REPLY_STATES)
    .required(),
  value: Joi.number().strict(),
  dilutionParts: Joi.number().strict().integer().min(0).max(9).default(0),
})

/** Takes what a device sends; nothing is in the journal until a person keeps it. */
export const receiveReply = (
  store: Store,
  tubId: number,
  given: unknown,
  now: number,
): { ok: true } | { ok: false; status: 404 | 422; message: string } => {
  if (!findTub(store, tubId)) return { ok: false, status: 404, message: REFUSALS.noTub }
  const { value: reply, error } = schema.validate(given, { convert: false })
  if (error || !reply)
    return {
      ok: false,
      status: 422,
      message:
        typeof given === 'object' && given !== null
          ? jsonSentence(error?.details[0], A_READING)
          : REFUSALS.jsonObject,
    }
  const name = QUANTITY_NAMES[reply.test]
  const { possible } = QUANTITY[reply.test]
  if (reply.status === 'ok') {
    if (reply.value === undefined) return { ok: false, status: 422, message: REFUSALS.deviceValue }
    if (reply.value < possible[0] || reply.value > possible[1])
      return {
        ok: false,
        status: 422,
        message: field.outOfRange(name, reply.value, { low: possible[0], high: possible[1] }),
      }
  }
  insertReply(store, tubId, reply, { receivedAt: now, keepFrom: now - DAY })
  return { ok: true }
}

/** What a device has sent since the last test, newest of each quantity. */
export const waitingReplies = (store: Store, tubId: number, now: number): ReplyRow[] => {
  const lastTest = journalAt(store, tubId, now).find(({ kind, at }) => kind === 'test' && at <= now)
  const since = Math.max(now - WAITS, lastTest?.at ?? 0)
  const seen = new Set<Quantity>()
  return repliesSince(store, tubId, since).filter(({ reply }) => {
    if (seen.has(reply.test)) return false
    seen.add(reply.test)
    return true
  })
}
