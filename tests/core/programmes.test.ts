import { handlingOf } from '@/core/advice/handling'
import { bandOf } from '@/core/advice/state'
import { fillWaterOf } from '@/core/estimate/testedWater'
import { PRODUCT_NAMES, PRODUCTS } from '@/core/products/product'
import {
  contains,
  HEALTH_FLOOR,
  keepOutAbove,
  middle,
  PROGRAMMES,
  programmeOf,
} from '@/core/programmes/programme'
import { METHODS, QUANTITIES, QUANTITY, readingError } from '@/core/testing/quantity'
import { FILL_WATER_SOURCES, TYPICAL_FILL_WATER } from '@/core/tub/tub'
import { readWater } from '@/core/water/solveWater'
import { ALWAYS, CAUTIONS } from '@/words/handlingText'
import { USUAL_STRENGTH } from '@/words/productText'
import { tubWith } from './waters'

describe.each(PROGRAMMES.map(({ id }) => id))('the programme %s', (id) => {
  const programme = programmeOf(id)
  test('is on the list of all, and watches and tests its own sanitizer', () => {
    expect(PROGRAMMES.map((one) => one.id)).toContain(id)
    expect(programme.watched[0]).toBe(programme.sanitizer)
    expect(programme.tested).toContain(programme.sanitizer)
    for (const quantity of programme.watched) expect(programme.tested).toContain(quantity)
  })
  test('has a band for everything it watches, and each aims inside what a test can show', () => {
    const tub = tubWith(id)
    for (const quantity of programme.watched) {
      const band = bandOf(tub, quantity)
      if (!band) throw new Error(`no band for ${quantity}`)
      expect(contains(band, middle(band))).toBe(true)
      const { possible, usual } = QUANTITY[quantity]
      expect(band.low).toBeGreaterThanOrEqual(possible[0])
      expect(band.high).toBeLessThanOrEqual(usual[1])
    }
  })
  test('no preset reaches where nobody should be in, nor outside the published pH', () => {
    for (const { targets } of programme.presets) {
      expect(targets.sanitizer.high).toBeLessThanOrEqual(keepOutAbove({ programme: programme.id }))
      expect(targets.pH.low).toBeGreaterThanOrEqual(HEALTH_FLOOR.pH.low)
      expect(targets.pH.high).toBeLessThanOrEqual(HEALTH_FLOOR.pH.high)
    }
  })
  test('its presets have names of their own', () => {
    const ids = programme.presets.map((preset) => preset.id)
    expect(new Set(ids).size).toBe(ids.length)
  })
})

test('every programme is listed once', () => {
  const ids = PROGRAMMES.map(({ id }) => id)
  expect(new Set(ids).size).toBe(ids.length)
  expect(ids).toHaveLength(13)
})

test('a bromine tub has no chlorine band', () => {
  expect(bandOf(tubWith('bromine tablets'), 'freeChlorine')).toBeUndefined()
  expect(bandOf(tubWith('granular chlorine'), 'temperature')).toBeUndefined()
})

describe.each(PRODUCT_NAMES)('%s', (name) => {
  const product = PRODUCTS[name]
  test('has a name of its own, a strength and a weight for a spoon', () => {
    expect(product.name).toBe(name)
    expect(product.commonName).not.toBe('')
    expect(USUAL_STRENGTH[name]).not.toBe('')
    // Granules and powders in the trade: 0.9 to 1.4 g/mL (common practice).
    expect(product.densityGramsPerMillilitre).toBeGreaterThanOrEqual(0.9)
    expect(product.densityGramsPerMillilitre).toBeLessThanOrEqual(1.4)
  })
  test('says what the hand has to mind', () => {
    expect(CAUTIONS[name].length).toBeGreaterThan(0)
    // Safety lines are short.
    for (const caution of CAUTIONS[name]) expect(caution.length).toBeLessThan(120)
  })
  test('what burns asks for gloves', () => {
    const burns = ['acid', 'chlorine', 'oxidiser', 'bromine'].includes(product.family)
    if (burns || name === 'sodium carbonate') expect(CAUTIONS[name].join(' ')).toMatch(/[Gg]loves/)
  })
})

test('jets run low for acid, so that they do not lift pH again (common practice)', () => {
  expect(handlingOf('sodium bisulfate', {}).jets).toBe('low')
  for (const name of PRODUCT_NAMES)
    if (PRODUCTS[name].goes !== 'in a bucket')
      expect(handlingOf(name, {}).jets).toBe(PRODUCTS[name].family === 'acid' ? 'low' : 'on')
})

test('every dose says that nobody is in and that labels come first', () => {
  expect(ALWAYS).toContain('Nobody in the tub')
  expect(ALWAYS).toContain('Labels')
})

test('every reading has an error above nothing, and drops beat strips', () => {
  for (const quantity of QUANTITIES) {
    const value = (QUANTITY[quantity].usual[0] + QUANTITY[quantity].usual[1]) / 2
    for (const method of METHODS) expect(readingError(quantity, method, value)).toBeGreaterThan(0)
    expect(readingError(quantity, 'drops', value)).toBeLessThan(
      readingError(quantity, 'strip', value) + 1e-12,
    )
  }
})

test.each(FILL_WATER_SOURCES)('fill water from %s is a water that can exist', (source) => {
  const reading = readWater(fillWaterOf({ source }, 38))
  expect(reading.pH).toBeCloseTo(TYPICAL_FILL_WATER[source].pH, 6)
  expect(reading.freeChlorinePpm).toBe(0)
})

test('measured fill water replaces what is typical', () => {
  const reading = readWater(
    fillWaterOf({ source: 'rain', pH: 7.2, totalAlkalinityPpm: 40, calciumHardnessPpm: 33 }, 38),
  )
  expect(reading.totalAlkalinityPpm).toBeCloseTo(40, 6)
  expect(reading.calciumHardnessPpm).toBeCloseTo(33, 6)
})
