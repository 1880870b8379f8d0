import {
  type DropsLayoutId,
  type Implausibility,
  LEAST_PIXELS,
  type LimitReason,
  MOST_MEGABYTES,
  type PictureRefusal,
  type ReplyRefusal,
  type StripLayoutId,
} from '@/core'
import { named, QUANTITY_NAMES } from './quantityNames'
import { type DisplayPreferences, figure, formatNumber, unitOf } from './words'

/** Which other readings set a limit. */
/** Look and smell of the water with a test. */
export const SENSE_WORDS: Record<
  'look' | 'smell',
  { label: string; ways: Record<string, string> }
> = {
  look: {
    label: 'It looks',
    ways: { sparkling: 'sparkling', clear: 'clear', 'a little dull': 'a little dull' },
  },
  smell: { label: 'It smells', ways: { none: 'of nothing', faint: 'faintly of sanitizer' } },
}

export const LIMIT_REASONS: Record<LimitReason, string> = {
  'salt above solids': 'salt is part of the dissolved solids',
  'alkalinity of the rest':
    'hydroxide, borate and cyanurate alone account for that much at this pH',
}

export const LAYOUT_NAMES: Record<StripLayoutId | DropsLayoutId, string> = {
  three: 'Three pads',
  four: 'Four pads',
  five: 'Five pads',
  six: 'Six pads',
  salt: 'Salt, one pad',
  biguanide: 'Biguanide',
  small: 'Small samples, 10 mL',
  large: 'Large samples, 25 mL',
}

/** Why a device gave no reading, and what to do. */
export const formatReplyRefusal = (refusal: ReplyRefusal): string => {
  const name = QUANTITY_NAMES[refusal.test]
  switch (refusal.code) {
    case 'over range':
      return refusal.test === 'pH'
        ? 'pH is above this device’s range. Test it another way; diluting doesn’t help.'
        : `${name} is above this device’s range. Mix one part of sample with ${refusal.dilutionParts + 1} of distilled water and measure again. The result is worked out for you.`
    case 'under range':
      return `${name} is below this device’s range.`
    case 'out of reagent':
      return `The reagent for ${named(refusal.test)} has run out: put in a new pack.`
    case 'no figure':
      return `${name}: the device sent no value. Measure again.`
  }
}

/** Why a reading should be checked before it is saved. */
export const formatImplausibility = (
  { quantity, reason }: Implausibility,
  preferences: DisplayPreferences,
): string => {
  const name = QUANTITY_NAMES[quantity]
  const value = (given: number) => figure(quantity, given, preferences)
  const plain = (given: number) => formatNumber(given, 2, preferences)
  switch (reason.code) {
    case 'too hot':
      return 'That’s hotter than any tub should be.'
    case 'too cold':
      return 'That’s colder than a tub in use.'
    case 'rare':
      return `${name} ${plain(reason.value)} is unusual: tubs usually test at ${plain(reason.usual[0])} to ${plain(reason.usual[1])}.`
    case 'free above total':
      return `Free chlorine (${plain(reason.freePpm)}) is above total chlorine (${plain(reason.totalPpm)}), but free is part of total.`
    case 'alkalinity below hydroxide':
      return `At pH ${plain(reason.pH)}${reason.stabiliserPpm > 0 ? ` with stabiliser ${plain(reason.stabiliserPpm)}` : ''}, alkalinity must be more than ${plain(reason.alkalinityPpm)}. One of them is misread.`
    case 'unexplained': {
      const unit = unitOf(quantity, preferences)
      return `That’s ${value(reason.beyond)}${unit && ` ${unit}`} ${reason.higher ? 'higher' : 'lower'} than anything logged can explain. Test again, or log what’s missing.`
    }
    case 'bleaches pH': {
      const residual = named(reason.residual)
      return `This much ${residual} bleaches the colour that shows pH. Test pH again once ${residual} is below ${reason.belowPpm} ppm.`
    }
    case 'bleached':
      return `About ${value(reason.expectedPpm)} ppm was expected, and that much can bleach a pad white. Mix the sample with an equal part of tap water and test again.`
    case 'shock shows':
      return `The non-chlorine shock of the last two days shows up here as up to ${value(reason.ppm)} ppm. It’s subtracted; a test in a day or two won’t show it.`
    case 'pH moved alone':
      return 'pH has moved but alkalinity hasn’t, and nothing logged does that. Test both again, or log the air or product that’s missing.'
  }
}

/** Why a file can't be read as a picture of a strip. */
export const formatPictureRefusal = (refusal: PictureRefusal): string => {
  switch (refusal.code) {
    case 'empty':
      return 'This file is empty. Choose a picture of the strip.'
    case 'too large':
      return `This file is ${Math.round(refusal.megabytes)} MB; a picture can be up to ${MOST_MEGABYTES}. Take it at a lower resolution.`
    case 'HEIC':
      return 'This picture is in HEIC format, which browsers can’t read. Share it as JPEG, or set the camera to “most compatible”.'
    case 'film':
      return 'This is a video. Take a still picture of the strip.'
    case 'moving':
      return 'This is an animated or drawn picture. Take a still photo of the strip.'
    case 'unknown form':
      return 'This isn’t a picture format that can be read. Use JPEG, PNG, WebP or AVIF.'
    case 'too small':
      return `This picture is ${refusal.width} × ${refusal.height} pixels; each side needs at least ${LEAST_PIXELS}.`
    case 'damaged':
      return 'This picture can’t be opened: the file seems to be damaged. Take another.'
  }
}
