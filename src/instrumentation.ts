export const register = async () => {
  if (process.env.NEXT_RUNTIME === 'nodejs') {
    const { startServing } = await import('./startServing')
    startServing()
  }
}
