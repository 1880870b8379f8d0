import { plainPreferences } from '@/cli/plainPreferences'
import {
  advanceEnsemble,
  ensembleOf,
  estimateNow,
  expectedOf,
  foretelling,
  HOUR,
  implausibilities,
  inOrder,
  programmeOf,
  quantityOf,
  type Spread,
  takeEntry,
} from '@/core'
import { QUANTITY_NAMES } from '@/words/quantityNames'
import { formatImplausibility } from '@/words/testText'
import {
  instant,
  JOURNAL_FIELD,
  journalFrom,
  TUB_FIELDS,
  type TubInput,
  tubFrom,
  wrongTime,
} from './journalFields'
import { type Answer, as, number, type Topic } from './topic'
import { READ_AS } from './waterFields'

/** Standard deviations from the middle to the 10 % and 90 % quantiles of a normal spread. */
const TENTH = 1.2816

const quantiles = ({ low, median, high }: Spread) => ({
  p10: Math.max(0, low),
  p50: median,
  p90: high,
})

const normal = (value: number, deviation: number): Spread => ({
  low: value - TENTH * deviation,
  median: value,
  high: value + TENTH * deviation,
})

/** What is followed by the ensemble; the rest stays as it was last, its spread growing. */
const answer = (raw: Record<string, unknown>): Answer => {
  const input = as<{ tub: TubInput; journal: unknown; now: unknown; hours: number }>(raw)
  const now = instant(input.now)
  if (now === undefined) return { refusal: wrongTime('now', input.now) }
  const read = journalFrom(input.journal, now)
  if ('field' in read) return { refusal: read }
  const made = tubFrom(input.tub)
  if ('field' in made) return { refusal: made }
  const journal = inOrder(read.journal)
  const past = journal.filter(({ at }) => at <= now)
  const coming = journal.filter(({ at }) => at > now)
  const ensemble = ensembleOf(made.tub, past, now)
  const { tub, estimate, learnt } = estimateNow(made.tub, past, now, ensemble)
  const programme = programmeOf(tub.programme)
  const state = foretelling(ensemble)
  let next = 0
  const hours = Array.from({ length: input.hours + 1 }, (_, hour) => {
    const at = now + hour * HOUR
    // Planned entries take part from their own time on.
    for (; next < coming.length; next++) {
      const one = coming[next]
      if (!one || one.at > at) break
      takeEntry(state, tub, one)
    }
    advanceEnsemble(state, tub, at)
    const row: Record<string, unknown> = { at: new Date(at).toISOString() }
    for (const [name, quantity] of Object.entries(READ_AS)) {
      if (!programme.tested.includes(quantity)) continue
      const { value, standardDeviation } = estimate.quantities[quantity]
      const followed = expectedOf(state, tub, quantity)
      const days = hour / 24
      row[name] = quantiles(
        followed ??
          normal(
            quantity === 'temperature' ? value : quantityOf(estimate.reading, quantity),
            standardDeviation * (1 + days / 10),
          ),
      )
    }
    return row
  })
  const { loss, demand, transfer } = learnt.rates
  const time = (at: number) => new Date(at).toISOString()
  return {
    output: {
      now: time(now),
      hours,
      rates: {
        sanitizerLossPerHour: quantiles(loss),
        demandGramsChlorinePerPersonHour: quantiles(demand),
        carbonDioxideTransferTimesUsual: quantiles(transfer),
      },
      readings: learnt.readings,
      flagged: [
        ...past.flatMap((entry) =>
          entry.kind === 'test'
            ? implausibilities(entry.body.readings).map((found) => ({
                at: time(entry.at),
                code: found.reason.code,
                why: formatImplausibility(found, plainPreferences(now)),
              }))
            : [],
        ),
        ...learnt.odd.map(({ at, quantity, read: value, expected }) => ({
          at: time(at),
          why: `${QUANTITY_NAMES[quantity]} read ${value}, expected about ${Number(expected.toPrecision(2))}.`,
        })),
      ],
    },
  }
}

export const FORECAST_TOPIC: Topic = {
  summary: 'where a journal says the water is heading, hour by hour, with quantiles',
  fields: {
    tub: { unit: '', required: true, fields: TUB_FIELDS },
    journal: JOURNAL_FIELD,
    now: { unit: '', free: true, required: true },
    hours: number('h', 0, 240, { default: 48 }),
  },
  answer,
}
