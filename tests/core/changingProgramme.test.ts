import { estimate } from '@/core/estimate/estimate'
import type { Entry } from '@/core/journal/entry'
import { PRODUCTS } from '@/core/products/product'
import { PROGRAMMES } from '@/core/programmes/programme'
import { switchAdvice } from '@/core/programmes/switching'
import { startProgress } from '@/core/routine/startUp'
import { HOUR } from '@/core/time'
import { NOW, tubWith } from './waters'

describe('changing programme', () => {
  test.each([
    ['granular chlorine', 'biguanide', 'drain'],
    ['biguanide', 'granular chlorine', 'drain'],
    ['biguanide', 'bromine tablets', 'drain'],
    ['bromine tablets', 'granular chlorine', 'drain'],
    ['granular chlorine', 'hydrogen peroxide', 'drain'],
    ['granular chlorine', 'bromine tablets', 'mind'],
    ['granular chlorine', 'in-line salt chlorine', 'mind'],
    ['granular chlorine', 'liquid chlorine', 'free'],
    ['bromine tablets', 'salt bromine', 'mind'],
  ] as const)('%s to %s: %s', (from, to, kind) => {
    expect(switchAdvice(from, to).kind).toBe(kind)
  })
})

test('products of a start-up belong to its programme', () => {
  for (const { id, sanitizer } of PROGRAMMES) {
    const tub = tubWith(id)
    const filled: Entry[] = [
      { id: 1, kind: 'water', at: NOW - HOUR, body: { replacedFraction: 1 } },
    ]
    const progress = startProgress(tub, filled, estimate(tub, filled, NOW))
    const families = progress?.steps.flatMap(({ product }) =>
      product ? [PRODUCTS[product].family] : [],
    )
    if (sanitizer === 'biguanide' || sanitizer === 'peroxide')
      expect(families).not.toEqual(expect.arrayContaining(['chlorine']))
    expect(progress?.now?.id).toBe('balance')
  }
})
