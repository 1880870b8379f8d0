/**
 * Colour differences against the pairs published by Sharma, Wu & Dalal, "The CIEDE2000 color-difference formula" (Color
 * Research and Application 30, 2005), table 1; typed from memory. And against culori, a general colour library.
 */
import { differenceCie76, differenceCie94, differenceCiede2000, lab65 } from 'culori'
import { cie76, cie94 } from '@/core/colour/cie94'
import { ciede2000 } from '@/core/colour/ciede2000'
import { labOf, linearOf, linearOfHex } from '@/core/colour/colour'
import { seeded } from '@/core/random'

const PAIRS: readonly (readonly [number, number, number, number, number, number, number])[] = [
  [50, 2.6772, -79.7751, 50, 0, -82.7485, 2.0425],
  [50, 3.1571, -77.2803, 50, 0, -82.7485, 2.8615],
  [50, 2.8361, -74.02, 50, 0, -82.7485, 3.4412],
  [50, -1.3802, -84.2814, 50, 0, -82.7485, 1.0],
  [50, -1.1848, -84.8006, 50, 0, -82.7485, 1.0],
  [50, -0.9009, -85.5211, 50, 0, -82.7485, 1.0],
  [50, 0, 0, 50, -1, 2, 2.3669],
  [50, -1, 2, 50, 0, 0, 2.3669],
  [50, 2.49, -0.001, 50, -2.49, 0.0009, 7.1792],
  [50, 2.49, -0.001, 50, -2.49, 0.001, 7.1792],
  [50, 2.49, -0.001, 50, -2.49, 0.0011, 7.2195],
  [50, 2.49, -0.001, 50, -2.49, 0.0012, 7.2195],
  [50, -0.001, 2.49, 50, 0.0009, -2.49, 4.8045],
  [50, -0.001, 2.49, 50, 0.001, -2.49, 4.8045],
  [50, -0.001, 2.49, 50, 0.0011, -2.49, 4.7461],
  [50, 2.5, 0, 50, 0, -2.5, 4.3065],
  [50, 2.5, 0, 73, 25, -18, 27.1492],
  [50, 2.5, 0, 61, -5, 29, 22.8977],
  [50, 2.5, 0, 56, -27, -3, 31.903],
  [50, 2.5, 0, 58, 24, 15, 19.4535],
  [50, 2.5, 0, 50, 3.1736, 0.5854, 1.0],
  [50, 2.5, 0, 50, 3.2972, 0, 1.0],
  [50, 2.5, 0, 50, 1.8634, 0.5757, 1.0],
  [50, 2.5, 0, 50, 3.2592, 0.335, 1.0],
  [60.2574, -34.0099, 36.2677, 60.4626, -34.1751, 39.4387, 1.2644],
  [63.0109, -31.0961, -5.8663, 62.8187, -29.7946, -4.0864, 1.263],
  [61.2901, 3.7196, -5.3901, 61.4292, 2.248, -4.962, 1.8731],
  [35.0831, -44.1164, 3.7933, 35.0232, -40.0716, 1.5901, 1.8645],
  [22.7233, 20.0904, -46.694, 23.0331, 14.973, -42.5619, 2.0373],
  [36.4612, 47.858, 18.3852, 36.2715, 50.5065, 21.2231, 1.4146],
  [90.8027, -2.0831, 1.441, 91.1528, -1.6435, 0.0447, 1.4441],
  [90.9257, -0.5406, -0.9208, 88.6381, -0.8985, -0.7239, 1.5381],
  [6.7747, -0.2908, -2.4247, 5.8714, -0.0985, -2.2286, 0.6377],
  [2.0776, 0.0795, -1.135, 0.9033, -0.0636, -0.5514, 0.9082],
]

test.each(PAIRS)('(%d, %d, %d) and (%d, %d, %d): %d', (l1, a1, b1, l2, a2, b2, published) => {
  const first = { lightness: l1, a: a1, b: b1 }
  const second = { lightness: l2, a: a2, b: b2 }
  expect(ciede2000(first, second)).toBeCloseTo(published, 4)
  expect(ciede2000(second, first)).toBeCloseTo(published, 4)
})

test('Lab and differences of five hundred screen colours agree with culori', () => {
  const random = seeded(41)
  const reference = differenceCiede2000()
  const hex = () =>
    `#${Math.floor(random() * 0x1000000)
      .toString(16)
      .padStart(6, '0')}`
  for (let i = 0; i < 500; i++) {
    const [one, other] = [hex(), hex()]
    const lab = labOf(linearOfHex(one))
    const theirs = lab65(one)
    expect(lab.lightness).toBeCloseTo(theirs?.l ?? Number.NaN, 1)
    expect(lab.a).toBeCloseTo(theirs?.a ?? Number.NaN, 1)
    expect(lab.b).toBeCloseTo(theirs?.b ?? Number.NaN, 1)
    // culori's own ciede2000 takes Lab of D65 as well.
    expect(ciede2000(lab, labOf(linearOfHex(other)))).toBeCloseTo(reference(one, other), 1)
  }
})

test('there and back: linear light to Lab', () => {
  for (const hex of ['#000000', '#ffffff', '#d98346', '#2a5c72', '#010203']) {
    const linear = linearOfHex(hex)
    const back = linearOf(labOf(linear))
    for (const channel of [0, 1, 2] as const) expect(back[channel]).toBeCloseTo(linear[channel], 5)
  }
})

test('the older differences that the search for a strip asks agree with culori', () => {
  const random = seeded(94)
  const theirs94 = differenceCie94()
  const theirs76 = differenceCie76()
  for (let i = 0; i < 400; i++) {
    const colour = () => ({
      lightness: 100 * random(),
      a: 160 * (random() - 0.5),
      b: 160 * (random() - 0.5),
    })
    const [one, other] = [colour(), colour()]
    const lab = ({ lightness: l, a, b }: typeof one) => ({ mode: 'lab65' as const, l, a, b })
    expect(cie94(one, other)).toBeCloseTo(theirs94(lab(one), lab(other)), 6)
    expect(cie76(one, other)).toBeCloseTo(theirs76(lab(one), lab(other)), 6)
  }
})
