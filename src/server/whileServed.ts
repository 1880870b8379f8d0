import { HOUR } from '@/core'
import { copyOfTheDay, copyRules } from '@/store/copies'
import { connectionOf, databasePath, theStore } from '@/store/database'
import { troubleOf } from '@/store/storeProblem'
import { copyFailed } from '@/words/failures'
import { tubList, tubView } from './views'

/** Makes the copy of the day where it is missing; a copy that fails is told and never stops anything. */
const copyNow = (): void => {
  const path = databasePath()
  const rules = copyRules(path)
  if (!rules) return
  try {
    copyOfTheDay(connectionOf(theStore()), path, rules, Date.now())
  } catch (error) {
    console.error(copyFailed(rules.folder, troubleOf(error)))
  }
}

/** Reads every journal once, so that nobody waits for it at the first page. */
export const warmUp = (): void => {
  const store = theStore()
  for (const { id } of tubList(store)) tubView(store, id, Date.now())
}

/** What the database needs while it is served: a copy a day, asked for every hour. */
export const keepCopies = (): void => {
  copyNow()
  setInterval(copyNow, HOUR).unref()
}
