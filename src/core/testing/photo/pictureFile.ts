/** Larger files are refused: no camera's picture of a strip needs more. */
export const MOST_MEGABYTES = 30
/** Sides below this hold too few pixels to a pad. */
export const LEAST_PIXELS = 240

const text = (bytes: Uint8Array, from: number, to: number) =>
  String.fromCharCode(...bytes.subarray(from, to))

const chunk = (bytes: Uint8Array, name: string, within: number) => {
  const wanted = [...name].map((letter) => letter.charCodeAt(0))
  for (let i = 0; i + 4 <= Math.min(bytes.length, within); i++)
    if (wanted.every((code, j) => bytes[i + j] === code)) return true
  return false
}

export type PictureRefusal =
  | { code: 'empty' | 'HEIC' | 'film' | 'moving' | 'unknown form' }
  | { code: 'too large'; megabytes: number }
  | { code: 'too small'; width: number; height: number }
  /** It says that it is a picture, and cannot be opened. */
  | { code: 'damaged' }

/**
 * Why a file cannot be read as a picture of a strip; undefined where it can be tried.
 * @param bytes its beginning, some thousand bytes
 */
export const refusePicture = (bytes: Uint8Array, fileBytes: number): PictureRefusal | undefined => {
  if (fileBytes === 0) return { code: 'empty' }
  if (fileBytes > MOST_MEGABYTES * 1e6) return { code: 'too large', megabytes: fileBytes / 1e6 }
  const brand = text(bytes, 4, 12)
  if (/^ftyp(heic|heix|hevc|heim|heis|mif1|msf1)/.test(brand)) return { code: 'HEIC' }
  if (brand.startsWith('ftyp') && !brand.startsWith('ftypavif')) return { code: 'film' }
  const moving =
    (text(bytes, 0, 4) === 'RIFF' &&
      text(bytes, 8, 12) === 'WEBP' &&
      text(bytes, 12, 16) === 'VP8X' &&
      ((bytes[20] ?? 0) & 2) !== 0) ||
    (bytes[0] === 0x89 && chunk(bytes, 'acTL', 4096)) ||
    text(bytes, 0, 4) === 'GIF8'
  if (moving) return { code: 'moving' }
  const known =
    (bytes[0] === 0xff && bytes[1] === 0xd8) ||
    (bytes[0] === 0x89 && text(bytes, 1, 4) === 'PNG') ||
    text(bytes, 8, 12) === 'WEBP' ||
    brand.startsWith('ftypavif')
  return known ? undefined : { code: 'unknown form' }
}

export const tooSmall = (width: number, height: number): PictureRefusal | undefined =>
  Math.min(width, height) < LEAST_PIXELS ? { code: 'too small', width, height } : undefined
