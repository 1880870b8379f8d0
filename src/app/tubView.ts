import { cookies } from 'next/headers'
import { notFound } from 'next/navigation'
import { cache } from 'react'
import {
  type Ahead,
  assumedWeather,
  atTheWater,
  DAY,
  type DoseBody,
  deviationOf,
  ENOUGH_READINGS,
  type Fan,
  type ForecastPoint,
  fanOf,
  isKind,
  type LevelAhead,
  levelAhead,
  type ProductName,
  startingFrom,
  usualSurface,
} from '@/core'
import { waitingReplies } from '@/server/devices'
import { ensembleNow } from '@/server/learning'
import { refillSettings } from '@/server/refillSettings'
import { type TubView, tubView } from '@/server/views'
import { simulatedWeather } from '@/stand-ins/weather'
import { theStore } from '@/store/database'
import { allKits } from '@/store/kits'
import { troubleOf } from '@/store/storeProblem'
import { idIn } from './idIn'
import { preferencesOf } from './preferences'

/** One fold of the journal for the frame and the place within it. */
const viewOf = cache((id: number) => {
  try {
    return tubView(theStore(), id, Date.now())
  } catch (error) {
    const trouble = troubleOf(error)
    // The digest is what reaches the page: it says which sentence is shown there.
    throw trouble
      ? Object.assign(new Error('the database failed', { cause: error }), { digest: trouble })
      : error
  }
})

export const loadTub = async (param: string) => {
  // Every answer depends on the moment it is asked.
  await cookies()
  const id = idIn(param)
  const view = viewOf(id)
  if (!view) notFound()
  return { view, preferences: await preferencesOf(view.tub.units, view.now) }
}

/** Soaks that are planned and, where people are to come as last week, last week's once more. */
export const soaksToCome = (
  { journal, now, planned }: TubView,
  asUsual: boolean,
): Extract<Ahead, { kind: 'soak' }>[] => [
  ...planned.map(({ at, load }) => ({ at, kind: 'soak' as const, body: load })),
  ...(asUsual
    ? journal
        .filter(isKind('soak'))
        .filter(({ at }) => at > now - 7 * DAY && at <= now)
        .map(({ at, body }) => ({ at: at + 7 * DAY, kind: 'soak' as const, body }))
    : []),
]

/** A step of the plan as it will be logged: of the pack that it was planned with. */
const plannedDose = (
  { planOptions }: Pick<TubView, 'planOptions'>,
  { product, grams }: { product: ProductName; grams: number },
): DoseBody => {
  const strength = planOptions.shelf?.find((item) => item.product === product)?.strength
  return { product, grams, ...(strength ? { strength } : {}) }
}

/** The week ahead over the ensemble, with the soaks to come, and with the plan's doses where they are to go in. */
export const loadFans = (view: TubView, dosed: boolean, asUsual: boolean): Fan[] => {
  const { tub, journal, now, plan } = view
  const ensemble = ensembleNow(theStore(), tub, journal, now)
  const ahead: Ahead[] = soaksToCome(view, asUsual)
  if (dosed)
    for (const step of plan.steps)
      if (step.kind === 'add')
        ahead.push({ id: 0, at: now, kind: 'dose', body: plannedDose(view, step) })
  const start = startingFrom(ensemble, tub, view.estimate)
  return fanOf(start, tub, ahead, tub.targets.sanitizer.low)
}

/** The residual of the next two days with the plan carried out, by what this tub has taught; undefined while it has taught little. */
export const loadRibbon = (view: TubView): ForecastPoint[] | undefined => {
  const { tub, journal, now, plan, schedule, learnt } = view
  if (learnt.readings < ENOUGH_READINGS || learnt.now.pH === undefined) return undefined
  const ensemble = ensembleNow(theStore(), tub, journal, now)
  const ahead: Ahead[] = soaksToCome(view, false)
  plan.steps.forEach((step, i) => {
    if (step.kind === 'add')
      ahead.push({
        id: 0,
        at: schedule.starts[i] ?? now,
        kind: 'dose',
        body: plannedDose(view, step),
      })
  })
  const start = startingFrom(ensemble, tub, view.estimate)
  const [residual] = fanOf(start, tub, ahead, tub.targets.sanitizer.low, {
    hours: 48,
    stepHours: 1,
  })
  return residual?.points.map((point) => ({
    at: point.at,
    value: point.median,
    standardDeviation: deviationOf(point),
  }))
}

/** Where the level goes: by the simulated weather where stand-ins are on, else by the air its people gave. */
export const loadLevel = (
  { tub, journal, now }: TubView,
  {
    days = 7,
    waterCelsius = tub.setTemperatureCelsius,
    unused = false,
  }: { days?: number; waterCelsius?: number; unused?: boolean } = {},
): LevelAhead => {
  const air = assumedWeather(refillSettings(tub).airCelsius)
  return levelAhead(unused ? [] : journal, {
    now,
    days,
    weather:
      process.env.PAVREL_STAND_INS === '1' ? (at) => atTheWater(simulatedWeather(at)) : () => air,
    surfaceSquareMetres: usualSurface(tub.volumeLitres),
    waterCelsius,
  })
}

/** What devices have sent of a tub and nobody has kept yet. */
export const loadReplies = (tubId: number, now: number) => waitingReplies(theStore(), tubId, now)

export const loadKits = () => allKits(theStore())

export interface TubParams {
  params: Promise<{ tub: string }>
}
