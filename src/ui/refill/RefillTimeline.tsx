'use client'

import { startTransition, useRef, useState } from 'react'
import { type Blocked, HOUR, MINUTE, type RefillSchedule } from '@/core'
import { formatLength } from '@/words/refillWords'
import { clock, type DisplayPreferences, dayAndClock, weekday } from '@/words/words'
import { hourOnWall, roundTimes, timeScale } from '../axis/timeAxis'
import { type Action, usePost } from '../form/usePost'
import { End } from './TimelineEnd'
import { StageBar, TubCourse } from './TimelineParts'
import { LABELS, ROW, TOP, WIDTH, wall } from './timelineScale'

const KeyTo = ({ fill, edge, what }: { fill: string; edge?: string; what: string }) => (
  <span className="flex items-center gap-1.5">
    <svg width={14} height={10} aria-hidden="true">
      <rect width={14} height={10} fill={fill} stroke={edge} />
    </svg>
    {what}
  </span>
)

const MOST_TIMES = 10

/** The day of a refill, counting back from when it has to be ready: every stage a bar with its own arithmetic. */
export const RefillTimeline = ({
  schedule,
  blocked,
  next,
  tubId,
  mode,
  readyBy,
  temperatures,
  set,
  preferences,
}: {
  schedule: RefillSchedule
  blocked: readonly Blocked[]
  /** Guests or a soak after it. */
  next: { at: number; what: string } | undefined
  tubId: number
  mode: 'ready by' | 'start at'
  /** What was asked for. */
  readyBy: number
  temperatures: { before: number; fill: number; target: number }
  set: Action
  preferences: DisplayPreferences
}) => {
  const [told, setTold] = useState('')
  const picture = useRef<SVGSVGElement>(null)
  const { outcome: state, act } = usePost(set)
  const { start, ready, scheduled } = schedule
  const margin = Math.max(HOUR, (ready - start) * 0.04)
  const from = start - margin
  const to = ready + Math.max(2 * margin, 3 * HOUR)
  const { x, perPixel } = timeScale({ from, to }, { left: LABELS, width: WIDTH })
  const scale = () => perPixel(picture.current?.getBoundingClientRect().width)
  const times = roundTimes({ from, to }, MOST_TIMES, preferences.timeZone)
  const shown = scheduled.filter(({ state: how }) => how !== 'skipped')
  const height = TOP + ROW * shown.length
  const tank = height + 16
  const move = (end: 'ready by' | 'start at') => (moment: number) => {
    const data = new FormData()
    for (const [name, value] of Object.entries({
      tub: String(tubId),
      mode: end,
      at: wall(moment, preferences),
      zone: preferences.timeZone,
      // Dragged to the hour that comes twice: the first of the two.
      'confirm.at': 'first',
    }))
      data.set(name, value)
    startTransition(() => act(data))
  }
  return (
    <div>
      <div className="overflow-x-auto overflow-y-hidden">
        {/* biome-ignore lint/a11y/useSemanticElements: a drawing is no fieldset */}
        <svg
          ref={picture}
          width={LABELS + WIDTH}
          height={tank + 78}
          viewBox={`0 0 ${LABELS + WIDTH} ${tank + 78}`}
          className="max-w-none"
          role="group"
          aria-label={`From ${dayAndClock(start, preferences)} to ${dayAndClock(ready, preferences)}, ${formatLength((ready - start) / MINUTE)}`}
        >
          {blocked.map((one) =>
            one.to > from && one.from < to ? (
              <rect
                key={one.from}
                x={x(one.from)}
                y={TOP - 14}
                width={x(one.to) - x(one.from)}
                height={height - TOP + 14}
                fill="var(--stone)"
              />
            ) : null,
          )}
          {times.map((tick, i) => (
            <g key={tick}>
              <path d={`M${x(tick)} ${TOP - 14}V${tank + 42}`} stroke="var(--hair)" />
              <text
                x={x(tick)}
                y={tank + 58}
                fontSize={12}
                textAnchor="middle"
                style={{ fill: 'var(--muted)' }}
              >
                {clock(tick, preferences)}
              </text>
              {(i === 0 || hourOnWall(tick, preferences.timeZone) === 0) && (
                <text x={x(tick)} y={tank + 74} fontSize={12} fontWeight={650} textAnchor="middle">
                  {weekday(tick, preferences)}
                </text>
              )}
            </g>
          ))}
          <path d={`M${x(start)} 34V${TOP + 8}`} stroke="var(--ink)" strokeWidth={1.5} />
          <path d={`M${x(ready)} 34V${tank + 42}`} stroke="var(--spruce)" strokeWidth={2.4} />
          {x(ready) - x(start) > 330 && (
            <g>
              <path
                d={`M${x(start) + 96} 20H${x(ready) - 96}`}
                stroke="var(--muted)"
                strokeDasharray="2 3"
              />
              <text
                x={(x(start) + x(ready)) / 2}
                y={14}
                fontSize={12}
                textAnchor="middle"
                style={{ fill: 'var(--muted)' }}
              >
                {mode === 'ready by' ? 'counting back' : 'counting forward'},{' '}
                {formatLength((ready - start) / MINUTE)}
              </text>
            </g>
          )}
          {next && next.at < to && (
            <g>
              <path d={`M${x(next.at)} ${TOP - 14}V${tank + 42}`} stroke="var(--ink)" />
              <text x={x(next.at) + 4} y={TOP - 4} fontSize={12}>
                {next.what} {clock(next.at, preferences)}
              </text>
            </g>
          )}
          {shown.map((one, i) => (
            <StageBar key={one.stage.id} one={one} y={TOP + ROW * i} {...{ x, preferences }} />
          ))}
          <TubCourse {...{ schedule, temperatures, x, from, to }} top={tank} />
          <End
            name="Start"
            at={start}
            x={Math.max(86, x(start))}
            y={20}
            scale={scale}
            move={move('start at')}
            tell={setTold}
            preferences={preferences}
          />
          <End
            name="Ready"
            at={mode === 'ready by' && readyBy >= ready ? readyBy : ready}
            x={Math.min(LABELS + WIDTH - 86, x(ready))}
            y={20}
            scale={scale}
            move={move('ready by')}
            tell={setTold}
            preferences={preferences}
          />
        </svg>
      </div>
      <div className="note flex flex-wrap gap-x-5 text-muted">
        <KeyTo fill="var(--ink)" what="you" />
        <KeyTo fill="var(--oak)" what="unattended" />
        <KeyTo fill="var(--stone)" edge="var(--hair)" what="you’re unavailable" />
      </div>
      <p role="status" className="small min-h-[24px] text-muted print:hidden">
        {state && !state.ok
          ? (state.errors.at ?? state.message)
          : told || 'Drag Start or Ready to another time; everything else moves with it.'}
      </p>
    </div>
  )
}
