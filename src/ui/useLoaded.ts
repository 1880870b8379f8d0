import { useState } from 'react'

/**
 * A part of the page that is fetched when it is first wanted, so that no first load carries it.
 *
 * @returns what came, whether fetching it failed (no connection), and the way to ask for it; asking again after a failure
 *   tries again.
 */
export const useLoaded = <T>(load: () => Promise<T>) => {
  const [loaded, setLoaded] = useState<T>()
  const [failed, setFailed] = useState(false)
  const want = () => {
    if (loaded) return
    setFailed(false)
    load().then(
      (value) => setLoaded(() => value),
      () => setFailed(true),
    )
  }
  return { loaded, failed, want }
}
