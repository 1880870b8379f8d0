import { type Entry, FILL_READ, fromCelsius, QUANTITIES, toDose } from '@/core'
import type { TubRow } from '@/store/tubs'
import type { Fields } from './form'
import { toWallClock } from './moment'

const shown = (value: number, decimals: number) => String(Number(value.toFixed(decimals)))

/** A stored entry as its form shows it, for a correction. */
export const entryFields = (entry: Entry, tub: TubRow, timeZone: string): Fields => {
  const when: Fields = { when: 'earlier', at: toWallClock(entry.at, timeZone) }
  switch (entry.kind) {
    case 'test': {
      const { method, kitId, senses } = entry.body
      const fields: Fields = {
        ...when,
        method,
        ...(kitId ? { kit: String(kitId) } : {}),
        ...(senses
          ? {
              senses: 'ask',
              'senses.look': senses.look ?? '',
              'senses.smell': senses.smell ?? '',
            }
          : {}),
      }
      for (const quantity of QUANTITIES) {
        const value = entry.body.readings[quantity]
        if (value === undefined) continue
        fields[quantity] = shown(
          quantity === 'temperature' ? fromCelsius(value, tub.units.temperature) : value,
          2,
        )
      }
      return fields
    }
    case 'dose':
      return {
        ...when,
        product: entry.body.product,
        amount: shown(toDose(entry.body.product, entry.body.grams, tub.units.mass), 2),
      }
    case 'aeration':
      return { ...when, minutes: shown(entry.body.minutes, 0) }
    case 'soak':
      return {
        ...when,
        people: shown(entry.body.people, 0),
        minutes: shown(entry.body.minutes, 0),
        children: shown(entry.body.children ?? 0, 0),
        ...(entry.body.lotion ? { lotion: 'yes' } : {}),
        ...(entry.body.party ? { party: 'yes' } : {}),
      }
    case 'water':
      return { ...when, measured: 'share', percent: shown(100 * entry.body.replacedFraction, 1) }
    case 'fillTest': {
      const { method, fillWater } = entry.body
      const fields: Fields = { ...when, method, source: fillWater.source }
      for (const [field, quantity] of FILL_READ) {
        const value = fillWater[field]
        if (value !== undefined) fields[quantity] = shown(value, 2)
      }
      return fields
    }
    case 'start':
      return { ...when, step: entry.body.step }
    case 'feeder':
      return {
        ...when,
        ...(entry.body.setting === undefined ? {} : { setting: shown(entry.body.setting, 1) }),
        ...(entry.body.tabletsLeft === undefined
          ? {}
          : { tabletsLeft: shown(entry.body.tabletsLeft, 1) }),
        ...(entry.body.boost ? { boost: 'yes' } : {}),
      }
    case 'chore': {
      const { chore, outcome, note = '', until, used } = entry.body
      return {
        ...when,
        chore,
        outcome,
        note,
        ...(until === undefined ? {} : { until: toWallClock(until, timeZone).slice(0, 10) }),
        ...(used
          ? {
              product: used.product,
              used: shown(toDose(used.product, used.grams, tub.units.mass), 2),
            }
          : {}),
      }
    }
    case 'look': {
      const { signs, note = '' } = entry.body
      return { ...when, note, ...Object.fromEntries(signs.map((sign) => [`sign.${sign}`, 'yes'])) }
    }
    case 'filter': {
      const { set, act, recipe = '', seen = '' } = entry.body
      return { ...when, set: String(set), act, recipe, seen }
    }
    case 'refill':
    case 'treatment':
      return when
    case 'note':
      return { ...when, text: entry.body.text }
  }
}
