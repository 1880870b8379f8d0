import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react'

export interface Drag {
  /** An arrow key's step, and that of a page key or of shift, in the line's own unit. */
  step: number
  largeStep: number
  /** Units to a pixel of the screen, asked for when a hand moves it. */
  scale: () => number
  /** How far it may be carried; anywhere where nothing is said. */
  limit?: (by: number) => number
  /** On the way. */
  onMove: (by: number) => void
  /** Put down somewhere else. */
  onDrop: (by: number) => void
}

/** A mark on a line that pointer and keys carry: how far it has been carried, and what its handle listens to. Escape puts it back. */
export const useDrag = ({ step, largeStep, scale, limit = (by) => by, onMove, onDrop }: Drag) => {
  const [by, setBy] = useState(0)
  const grab = useRef<number | undefined>(undefined)
  const carry = (to: number) => {
    const next = limit(to)
    setBy(next)
    onMove(next)
  }
  const drop = () => {
    grab.current = undefined
    if (by !== 0) onDrop(by)
    setBy(0)
  }
  return {
    by,
    held: () => grab.current !== undefined,
    handle: {
      onPointerDown: (event: PointerEvent<SVGGElement>) => {
        event.currentTarget.setPointerCapture(event.pointerId)
        grab.current = event.clientX
      },
      onPointerMove: (event: PointerEvent<SVGGElement>) => {
        if (grab.current !== undefined) carry((event.clientX - grab.current) * scale())
      },
      onPointerUp: drop,
      onPointerCancel: () => {
        grab.current = undefined
        setBy(0)
      },
      onKeyDown: (event: KeyboardEvent<SVGGElement>) => {
        const one = event.shiftKey || event.key.startsWith('Page') ? largeStep : step
        if (['ArrowRight', 'ArrowUp', 'PageUp'].includes(event.key)) carry(by + one)
        else if (['ArrowLeft', 'ArrowDown', 'PageDown'].includes(event.key)) carry(by - one)
        else if (event.key === 'Enter') drop()
        else if (event.key === 'Escape') carry(0)
        else return
        event.preventDefault()
      },
    },
  }
}
