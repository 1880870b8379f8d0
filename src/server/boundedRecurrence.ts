import ICAL from 'ical.js'

/** A rule that never matches, or too often: looked for no longer. */
export class TooManySteps extends Error {}

let left = Number.POSITIVE_INFINITY

// ical.js looks for the next date in loops without an end of their own; every turn of them calls a method, and each is counted.
const prototype = ICAL.RecurIterator.prototype as unknown as Record<string, unknown>
for (const name of Object.getOwnPropertyNames(prototype)) {
  const method = Object.getOwnPropertyDescriptor(prototype, name)?.value
  if (typeof method !== 'function' || name === 'constructor') continue
  prototype[name] = function (this: unknown, ...given: unknown[]) {
    left -= 1
    if (left < 0) throw new TooManySteps()
    return method.apply(this, given)
  }
}

/** Runs what follows recurrences with so many steps to go; throws `TooManySteps` beyond. */
export const withinSteps = <Result>(steps: number, work: () => Result): Result => {
  left = steps
  try {
    return work()
  } finally {
    left = Number.POSITIVE_INFINITY
  }
}
