import { assumedWeather, atTheWater, DAY, type VisitAsked } from '@/core'
import { fromWallClock } from '@/server/moment'
import { refillSettings } from '@/server/refillSettings'
import type { TubView } from '@/server/views'
import { askedIn, decisionsIn, type VisitView, visitView } from '@/server/visit'
import { simulatedWeather } from '@/stand-ins/weather'
import { theStore } from '@/store/database'
import type { DisplayPreferences } from '@/words/words'

export type Query = Record<string, string | string[] | undefined>

/** Air at the tub now: by the simulated weather where stand-ins are on, else as its people gave it. */
const airCelsius = ({ tub, now }: TubView): number =>
  process.env.PAVREL_STAND_INS === '1'
    ? atTheWater(simulatedWeather(now)).airCelsius
    : assumedWeather(refillSettings(tub).airCelsius).airCelsius

const ofQuery = (query: Query, name: string): string => {
  const value = query[name]
  return typeof value === 'string' ? value : ''
}

/** The visit as an address asks for it, or the one under way; with what of the address could not be read. */
export const loadVisit = (
  view: TubView,
  query: Query,
  preferences: DisplayPreferences,
):
  | { page: VisitView; errors: Record<string, string>; keep: Record<string, string> }
  | undefined => {
  const { tub, now } = view
  const at = ofQuery(query, 'at')
  const by = at ? String(fromWallClock(at, preferences.timeZone) ?? at) : ofQuery(query, 'by')
  const minutes = ofQuery(query, 'minutes')
  const read = askedIn({ minutes, by }, now)
  const asked: VisitAsked = 'asked' in read ? read.asked : { asked: 'all' }
  const tubs = [tub.id, ...ofQuery(query, 'tubs').split(' ').map(Number)].filter(
    (id, i, all) => view.tubs.some((one) => one.id === id) && all.indexOf(id) === i,
  )
  const start = Number(ofQuery(query, 'start'))
  const begins = start > now && start < now + 2 * DAY
  const decisions = decisionsIn(ofQuery(query, 'd'))
  const page = visitView(theStore(), tub.id, now, {
    place: { zone: preferences.timeZone, airCelsius: airCelsius(view) },
    draft: {
      tubs,
      asked,
      decisions,
      ...(begins ? { start } : {}),
    },
    known: [view],
  })
  if (!page) return undefined
  const keep = Object.fromEntries(
    Object.entries({
      tubs: tubs.length > 1 ? tubs.join(' ') : '',
      d: ofQuery(query, 'd'),
      ...(asked.asked === 'minutes' ? { minutes } : {}),
      ...(asked.asked === 'ready by' ? { by: String(asked.by) } : {}),
      ...(begins ? { start: String(start) } : {}),
    }).filter(([, value]) => value !== ''),
  )
  return { page, errors: 'errors' in read ? read.errors : {}, keep }
}
