'use client'

import { type ReactNode, useRef, useState } from 'react'
import { type Instant, MINUTE } from '@/core'
import { LANE_WORDS, laneWords } from '@/words/laneWords'
import { clock, type DisplayPreferences } from '@/words/words'
import { roundTimes, timeScale } from '../axis/timeAxis'
import { End } from '../refill/TimelineEnd'
import { LaneAct } from './LaneAct'
import type { LaneBlock, LaneTub } from './laneData'
import { CoverLane, JetsLane, PowerLane } from './laneStates'
import { fitting, LABELS, LANE, LEAST, TOP, WIDTH } from './lanesScale'

const MOST_TIMES = 9

/** The visit on one time axis: hands, and for each tub its water, power, jets and cover. */
export const Lanes = ({
  start,
  ready,
  readyName,
  acts,
  tubs,
  preferences,
  moveEnd,
  moveAct,
  onChange,
}: {
  start: Instant
  ready: Instant | undefined
  /** What the visit ends with: a test that lets people in, or one after which the level still has to fall. */
  readyName: 'Ready' | 'Tested' | 'Done'
  acts: readonly LaneBlock[]
  tubs: readonly LaneTub[]
  preferences: DisplayPreferences
  /** Undefined once it is under way: its start has passed. */
  moveEnd: ((end: 'start' | 'ready', to: Instant) => void) | undefined
  moveAct: (key: string, to: Instant) => void
  /** Words of what last happened, or could not. */
  onChange: string | undefined
}) => {
  const [told, setTold] = useState('')
  const picture = useRef<SVGSVGElement>(null)
  const end = Math.max(
    start + LEAST,
    ready ?? 0,
    ...acts.map(({ waitEnd }) => waitEnd),
    ...tubs.map(({ mixing }) => mixing?.until ?? 0),
  )
  const margin = Math.max(4 * MINUTE, (end - start) * 0.04)
  const from = start - margin
  const to = end + margin
  const { x, perPixel } = timeScale({ from, to }, { left: LABELS, width: WIDTH })
  const scale = () => perPixel(picture.current?.getBoundingClientRect().width)
  const many = tubs.length > 1
  const hands = TOP + (many ? 4 : 0)
  const tubHeight = 4 * LANE + (many ? 22 : 0)
  const floor = hands + LANE + 8 + tubs.length * tubHeight
  const height = floor + 24
  const label = (text: string, y: number) => (
    <text x={0} y={y + 5} fontSize={14} fontWeight={650}>
      {text}
    </text>
  )
  return (
    <div className="print:break-inside-avoid">
      <div className="overflow-x-auto overflow-y-hidden">
        {/* biome-ignore lint/a11y/useSemanticElements: a drawing is no fieldset */}
        <svg
          ref={picture}
          width={LABELS + WIDTH}
          height={height}
          viewBox={`0 0 ${LABELS + WIDTH} ${height}`}
          className="max-w-none print:h-auto print:w-full"
          role="group"
          aria-label={[
            `The visit from ${clock(start, preferences)}.`,
            ...tubs.flatMap(({ name, lanes }) => [
              ...(many ? [name] : []),
              laneWords('Power', lanes.power, LANE_WORDS.power, preferences),
              laneWords('Jets', lanes.jets, LANE_WORDS.jets, preferences),
              laneWords('Cover', lanes.cover, LANE_WORDS.cover, preferences),
            ]),
          ].join(' ')}
        >
          {roundTimes({ from: start, to: end }, MOST_TIMES, preferences.timeZone).map((tick) => (
            <g key={tick}>
              <path d={`M${x(tick)} ${floor}v5`} stroke="var(--muted)" />
              <text
                x={x(tick)}
                y={floor + 20}
                fontSize={12}
                textAnchor="middle"
                style={{ fill: 'var(--muted)' }}
              >
                {clock(tick, preferences)}
              </text>
            </g>
          ))}
          <path d={`M${LABELS} ${floor}H${LABELS + WIDTH}`} stroke="var(--line)" />
          {label('You', hands + LANE / 2)}
          <path d={`M0 ${hands + LANE + 4}H${LABELS + WIDTH}`} stroke="var(--hair)" />
          {tubs.map((tub, i) => {
            const top = hands + LANE + 8 + i * tubHeight
            const first = top + (many ? 22 : 0)
            const lane = (n: number) => first + n * LANE + LANE / 2
            return (
              <g key={tub.id}>
                {many && (
                  <text x={0} y={top + 14} fontSize={13} fontWeight={650}>
                    {tub.name}
                  </text>
                )}
                {label('The water', lane(0))}
                <Water tub={tub} acts={acts} start={start} y={lane(0)} x={x} />
                {label('Power', lane(1))}
                <PowerLane stretches={tub.lanes.power} y={lane(1)} x={x} />
                {label('Jets', lane(2))}
                <JetsLane stretches={tub.lanes.jets} y={lane(2)} x={x} />
                {label('Cover', lane(3))}
                <CoverLane stretches={tub.lanes.cover} y={lane(3)} x={x} />
                {[1, 2, 3, 4].map((n) => (
                  <path
                    key={n}
                    d={`M0 ${first + n * LANE}H${LABELS + WIDTH}`}
                    stroke="var(--hair)"
                  />
                ))}
              </g>
            )
          })}
          <path d={`M${x(start)} 34V${hands + LANE}`} stroke="var(--ink)" strokeWidth={1.5} />
          {ready !== undefined && (
            <path d={`M${x(ready)} 34V${floor}`} stroke="var(--spruce)" strokeWidth={2.4} />
          )}
          {acts.map((act) => (
            <LaneAct
              key={act.key}
              act={act}
              y={hands}
              x={x}
              scale={scale}
              preferences={preferences}
              tell={setTold}
              move={(at) => moveAct(act.key, at)}
            />
          ))}
          {moveEnd && (
            <End
              name="Start"
              at={start}
              x={Math.max(86, x(start))}
              y={18}
              scale={scale}
              move={(at) => moveEnd('start', at)}
              tell={setTold}
              round={5 * MINUTE}
              withDay={false}
              preferences={preferences}
            />
          )}
          {moveEnd && ready !== undefined && (
            <End
              name={readyName}
              at={ready}
              x={Math.min(LABELS + WIDTH - 86, Math.max(x(ready), 270))}
              y={18}
              scale={scale}
              move={(at) => moveEnd('ready', at)}
              tell={setTold}
              round={5 * MINUTE}
              withDay={false}
              preferences={preferences}
            />
          )}
        </svg>
      </div>
      <div className="note flex flex-wrap gap-x-5 text-muted">
        <Key swatch={<rect width={14} height={10} fill="var(--ink)" />}>in this order</Key>
        <Key swatch={<rect width={14} height={10} fill="var(--oak)" stroke="var(--ink)" />}>
          while waiting, in any order
        </Key>
        <span role="status" className="print:hidden">
          {onChange ?? (told || 'Drag a job, Start or Ready; or move it with the arrow keys.')}
        </span>
      </div>
    </div>
  )
}

const Key = ({ swatch, children }: { swatch: ReactNode; children: ReactNode }) => (
  <span className="flex items-center gap-1.5">
    <svg width={14} height={10} aria-hidden="true">
      {swatch}
    </svg>
    {children}
  </span>
)

/** What mixes, and when nothing may go in. */
const Water = ({
  tub,
  acts,
  start,
  y,
  x,
}: {
  tub: LaneTub
  acts: readonly LaneBlock[]
  start: Instant
  y: number
  x: (at: Instant) => number
}) => {
  const off = tub.pours ? tub.lanes.power.filter(({ state }) => state === 'off') : []
  const waits = [
    ...(tub.mixing
      ? [{ key: 'mixing', from: start, to: tub.mixing.until, texts: tub.mixing.words }]
      : []),
    ...acts
      .filter((act) => act.tub === tub.id && act.waitEnd > act.handsEnd)
      .map(({ key, handsEnd, waitEnd, waits: texts }) => ({
        key,
        from: handsEnd,
        to: waitEnd,
        texts,
      })),
  ]
  return (
    <g>
      <defs>
        <pattern id={`waves${tub.id}`} width={16} height={7} patternUnits="userSpaceOnUse">
          <path
            d="M0 4.5c2.7-3 5.3-3 8 0s5.3 3 8 0"
            fill="none"
            stroke="var(--mist-3)"
            strokeWidth={1}
          />
        </pattern>
        <pattern
          id={`hatch${tub.id}`}
          width={6}
          height={6}
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <path d="M0 0V6" stroke="var(--madder)" strokeWidth={1.4} opacity={0.5} />
        </pattern>
      </defs>
      {off.map(({ from, to }) => (
        <g key={from}>
          <rect
            x={x(from)}
            y={y - 12}
            width={x(to) - x(from)}
            height={24}
            fill={`url(#hatch${tub.id})`}
            stroke="var(--madder)"
          />
          <Label
            texts={['no dosing', '✕']}
            from={x(from)}
            to={x(to)}
            y={y}
            colour="var(--madder)"
          />
        </g>
      ))}
      {waits.map(({ key, from, to, texts }) => (
        <g key={key}>
          {['var(--mist)', `url(#waves${tub.id})`].map((fill) => (
            <rect
              key={fill}
              x={x(from)}
              y={y - 12}
              width={Math.max(0, x(to) - x(from))}
              height={24}
              fill={fill}
            />
          ))}
          <path d={`M${x(from)} ${y - 13}v26`} stroke="var(--ink)" strokeWidth={2} />
          <Label texts={texts} from={x(from)} to={x(to)} y={y} colour="var(--ink)" />
        </g>
      ))}
    </g>
  )
}

const Label = ({
  texts,
  from,
  to,
  y,
  colour,
}: {
  texts: readonly string[]
  from: number
  to: number
  y: number
  colour: string
}) => {
  const text = fitting(texts, to - from - 8)
  return text ? (
    <text
      x={(from + to) / 2}
      y={y + 4.5}
      fontSize={12}
      fontWeight={600}
      textAnchor="middle"
      style={{ fill: colour, paintOrder: 'stroke', stroke: 'var(--paper)', strokeWidth: 3 }}
    >
      {text}
    </text>
  ) : null
}
