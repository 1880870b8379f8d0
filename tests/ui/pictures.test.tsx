import fc from 'fast-check'
import type { ReactElement } from 'react'
import { renderToStaticMarkup } from 'react-dom/server'
import type { Readings } from '@/core/testing/quantity'
import { DAY, HOUR, MINUTE } from '@/core/time'
import { WaterBand, WaterColumn } from '@/ui/column/WaterColumn'
import { BalanceMap } from '@/ui/dose/BalanceMap'
import { Ribbon } from '@/ui/dose/Ribbon'
import { Signs } from '@/ui/dose/Signs'
import { Spoons } from '@/ui/dose/Spoons'
import { EffectTable, effectRows, StepDetails } from '@/ui/dose/StepDetails'
import { journal, NOW, tested } from '../core/waters'
import { viewOf } from './view'

const html = (element: ReactElement) => renderToStaticMarkup(element)
const text = (markup: string) => markup.replace(/<[^>]*>/g, ' ').replace(/\s+/g, ' ')
const count = (markup: string, what: RegExp) => markup.match(what)?.length ?? 0

const low: Readings = { bromine: 2, pH: 8, totalAlkalinity: 60, calciumHardness: 130 }
const fine: Readings = { freeChlorine: 4, pH: 7.5, totalAlkalinity: 100, calciumHardness: 200 }

const map = (given: ReturnType<typeof viewOf>) => (
  <BalanceMap
    tub={given.view.tub}
    estimate={given.view.estimate}
    other={undefined}
    round={[]}
    planOptions={{}}
    found={[]}
    products={['sodium bicarbonate', 'sodium bisulfate']}
    plan={given.view.plan}
    preferences={given.preferences}
  />
)

describe('the water column', () => {
  const given = viewOf('bromine tablets', journal(tested(NOW - 6 * MINUTE, low, 'strip')), NOW)
  const markup = html(<WaterColumn view={given.view} preferences={given.preferences} />)

  test('says every state in words, for ears too', () => {
    expect(markup).toContain(
      'aria-label="Closed: pH high. Bromine 2.0 ppm, low; pH 8.0, high; Alkalinity 60 ppm, low; Hardness 130 ppm, low."',
    )
  })
  test('says how old the evidence is', () => {
    expect(text(markup)).toContain('Strip, today 6 min')
    expect(text(markup)).toContain('age unknown')
  })
  test('without a reading shows dashes and no whisker', () => {
    const empty = viewOf('granular chlorine', [], NOW)
    const column = html(<WaterColumn view={empty.view} preferences={empty.preferences} />)
    expect(count(column, /not tested/g)).toBeGreaterThanOrEqual(4)
    expect(column).not.toContain('stroke-width="1.4"')
  })
  test('stands across the top of a phone with the same figures', () => {
    const band = html(<WaterBand view={given.view} preferences={given.preferences} />)
    for (const figure of ['2.0', '8.0', '60', '130']) expect(text(band)).toContain(figure)
    expect(count(band, /<li /g)).toBe(4)
  })
})

describe('the balance map', () => {
  const given = viewOf('bromine tablets', journal(tested(NOW - 6 * MINUTE, low)), NOW)
  test('draws an arrow for every step that moves the balance, and says the path', () => {
    const markup = html(map(given))
    expect(markup).toMatch(/aria-label="From alkalinity 60 ppm and pH 8; \d+ g dry acid to/)
    const arrows = count(markup, /stroke-width="2.2"[^>]*marker-end/g)
    expect(arrows).toBeGreaterThanOrEqual(2)
    expect(arrows).toBeLessThanOrEqual(given.view.plan.steps.length)
    expect(text(markup)).toContain('lands:')
  })
  test('keeps the target in the frame for any reading', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 6.4, max: 8.6, noNaN: true }),
        fc.double({ min: 20, max: 300, noNaN: true }),
        (pH, totalAlkalinity) => {
          const one = viewOf(
            'granular chlorine',
            journal(tested(NOW - MINUTE, { ...fine, pH, totalAlkalinity })),
            NOW,
          )
          const markup = html(map(one))
          expect(markup).not.toContain('NaN')
          expect(markup).not.toContain('Infinity')
          expect(text(markup)).toContain('target')
        },
      ),
      { numRuns: 40 },
    )
  })
  test('says that a balance which was never read is assumed', () => {
    const one = viewOf('granular chlorine', journal(tested(NOW, { freeChlorine: 4 })), NOW)
    expect(text(html(map(one)))).toContain('assumed:')
  })
})

describe('the ribbon', () => {
  const ribbon = (readings: Readings, age: number) => {
    const given = viewOf('granular chlorine', journal(tested(NOW - age, readings)), NOW)
    return text(html(<Ribbon view={given.view} preferences={given.preferences} />))
  }
  test('says when the residual will have fallen out of its band', () => {
    // ln(4/3) / (0.2/24 h) = 34.5 h: the morning after next.
    expect(ribbon(fine, 0)).toMatch(
      /if nobody gets in: below 3\.0 ppm from about Fri,? 22 May,? 0[2-5]:00/,
    )
  })
  test('counts the dose that is planned', () => {
    const said = ribbon({ ...fine, freeChlorine: 1 }, 0)
    expect(said).toContain('if you follow the plan')
    expect(said).toContain('dose, 1 step')
  })
  test('says that a floater is taken to hold the level', () => {
    const given = viewOf('bromine tablets', journal(tested(NOW, { ...low, bromine: 5 })), NOW)
    expect(text(html(<Ribbon view={given.view} preferences={given.preferences} />))).toContain(
      'and the floater goes on as it does: above 4.0 ppm for two days',
    )
  })
  test('does not forecast from a stale reading', () => {
    expect(ribbon(fine, 2 * DAY)).toContain('needs a chlorine reading less than a day old')
  })
  test('never draws a number that is none', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 15, noNaN: true }),
        fc.integer({ min: 0, max: 23 }),
        (freeChlorine, hours) => {
          const given = viewOf(
            'granular chlorine',
            journal(tested(NOW - hours * HOUR, { ...fine, freeChlorine })),
            NOW,
          )
          expect(html(<Ribbon view={given.view} preferences={given.preferences} />)).not.toContain(
            'NaN',
          )
        },
      ),
      { numRuns: 30 },
    )
  })
})

describe('a step', () => {
  const given = viewOf('bromine tablets', journal(tested(NOW - 6 * MINUTE, low)), NOW)
  const [acid] = given.view.plan.steps
  if (!acid) throw new Error('expected a step')

  test('shows its calculation in order, with the rounding last', () => {
    const said = text(
      html(<StepDetails step={acid} tub={given.view.tub} preferences={given.preferences} />),
    )
    const order = [
      'Alkalinity to remove',
      'Water',
      'In total',
      'One gram',
      'Amount needed',
      'Rounded',
    ]
    const places = order.map((label) => said.indexOf(label))
    expect(places).toEqual([...places].sort((a, b) => a - b))
    expect(Math.min(...places)).toBeGreaterThanOrEqual(0)
  })
  test('its effect table has a row for every quantity of the programme', () => {
    const rows = effectRows(given.view.tub, acid.before, acid.after)
    expect(rows.map(({ name }) => name)).toEqual([
      'Bromine, ppm',
      'pH',
      'Total alkalinity, ppm',
      'Calcium hardness, ppm',
      'Dissolved solids, ppm',
      'Scaling or corrosive (calcite index)',
    ])
    const markup = html(<EffectTable rows={rows} caption="All" preferences={given.preferences} />)
    expect(count(markup, /scope="row"/g)).toBe(rows.length)
  })
  test('chlorine shows the stabiliser it leaves', () => {
    const chlorine = viewOf(
      'granular chlorine',
      journal(tested(NOW, { ...fine, freeChlorine: 1 })),
      NOW,
    )
    const [dose] = chlorine.view.plan.steps
    if (!dose) throw new Error('expected a dose')
    const said = text(
      html(<StepDetails step={dose} tub={chlorine.view.tub} preferences={chlorine.preferences} />),
    )
    expect(said).toContain('Stabiliser, ppm')
    expect(said).toMatch(/Leaves 2\.\d ppm stabiliser permanently/)
  })
})

test('spoons are drawn one by one, and not at all where a jug is handier', () => {
  expect(count(html(<Spoons product="sodium dichlor dihydrate" grams={9} />), /<svg/g)).toBe(2)
  expect(count(html(<Spoons product="sodium bicarbonate" grams={90} />), /<svg/g)).toBe(6)
  expect(html(<Spoons product="sodium bicarbonate" grams={900} />)).toBe('')
})

test.each([
  ['on', 'open', 'Jets on Cover open'],
  ['low', 'half open', 'Jets low, air shut Cover half open'],
  ['off', 'closed', 'Jets off Cover closed'],
] as const)('jets %s and cover %s stand in words beside their signs', (jets, cover, words) => {
  expect(text(html(<Signs jets={jets} cover={cover} />)).trim()).toBe(words)
})
