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

/**
 * Why a file cannot be read as a picture of a strip, in a sentence; undefined where it can be tried.
 * @param bytes its beginning, some thousand bytes
 */
export const refusePicture = (bytes: Uint8Array, fileBytes: number): string | undefined => {
  if (fileBytes === 0) return 'This file is empty. Choose a picture of the strip.'
  if (fileBytes > MOST_MEGABYTES * 1e6)
    return `This file has ${Math.round(fileBytes / 1e6)} MB; a picture can have up to ${MOST_MEGABYTES}. Take it at a lower resolution.`
  const brand = text(bytes, 4, 12)
  if (/^ftyp(heic|heix|hevc|heim|heis|mif1|msf1)/.test(brand))
    return 'This picture is in the HEIC form, which browsers cannot read. Share it as JPEG, or set the camera to “most compatible”.'
  if (brand.startsWith('ftyp') && !brand.startsWith('ftypavif'))
    return 'This is a film. Take a still picture of the strip.'
  const moving =
    (text(bytes, 0, 4) === 'RIFF' &&
      text(bytes, 8, 12) === 'WEBP' &&
      text(bytes, 12, 16) === 'VP8X' &&
      ((bytes[20] ?? 0) & 2) !== 0) ||
    (bytes[0] === 0x89 && chunk(bytes, 'acTL', 4096)) ||
    text(bytes, 0, 4) === 'GIF8'
  if (moving) return 'This is a moving or a drawn picture. Take a still photo of the strip.'
  const known =
    (bytes[0] === 0xff && bytes[1] === 0xd8) ||
    (bytes[0] === 0x89 && text(bytes, 1, 4) === 'PNG') ||
    text(bytes, 8, 12) === 'WEBP' ||
    brand.startsWith('ftypavif')
  return known
    ? undefined
    : 'This is not a picture that can be read: JPEG, PNG, WebP and AVIF can be.'
}

export const tooSmall = (width: number, height: number): string | undefined =>
  Math.min(width, height) < LEAST_PIXELS
    ? `This picture has ${width} × ${height} pixels; each side needs at least ${LEAST_PIXELS}.`
    : undefined
