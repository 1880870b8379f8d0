import { PNG } from 'pngjs'
import { type PictureRefusal, refusePicture, tooSmall } from '@/core/testing/photo/pictureFile'
import { formatPictureRefusal } from '@/words/testText'

const bytes = (...parts: (string | number[])[]) =>
  Uint8Array.from(
    parts.flatMap((part) =>
      typeof part === 'string' ? [...part].map((letter) => letter.charCodeAt(0)) : part,
    ),
  )
const png = () => {
  const image = new PNG({ width: 4, height: 4 })
  return new Uint8Array(PNG.sync.write(image))
}

test('a JPEG, a PNG, a WebP and an AVIF can be tried', () => {
  expect(refusePicture(bytes([0xff, 0xd8, 0xff, 0xe1], 'Exif'), 3e6)).toBeUndefined()
  expect(refusePicture(png(), 900)).toBeUndefined()
  expect(refusePicture(bytes('RIFF', [0, 0, 0, 0], 'WEBP', 'VP8 '), 900)).toBeUndefined()
  expect(refusePicture(bytes([0, 0, 0, 28], 'ftypavif'), 900)).toBeUndefined()
})

test.each<[string, Uint8Array, number, PictureRefusal['code'], RegExp]>([
  ['text', bytes('pH 7.4 and so on'), 20, 'unknown form', /isn’t a picture/],
  ['PDF', bytes('%PDF-1.7 ....'), 20, 'unknown form', /isn’t a picture/],
  ['nothing', new Uint8Array(), 0, 'empty', /empty/],
  ['40 MB', bytes([0xff, 0xd8, 0xff]), 40e6, 'too large', /40 MB.*up to 30/],
  ['HEIC', bytes([0, 0, 0, 24], 'ftypheic'), 2e6, 'HEIC', /HEIC.*JPEG/],
  ['HEIC of another maker', bytes([0, 0, 0, 24], 'ftypmif1'), 2e6, 'HEIC', /HEIC/],
  ['a film', bytes([0, 0, 0, 24], 'ftypisom'), 2e6, 'film', /video/],
  ['GIF', bytes('GIF89a......'), 2e5, 'moving', /still/],
  [
    'moving WebP',
    bytes('RIFF', [0, 0, 0, 0], 'WEBP', 'VP8X', [10, 0, 0, 0, 2]),
    2e5,
    'moving',
    /still/,
  ],
  [
    'moving PNG',
    Uint8Array.from([...png().slice(0, 33), ...bytes('    acTL')]),
    2e5,
    'moving',
    /still/,
  ],
])('%s is refused with a sentence', (_, head, size, code, sentence) => {
  const refusal = refusePicture(head, size)
  expect(refusal?.code).toBe(code)
  expect(refusal && formatPictureRefusal(refusal)).toMatch(sentence)
})

test('a picture of one pixel is too small, one of a phone is not', () => {
  expect(tooSmall(1, 1)).toEqual({ code: 'too small', width: 1, height: 1 })
  expect(formatPictureRefusal({ code: 'too small', width: 1, height: 1 })).toMatch(/1 × 1.*240/)
  expect(tooSmall(4000, 3000)).toBeUndefined()
})
