import {
  aheadAt,
  type Band,
  type ForecastPoint,
  feederOf,
  HOUR,
  isStale,
  NINE_IN_TEN,
  outlookOf,
  programmeOf,
  type ReadyAhead,
  waterCareOpens,
} from '@/core'
import type { TubView } from '@/server/views'
import { CLOSURE_SHORT } from '@/words/closureWords'
import { QUANTITY_SHORT_NAMES } from '@/words/quantityNames'
import {
  clock,
  type DisplayPreferences,
  day,
  dayAndClock,
  figure,
  formatNumber,
  sameDay,
} from '@/words/words'
import { roundTimes, timeScale } from '../axis/timeAxis'

const HOURS = 48
const PHONE_HOURS = 24
const TICK_HOURS = 6
const HEIGHT = 130
/** One in two of a normal spread lie within this many standard deviations. */
const ONE_IN_TWO = 0.674

const path = (points: (readonly [number, number])[]) =>
  points.map(([x, y], i) => `${i ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`).join('')

interface Mark {
  at: number
  text: string
  kind: 'dose' | 'test'
}

interface Strip {
  points: readonly ForecastPoint[]
  marks: Mark[]
  band: Band
  /** How each point stands by the closures' own limits. */
  standing: (point: ForecastPoint) => ReadyAhead
  hours: number
  width: number
}

const ROW = 17
const FILLS: Record<ReadyAhead, string> = {
  ready: 'var(--spruce)',
  'test first': 'none',
  above: 'var(--amber)',
  below: 'none',
  closed: 'url(#shut)',
}
const STROKES: Record<ReadyAhead, string> = {
  ready: 'var(--spruce)',
  'test first': 'var(--spruce)',
  above: 'var(--amber)',
  below: 'none',
  closed: 'var(--madder)',
}

const Chart = ({
  points,
  marks: all,
  band,
  standing,
  hours,
  width,
  preferences,
}: Strip & { preferences: DisplayPreferences }) => {
  const now = points[0]?.at ?? 0
  const top = Math.max(
    band.high * 1.15,
    ...points.map((p) => p.value + NINE_IN_TEN * p.standardDeviation),
  )
  const say = (value: number) => formatNumber(value, 1, preferences)
  const span = { from: now, to: now + hours * HOUR }
  const { x } = timeScale(span, { width })
  const y = (value: number) => HEIGHT * (1 - Math.max(0, Math.min(value, top)) / top)
  const edge = (z: number) =>
    points.map((p) => [x(p.at), y(p.value + z * p.standardDeviation)] as const)
  const fan = (z: number) => `${path(edge(z))}${path(edge(-z).reverse()).replace('M', 'L')}z`
  const runs: { from: number; to: number; state: ReadyAhead }[] = []
  for (const [i, point] of points.slice(0, -1).entries()) {
    const state = standing(point)
    const to = points[i + 1]?.at ?? point.at
    const previous = runs.at(-1)
    if (previous?.state === state) previous.to = to
    else runs.push({ from: point.at, to, state })
  }
  const ticks = roundTimes(span, hours / TICK_HOURS, preferences.timeZone)
  const marks = all.filter(({ at }) => at <= now + hours * HOUR)
  const head = marks.length * ROW
  return (
    <svg
      viewBox={`-26 ${-6 - head} ${width + 32} ${HEIGHT + 60 + head}`}
      className="w-full"
      aria-hidden="true"
    >
      <defs>
        <pattern id="shut" width={6} height={6} patternUnits="userSpaceOnUse">
          <path d="M-1 7L7 -1" stroke="var(--madder)" strokeWidth={1.6} />
        </pattern>
      </defs>
      <path d={fan(NINE_IN_TEN)} fill="var(--mist-2)" />
      <path d={fan(ONE_IN_TWO)} fill="var(--mist-3)" />
      <path
        d={`M0 ${y(band.low)}H${width}M0 ${y(band.high)}H${width}`}
        stroke="var(--spruce)"
        strokeDasharray="2 3"
      />
      <path
        d={path(points.map((p) => [x(p.at), y(p.value)]))}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={1.8}
      />
      <path d={`M0 ${HEIGHT}H${width}`} stroke="var(--line)" />
      {marks.map(({ at, text, kind }, i) => {
        const row = -head + i * ROW
        const late = x(at) > 0.6 * width
        return (
          <g key={text}>
            <path d={`M${x(at)} ${row + 4}V${HEIGHT}`} stroke="var(--ink)" opacity={0.45} />
            {kind === 'dose' ? (
              <path d={`M${x(at) - 4} ${row - 5}h8l-1.6 8h-4.8z`} fill="var(--ink)" />
            ) : (
              <rect
                x={x(at) - 2.5}
                y={row - 6}
                width={5}
                height={10}
                fill="var(--paper)"
                stroke="var(--ink)"
                strokeWidth={1.5}
              />
            )}
            <text
              x={x(at) + (late ? -9 : 9)}
              y={row + 3.5}
              fontSize={13}
              textAnchor={late ? 'end' : 'start'}
            >
              <tspan fontWeight={650}>{clock(at, preferences)}</tspan> {text}
            </text>
          </g>
        )
      })}
      {[0, band.low, band.high].map((value) => (
        <text key={value} x={-8} y={y(value) + 4} textAnchor="end" fontSize={12}>
          {say(value)}
        </text>
      ))}
      <text
        x={width}
        y={y(band.high) - 5}
        textAnchor="end"
        fontSize={12}
        style={{
          fill: 'var(--spruce)',
          paintOrder: 'stroke',
          stroke: 'var(--paper)',
          strokeWidth: 4,
        }}
      >
        target {say(band.low)} to {say(band.high)} ppm
      </text>
      {runs
        .filter(({ state, from, to }) => state !== 'below' && to > from)
        .map(({ from, to, state }) => (
          <rect
            key={from}
            x={x(from) + 1}
            y={HEIGHT + 9}
            width={Math.max(1, x(to) - x(from) - 2)}
            height={9}
            fill={FILLS[state]}
            stroke={STROKES[state]}
            strokeWidth={1.5}
          />
        ))}
      {ticks.map((at) => (
        <g key={at}>
          <path d={`M${x(at)} ${HEIGHT + 22}v5`} stroke="var(--line)" />
          <text x={x(at)} y={HEIGHT + 40} fontSize={12} textAnchor="middle">
            {clock(at, preferences)}
          </text>
          {!sameDay(at - TICK_HOURS * HOUR, at, preferences) && (
            <text
              x={x(at)}
              y={HEIGHT + 54}
              fontSize={12.5}
              fontWeight={650}
              textAnchor={x(at) > width - 28 ? 'end' : 'middle'}
            >
              {day(at, preferences)}
            </text>
          )}
        </g>
      ))}
    </svg>
  )
}

const Key = ({ states }: { states: ReadonlySet<ReadyAhead> }) => (
  <ul className="note ml-auto flex flex-wrap gap-x-4 gap-y-1 text-muted">
    <li className="flex items-center gap-1.5">
      <svg width={26} height={14} viewBox="0 0 26 14" aria-hidden="true">
        <rect width={26} height={14} fill="var(--mist-2)" />
        <rect y={4} width={26} height={6} fill="var(--mist-3)" />
        <path d="M0 7h26" stroke="var(--ink)" strokeWidth={1.6} />
      </svg>
      forecast, 1 in 2 and 9 in 10
    </li>
    <li className="flex items-center gap-1.5">
      <svg width={26} height={9} viewBox="0 0 26 9" aria-hidden="true">
        <rect width={26} height={9} fill="var(--spruce)" />
      </svg>
      ready
    </li>
    <li className="flex items-center gap-1.5">
      <svg width={26} height={9} viewBox="0 0 26 9" aria-hidden="true">
        <rect
          x={0.75}
          y={0.75}
          width={24.5}
          height={7.5}
          fill="none"
          stroke="var(--spruce)"
          strokeWidth={1.5}
        />
      </svg>
      in range, test first
    </li>
    {states.has('closed') && (
      <li className="flex items-center gap-1.5">
        <svg width={26} height={9} viewBox="0 0 26 9" aria-hidden="true">
          <path
            d="M0.75 0.75h24.5v7.5h-24.5zM2 8l7-7M9 8l7-7M16 8l7-7"
            fill="none"
            stroke="var(--madder)"
            strokeWidth={1.5}
          />
        </svg>
        closed
      </li>
    )}
    {states.has('above') && (
      <li className="flex items-center gap-1.5">
        <svg width={26} height={9} viewBox="0 0 26 9" aria-hidden="true">
          <rect width={26} height={9} fill="var(--amber)" />
        </svg>
        too high
      </li>
    )}
  </ul>
)

/** The plan's steps as marks. */
const planned = ({ plan, schedule, now }: TubView): Mark[] => {
  const n = plan.steps.length
  if (n === 0) return []
  const text = `dose, ${n} ${n === 1 ? 'step' : 'steps'}`
  return [
    { at: schedule.starts[0] ?? now, kind: 'dose', text },
    { at: schedule.testAt, kind: 'test', text: 'test' },
  ]
}

/** The residual over the next two days and the hours that are ready, with the plan carried out and nobody in; a day of it on a phone. */
export const Ribbon = ({
  view,
  preferences,
}: {
  view: TubView
  preferences: DisplayPreferences
}) => {
  const { tub, estimate, now, ahead } = view
  const marks = planned(view)
  const points = view.foreseen(HOURS)
  const { sanitizer } = programmeOf(tub.programme)
  const { ageHours = 0 } = estimate.quantities[sanitizer]
  const old = isStale(sanitizer, ageHours)
    ? `estimated, last tested ${Math.round(ageHours)} hours ago; `
    : ''
  const name = QUANTITY_SHORT_NAMES[sanitizer]
  if (!points)
    return (
      <section className="mt-9 border-hair border-y py-5">
        <h2 className="head">{name} ahead</h2>
        <p className="small mt-1 text-muted">
          A forecast needs a {name.toLowerCase()} reading less than a day old.
        </p>
      </section>
    )
  const band = tub.targets.sanitizer
  const low = figure(sanitizer, band.low, preferences)
  const doses = ahead.filter(({ kind }) => kind === 'dose')
  const risen = doses.reduce((latest, { at }) => Math.max(latest, at), now)
  const leaves = points.find(({ at, value }) => at > risen && value < band.low)
  const until = leaves
    ? `below ${low} ppm from about ${dayAndClock(leaves.at, preferences)}`
    : `above ${low} ppm for two days`
  const feeder = feederOf(tub.programme)
  const holds = feeder ? ` and the ${feeder} goes on as it does` : ''
  const people = view.planned.length > 0 ? 'with the planned soaks' : 'if nobody gets in'
  const shut = view.verdict.closures.find((one) => !waterCareOpens(one))
  const say = shut
    ? `closed (${CLOSURE_SHORT[shut.code]}): no time is ready until that changes`
    : `${old}${doses.length > 0 ? `if you follow the plan, ${people}` : people}${holds}: ${
        (points[0]?.value ?? 0) < band.low && doses.length === 0 ? `below ${low} ppm now` : until
      }`
  const { closures } = view.verdict
  const retest = marks.find(({ kind }) => kind === 'test')?.at
  const outlook = outlookOf(tub, estimate, closures, retest)
  const standing = (point: ForecastPoint) => aheadAt(tub, estimate, point, outlook)
  const chart = { points, marks, band, standing, preferences }
  return (
    <section className="mt-8">
      <div className="mb-3 flex flex-wrap items-baseline gap-x-5 gap-y-1">
        <h2 className="head">{name} ahead</h2>
        <p className="small text-muted">{say}</p>
        <Key states={new Set(points.map(standing))} />
      </div>
      <div className="hidden sm:block">
        <Chart {...chart} hours={HOURS} width={944} />
      </div>
      <div className="sm:hidden">
        <Chart
          {...chart}
          points={points.filter(({ at }) => at <= now + PHONE_HOURS * HOUR)}
          hours={PHONE_HOURS}
          width={330}
        />
      </div>
    </section>
  )
}
