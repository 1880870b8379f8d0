import { databasePath, openStore, type Store } from '@/store/database'
import { StoreProblem } from '@/store/storeProblem'
import { COMMAND } from '@/words/dataWords'
import { startProblem } from '@/words/failures'

/** Ends a command with one sentence. */
export const stop = (message: string): never => {
  console.error(message)
  process.exit(1)
}

/** What a command was called with: its file, and the options it knows. */
export const asked = (usage: string, options: readonly string[]) => {
  const files: string[] = []
  const given = new Set<string>()
  for (const one of process.argv.slice(2)) {
    if (!one.startsWith('--')) files.push(one)
    else if (options.includes(one)) given.add(one)
    else stop(COMMAND.unknown(one, usage))
  }
  const [file] = files
  return { file: file ?? stop(COMMAND.noFile(usage)), given }
}

/** The database that `PAVREL_DB` names, or the sentence why it can't be opened. */
export const store = (): Store => {
  const path = databasePath()
  try {
    return openStore(path)
  } catch (error) {
    return stop(startProblem(error instanceof StoreProblem ? error.trouble : 'unknown', path))
  }
}
