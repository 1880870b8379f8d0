import { plainPreferences } from '@/cli/plainPreferences'
import { estimateNow, forbidsDosing, planToday, scheduleOf, verdict, waterCareOpens } from '@/core'
import { closureLine, formatClosure } from '@/words/closureWords'
import { formatVerdict } from '@/words/verdictWords'
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
  const plan = planToday(tub, journal, estimate, { choices: tub.choices }).plan
  const preferences = plainPreferences(now)
  const words = formatVerdict(tub, found, plan, estimate, preferences)
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
        liftedBy: formatClosure(closure, preferences).lift,
        why: closureLine(closure, preferences),
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
