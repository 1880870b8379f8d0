'use client'

import { startTransition, useRef, useState } from 'react'
import { DAY, type SeasonStrip as Strip, type StripMark, type StripRow } from '@/core'
import { choreName } from '@/words/choreText'
import { formatWhy, LANE_WORDS } from '@/words/choreWords'
import { addWallDays } from '@/words/wallDays'
import { type DisplayPreferences, day } from '@/words/words'
import { timeScale } from '../axis/timeAxis'
import { type Action, usePost } from '../form/usePost'
import { useDrag } from '../useDrag'
import { dateOf, firstsOfMonths, layout, rowName, WIDTH } from './seasonLayout'
import { SHAPE_WORDS, StripShape } from './stripMarks'

const markWords = (
  { due: { chore } }: StripRow,
  { at, what, note }: StripMark,
  preferences: DisplayPreferences,
) => `${choreName(chore)}: ${SHAPE_WORDS[what]}, ${day(at, preferences)}${note ? `. ${note}` : ''}`

/** A due mark that pointer and keys carry to another day. */
const DueMark = ({
  row,
  mark,
  x,
  y,
  scale,
  now,
  preferences,
  move,
  tell,
}: {
  row: StripRow
  mark: StripMark
  x: (at: number) => number
  y: number
  /** Days to a pixel of the screen, asked for when a hand takes it. */
  scale: () => number
  now: number
  preferences: DisplayPreferences
  move: (row: StripRow, to: number) => void
  tell: (words: string) => void
}) => {
  const start = Math.max(mark.at, now)
  const least = -Math.floor((start - now) / DAY)
  const onWall = (days: number) => addWallDays(start, days, preferences.timeZone)
  const {
    by: days,
    held,
    handle,
  } = useDrag({
    step: 1,
    largeStep: 7,
    scale,
    limit: (to) => Math.max(least, Math.min(180, Math.round(to))),
    onMove: (to) =>
      tell(
        to === 0
          ? `${choreName(row.due.chore)}: stays on ${day(mark.at, preferences)}`
          : `${choreName(row.due.chore)}: to ${day(onWall(to), preferences)}`,
      ),
    onDrop: (to) => move(row, onWall(to)),
  })
  const at = days === 0 ? mark.at : onWall(days)
  const words = `${choreName(row.due.chore)}, ${SHAPE_WORDS[mark.what]} ${day(mark.at, preferences)}. ${formatWhy(row.due, preferences)}`
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={choreName(row.due.chore)}
      aria-valuenow={Math.round((at - now) / DAY)}
      aria-valuemin={Math.min(0, Math.round((mark.at - now) / DAY))}
      aria-valuemax={Math.max(180, Math.round((at - now) / DAY))}
      aria-valuetext={
        days === 0
          ? `${SHAPE_WORDS[mark.what]} ${day(mark.at, preferences)}`
          : `to ${day(at, preferences)}, press Enter to save`
      }
      transform={`translate(${x(at)} ${y})`}
      className="ring-handle"
      onFocus={() => tell(`${words} Arrow keys move it, Enter saves.`)}
      onPointerEnter={() => !held() && tell(words)}
      {...handle}
    >
      <rect x={-9} y={-8} width={18} height={16} fill="transparent" />
      {days !== 0 && (
        <path d={`M0 0H${x(mark.at) - x(at)}`} stroke="var(--copper)" strokeDasharray="2 2" />
      )}
      {days === 0 ? (
        <StripShape what={mark.what} />
      ) : (
        <circle r={5} fill="var(--paper)" stroke="var(--copper)" strokeWidth={2.4} />
      )}
    </g>
  )
}

/** Half a year back and ahead: a lane each, what was done, what is due, what the same pace would bring. */
export const SeasonStrip = ({
  strip,
  tubId,
  keep,
  preferences,
}: {
  strip: Strip
  tubId: number
  keep: Action
  preferences: DisplayPreferences
}) => {
  const [told, setTold] = useState('')
  const picture = useRef<SVGSVGElement>(null)
  const { outcome: state, act } = usePost(keep)
  const { lanes, height } = layout(strip)
  const { from, to } = strip
  const { now } = preferences
  const { x, perPixel } = timeScale(strip, { width: WIDTH })
  const scale = () => perPixel(picture.current?.getBoundingClientRect().width) / DAY
  const move = (row: StripRow, at: number) => {
    const data = new FormData()
    for (const [name, value] of Object.entries({
      kind: 'chore',
      tub: String(tubId),
      chore: row.due.chore.id,
      outcome: 'postponed',
      until: dateOf(at, preferences),
      zone: preferences.timeZone,
      when: 'now',
      stay: 'yes',
    }))
      data.set(name, value)
    setTold(`${choreName(row.due.chore)}: moved to ${day(at, preferences)}.`)
    startTransition(() => act(data))
  }
  const months = firstsOfMonths(from, to, preferences)
  const sets = [...new Set(strip.filters.map(({ name }) => name))]
  const colour = (name: string) => (sets.indexOf(name) % 2 === 0 ? 'var(--oak)' : 'var(--mist-3)')
  return (
    <section aria-labelledby="season" className="mt-6">
      <header className="flex flex-wrap items-baseline justify-between gap-x-6 gap-y-1">
        <h2 id="season" className="head">
          Six months back, six months ahead
        </h2>
        <ul className="note flex flex-wrap gap-x-4 gap-y-1 text-muted">
          {(['done', 'done late', 'skipped', 'due', 'overdue', 'foreseen'] as const).map((what) => (
            <li key={what} className="flex items-center gap-1.5">
              <svg width={14} height={14} viewBox="-7 -7 14 14" aria-hidden="true">
                <StripShape what={what} />
              </svg>
              {SHAPE_WORDS[what]}
            </li>
          ))}
          {sets.map((name) => (
            <li key={name} className="flex items-center gap-1.5">
              <svg width={20} height={8} aria-hidden="true">
                <rect width={20} height={8} fill={colour(name)} />
              </svg>
              {name} in
            </li>
          ))}
        </ul>
      </header>
      <div className="mt-2 grid grid-cols-[84px_minmax(0,1fr)] lg:grid-cols-[160px_minmax(0,1fr)]">
        <svg width={160} height={height + 20} aria-hidden="true" className="overflow-hidden">
          {lanes.map(({ lane, top, placed }) => (
            <g key={lane}>
              <path d={`M0 ${top}H160`} stroke="var(--hair)" />
              <text x={0} y={(placed[0]?.y ?? top) + 4.5} fontSize={13} fontWeight={650}>
                {LANE_WORDS[lane]}
              </text>
              {placed.map(({ row, y }) => (
                <text
                  key={row.due.chore.id}
                  x={154}
                  y={y + 4}
                  fontSize={11.5}
                  textAnchor="end"
                  style={{ fill: 'var(--muted)' }}
                  className="max-lg:hidden"
                >
                  {rowName(row)}
                </text>
              ))}
            </g>
          ))}
        </svg>
        <div className="overflow-x-auto overflow-y-hidden" ref={scrollToToday}>
          {/* biome-ignore lint/a11y/useSemanticElements: a drawing is no fieldset */}
          <svg
            ref={picture}
            viewBox={`0 0 ${WIDTH} ${height + 20}`}
            width={WIDTH}
            height={height + 20}
            className="max-w-none"
            role="group"
            aria-label={`Season strip, ${months[0]?.name ?? ''} to ${months.at(-1)?.name ?? ''}: ${lanes.map(({ lane }) => LANE_WORDS[lane].toLowerCase()).join(', ')}. Due marks can be moved.`}
          >
            {strip.stays.map((stay) => (
              <rect
                key={stay.from}
                x={x(stay.from)}
                y={18}
                width={Math.max(2, x(stay.to) - x(stay.from))}
                height={height - 18}
                fill="var(--mist)"
                onPointerEnter={() =>
                  setTold(
                    `${stay.name}: ${day(stay.from, preferences)} to ${day(stay.to, preferences)}`,
                  )
                }
              />
            ))}
            {months.map(({ at, name }) => (
              <g key={at}>
                <path d={`M${x(at)} 0V${height}`} stroke="var(--hair)" />
                <text x={x(at) + 5} y={12} fontSize={12} style={{ fill: 'var(--muted)' }}>
                  {name}
                </text>
              </g>
            ))}
            <path d={`M${x(now)} 8V${height + 3}`} stroke="var(--ink)" strokeWidth={1.5} />
            <text x={x(now)} y={height + 16} fontSize={12} fontWeight={700} textAnchor="middle">
              today
            </text>
            {lanes.map(({ lane, top, bars, barY, placed }) => (
              <g key={lane}>
                <path d={`M0 ${top}H${WIDTH}`} stroke="var(--hair)" />
                {bars.map((bar) => (
                  <g
                    key={`${bar.name}${bar.from}`}
                    onPointerEnter={() =>
                      setTold(
                        lane === 'water'
                          ? `Water from ${day(bar.from, preferences)} to ${day(bar.to, preferences)}`
                          : `${bar.name} in the tub from ${day(bar.from, preferences)} to ${day(bar.to, preferences)}`,
                      )
                    }
                  >
                    <rect
                      x={x(bar.from) + 0.8}
                      y={barY}
                      width={Math.max(1, x(Math.min(bar.to, now)) - x(bar.from) - 1.6)}
                      height={8}
                      fill={lane === 'water' ? 'var(--mist-3)' : colour(bar.name)}
                    />
                    {bar.to > now && (
                      <rect
                        x={x(now)}
                        y={barY}
                        width={x(bar.to) - x(now)}
                        height={8}
                        fill="var(--mist-3)"
                        opacity={0.4}
                      />
                    )}
                  </g>
                ))}
                {placed.map(({ row, y }) => (
                  <g key={row.due.chore.id}>
                    {row.marks.map((mark) =>
                      mark.what === 'due' || mark.what === 'overdue' ? null : (
                        <g
                          key={`${mark.what}${mark.at}`}
                          transform={`translate(${x(mark.at)} ${y})`}
                          onPointerEnter={() => setTold(markWords(row, mark, preferences))}
                          onPointerDown={() => setTold(markWords(row, mark, preferences))}
                        >
                          <rect x={-7} y={-7} width={14} height={14} fill="transparent" />
                          <StripShape what={mark.what} />
                        </g>
                      ),
                    )}
                    {row.marks
                      .filter(({ what }) => what === 'due' || what === 'overdue')
                      .map((mark) => (
                        <DueMark
                          key={mark.at}
                          row={row}
                          mark={mark}
                          x={x}
                          y={y}
                          scale={scale}
                          now={now}
                          preferences={preferences}
                          move={move}
                          tell={setTold}
                        />
                      ))}
                  </g>
                ))}
              </g>
            ))}
          </svg>
        </div>
      </div>
      <p role="status" className="small min-h-[42px] text-muted print:hidden">
        {state && !state.ok
          ? (state.errors.until ?? state.message)
          : told || 'Hover over a mark, or drag a due one to another day.'}
      </p>
    </section>
  )
}

/** On a narrow screen today stands in the middle at first. */
const scrollToToday = (box: HTMLDivElement | null) => {
  if (box && box.scrollLeft === 0 && box.scrollWidth > box.clientWidth)
    box.scrollLeft = (box.scrollWidth - box.clientWidth) / 2
}
