import { useEffect, useRef } from 'react'
import type { Point } from '@/core'

/** CSS pixels. */
const SIDE = 112
/** Of the picture's width that it shows. */
const SHARE = 0.11

/** What lies under a finger, larger, in the corner that the finger is not in. */
export const Magnifier = ({
  shown,
  width,
  height,
  point,
}: {
  shown: ImageBitmap
  width: number
  height: number
  point: Point
}) => {
  const canvas = useRef<HTMLCanvasElement>(null)
  useEffect(() => {
    const target = canvas.current
    const context = target?.getContext('2d')
    if (!target || !context) return
    const side = SHARE * shown.width
    const [x, y] = [(point.x / width) * shown.width, (point.y / height) * shown.height]
    context.fillStyle = '#000'
    context.fillRect(0, 0, target.width, target.height)
    context.drawImage(
      shown,
      x - side / 2,
      y - side / 2,
      side,
      side,
      0,
      0,
      target.width,
      target.height,
    )
  }, [shown, width, height, point])
  const left = point.x > width / 2 || point.y > height / 2
  return (
    <div
      aria-hidden
      data-magnifier
      className="pointer-events-none absolute top-2 size-[112px] overflow-hidden rounded-full border-2 border-white shadow-[0_0_0_2px_#000]"
      style={left ? { left: 8 } : { right: 8 }}
    >
      <canvas ref={canvas} width={2 * SIDE} height={2 * SIDE} className="block size-full" />
      <svg aria-hidden viewBox="-50 -50 100 100" className="absolute inset-0 size-full">
        <circle r={5} fill="none" stroke="#000" strokeWidth={3} />
        <circle r={5} fill="none" stroke="#ffd27a" strokeWidth={1.5} />
      </svg>
    </div>
  )
}
