/** Opens and migrates the database before the first request, so that a bad path is told at the start. */
export const register = async () => {
  if (process.env.NEXT_RUNTIME === 'nodejs') {
    const { theStore } = await import('@/store/database')
    theStore()
  }
}
