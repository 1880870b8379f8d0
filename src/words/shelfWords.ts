import { strengthOnLabel } from '@/core/products/strength'
import type { OnShelf } from '@/server/shelf'
import { metric } from './inUnits'
import { dose, mass, numberWords, type Reader, volume } from './words'

/** Below this share of what was counted it is time to buy. */
const LOW = 0.2

/** What is known of something on the shelf, in a line. */
export const shelfWords = (item: OnShelf, reader: Reader): string => {
  const { product, strength, gramsLeft, countedGrams, scoop, label } = item
  const onLabel = strengthOnLabel(product)
  const given = onLabel && strength[onLabel.key]
  const parts: string[] = []
  if (gramsLeft !== undefined)
    parts.push(
      gramsLeft <= 0
        ? 'used up by what was logged'
        : `${dose(product, gramsLeft, reader)} left${countedGrams && gramsLeft < LOW * countedGrams ? ', nearly out' : ''}`,
    )
  if (given !== undefined) parts.push(`${numberWords(100 * given, 2, reader)} %`)
  else if (onLabel && onLabel.usualPercent < 100)
    parts.push(`strength not given, taken as ${onLabel.usualPercent} %`)
  if (scoop) parts.push(`a ${scoop.name} holds ${mass(scoop.grams, reader)}`)
  if (label)
    parts.push(
      `label: ${metric(label.amount, label.unit, reader)} for ${volume(label.perLitres, reader)}`,
    )
  return parts.join('; ')
}
