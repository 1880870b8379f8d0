import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import { checkFields } from '@/cli/fields'
import { LATE_TOPICS } from '@/cli/topics'
import { seeded } from '@/core/random'
import { fairScene, KITS, photograph } from '../photo/otherCamera'

const folder = mkdtempSync(join(tmpdir(), 'strip-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))

const topic = LATE_TOPICS.strip
const calc = async (input: unknown) => {
  if (!topic) throw new Error('no topic')
  const checked = checkFields(topic.fields, input)
  return 'refusal' in checked ? checked : topic.answerLater(checked.value)
}
const pads = KITS.three.map(({ quantity, blocks }) => ({
  quantity,
  blocks: blocks.map(({ value, colour }) => ({ value, hex: colour })),
}))
interface Answered {
  found: boolean
  placement: { first: { x: number; y: number }; last: { x: number; y: number } } | null
  refused: boolean
  problems: string[]
  readings: { quantity: string; value: number; standardDeviation: number; sure: number }[]
}
const answered = async (input: unknown): Promise<Answered> => {
  const answer = await calc(input)
  if ('refusal' in answer) throw new Error(`refused: ${JSON.stringify(answer.refusal)}`)
  return answer.output as unknown as Answered
}

test('a strip in a turned JPEG and in a PNG: the same place in the picture as it stands, the same readings, and read where it was said to lie', async () => {
  const random = seeded(9)
  const scene = {
    ...fairScene(seeded(4), 'three'),
    ground: 'slate' as const,
    slantDegrees: 12,
    turnDegrees: 20,
    places: [2.5, 1.5, 2.2],
    exposure: 0.85,
    kelvin: 5600,
    size: 0.8,
    coveredFrom: undefined,
    handle: 30,
    sheen: 0,
    whiteThings: false,
    mixing: 0.02,
    curve: 0.1,
    printing: 1,
    width: 800,
    height: 600,
  }
  const { picture, first, last, pitch } = await photograph(scene, random)
  const raw = sharp(Buffer.from(picture.data), {
    raw: { width: picture.width, height: picture.height, channels: 4 },
  })
  const png = join(folder, 'strip.png')
  await raw.clone().png().toFile(png)
  // Stored lying on its side, with the turn that rights it (EXIF orientation 6: a quarter to the right).
  const jpeg = join(folder, 'strip.jpg')
  const side = await raw.clone().removeAlpha().rotate(-90).jpeg({ quality: 95 }).toBuffer()
  await sharp(side).withMetadata({ orientation: 6 }).jpeg({ quality: 95 }).toFile(jpeg)
  const [one, other] = await Promise.all([
    answered({ picture: png, pads }),
    answered({ picture: jpeg, pads }),
  ])
  for (const answer of [one, other]) {
    expect(answer).toMatchObject({ found: true, refused: false })
    expect(
      Math.hypot(
        (answer.placement?.first.x ?? 0) - first.x,
        (answer.placement?.first.y ?? 0) - first.y,
      ),
    ).toBeLessThan(0.2 * pitch)
    expect(
      Math.hypot(
        (answer.placement?.last.x ?? 0) - last.x,
        (answer.placement?.last.y ?? 0) - last.y,
      ),
    ).toBeLessThan(0.2 * pitch)
    // Half of the way between 3 and 5 ppm; between 7.0 and 7.4.
    expect(answer.readings[0]?.value).toBeGreaterThan(3)
    expect(answer.readings[0]?.value).toBeLessThan(5)
    expect(answer.readings[1]?.value).toBeGreaterThan(6.9)
    expect(answer.readings[1]?.value).toBeLessThan(7.5)
    for (const { standardDeviation, sure } of answer.readings) {
      expect(standardDeviation).toBeGreaterThan(0)
      expect(sure).toBeLessThanOrEqual(1)
    }
  }
  const laid = await answered({ picture: png, pads, first, last })
  expect(laid.placement).toEqual({ first, last })
  expect(Math.abs((laid.readings[1]?.value ?? 0) - (one.readings[1]?.value ?? 9))).toBeLessThan(
    0.15,
  )
  // Laid the other way round it is refused, and nothing is read.
  const turned = await answered({ picture: png, pads, first: last, last: first })
  expect(turned).toMatchObject({ found: true, refused: true, readings: [] })
  expect(turned.problems).toContain('turned')
}, 60_000)

test('no strip, no picture, half a placement and colours that are none: each is said', async () => {
  const empty = join(folder, 'empty.png')
  await sharp({ create: { width: 640, height: 480, channels: 3, background: '#334' } })
    .png()
    .toFile(empty)
  expect(await answered({ picture: empty, pads })).toEqual({
    found: false,
    placement: null,
    refused: true,
    problems: ['not found'],
    readings: [],
  })
  const notes = join(folder, 'notes.jpg')
  writeFileSync(notes, 'Dear diary')
  const refused = async (input: unknown) => {
    const answer = await calc(input)
    return 'refusal' in answer ? answer.refusal.field : 'none'
  }
  expect(await refused({ picture: notes, pads })).toBe('picture')
  expect(await refused({ picture: join(folder, 'gone.png'), pads })).toBe('picture')
  expect(await refused({ picture: empty, pads: [] })).toBe('pads')
  expect(await refused({ picture: empty, pads, first: { x: 1, y: 1 } })).toBe('last')
  expect(
    await refused({ picture: empty, pads, first: { x: 1, y: 1 }, last: { x: 9999, y: 1 } }),
  ).toBe('last')
  expect(
    await refused({
      picture: empty,
      pads: [
        {
          quantity: 'pH',
          blocks: [
            { value: 7, hex: 'orange' },
            { value: 8, hex: '#112233' },
          ],
        },
      ],
    }),
  ).toBe('pads[0].blocks[0].hex')
  const tiny = join(folder, 'tiny.png')
  await sharp({ create: { width: 80, height: 60, channels: 3, background: '#334' } })
    .png()
    .toFile(tiny)
  expect(await refused({ picture: tiny, pads })).toBe('picture')
})
