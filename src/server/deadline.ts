import { createContext, Script } from 'node:vm'

const SCRIPT = new Script('job()')

/**
 * What a piece of work comes to, or undefined where it takes longer than `milliseconds`: then it is broken off in the middle, so that
 * no file holds the server. The work must leave nothing half done.
 */
export const withinDeadline = <Value>(
  milliseconds: number,
  job: () => Value,
): { value: Value } | undefined => {
  try {
    return {
      value: SCRIPT.runInContext(createContext({ job }), { timeout: milliseconds }) as Value,
    }
  } catch (error) {
    if ((error as { code?: unknown }).code === 'ERR_SCRIPT_EXECUTION_TIMEOUT') return undefined
    throw error
  }
}
