import { giveAir } from '@/server/outsideAir'
import { keepCopies, warmUp } from '@/server/whileServed'
import { simulatedWeather } from '@/stand-ins/weather'
import { databasePath, theStore } from '@/store/database'
import { StoreProblem } from '@/store/storeProblem'
import { startProblem } from '@/words/failures'

/** `EX_CONFIG`: what was given can't be started with. */
const CANT_START = 78

/** Opens and migrates the database before the first request; one that can't be used is said in a sentence, and nothing is served. */
export const startServing = (): void => {
  if (process.env.PAVREL_STAND_INS === '1') giveAir((at) => simulatedWeather(at).airCelsius)
  try {
    theStore()
  } catch (error) {
    const trouble = error instanceof StoreProblem ? error.trouble : 'unknown'
    console.error(`\n${startProblem(trouble, databasePath())}\n`)
    process.exit(CANT_START)
  }
  try {
    warmUp()
  } catch (error) {
    // A page that can't be shown says so itself.
    console.error(error)
  }
  keepCopies()
}
