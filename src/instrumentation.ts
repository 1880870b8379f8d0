/** `EX_CONFIG`: what was given can't be started with. */
const CANT_START = 78

/** Opens and migrates the database before the first request; one that can't be used is said in a sentence, and nothing is served. */
export const register = async () => {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return
  const { databasePath, theStore } = await import('@/store/database')
  const { StoreProblem } = await import('@/store/storeProblem')
  try {
    theStore()
  } catch (error) {
    const { startProblem } = await import('@/words/failures')
    const trouble = error instanceof StoreProblem ? error.trouble : 'unknown'
    console.error(`\n${startProblem(trouble, databasePath())}\n`)
    process.exit(CANT_START)
  }
  const { keepCopies, warmUp } = await import('@/server/whileServed')
  try {
    warmUp()
  } catch (error) {
    // A page that can't be shown says so itself.
    console.error(error)
  }
  keepCopies()
}
