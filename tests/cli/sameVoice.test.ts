import { plainPreferences } from '@/cli/plainPreferences'
import { todayOf } from '@/cli/todayTopic'
import { HOUR } from '@/core/time'
import { scenario, TOLD_AT } from '@/demo/scenario'
import { tubView } from '@/server/views'
import { openStore } from '@/store/database'
import { insertEntry, journalOf } from '@/store/entries'
import { findTub, insertTub } from '@/store/tubs'
import { formatVerdict } from '@/words/verdictWords'
import { share } from '../share'

/** Hours before the end of the demo's story; a house with nothing on its shelf but the usual, as a command knows it. */
const MOMENTS = [0, 0.2, 1, 2, 3, 5, 7, 12, 20, 30, 44, 60, 71, 80, 100, 150, 239, 240, 400, 800]

test('the command says what the pages say, in twenty moments of the demo: hours, amounts, words', () => {
  for (const { tub, entries } of scenario(TOLD_AT))
    for (const hours of MOMENTS.slice(0, share('moments of the demo, by two voices', 3, 20))) {
      const now = TOLD_AT - hours * HOUR
      const store = openStore(':memory:')
      const { id } = insertTub(store, { ...tub, createdAt: 1 })
      for (const entry of entries.filter(({ at }) => at <= now))
        insertEntry(store, id, entry, entry.at)
      const row = findTub(store, id)
      const view = tubView(store, id, now)
      if (!row || !view) throw new Error('no tub')
      const { output, said } = todayOf({ id }, row, journalOf(store, id), now)
      const preferences = plainPreferences(now)
      const words = formatVerdict(view, preferences)
      expect([hours, output.mayGetIn]).toEqual([hours, view.verdict.mayGetIn])
      expect(output.said).toBe([words.sentence, words.reason, ...words.also].join(' '))
      expect(said.readyAt).toBe(view.readyAt)
      expect(said.plan.steps).toEqual(view.plan.steps)
      const water = (acts: typeof said.acts) => acts.filter(({ kind }) => kind !== 'chore')
      expect(water(said.acts)).toEqual(water(view.acts))
    }
})
