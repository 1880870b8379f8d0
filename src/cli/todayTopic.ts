import { dosePlan } from '@/core/advice/plan'
import { scheduleOf } from '@/core/advice/schedule'
import { estimateNow } from '@/core/estimate/learning/estimateNow'
import { forbidsDosing, waterCareOpens } from '@/core/today/closures'
import { verdict } from '@/core/today/verdict'
import { closureLine, closureWords } from '@/words/closureWords'
import { verdictWords } from '@/words/verdictWords'
import type { Reader } from '@/words/words'
import {
  instant,
  journalFrom,
  noFilterIn,
  TUB_FIELDS,
  type TubInput,
  tubFrom,
  wrongTime,
} from './journalFields'
import { type Answer, as, type Topic } from './topic'

/** A command has no reader: SI units and UTC. */
const readerAt = (now: number): Reader => ({
  locale: 'en-GB',
  timeZone: 'UTC',
  units: { volume: 'litre', temperature: 'celsius', mass: 'gram' },
  now,
})

const answer = (raw: Record<string, unknown>): Answer => {
  const input = as<{ tub: TubInput; journal: unknown; now: unknown }>(raw)
  const now = instant(input.now)
  if (now === undefined) return { refusal: wrongTime('now', input.now) }
  const read = journalFrom(input.journal, now)
  if ('field' in read) return { refusal: read }
  const made = tubFrom(input.tub)
  if ('field' in made) return { refusal: made }
  const { journal } = read
  const { tub, estimate } = estimateNow(made.tub, journal, now)
  const found = verdict(tub, journal, now, estimate, { noFilter: noFilterIn(journal, now) })
  const plan = dosePlan(tub, journal, estimate)
  const reader = readerAt(now)
  const words = verdictWords(tub, found, plan, estimate, reader)
  const time = (at: number) => new Date(at).toISOString()
  const open = found.closures.length === 0
  const byPlan = !found.closures.some(forbidsDosing) && found.closures.every(waterCareOpens)
  const { mixedAt } = scheduleOf(plan.steps, journal, now)
  return {
    output: {
      mayGetIn: found.mayGetIn,
      closures: found.closures.map((closure) => ({
        code: closure.code,
        since: time(closure.since),
        until: closure.until === null ? null : time(closure.until),
        liftedBy: closureWords(closure, reader).lift,
        why: closureLine(closure, reader),
      })),
      readyAt: open ? time(now) : byPlan && plan.steps.length > 0 ? time(mixedAt) : null,
      belowPublishedFloorPpm: found.belowFloor ?? null,
      said: [words.sentence, words.reason, ...words.also].join(' '),
    },
  }
}

export const TODAY_TOPIC: Topic = {
  summary: 'whether anyone may get in, and everything that keeps the tub shut',
  fields: {
    tub: { unit: '', required: true, fields: TUB_FIELDS },
    journal: { unit: '', free: true, required: true },
    plannedSoaks: { unit: '', free: true },
    now: { unit: '', free: true, required: true },
  },
  answer,
}
