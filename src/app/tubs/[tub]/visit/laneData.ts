import { PRODUCTS } from '@/core'
import type { TubView } from '@/server/views'
import type { VisitView } from '@/server/visit'
import type { LaneBlock, LaneTub } from '@/ui/visit/laneData'
import { marksOf } from '@/ui/visit/VisitLists'
import { actWords, impossibleWords, waitWords } from '@/words/visitWords'
import { type DisplayPreferences, list } from '@/words/words'

/** What the lanes draw, in words and times alone: the browser needs nothing of the rest. */
export const laneData = (
  { visit, views }: VisitView,
  preferences: DisplayPreferences,
): { acts: LaneBlock[]; tubs: LaneTub[] } => {
  const marks = marksOf(visit.acts)
  const untouched = new Set(
    views.filter(({ hands }) => hands === 'keep away').map(({ tub }) => tub.id),
  )
  const tubOf = (id: number) => views.find(({ tub }) => tub.id === id)?.tub
  return {
    acts: visit.acts.map((act): LaneBlock => {
      const tub = tubOf(act.tub)
      const mark = marks.get(act.key) ?? ''
      return {
        key: act.key,
        tub: act.tub,
        mark,
        filler: !/\d/.test(mark),
        name: tub ? actWords(act.what, tub, preferences).short : '',
        start: act.start,
        handsEnd: act.handsEnd,
        waitEnd: act.waitEnd,
        waits: act.waitMinutes > 0 ? waitWords(act, preferences) : [],
      }
    }),
    // Nothing happens at a tub that nobody may touch.
    tubs: visit.lanes
      .filter(({ tub }) => !untouched.has(tub))
      .map(({ tub, lanes }) => ({
        mixing: mixingIn(views.find((one) => one.tub.id === tub)),
        id: tub,
        name: tubOf(tub)?.name ?? '',
        lanes,
        pours: visit.acts.some(
          (act) => act.tub === tub && (act.what.kind === 'dose' || act.what.kind === 'helper'),
        ),
      })),
  }
}

const mixingIn = (view: TubView | undefined): LaneTub['mixing'] => {
  const wait = view?.waiting
  if (!wait) return undefined
  const name = PRODUCTS[wait.product].commonName
  return { until: wait.until, words: [`${name} mixing`, name] }
}

/** Why something could not be put where it was wanted. */
export const impossibleIn = (
  { visit, views }: VisitView,
  preferences: DisplayPreferences,
): string | undefined => {
  const name = (key: string) => {
    const act = visit.acts.find((one) => one.key === key)
    const tub = act && views.find((one) => one.tub.id === act.tub)?.tub
    return act && tub ? `the ${actWords(act.what, tub, preferences).short}` : 'it'
  }
  const said = visit.impossible.map((one) => impossibleWords(one, name(one.key), name(one.of)))
  return said.length > 0 ? list(said) : undefined
}
