import { strengthOnLabel } from '@/core'
import type { OnShelf } from '@/server/shelf'
import { metric } from './inUnits'
import { type DisplayPreferences, dose, formatNumber, mass, volume } from './words'

/** Below this share of what was counted it is time to buy. */
const LOW = 0.2

/** What is known of something on the shelf, in a line. */
export const formatShelf = (item: OnShelf, preferences: DisplayPreferences): string => {
  const { product, strength, gramsLeft, countedGrams, scoop, label } = item
  const onLabel = strengthOnLabel(product)
  const given = onLabel && strength[onLabel.key]
  const parts: string[] = []
  if (gramsLeft !== undefined)
    parts.push(
      gramsLeft <= 0
        ? 'used up by what was logged'
        : `${dose(product, gramsLeft, preferences)} left${countedGrams && gramsLeft < LOW * countedGrams ? ', nearly out' : ''}`,
    )
  if (given !== undefined) parts.push(`${formatNumber(100 * given, 2, preferences)} %`)
  else if (onLabel && onLabel.usualPercent < 100)
    parts.push(`strength not given, taken as ${onLabel.usualPercent} %`)
  if (scoop) parts.push(`a ${scoop.name} holds ${mass(scoop.grams, preferences)}`)
  if (label)
    parts.push(
      `label: ${metric(label.amount, label.unit, preferences)} for ${volume(label.perLitres, preferences)}`,
    )
  return parts.join('; ')
}
