import Joi from 'joi'
import {
  type Ahead,
  type AwayAdvice,
  awayAdvice,
  beforeLeaving,
  DAY,
  type DoseBody,
  energyThrough,
  type FanPoint,
  fanOf,
  fromCelsius,
  HOUR,
  type Instant,
  type LevelAhead,
  LONGEST_UNATTENDED_DAYS,
  meanPrice,
  type Quantity,
  TABLET_GRAMS,
  type TubHeat,
  type TurnUp,
  toCelsius,
  turnUpFor,
} from '@/core'
import { FIELD, heatRefusal } from '@/words/refusals'
import { check, type Fields, number } from './form'
import { heatSettings } from './heat'
import { fromWallClock, noMoment, toWallClock } from './moment'
import { refillSettings } from './refillSettings'
import type { TubView } from './views'

/** What one quantity will read on return, with what was done before, and with nothing done. */
export interface OnReturn {
  quantity: Quantity
  done: FanPoint
  idle: FanPoint
}

export interface Away {
  fields: Fields
  errors: Record<string, string>
  /** A stay that begins on that day stands in Upkeep. */
  noted: boolean
  answer:
    | {
        leave: Instant
        back: Instant
        days: number
        heldCelsius: number
        advice: AwayAdvice[]
        dose: DoseBody | undefined
        onReturn: OnReturn[]
        /** Of the sanitizer's middle on return, with what was done before. */
        range: 'low' | 'in' | 'high'
        millimetres: number
        savedKilowattHours: number
        savedMoney: number | undefined
        turnUp: TurnUp
      }
    | undefined
}

interface AwayAsked {
  timeZone: string
  locale: string
  heat: TubHeat
  air: (at: Instant) => number
  level: (days: number, waterCelsius: number) => LevelAhead
  query: Fields
}

/** Cool enough to save, warm enough for pipes and pump; common practice. */
const AWAY_CELSIUS = 20
const FARTHEST = 180 * DAY

const whole = (value: number) => String(Math.round(value))

/** The days from leaving to coming back: what to do before, what it will read, what it saves. */
export const awayPlace = (view: TubView, asked: AwayAsked): Away => {
  const { row: tub, now, stays, estimate } = view
  const { timeZone, locale, heat, air, level, query } = asked
  const { temperature } = tub.units
  const next = stays
    .filter(({ kind, to }) => kind === 'away' && to > now)
    .toSorted((a, b) => a.from - b.from)[0]
  const usual = (at: Instant) => `${toWallClock(at, timeZone).slice(0, 10)}T10:00`
  const fields = {
    leave: query.leave ?? (next ? toWallClock(next.from, timeZone) : usual(now + 3 * DAY)),
    back: query.back ?? (next ? toWallClock(next.to, timeZone) : usual(now + 17 * DAY)),
    kept: query.kept ?? whole(fromCelsius(AWAY_CELSIUS, temperature)),
  }
  const errors: Record<string, string> = {}
  const leave = fromWallClock(fields.leave, timeZone)
  const back = fromWallClock(fields.back, timeZone)
  if (leave === undefined) errors.leave = noMoment(FIELD.leave, fields.leave)
  if (back === undefined) errors.back = noMoment(FIELD.back, fields.back)
  if (leave !== undefined && back !== undefined) {
    if (back <= leave || back <= now) errors.back = heatRefusal.backAfter
    else if (back > now + FARTHEST) errors.back = heatRefusal.backFar
  }
  const checked = check<{ kept: number }>(
    Joi.object({
      kept: number({
        name: FIELD.keptAt,
        low: Math.round(fromCelsius(4, temperature)),
        high: Math.round(fromCelsius(40, temperature)),
        unit: temperature === 'celsius' ? '°C' : '°F',
        required: true,
      }),
    }),
    { kept: fields.kept, locale },
  )
  if ('errors' in checked) Object.assign(errors, checked.errors)
  const noted = stays.some(
    ({ kind, from }) =>
      kind === 'away' && toWallClock(from, timeZone).slice(0, 10) === fields.leave.slice(0, 10),
  )
  const base = { fields, errors, noted }
  // Nobody asked, and nobody is going away: two forecasts fewer.
  if (!next && query.leave === undefined) return { ...base, answer: undefined }
  if (
    leave === undefined ||
    back === undefined ||
    'errors' in checked ||
    Object.keys(errors).length > 0
  )
    return { ...base, answer: undefined }
  const begins = Math.max(leave, now)
  const days = (back - begins) / DAY
  const set = tub.setTemperatureCelsius
  const held = Math.min(set, toCelsius(checked.value.kept, temperature))
  const celsius = estimate.quantities.temperature.value
  const turnUp = turnUpFor(heat, { now: begins, celsius, held, target: set, by: back, air })
  const through = (wanted: (at: Instant) => number) =>
    energyThrough(heat, { from: begins, to: back, celsius: set, air, wanted }).kilowattHours
  const saved = Math.max(0, through(() => set) - through((at) => (at >= turnUp.at ? set : held)))
  const price = meanPrice(refillSettings(tub).energyPrice, heatSettings(tub))
  const foreseen = days <= LONGEST_UNATTENDED_DAYS
  const hours = Math.max(1, (back - now) / HOUR)
  const stepHours = Math.min(6, hours)
  const fan = (own: TubView['tub'], ahead: readonly Ahead[]) =>
    foreseen ? fanOf(estimate.ensemble, own, ahead, { hours, stepHours }) : []
  const idle = fan(view.tub, [])
  const [residual] = idle
  const leaving =
    residual?.points.findLast(({ at }) => at <= begins)?.median ?? tub.targets.sanitizer.high
  const { low, high } = tub.targets.sanitizer
  const doneWith = (given: DoseBody | undefined) =>
    fan(
      { ...view.tub, setTemperatureCelsius: held },
      given ? [{ id: 0, kind: 'dose', at: begins, body: given }] : [],
    )
  let dose = foreseen
    ? beforeLeaving(view.tub, days, leaving, view.planOptions.shelf ?? [])
    : undefined
  let done = doneWith(dose)
  // A rule of thumb for tablets may carry this tub past its range: half of them, until it does not.
  while (dose && (done[0]?.points.at(-1)?.high ?? 0) > high) {
    const grams: number = TABLET_GRAMS * Math.floor(dose.grams / 2 / TABLET_GRAMS)
    dose = grams > 0 ? { ...dose, grams } : undefined
    done = doneWith(dose)
  }
  const onReturn = idle.flatMap(({ quantity, points }): OnReturn[] => {
    const last = points.at(-1)
    const other = done.find((one) => one.quantity === quantity)?.points.at(-1)
    return last && other ? [{ quantity, idle: last, done: other }] : []
  })
  const middle = onReturn[0]?.done.median
  return {
    ...base,
    answer: {
      leave: begins,
      back,
      days,
      heldCelsius: held,
      advice: awayAdvice(tub, days),
      dose,
      onReturn,
      range: middle !== undefined && middle > high ? 'high' : (middle ?? 0) < low ? 'low' : 'in',
      millimetres: level(Math.max(1, Math.round(days)), held).millimetres,
      savedKilowattHours: saved,
      savedMoney: price === undefined ? undefined : price * saved,
      turnUp,
    },
  }
}
