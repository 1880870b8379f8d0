import { type ForecastPoint, residualForecast } from '@/core/estimate/forecast'
import { HOUR } from '@/core/journal/entry'
import { type Band, guidedProgramme } from '@/core/programmes/programme'
import { QUANTITY } from '@/core/testing/quantity'
import type { TubView } from '@/server/views'
import { NINE_IN_TEN } from '../column/columnData'
import { clock, day, dayAndClock, figure, type Reader, sameDay } from '../words/words'

const HOURS = 48
const HEIGHT = 130
/** One in two of a normal spread lie within this many standard deviations. */
const ONE_IN_TWO = 0.674

const path = (points: (readonly [number, number])[]) =>
  points.map(([x, y], i) => `${i ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`).join('')

interface Strip {
  points: ForecastPoint[]
  band: Band
  width: number
  tickHours: number
}

/** In band where even the lower edge of the inner fan is; likely where only the middle is. */
const readiness = (point: ForecastPoint, band: Band) => {
  if (point.value < band.low - 0.05) return 'not'
  return point.value - ONE_IN_TWO * point.standardDeviation >= band.low ? 'ready' : 'likely'
}

const Chart = ({ points, band, width, tickHours, reader }: Strip & { reader: Reader }) => {
  const hours = points.length - 1
  const now = points[0]?.at ?? 0
  const top = Math.max(band.high * 1.4, ...points.map((p) => p.value + 1.2 * p.standardDeviation))
  const x = (at: number) => ((at - now) / (hours * HOUR)) * width
  const y = (value: number) => HEIGHT * (1 - Math.max(0, Math.min(value, top)) / top)
  const edge = (z: number) =>
    points.map((p) => [x(p.at), y(p.value + z * p.standardDeviation)] as const)
  const fan = (z: number) => `${path(edge(z))}${path(edge(-z).reverse()).replace('M', 'L')}z`
  const runs: { from: number; to: number; state: string }[] = []
  for (const [hour, point] of points.slice(0, -1).entries()) {
    const state = readiness(point, band)
    const previous = runs.at(-1)
    if (previous?.state === state) previous.to = hour + 1
    else runs.push({ from: hour, to: hour + 1, state })
  }
  const localHour = new Intl.DateTimeFormat('en-GB', {
    hour: '2-digit',
    hourCycle: 'h23',
    timeZone: reader.timeZone,
  })
  const ticks = points
    .map(({ at }) => at - (at % HOUR))
    .filter((at) => at >= now && Number(localHour.format(at)) % tickHours === 0)
  return (
    <svg viewBox={`-26 -4 ${width + 32} ${HEIGHT + 58}`} className="w-full" aria-hidden="true">
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
      {[0, band.low, band.high].map((value) => (
        <text key={value} x={-8} y={y(value) + 4} textAnchor="end" fontSize={12}>
          {value}
        </text>
      ))}
      <text
        x={width}
        y={y(band.high) - 5}
        textAnchor="end"
        fontSize={12}
        style={{ fill: 'var(--spruce)' }}
      >
        target {band.low} to {band.high} ppm
      </text>
      {runs
        .filter(({ state }) => state !== 'not')
        .map(({ from, to, state }) => (
          <rect
            key={from}
            x={(from / hours) * width + 1}
            y={HEIGHT + 9}
            width={((to - from) / hours) * width - 2}
            height={9}
            fill={state === 'ready' ? 'var(--spruce)' : 'none'}
            stroke="var(--spruce)"
            strokeWidth={1.5}
          />
        ))}
      {ticks.map((at) => (
        <g key={at}>
          <path d={`M${x(at)} ${HEIGHT + 22}v5`} stroke="var(--line)" />
          <text x={x(at)} y={HEIGHT + 40} fontSize={12} textAnchor="middle">
            {clock(at, reader)}
          </text>
          {!sameDay(at - tickHours * HOUR, at, reader) && (
            <text x={x(at)} y={HEIGHT + 54} fontSize={12.5} fontWeight={650} textAnchor="middle">
              {day(at, reader)}
            </text>
          )}
        </g>
      ))}
    </svg>
  )
}

const Key = () => (
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
      in band
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
      likely
    </li>
  </ul>
)

/** The residual over the next two days, if nobody soaks and nothing goes in; a day of it on a phone. */
export const Ribbon = ({ view, reader }: { view: TubView; reader: Reader }) => {
  const { tub, estimate, now } = view
  const points = residualForecast(tub, estimate, HOURS)
  const { sanitizer } = guidedProgramme(tub.programme)
  const name = QUANTITY[sanitizer].shortName
  if (!points)
    return (
      <section className="mt-9 border-hair border-y py-5">
        <h2 className="head">{name}, the next 48 hours</h2>
        <p className="small mt-1 text-muted">
          A forecast needs a {name.toLowerCase()} reading less than a day old.
        </p>
      </section>
    )
  const band = tub.targets.sanitizer
  const low = figure(sanitizer, band.low, reader)
  const leaves = points.find(({ value }) => value < band.low)
  const say = leaves
    ? leaves.at === now
      ? `below ${low} ppm now`
      : `below ${low} ppm from about ${dayAndClock(leaves.at, reader)}`
    : `above ${low} ppm for two days`
  return (
    <section className="mt-8">
      <div className="mb-3 flex flex-wrap items-baseline gap-x-5 gap-y-1">
        <h2 className="head">{name} ahead</h2>
        <p className="small text-muted">if nobody soaks and nothing goes in: {say}</p>
        <Key />
      </div>
      <div className="hidden sm:block">
        <Chart points={points} band={band} width={944} tickHours={6} reader={reader} />
      </div>
      <div className="sm:hidden">
        <Chart points={points.slice(0, 25)} band={band} width={330} tickHours={6} reader={reader} />
      </div>
    </section>
  )
}
