import type { Answers, CauseId } from '../journal/causeId'
import { type Entry, type EntryOf, inOrder } from '../journal/entry'
import {
  ELECTRICAL,
  isTrouble,
  SIGNS_OF,
  type Sign,
  SOILED,
  TRENDS,
  UNCLEAR,
  UNWELL,
} from '../journal/sign'
import { type Remedy, wayOut } from '../routine/wayOut'
import { shocksIn } from '../soaks/shocks'
import { DAY, type Instant } from '../time'
import type { Tub } from '../tub/tub'
import { shownBy } from '../upkeep/chorePresets'

/** What was done about a case. */
export interface Treatment {
  cause: CauseId
  at: Instant
  /** When the last of its steps was done; undefined while one is open. */
  doneAt: Instant | undefined
  /** When it should show. */
  showsAt: Instant | undefined
  /** It had its time, and the sign was seen again. */
  inVain: boolean
}

/** From the first look that showed something wrong to the one that showed nothing. */
export interface Case {
  since: Instant
  /** Undefined while it is open. */
  until: Instant | undefined
  ended: 'clear' | 'new water' | 'not seen again' | undefined
  /** What is to be seen now, or was at last. */
  signs: readonly Sign[]
  /** Everything that was seen in it. */
  seen: readonly Sign[]
  answers: Answers
  lookedAt: Instant
  treatments: readonly Treatment[]
  /** What helped: the last treatment that was carried out before it was gone. */
  helped: CauseId | undefined
}

/** A sign that closes nothing is forgotten after so long unless it is seen again. */
const FORGOTTEN = 14 * DAY
const LASTING: readonly Sign[] = [...UNCLEAR, ...UNWELL, ...SOILED, ...ELECTRICAL, 'fumes']
/** What new water does not change. */
const STAYS: readonly Sign[] = SIGNS_OF.tub.filter((sign) => !TRENDS.includes(sign))

const doneSince = (
  tub: Tub,
  past: readonly Entry[],
  step: Remedy,
  since: Instant,
): Instant | undefined => {
  const shocks = new Set<Entry>(
    step.kind === 'shock' ? shocksIn(tub, past, Number.POSITIVE_INFINITY) : [],
  )
  const shows = (entry: Entry): boolean => {
    switch (step.kind) {
      case 'chore':
        return (
          (entry.kind === 'chore' &&
            entry.body.chore === step.chore &&
            entry.body.outcome === 'done') ||
          (shownBy(step.chore)?.(entry) ?? false)
        )
      case 'shock':
        return shocks.has(entry)
      case 'balance':
        return entry.kind === 'test'
      case 'refill':
        return entry.kind === 'water' && entry.body.replacedFraction >= 1
    }
  }
  return past.find((entry) => entry.at >= since && shows(entry))?.at
}

const treated = (
  tub: Tub,
  past: readonly Entry[],
  { at, body }: EntryOf<'treatment'>,
): Treatment => {
  const { steps, clearsAfter } = wayOut(body.cause, tub)
  const done = steps.map((step) => doneSince(tub, past, step, at))
  const doneAt = done.some((one) => one === undefined)
    ? undefined
    : Math.max(...done.map((one) => one ?? at))
  const showsAt = doneAt === undefined ? undefined : doneAt + clearsAfter
  const inVain =
    showsAt !== undefined &&
    past.some(
      (entry) =>
        entry.kind === 'look' &&
        entry.at >= showsAt &&
        entry.body.signs.some((sign) => isTrouble(sign) && body.signs.includes(sign)),
    )
  return { cause: body.cause, at, doneAt, showsAt, inVain }
}

interface Building {
  since: Instant
  signs: readonly Sign[]
  seen: Set<Sign>
  answers: Answers
  lookedAt: Instant
  treatments: EntryOf<'treatment'>[]
  entries: Entry[]
}

/** Cases are told of so long. */
const KEPT = 800 * DAY

/** Every case of the last two years, oldest first; the last may be open. */
export const casesIn = (tub: Tub, journal: readonly Entry[], now: Instant): Case[] => {
  const past = inOrder(
    journal.filter(
      ({ at, kind }) =>
        at <= now &&
        at > now - KEPT &&
        kind !== 'soak' &&
        kind !== 'note' &&
        kind !== 'feeder' &&
        kind !== 'aeration',
    ),
  )
  const found: Case[] = []
  let open: Building | undefined
  const end = (until: Instant | undefined, ended: Case['ended']) => {
    if (!open) return
    const { since, signs, seen, answers, lookedAt, entries } = open
    const treatments = open.treatments.map((one) => treated(tub, entries, one))
    const helped =
      ended === 'clear' ? treatments.findLast(({ doneAt }) => doneAt !== undefined) : undefined
    found.push({
      since,
      until,
      ended,
      signs,
      seen: [...seen],
      answers,
      lookedAt,
      treatments,
      helped: helped?.cause,
    })
    open = undefined
  }
  const forgetAt = (at: Instant) => {
    if (
      open &&
      at > open.lookedAt + FORGOTTEN &&
      open.treatments.length === 0 &&
      !open.signs.some((sign) => LASTING.includes(sign))
    )
      end(open.lookedAt + FORGOTTEN, 'not seen again')
  }
  for (const entry of past) {
    if (entry.kind === 'look') {
      forgetAt(entry.at)
      const signs = entry.body.signs
      open?.entries.push(entry)
      if (!signs.some(isTrouble)) {
        end(entry.at, 'clear')
        continue
      }
      open ??= {
        since: entry.at,
        signs,
        seen: new Set(),
        answers: {},
        lookedAt: entry.at,
        treatments: [],
        entries: [entry],
      }
      open.signs = signs
      for (const sign of signs) open.seen.add(sign)
      open.answers = { ...open.answers, ...entry.body.answers }
      open.lookedAt = entry.at
      continue
    }
    if (!open) continue
    open.entries.push(entry)
    if (entry.kind === 'treatment') open.treatments.push(entry)
    if (entry.kind === 'water' && entry.body.replacedFraction >= 1) {
      const stays = open.signs.filter((sign) => STAYS.includes(sign))
      if (stays.length === 0) end(entry.at, 'new water')
      else open.signs = stays
    }
  }
  forgetAt(now)
  end(undefined, undefined)
  return found
}

/** The case that is open, or undefined where nothing is wrong as far as anybody has said. */
export const openCase = (cases: readonly Case[]): Case | undefined => {
  const last = cases.at(-1)
  return last && last.until === undefined ? last : undefined
}
