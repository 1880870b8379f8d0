import { renderToStaticMarkup } from 'react-dom/server'
import { fanOf } from '@/core/estimate/forecast'
import type { NewEntry } from '@/core/journal/entry'
import { type ProgrammeId, programmeOf } from '@/core/programmes/programme'
import { DAY, HOUR } from '@/core/time'
import { AfterSoak } from '@/ui/soak/AfterSoak'
import { amount } from '@/words/words'
import { journal, NOW, tested } from '../core/waters'
import { viewOf } from './view'

const text = (markup: string) => markup.replace(/<[^>]*>/g, ' ').replace(/\s+/g, ' ')
const soak: NewEntry = { kind: 'soak', at: NOW - 2 * HOUR, body: { people: 2, minutes: 20 } }
const readings = { pH: 7.5, totalAlkalinity: 100, calciumHardness: 200 }
const HOUSES: [ProgrammeId, NewEntry[]][] = [
  ['granular chlorine', [tested(NOW - 3 * HOUR, { ...readings, freeChlorine: 4 }), soak]],
  ['granular chlorine', [tested(NOW - HOUR, { ...readings, freeChlorine: 1 })]],
  [
    'bromide bank with oxidiser',
    [
      { kind: 'dose', at: NOW - 9 * DAY, body: { product: 'sodium bromide', grams: 60 } },
      tested(NOW - HOUR, { ...readings, bromine: 2 }),
      soak,
    ],
  ],
  ['bromine tablets', [tested(NOW - HOUR, { ...readings, bromine: 3 })]],
]

// What Soak says of tomorrow, what the ribbon draws and what the week ahead is made of are figures of one forecast.
test.each(HOUSES)('tomorrow is one figure everywhere: %s', (programme, entries) => {
  const { view, preferences } = viewOf(programme, journal(...entries), NOW)
  const { sanitizer } = programmeOf(programme)
  const ribbon = view.foreseen()?.find(({ at }) => at >= NOW + DAY)
  const [week] = fanOf(view.ensemble, view.tub, view.ahead, { floor: 0, hours: 24 })
  expect(ribbon).toBeDefined()
  // Its steps are four hours long: within one in a hundred.
  const same = (ribbon?.value ?? 0) / (week?.points.at(-1)?.median ?? 1)
  expect(Math.abs(same - 1)).toBeLessThan(0.01)
  expect(view.foreseen()?.[0]?.value).toBeCloseTo(view.estimate.quantities[sanitizer].value, 9)
  const said = text(
    renderToStaticMarkup(
      <AfterSoak
        view={view}
        soaked
        ways={[]}
        choose={async () => ({ ok: true }) as never}
        preferences={preferences}
      />,
    ),
  )
  expect(said).toContain(`tomorrow about ${amount(sanitizer, ribbon?.value ?? 0, preferences)}.`)
})
