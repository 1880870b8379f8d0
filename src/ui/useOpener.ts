import { useRef, useState } from 'react'

/**
 * What a button opens, fetched when a hand is near it, so that no first load carries it.
 *
 * @param load fetches the part that is shown while open
 * @returns the part once it is here and wanted; whether fetching it failed (no connection): pressing again tries again; what the button
 *   needs, and the way to open and close
 */
export const useOpener = <Part>(load: () => Promise<Part>) => {
  const button = useRef<HTMLButtonElement>(null)
  const [open, setOpen] = useState(false)
  const [loaded, setLoaded] = useState<Part>()
  const [failed, setFailed] = useState(false)
  const want = () => {
    if (loaded) return
    setFailed(false)
    load().then(
      (part) => setLoaded(() => part),
      () => setFailed(true),
    )
  }
  const show = (on: boolean) => {
    if (on) want()
    setOpen(on)
  }
  return {
    open,
    show,
    button,
    Part: open ? loaded : undefined,
    failed: open && failed,
    trigger: {
      ref: button,
      type: 'button',
      'aria-haspopup': 'dialog',
      'aria-expanded': open,
      onPointerEnter: want,
      onFocus: want,
    } as const,
  }
}
