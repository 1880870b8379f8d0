import { createContext, Script } from 'node:vm'

const SCRIPT = new Script('job()')
/** One for all: to make one costs more than most jobs. */
const CONTEXT = createContext({})

/**
 * What a piece of work comes to, or undefined where it takes longer than `milliseconds`: then it is broken off in the middle, so that
 * no file holds the server. The work must leave nothing half done.
 */
export const withinDeadline = <Value>(
  milliseconds: number,
  job: () => Value,
): { value: Value } | undefined => {
  try {
    CONTEXT.job = job
    return { value: SCRIPT.runInContext(CONTEXT, { timeout: milliseconds }) as Value }
  } catch (error) {
    if ((error as { code?: unknown }).code === 'ERR_SCRIPT_EXECUTION_TIMEOUT') return undefined
    throw error
  } finally {
    // What it worked on is not kept.
    CONTEXT.job = undefined
  }
}
