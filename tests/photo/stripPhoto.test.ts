import { mkdirSync, writeFileSync } from 'node:fs'
import { labOf, linearOfHex } from '@/core/colour/colour'
import { seeded } from '@/core/random'
import { findChart } from '@/core/testing/photo/findChart'
import { findStrip } from '@/core/testing/photo/findStrip'
import { chartOf, matchColour } from '@/core/testing/photo/matchPad'
import { distance } from '@/core/testing/photo/picture'
import { readChart } from '@/core/testing/photo/readChart'
import { readStrip } from '@/core/testing/photo/readStrip'
import { PLAIN_SHOT, photographStrip, practiceShot, type Shot } from '@/stand-ins/stripCamera'
import { QUANTITY_NAMES } from '@/words/quantityNames'
import { share } from '../share'
import { KITS } from './otherCamera'
import { anyWater, FAIR_LIGHTS, type PadResult, pads, placeOf, readMany } from './rendered'

const SMALL = { ...PLAIN_SHOT, width: 640, height: 480 }
const WATER = { bromine: 4, pH: 7.6, totalAlkalinity: 100, calciumHardness: 150 }
const take = (shot: Partial<Shot>, water = WATER, seed = 5) =>
  photographStrip(pads, water, { ...SMALL, ...shot }, seeded(seed))

describe('strips of the stand-in camera', () => {
  let count = 0
  let found = 0
  let refused = 0
  let results: PadResult[] = []
  beforeAll(() => {
    ;({ count, found, refused, results } = readMany(
      Number(process.env.PAVREL_PICTURES ?? share('strips of the stand-in camera, read', 24, 80)),
      2026,
    ))
  }, 900_000)
  const rightIn = (some: typeof results) =>
    some.filter(({ off }) => off <= 0.5).length / Math.max(1, some.length)
  const BINS = [
    [0, 0.8],
    [0.8, 0.9],
    [0.9, 0.95],
    [0.95, 1.01],
  ] as const
  const inBin = ([low, high]: (typeof BINS)[number]) =>
    results.filter(({ sure }) => sure >= low && sure < high)

  test('nearly every strip is found by itself', () => {
    expect(found / count).toBeGreaterThan(0.95)
    expect(refused / count).toBeLessThan(0.03)
  })

  test('at least nineteen pads in twenty are read within half a block, in every light', () => {
    expect(results.length).toBeGreaterThan(3.7 * count)
    // Of a few pads of one light one more may be wrong.
    for (const light of FAIR_LIGHTS) {
      const some = results.filter((one) => one.light === light)
      expect(rightIn(some)).toBeGreaterThan(0.93 - 1 / some.length)
    }
    for (const { quantity } of pads)
      expect(rightIn(results.filter((one) => one.quantity === quantity))).toBeGreaterThan(0.9)
    expect(rightIn(results)).toBeGreaterThan(0.96)
  })

  test('what is said to be sure is right at least so often, and not much more', () => {
    for (const bin of BINS) {
      const some = inBin(bin)
      if (some.length < 20) continue
      const said = some.reduce((sum, { sure }) => sum + sure, 0) / some.length
      const deviation = Math.sqrt((said * (1 - said)) / some.length)
      expect(rightIn(some)).toBeGreaterThan(said - 0.02 - 2 * deviation)
      expect(rightIn(some)).toBeLessThan(said + 0.15 + 2 * deviation)
    }
  })

  // PAVREL_TABLES=1 writes the table that stands in docs/strip-photos.md.
  if (process.env.PAVREL_TABLES)
    test('table', () => {
      const percent = (value: number) => `${(100 * value).toFixed(0)} %`
      const row = (name: string, some: typeof results) =>
        `| ${name} | ${some.length} | ${percent(rightIn(some))} | ${percent(some.reduce((sum, { sure }) => sum + sure, 0) / Math.max(1, some.length))} |`
      const head = (name: string) =>
        `| ${name} | pads | within half a block | said, mean |\n| --- | --- | --- | --- |`
      mkdirSync('test-results', { recursive: true })
      writeFileSync(
        'test-results/strip-photos.md',
        [
          `${count} pictures; found without help ${percent(found / count)}; refused ${refused}.\n`,
          head('light'),
          ...FAIR_LIGHTS.map((light) =>
            row(
              light,
              results.filter((one) => one.light === light),
            ),
          ),
          '',
          head('pad'),
          ...pads.map(({ quantity }) =>
            row(
              QUANTITY_NAMES[quantity],
              results.filter((one) => one.quantity === quantity),
            ),
          ),
          '',
          head('said to be sure'),
          ...BINS.map((bin) =>
            row(`${percent(bin[0])} to ${percent(Math.min(1, bin[1]))}`, inBin(bin)),
          ),
          '',
        ].join('\n'),
      )
    })
})

test('a strip lying any way round is found, and read from its free end', () => {
  const ways = [-95, 60, 180, -170, -40, 0, 90, 135]
  for (const angleDegrees of ways.slice(0, share('ways that a strip lies', 2, ways.length))) {
    const { picture, placement } = take({ angleDegrees, width: 640, height: 640 })
    const strip = findStrip(picture, pads.length, pads.map(chartOf))
    expect(strip?.first.x).toBeCloseTo(placement.first.x, -1.3)
    expect(strip?.first.y).toBeCloseTo(placement.first.y, -1.3)
    expect(strip?.last.x).toBeCloseTo(placement.last.x, -1.3)
  }
})

test('no strip is found in a picture that has none', () => {
  const { picture } = take({})
  const random = seeded(9)
  // A wave of blue and white, and noise: the sea.
  for (let i = 0; i < picture.width * picture.height; i++) {
    const y = Math.floor(i / picture.width)
    const crest = Math.sin(y / 7 + Math.sin((i % picture.width) / 40)) > 0.9 ? 200 : 60
    for (const [channel, base] of [0, 60, 110].entries())
      picture.data[4 * i + channel] = base + crest * (0.5 + 0.3 * random())
  }
  expect(findStrip(picture, 4)).toBeUndefined()
  expect(findStrip(picture, 4, pads.map(chartOf))).toBeUndefined()
  const laid = { first: { x: 160, y: 240 }, last: { x: 350, y: 240 } }
  expect(readStrip(picture, laid, pads).problems).toEqual(
    expect.arrayContaining([expect.stringMatching(/no plastic|wrong strip|cast/)]),
  )
})

describe('what spoils a picture is noticed', () => {
  const problems = (shot: Partial<Shot>, water = WATER) => {
    const { picture, placement } = take(shot, water)
    return readStrip(picture, placement, pads)
  }
  test('nothing, in a plain one', () => {
    const { problems: all, pads: read } = problems({})
    expect(all).toEqual([])
    expect(read.flatMap((one) => one.problems)).toEqual([])
  })
  test.each<[string, Partial<Shot>]>([
    ['dark', { exposure: 0.04 }],
    ['too bright', { exposure: 2.6 }],
    ['cast', { light: 'green lamp' }],
    ['blurred', { blurPixels: 12 }],
  ])('%s', (problem, shot) => {
    expect(problems(shot).problems).toContain(problem)
  })
  test('a little out of focus is no fault', () => {
    expect(problems({ blurPixels: 4 }).problems).toEqual([])
  })
  test('a lamp on one pad spoils that pad alone', () => {
    const { pads: read } = problems({ glareOn: 2 })
    expect(read[2]?.problems).toContain('glare')
    expect(read[0]?.problems).toEqual([])
  })
  test('the edge of a shadow', () => {
    const { pads: read } = problems({ shadow: 0.6 })
    expect(read.flatMap((one) => one.problems)).toContain('shadow')
  })
  test('a see-through picture', () => {
    const { picture, placement } = take({})
    for (let i = 3; i < picture.data.length; i += 4) picture.data[i] = 90
    expect(readStrip(picture, placement, pads).problems).toContain('see-through')
  })
  test('another strip', () => {
    const { picture, placement } = take({})
    expect(readStrip(picture, placement, KITS.six.slice(0, 4)).problems).toContain('wrong strip')
    expect(readStrip(picture, placement, [...pads].reverse()).problems).toContain('turned')
  })
})

test('a chart in the same picture serves as well as taught colours', () => {
  for (const light of ['daylight', 'warm lamp', 'dusk']) {
    const water = anyWater(seeded(light.length))
    const { picture, placement, chart } = take(
      { light, chart: true, angleDegrees: 4, width: 960, height: 720 },
      water as typeof WATER,
    )
    const colours = readChart(
      picture,
      chart,
      pads.map(({ blocks }) => blocks.length),
    )
    const charts = colours?.map((row) => row.map((hex) => labOf(linearOfHex(hex)))) ?? []
    const { pads: read, problems } = readStrip(picture, placement, pads, { ownChart: charts })
    expect(problems).toEqual([])
    for (const [i, pad] of pads.entries())
      expect(
        Math.abs(placeOf(pad, read[i]?.value ?? -9) - placeOf(pad, water[pad.quantity] ?? 0)),
      ).toBeLessThan(0.6)
  }
})

test('a chart laid where there is no paper is refused', () => {
  const { picture } = take({})
  const at = (x: number, y: number) => ({ x, y })
  const beside = {
    firstLowest: at(10, 20),
    firstHighest: at(200, 20),
    lastLowest: at(10, 90),
    lastHighest: at(200, 90),
  }
  const colours = readChart(picture, beside, [5, 5, 5, 5])
  // Wood is as light between the blocks as on them: nothing like a chart can come of it.
  expect(colours === undefined || new Set(colours.flat()).size < 30).toBe(true)
})

test('a chart’s own colours match their own values', () => {
  for (const pad of pads) {
    const chart = chartOf(pad)
    for (const [i, { value }] of pad.blocks.entries()) {
      const seen = chart[i]
      if (!seen) throw new Error('no colour')
      const match = matchColour(
        seen,
        pad.blocks.map((block) => block.value),
        chart,
      )
      expect(match.difference).toBeLessThan(0.01)
      expect(Math.abs(placeOf(pad, match.value) - placeOf(pad, value))).toBeLessThan(0.4)
    }
  }
})

test('a chart in the picture is found by itself in every other picture, and never laid wrong', () => {
  const random = seeded(43)
  const blocks = pads.map((pad) => pad.blocks.length)
  let found = 0
  const pictures = share('charts in pictures, found', 1, 8)
  for (let i = 0; i < pictures; i++) {
    const shot = practiceShot(random, { chart: true })
    const { picture, chart } = photographStrip(pads, anyWater(random), shot, random)
    const laid = findChart(picture, blocks)
    if (!laid) continue
    found++
    const block = distance(chart.firstLowest, chart.firstHighest) / 4
    for (const corner of ['firstLowest', 'firstHighest', 'lastLowest', 'lastHighest'] as const)
      expect(distance(laid[corner], chart[corner])).toBeLessThan(0.12 * block)
  }
  expect(found).toBeGreaterThanOrEqual(pictures / 3)
  expect(findChart(take({}).picture, blocks)).toBeUndefined()
})
