import { quantityOf } from '@/core/estimate/testedWater'
import { PRODUCTS } from '@/core/products/product'
import { keepOutAbove, type ProgrammeId } from '@/core/programmes/programme'
import type { Method, Readings } from '@/core/testing/quantity'
import { DAY, HOUR, type Instant, MINUTE } from '@/core/time'
import type { Act } from '@/core/today/regimen'
import { livingBy } from './lived'

/** A month at a tub of other laws, by people who do what today says at its hour, while they are awake, and get in on their evenings. */
export interface Month {
  days: number
  /** Days from the fill until people might get in first. */
  openedDays: number | undefined
  wished: number
  /** Evenings on which nobody could get in, by what shut the tub. */
  closed: { day: number; codes: readonly string[]; residual: number; said: number }[]
  /** Hands of water care after the start-up, minutes a week; chores apart. */
  minutesAWeek: number
  testsAWeek: number
  doses: string[]
  deadEnds: string[]
  /** The same asked for within ten minutes of having been done. */
  twice: string[]
  /** What must never meet and was poured together. */
  met: readonly string[]
  /** Acid and base within two days of each other. */
  seesaws: number
  /** Got in at a true residual below four fifths of the floor, or pH outside 7.0 to 8.2. */
  unsafe: string[]
  truth: { day: number; pH: number; alkalinity: number; hardness: number; residual: number }[]
  log: string[]
}

const WAKES = 7
const SLEEPS = 22.5

interface Wish {
  day: number
  hour: number
  people: number
  minutes: number
}

/** Weekdays count from the day of the fill, a Saturday. */
export const COUPLE = (day: number): Wish[] =>
  [1, 3, 6].includes(day % 7) ? [{ day, hour: 20, people: 2, minutes: 30 }] : []
export const FAMILY = (day: number): Wish[] =>
  day === 20
    ? [{ day, hour: 19, people: 6, minutes: 90 }]
    : [0, 1, 4, 6].includes(day % 7)
      ? [{ day, hour: 19.5, people: 4, minutes: 30 }]
      : []

export interface MonthOf {
  programme: ProgrammeId
  seed?: number
  method?: Method
  household?: (day: number) => Wish[]
  misread?: (readings: Readings, nth: number) => Readings
  fill?: { totalAlkalinityPpm: number; calciumHardnessPpm: number }
  days?: number
}

export const liveMonth = ({
  programme,
  seed = 1,
  method = 'drops',
  household = COUPLE,
  misread,
  fill = { totalAlkalinityPpm: 60, calciumHardnessPpm: 100 },
  days = 28,
}: MonthOf): Month => {
  const life = livingBy(programme, seed, {
    method,
    ...(misread ? { misread } : {}),
    fillWater: { source: 'town', ...fill },
  })
  // Ten in the morning of the first day.
  const midnight = Math.floor(life.now() / DAY) * DAY + DAY
  const hourOf = (at: Instant) => ((at - midnight) % DAY) / HOUR
  const dayOf = (at: Instant) => Math.floor((at - midnight) / DAY)
  const awake = (at: Instant): Instant => {
    const hour = hourOf(at)
    if (hour < WAKES) return at + (WAKES - hour) * HOUR
    return hour > SLEEPS ? at + (24 + WAKES - hour) * HOUR : at
  }
  life.pass(midnight + 10 * HOUR)
  life.keep({ kind: 'water', at: life.now(), body: { replacedFraction: 1 } })
  const began = life.now()
  const month: Month = {
    days,
    openedDays: undefined,
    wished: 0,
    closed: [],
    minutesAWeek: 0,
    testsAWeek: 0,
    doses: [],
    deadEnds: [],
    twice: [],
    met: life.met,
    seesaws: 0,
    unsafe: [],
    truth: [],
    log: [],
  }
  const wishes = Array.from({ length: days }, (_, day) => household(day)).flat()
  const planned = () =>
    wishes
      .map((wish, id) => ({
        id,
        at: midnight + wish.day * DAY + wish.hour * HOUR,
        load: { people: wish.people, minutes: wish.minutes },
      }))
      .filter(({ at }) => at > life.now() && at < life.now() + 3 * DAY)
  const said = () => life.said({ plannedSoaks: planned() })
  let hands = 0
  let tests = 0
  let last: { act: string; at: Instant } | undefined
  const moved: { way: 'acid' | 'base'; at: Instant }[] = []
  const nameOf = (act: Act): string =>
    act.kind === 'dose'
      ? act.dose.kind === 'add'
        ? `add ${act.dose.product} ${Math.round(act.dose.grams)} g`
        : act.dose.kind
      : act.kind === 'test'
        ? `test ${act.quantities.join(' ')}`
        : act.kind === 'feeder'
          ? act.move
          : act.kind === 'chore' || act.kind === 'helper'
            ? `chore ${act.chore.id}`
            : act.kind === 'open'
              ? `open: ${act.way}`
              : `start-up ${act.step}`
  const note = (text: string) =>
    month.log.push(
      `${dayOf(life.now())}d ${hourOf(life.now()).toFixed(1)}h  c ${life.real.residualPpm().toFixed(1)} pH ${life.real.pH().toFixed(2)} TA ${life.real.totalAlkalinityPpm().toFixed(0)}  ${text}`,
    )
  const carry = (act: Act): boolean => {
    const name = nameOf(act)
    const water = act.kind !== 'chore'
    const before = life.now()
    note(name)
    if (!life.act(act)) {
      month.deadEnds.push(`${name} on day ${dayOf(before)}`)
      return false
    }
    if (water && act.kind !== 'open' && month.openedDays !== undefined) hands += act.handsMinutes
    if (act.kind === 'test' && month.openedDays !== undefined) tests++
    if (last?.act === name && before - last.at < 10 * MINUTE) month.twice.push(name)
    last = { act: name, at: life.now() }
    if (act.kind === 'dose' && act.dose.kind === 'add') {
      month.doses.push(name)
      const { product } = act.dose
      const way =
        PRODUCTS[product].family === 'acid'
          ? 'acid'
          : product === 'sodium carbonate' || product === 'borax decahydrate'
            ? 'base'
            : undefined
      if (way) {
        if (moved.some((one) => one.way !== way && life.now() - one.at < 2 * DAY)) month.seesaws++
        moved.push({ way, at: life.now() })
      }
    }
    return true
  }
  /** What is due, each at its hour, until then; true while there is something. */
  const attend = (until: Instant) => {
    for (let i = 0; i < 60; i++) {
      const next = said().acts.filter(
        (act) => !(act.kind === 'open' && act.way === 'wait') && awake(act.due) < until,
      )[0]
      if (!next) return
      life.pass(awake(Math.max(life.now(), next.due)))
      if (life.now() >= until) return
      if (!carry(next)) return
    }
    month.deadEnds.push(`no end of acts on day ${dayOf(life.now())}`)
  }
  /** People come home and look; between, what has an hour. */
  const LOOKS = [8, 18]
  for (let day = 0; day < days; day++) {
    const at = (hour: number) => midnight + day * DAY + hour * HOUR
    const wish = wishes.find((one) => one.day === day)
    for (const hour of LOOKS) {
      if (at(hour) < life.now()) continue
      // Only while the water is new, or in the evening, is there somebody at the tub.
      if (hour === 8 && month.openedDays !== undefined) continue
      life.pass(at(hour))
      attend(at(hour === 8 ? 18 : (wish?.hour ?? 21)))
    }
    if (wish) {
      life.pass(at(wish.hour))
      let now = said()
      const readied = now.readyAt
      if (now.verdict.closures.length > 0) {
        attend(life.now() + 2 * HOUR)
        now = said()
      }
      const open = now.verdict.closures.length === 0
      month.openedDays ??= open ? (life.now() - began) / DAY : undefined
      if (month.openedDays !== undefined) {
        month.wished++
        const { sanitizer } = life.programme
        if (open) {
          const floor = life.tub.targets.sanitizer.low
          const c = life.real.residualPpm()
          const pH = life.real.pH()
          if (c < 0.8 * floor || pH < 7 || pH > 8.2 || c > 1.25 * keepOutAbove(life.tub))
            month.unsafe.push(`day ${day}: ${c.toFixed(1)} ppm, pH ${pH.toFixed(2)}`)
          note(`SOAK ${wish.people}`)
          life.soak(wish.people, wish.minutes)
          attend(Math.min(life.now() + HOUR, at(24)))
        } else {
          const codes = now.verdict.closures.map(({ code }) => code)
          note(
            `CLOSED ${codes.join(', ')}; ready ${readied ? ((readied - midnight) / DAY).toFixed(2) : '?'}`,
          )
          month.closed.push({
            day,
            codes,
            residual: life.real.residualPpm(),
            said: quantityOf(now.estimate.reading, sanitizer),
          })
        }
      }
    } else if (month.openedDays === undefined && said().verdict.closures.length === 0)
      month.openedDays = (life.now() - began) / DAY
    attend(at(SLEEPS))
    life.pass(at(24))
    if ([6, 13, 27].includes(day))
      month.truth.push({
        day: day + 1,
        pH: life.real.pH(),
        alkalinity: life.real.totalAlkalinityPpm(),
        hardness: life.real.calciumHardnessPpm(),
        residual: life.real.residualPpm(),
      })
  }
  const weeks = Math.max(1, (days - (month.openedDays ?? 0)) / 7)
  month.minutesAWeek = hands / weeks
  month.testsAWeek = tests / weeks
  return month
}
