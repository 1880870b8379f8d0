import { createContext, Script } from 'node:vm'

const call = new Script('work()')

/**
 * Runs something synchronous that may not end, and ends it after so long: for what a foreign file makes a parser do.
 * @returns `undefined` where the time ran out; what it throws is thrown
 */
export const withinDeadline = <Result>(
  milliseconds: number,
  work: () => Result,
): { result: Result } | undefined => {
  const box: { work: () => void; result?: Result } = {
    work: () => {
      box.result = work()
    },
  }
  try {
    call.runInContext(createContext(box), { timeout: Math.max(1, Math.round(milliseconds)) })
  } catch (error) {
    if ((error as { code?: string }).code === 'ERR_SCRIPT_EXECUTION_TIMEOUT') return undefined
    throw error
  }
  return { result: box.result as Result }
}
