import { handlingOf } from '../advice/handling'
import { isKind } from '../journal/entry'
import { actsOn, type Decisive } from '../products/actsOn'
import { PRODUCTS, type ProductName } from '../products/product'
import { programmeOf } from '../programmes/programme'
import { cutsToAnswer, shocksIn } from '../soaks/shocks'
import type { Quantity } from '../testing/quantity'
import { type Instant, MINUTE } from '../time'
import { type Closure, latest, type Situation } from './closure'
import { MUCH_NEW_WATER } from './happenings'

/** A test shows what went in once it has been stirred in for so long: common practice, 15 to 30 minutes. */
const SHOWS_AFTER_MINUTES = 15

/** What makes a reading old at once. */
type After = ProductName | 'air' | 'water' | 'boost' | 'power cut' | 'long power cut'
const isProduct = (after: After): after is ProductName => after in PRODUCTS

/** What went in has to mix, and what it acts on has to be read again once it has. */
export const untested = ({ past, tub, filledAt, now }: Situation): Closure[] => {
  const { sanitizer } = programmeOf(tub.programme)
  const found: Closure[] = []
  const changes: {
    at: Instant
    settled: Instant
    shows: Instant
    acts: readonly Decisive[]
    after: After
  }[] = []
  for (const entry of past) {
    if (entry.at < filledAt) continue
    switch (entry.kind) {
      case 'dose': {
        const { product } = entry.body
        // In biguanide water its peroxide leaves the residual alone.
        const acts =
          sanitizer === 'biguanide' && PRODUCTS[product].family === 'peroxide'
            ? []
            : actsOn(product)
        const { waitMinutes } = handlingOf(product, tub)
        const settled = entry.at + waitMinutes * MINUTE
        const shows = entry.at + Math.min(waitMinutes, SHOWS_AFTER_MINUTES) * MINUTE
        changes.push({ at: entry.at, settled, shows, acts, after: product })
        break
      }
      case 'aeration': {
        const settled = entry.at + entry.body.minutes * MINUTE
        changes.push({ at: entry.at, settled, shows: settled, acts: ['pH'], after: 'air' })
        break
      }
      case 'water':
        if (entry.body.replacedFraction >= MUCH_NEW_WATER && entry.body.replacedFraction < 1)
          changes.push({
            at: entry.at,
            settled: entry.at,
            shows: entry.at,
            acts: ['sanitizer', 'pH'],
            after: 'water',
          })
        break
      case 'feeder':
        if (entry.body.boost)
          changes.push({
            at: entry.at,
            settled: entry.at,
            shows: entry.at,
            acts: ['sanitizer'],
            after: 'boost',
          })
        break
      default:
    }
  }
  for (const { to, long } of cutsToAnswer(tub, past)) {
    if (to < filledAt) continue
    const shock = shocksIn(tub, past, now).find(({ at }) => at >= to)
    changes.push({
      at: to,
      settled: to,
      // Where it stood warm for long, no test opens it before a shock.
      shows: long ? (shock?.at ?? Number.POSITIVE_INFINITY) : to,
      acts: ['sanitizer', 'pH'],
      after: long && !shock ? 'long power cut' : 'power cut',
    })
  }
  const mixing = changes
    .filter(({ settled, after }) => settled > now && after !== 'air')
    .toSorted((a, b) => b.settled - a.settled)[0]
  if (mixing && isProduct(mixing.after))
    found.push({
      code: 'dose mixing',
      product: mixing.after,
      since: mixing.at,
      until: mixing.settled,
      lift: { by: 'wait' },
    })
  const tests = past.filter(isKind('test'))
  const open: {
    quantity: Quantity
    since: Instant
    after: After
  }[] = []
  for (const decisive of ['sanitizer', 'pH'] as const) {
    const quantity: Quantity = decisive === 'sanitizer' ? sanitizer : 'pH'
    const read = latest(tests.filter(({ body }) => body.readings[quantity] !== undefined))
    const since = changes.filter(
      ({ acts, at, shows }) =>
        acts.includes(decisive) && (!read || read.at < shows || read.at <= at),
    )
    const [first] = since
    if (first) open.push({ quantity, since: first.at, after: (since.at(-1) ?? first).after })
  }
  const [first] = open
  if (first?.after === 'long power cut')
    found.push({
      code: 'stood warm',
      quantities: open.map(({ quantity }) => quantity),
      since: Math.min(...open.map(({ since }) => since)),
      until: null,
      lift: { by: 'shock' },
    })
  else if (first)
    found.push({
      code: 'not retested',
      quantities: open.map(({ quantity }) => quantity),
      after: first.after,
      since: Math.min(...open.map(({ since }) => since)),
      until: null,
      lift: { by: 'test', quantities: open.map(({ quantity }) => quantity) },
    })
  return found
}
