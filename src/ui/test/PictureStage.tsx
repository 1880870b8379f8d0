'use client'

import { type PointerEvent, useEffect, useRef, useState } from 'react'
import type { Point } from '@/core'
import { Magnifier } from './Magnifier'

export interface Handle {
  id: string
  /** What it is to be laid upon: "middle of the first pad". */
  label: string
  short: string
  point: Point
}

/** A picture with rings to lay upon it: by finger, mouse, or the arrow keys. */
export const PictureStage = ({
  shown,
  width,
  height,
  handles,
  marks,
  label,
  onMove,
  onSettled,
}: {
  shown: ImageBitmap
  /** Of the picture that is read; all places are in its pixels. */
  width: number
  height: number
  handles: readonly Handle[]
  /** Places that follow from the rings. */
  marks: readonly { key: string; point: Point; radius: number; label?: string }[]
  label: string
  onMove: (id: string, point: Point) => void
  /** The ring was let go. */
  onSettled: () => void
}) => {
  const canvas = useRef<HTMLCanvasElement>(null)
  const frame = useRef<SVGSVGElement>(null)
  /** The ring that is being moved. */
  const [moving, setMoving] = useState<string>()
  const under = handles.find(({ id }) => id === moving)?.point
  useEffect(() => {
    const target = canvas.current
    if (!target) return
    target.width = shown.width
    target.height = shown.height
    target.getContext('2d')?.drawImage(shown, 0, 0)
  }, [shown])
  const inPicture = (event: PointerEvent): Point => {
    const box = frame.current?.getBoundingClientRect()
    if (!box) return { x: 0, y: 0 }
    return {
      x: Math.min(width, Math.max(0, ((event.clientX - box.left) / box.width) * width)),
      y: Math.min(height, Math.max(0, ((event.clientY - box.top) / box.height) * height)),
    }
  }
  const ring = width / 40
  return (
    <div className="relative w-full overflow-hidden rounded-md bg-mist">
      <canvas
        ref={canvas}
        role="img"
        aria-label={label}
        className="block h-auto w-full"
        style={{ aspectRatio: `${width} / ${height}` }}
      />
      <svg
        ref={frame}
        viewBox={`0 0 ${width} ${height}`}
        className="absolute inset-0 size-full touch-none"
        aria-hidden={handles.length === 0}
      >
        <title>{label}</title>
        {marks.map(({ key, point, radius, label: text }) => (
          <g key={key} pointerEvents="none">
            <circle
              cx={point.x}
              cy={point.y}
              r={radius}
              fill="none"
              stroke="#000"
              strokeWidth={width / 160}
            />
            <circle
              cx={point.x}
              cy={point.y}
              r={radius}
              fill="none"
              stroke="#fff"
              strokeWidth={width / 320}
            />
            {text && (
              <text
                x={point.x}
                y={point.y}
                textAnchor="middle"
                dominantBaseline="central"
                fontSize={width / 34}
                fontWeight={700}
                style={{ fill: '#fff' }}
                stroke="#000"
                strokeWidth={width / 220}
                paintOrder="stroke"
              >
                {text}
              </text>
            )}
          </g>
        ))}
        {handles.map(({ id, label: name, short, point }) => (
          // biome-ignore lint/a11y/useSemanticElements: a button cannot stand inside a picture
          <g
            key={id}
            role="button"
            tabIndex={0}
            aria-label={`${name}: place this ring on it; arrow keys move it, with Shift in larger steps`}
            className="ring-handle"
            onPointerDown={(event) => {
              event.currentTarget.setPointerCapture(event.pointerId)
              setMoving(id)
            }}
            onPointerMove={(event) => {
              if (event.currentTarget.hasPointerCapture(event.pointerId))
                onMove(id, inPicture(event))
            }}
            onPointerUp={() => {
              setMoving(undefined)
              onSettled()
            }}
            onPointerCancel={() => setMoving(undefined)}
            onBlur={() => setMoving((now) => (now === id ? undefined : now))}
            onKeyDown={(event) => {
              const step = (event.shiftKey ? 0.02 : 0.004) * width
              const move = {
                ArrowLeft: [-step, 0],
                ArrowRight: [step, 0],
                ArrowUp: [0, -step],
                ArrowDown: [0, step],
              }[event.key]
              if (!move) return
              event.preventDefault()
              setMoving(id)
              onMove(id, { x: point.x + (move[0] ?? 0), y: point.y + (move[1] ?? 0) })
            }}
            onKeyUp={onSettled}
          >
            {/* A finger's width, though the ring is smaller. */}
            <circle cx={point.x} cy={point.y} r={ring * 2.2} fill="transparent" />
            <circle
              cx={point.x}
              cy={point.y}
              r={ring}
              fill="#ffffff30"
              stroke="#000"
              strokeWidth={width / 110}
            />
            <circle
              cx={point.x}
              cy={point.y}
              r={ring}
              fill="none"
              stroke="#ffd27a"
              strokeWidth={width / 220}
            />
            <text
              x={point.x}
              y={point.y - 1.7 * ring}
              textAnchor="middle"
              dominantBaseline="central"
              fontSize={width / 30}
              fontWeight={700}
              style={{ fill: '#fff' }}
              stroke="#000"
              strokeWidth={width / 180}
              paintOrder="stroke"
            >
              {short}
            </text>
          </g>
        ))}
      </svg>
      {under && <Magnifier shown={shown} width={width} height={height} point={under} />}
    </div>
  )
}
