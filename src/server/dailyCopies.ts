import { HOUR } from '@/core'
import { copyOfTheDay, copyRules } from '@/store/copies'
import { connectionOf, databasePath, theStore } from '@/store/database'
import { troubleOf } from '@/store/storeProblem'
import { copyFailed } from '@/words/failures'

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

/** What the database needs while it is served: a copy a day, asked for every hour. */
export const keepCopies = (): void => {
  copyNow()
  setInterval(copyNow, HOUR).unref()
}
