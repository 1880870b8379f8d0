import { mkdirSync, writeFileSync } from 'node:fs'
import { type Lab, linearOfHex } from '@/core/colour/colour'
import { seeded } from '@/core/random'
import { findStrip } from '@/core/testing/photo/findStrip'
import { chartOf } from '@/core/testing/photo/matchPad'
import { distance, type Picture } from '@/core/testing/photo/picture'
import { REFUSING, readStrip } from '@/core/testing/photo/readStrip'
import { share } from '../share'
import { fairScene, KITS, type Photograph, photograph, type Scene } from './otherCamera'
import { placeOf } from './rendered'

jest.setTimeout(120_000)

type KitName = keyof typeof KITS
const NAMES: readonly KitName[] = ['four', 'six', 'three']
const chartsOf = (kit: KitName): Lab[][] => KITS[kit].map(chartOf)
const refuses = (picture: Picture, kit: KitName): boolean => {
  const found = findStrip(picture, KITS[kit].length, chartsOf(kit))
  return (
    !found ||
    readStrip(picture, found, KITS[kit]).problems.some((problem) => REFUSING.includes(problem))
  )
}

/** Farther off than this a ring is not on its pad. */
const OFF = 0.25
/** A table is made of many more: PAVREL_PICTURES=150 and above. */
const COUNT = Number(
  process.env.PAVREL_PICTURES ?? share('photographs of the other camera, read', 4, 60),
)
/** Of so many the strips of other kits are looked for too. */
const OTHER_KITS = process.env.PAVREL_PICTURES
  ? 30
  : share('photographs, held against other kits', 1, 12)

interface Read {
  off: number
  sure: number
  misfit: number
  ground: string
  slant: number
}

describe(`${COUNT} photographs of a camera that shares no code with ours`, () => {
  const reads: Read[] = []
  const scenes: { scene: Scene; right: boolean; wrong: boolean; refused: boolean }[] = []
  let otherKits = 0
  let otherRead = 0
  beforeAll(async () => {
    for (let i = 0; i < COUNT; i++) {
      const kit = NAMES[i % NAMES.length] ?? 'four'
      const random = seeded(31_000 + i)
      const scene = { ...fairScene(random, kit), width: 800, height: 600 }
      const shot = await photograph(scene, random)
      const pads = KITS[kit]
      const found = findStrip(shot.picture, pads.length, chartsOf(kit))
      const away =
        found &&
        Math.max(distance(found.first, shot.first), distance(found.last, shot.last)) / shot.pitch
      const reading = found && readStrip(shot.picture, found, pads)
      const refused = reading?.problems.some((problem) => REFUSING.includes(problem)) ?? true
      const right = away !== undefined && away < OFF
      scenes.push({ scene, right, wrong: found !== undefined && !right && !refused, refused })
      if (reading && !refused)
        reading.pads.forEach((one, j) => {
          const pad = pads[j]
          if (!pad || one.problems.includes('strange')) return
          reads.push({
            off: Math.abs(placeOf(pad, one.value) - (scene.places[j] ?? 0)),
            sure: one.sure,
            misfit: one.difference,
            ground: scene.ground,
            slant: scene.slantDegrees,
          })
        })
      if (i < OTHER_KITS)
        for (const other of NAMES)
          if (other !== kit) {
            otherKits++
            if (!refuses(shot.picture, other)) otherRead++
          }
    }
  }, 1_800_000)
  const rightIn = (some: readonly Read[]) =>
    some.filter(({ off }) => off <= 0.5).length / Math.max(1, some.length)
  const said = (some: readonly Read[]) =>
    some.reduce((sum, { sure }) => sum + sure, 0) / Math.max(1, some.length)

  test('nineteen in twenty are found by themselves, and none is read in the wrong place', () => {
    // Of sixty one more or less is two in a hundred.
    const least = COUNT >= 150 ? 0.95 : 0.93
    expect(scenes.filter(({ right }) => right).length / COUNT).toBeGreaterThan(least)
    expect(scenes.filter(({ wrong }) => wrong)).toEqual([])
  })

  test('a strip of another kit is not read as this one', () => {
    expect(otherKits).toBe(2 * OTHER_KITS)
    expect(otherRead).toBe(0)
  })

  test('96 pads in a hundred are read within half a block', () => {
    expect(reads.length).toBeGreaterThan(3.5 * COUNT)
    expect(rightIn(reads)).toBeGreaterThan(0.96)
  })

  test.each([
    [0, 0.8],
    [0.8, 0.9],
    [0.9, 0.95],
    [0.95, 1.01],
  ])('said to be sure from %d to %d: it is right at least so often', (low, high) => {
    const some = reads.filter(({ sure }) => sure >= low && sure < high)
    if (some.length < 15) return
    const chance = said(some)
    const deviation = Math.sqrt((chance * (1 - chance)) / some.length)
    expect(rightIn(some)).toBeGreaterThan(chance - 0.02 - 2 * deviation)
  })

  test.each([
    [0, 1],
    [1, 2],
    [2, 4],
    [4, 99],
  ])(
    'a misfit from %d to %d: what is said to be nine tenths sure is right nine times in ten',
    (low, high) => {
      const some = reads.filter(({ misfit, sure }) => misfit >= low && misfit < high && sure >= 0.9)
      if (some.length < 15) return
      const deviation = Math.sqrt((0.9 * 0.1) / some.length)
      expect(rightIn(some)).toBeGreaterThan(0.9 - 2 * deviation)
    },
  )

  // PAVREL_TABLES=1 PAVREL_PICTURES=300 writes the table that stands in docs/strip-photos.md.
  if (process.env.PAVREL_TABLES)
    test('table', () => {
      const percent = (value: number) => `${(100 * value).toFixed(0)} %`
      const found = (name: string, some: typeof scenes) =>
        `| ${name} | ${some.length} | ${percent(some.filter(({ right }) => right).length / Math.max(1, some.length))} |`
      const row = (name: string, some: readonly Read[]) =>
        `| ${name} | ${some.length} | ${percent(rightIn(some))} | ${percent(said(some))} |`
      const bins = (edges: readonly number[], of: (one: Read) => number, scale: number) =>
        edges.slice(0, -1).map((low, i) => {
          const high = edges[i + 1] ?? low
          return row(
            `${(scale * low).toFixed(0)} to ${(scale * Math.min(high, scale === 100 ? 1 : high)).toFixed(0)}`,
            reads.filter((one) => of(one) >= low && of(one) < high),
          )
        })
      mkdirSync('test-results', { recursive: true })
      writeFileSync(
        'test-results/other-camera.md',
        [
          `${COUNT} pictures; other kits tried ${otherKits}, read ${otherRead}; wrong and not refused ${scenes.filter(({ wrong }) => wrong).length}; refused ${scenes.filter(({ right, refused }) => right && refused).length}.`,
          '',
          '| ground | pictures | found |\n| --- | --- | --- |',
          ...[...new Set(scenes.map(({ scene }) => scene.ground))].map((ground) =>
            found(
              ground,
              scenes.filter(({ scene }) => scene.ground === ground),
            ),
          ),
          '',
          '| seen from the side | pictures | found |\n| --- | --- | --- |',
          ...[
            [0, 1],
            [1, 25],
            [25, 51],
          ].map(([low = 0, high = 0]) =>
            found(
              `${low}° to ${high - 1}°`,
              scenes.filter(({ scene }) => scene.slantDegrees >= low && scene.slantDegrees < high),
            ),
          ),
          '',
          '| said, % | pads | within half a block | said, mean |\n| --- | --- | --- | --- |',
          ...bins([0, 0.8, 0.9, 0.95, 1.01], ({ sure }) => sure, 100),
          '',
          '| misfit, CIEDE2000 | pads | within half a block | said, mean |\n| --- | --- | --- | --- |',
          ...bins([0, 1, 2, 4, 99], ({ misfit }) => misfit, 1),
          '',
          row('all', reads),
        ].join('\n'),
      )
    })
})

describe('spoilt pictures of the other camera', () => {
  const plain = (): Scene => ({
    ...fairScene(seeded(5), 'four'),
    places: [2.2, 1.6, 2.4, 1.8],
    ground: 'slate',
    kelvin: 5600,
    balanced: 0.9,
    exposure: 0.85,
    coveredFrom: undefined,
    handle: 40,
    slantDegrees: 0,
    turnDegrees: 12,
    size: 0.8,
    sheen: 0,
    blur: 0.6,
    noise: 0.006,
    whiteThings: false,
    printing: 1,
    gap: 3,
    padWidth: 5,
    stripWidth: 5.5,
    mixing: 0.03,
    curve: 0.1,
    width: 800,
    height: 600,
  })
  const take = (more: Partial<Scene>): Promise<Photograph> =>
    photograph({ ...plain(), ...more }, seeded(77))
  const read = ({ picture, first, last }: Photograph, late = 0) =>
    readStrip(picture, { first, last }, KITS.four, { lateSeconds: late })

  test('nothing is wrong with a plain one, laid or found', async () => {
    const shot = await take({})
    expect(read(shot).problems).toEqual([])
    expect(read(shot).pads.flatMap(({ problems }) => problems)).toEqual([])
    expect(refuses(shot.picture, 'four')).toBe(false)
  })

  test.each<[string, Partial<Scene>]>([
    ['dark', { exposure: 0.03 }],
    ['too bright', { exposure: 3.2 }],
    ['face down', { faceDown: true }],
    ['blurred', { blur: 9 }],
  ])('%s is said', async (problem, more) => {
    const shot = await take(more)
    expect(read(shot).problems).toContain(problem)
    if (problem !== 'blurred') expect(refuses(shot.picture, 'four')).toBe(true)
  })

  test('the wrong way round is said, not read', async () => {
    const { picture, first, last } = await take({})
    const turned = readStrip(picture, { first: last, last: first }, KITS.four)
    expect(turned.problems).toContain('turned')
    expect(REFUSING).toContain('turned')
  })

  test('ink that ran, a lamp’s mirror and a shadow’s edge are said of their own pads', async () => {
    const bled = read(await take({ bled: 1 })).pads.map(({ problems }) => problems.includes('bled'))
    expect(bled).toEqual([false, true, false, false])
    const glare = read(await take({ glareOn: 2 })).pads.map(({ problems }) => problems)
    expect(glare[2]).not.toEqual([])
    expect(glare[0]).toEqual([])
    const shadow = read(await take({ shadow: 0.65 })).pads.flatMap(({ problems }) => problems)
    expect(shadow).toContain('shadow')
  })

  test('a wet sheen moves the readings less than half a block', async () => {
    const reading = read(await take({ sheen: 0.12 }))
    reading.pads.forEach(({ value }, i) => {
      const pad = KITS.four[i]
      expect(pad && Math.abs(placeOf(pad, value) - (plain().places[i] ?? 0))).toBeLessThan(0.5)
    })
  })

  test('late, it is less sure of itself, and far too late nothing is read', async () => {
    const shot = await take({})
    const [soon, later, long] = [0, 60, 200].map((seconds) => read(shot, seconds))
    for (const [i, one] of (later?.pads ?? []).entries())
      expect(one.deviation).toBeGreaterThan(soon?.pads[i]?.deviation ?? 0)
    expect(later?.problems).toEqual([])
    expect(long?.problems).toContain('late')
    expect(REFUSING).toContain('late')
  })

  test('a drawing is said to be one', () => {
    const width = 640
    const height = 480
    const data = new Uint8ClampedArray(4 * width * height).fill(255)
    KITS.four.forEach(({ blocks }, i) => {
      const [red, green, blue] = linearOfHex(blocks[2]?.colour ?? '#000000').map((one) =>
        Math.round(255 * one ** (1 / 2.2)),
      )
      for (let y = 220; y < 260; y++)
        for (let x = 120 + 70 * i; x < 160 + 70 * i; x++)
          data.set([red ?? 0, green ?? 0, blue ?? 0, 255], 4 * (y * width + x))
    })
    const laid = { first: { x: 140, y: 240 }, last: { x: 350, y: 240 } }
    expect(readStrip({ width, height, data }, laid, KITS.four).problems).toContain('drawn')
  })
})
