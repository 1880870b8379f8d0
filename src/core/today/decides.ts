import type { Quantity } from '../testing/quantity'
import type { Instant } from '../time'
import type { Closure } from './closure'
import { closureRow } from './closureTable'
import type { Act } from './regimen'
import type { Visit } from './visit/visitTypes'

/** What opens a shut tub: a test, a wait, something that is done, or somebody's word. */
export interface Decides {
  by: 'test' | 'wait' | 'act' | 'person'
  /** That the test has to show. */
  quantities: readonly Quantity[]
  /** When, where that is known. */
  at: Instant | undefined
}

/** Whose word, or whose work, a closure waits for that water care does not open. */
const byOf = ({ lift }: Closure): 'act' | 'person' =>
  lift.by === 'technician' || lift.by === 'look and test' ? 'person' : 'act'

export const decidesOf = (
  found: readonly Closure[],
  acts: readonly Act[],
  visit: Visit,
  id: number,
): Decides | undefined => {
  const [gravest] = found
  if (!gravest) return undefined
  const more = found.find(({ code }) => closureRow(code).opens === 'more')
  if (more && more.code !== 'start-up unfinished')
    return { by: byOf(more), quantities: [], at: undefined }
  if (found.every(({ lift }) => lift.by === 'wait')) {
    const at = found.reduce((latest, { until }) => Math.max(latest, until ?? 0), 0)
    return { by: 'wait', quantities: [], at }
  }
  const test = acts.findLast((act) => act.kind === 'test')
  const wait = acts.find((act) => act.kind === 'open' && act.way === 'wait')
  if (test?.kind !== 'test' && wait?.kind === 'open')
    return { by: 'wait', quantities: [], at: wait.until }
  if (test?.kind !== 'test') return { by: 'act', quantities: [], at: undefined }
  const placed = visit.acts.findLast((act) => act.tub === id && act.what.kind === 'test')
  return { by: 'test', quantities: test.quantities, at: placed?.start ?? test.due }
}
