import type { KeyboardEvent, PointerEvent, RefObject } from 'react'
import type { DisplayPreferences } from '@/words/words'
import { type Frame, type MapPoint, withinFrame } from './mapFrame'
import { pointWords } from './mapWater'

/** What one press of an arrow key moves: alkalinity in ppm, pH. */
const STEPS: Record<string, readonly [number, number]> = {
  ArrowLeft: [-2, 0],
  ArrowRight: [2, 0],
  ArrowUp: [0, 0.02],
  ArrowDown: [0, -0.02],
}

/** The open ring, moved by finger, mouse or keys. */
export const MapRing = ({
  at,
  frame,
  svg,
  onMove,
  onReset,
  preferences,
}: {
  at: MapPoint
  frame: Frame
  /** The picture that the ring stands in: pointers are measured in its units. */
  svg: RefObject<SVGSVGElement | null>
  onMove: (to: MapPoint) => void
  onReset: () => void
  preferences: DisplayPreferences
}) => {
  const drag = (event: PointerEvent<SVGGElement>) => {
    if (!event.currentTarget.hasPointerCapture(event.pointerId)) return
    const matrix = svg.current?.getScreenCTM()
    if (!matrix) return
    const place = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse())
    onMove(
      withinFrame(
        { totalAlkalinityPpm: frame.alkalinityAt(place.x), pH: frame.phAt(place.y) },
        frame,
      ),
    )
  }
  const step = (event: KeyboardEvent<SVGGElement>) => {
    if (event.key === 'Escape') onReset()
    const move = STEPS[event.key]
    if (!move) return
    event.preventDefault()
    const large = event.shiftKey ? 5 : 1
    onMove(
      withinFrame(
        {
          totalAlkalinityPpm: at.totalAlkalinityPpm + large * move[0],
          pH: at.pH + large * move[1],
        },
        frame,
      ),
    )
  }
  const [cx, cy] = [frame.x(at.totalAlkalinityPpm), frame.y(at.pH)]
  return (
    // biome-ignore lint/a11y/useSemanticElements: a button cannot stand inside a picture
    <g
      role="button"
      tabIndex={0}
      aria-label={`What if: ${pointWords(at, preferences)}. Arrow keys move the ring, with Shift in larger steps; Escape resets it.`}
      className="ring-handle"
      onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
      onPointerMove={drag}
      onKeyDown={step}
    >
      <circle cx={cx} cy={cy} r={26} fill="transparent" />
      <circle
        cx={cx}
        cy={cy}
        r={11}
        fill="var(--paper)"
        fillOpacity={0.25}
        stroke="var(--copper)"
        strokeWidth={2.4}
      />
    </g>
  )
}
