import { cookies } from 'next/headers'
import { notFound } from 'next/navigation'
import { cache } from 'react'
import {
  type Ahead,
  assumedWeather,
  atTheWater,
  DAY,
  type Fan,
  fanOf,
  isKind,
  type LevelAhead,
  levelAhead,
  plannedDose,
  usualSurface,
} from '@/core'
import { waitingReplies } from '@/server/devices'
import { idIn } from '@/server/idIn'
import { refillSettings } from '@/server/refillSettings'
import { type TubView, tubView } from '@/server/views'
import { simulatedWeather } from '@/stand-ins/weather'
import { theStore } from '@/store/database'
import { allKits } from '@/store/kits'
import { troubleOf } from '@/store/storeProblem'
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

/** The week ahead over the ensemble, with the soaks to come, and with the plan's doses where they are to go in. */
export const loadFans = (view: TubView, dosed: boolean, asUsual: boolean): Fan[] => {
  const { tub, now, plan, ensemble } = view
  const ahead: Ahead[] = soaksToCome(view, asUsual)
  if (dosed)
    for (const step of plan.steps)
      if (step.kind === 'add')
        ahead.push({
          id: 0,
          at: now,
          kind: 'dose',
          body: plannedDose(view.planOptions.shelf, step),
        })
  return fanOf(ensemble, tub, ahead)
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
