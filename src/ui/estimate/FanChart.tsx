import { bandOf, DAY, type Fan, type Tub } from '@/core'
import { QUANTITY_NAMES } from '@/words/quantityNames'
import { type DisplayPreferences, figure, unitOf, weekday } from '@/words/words'

const WIDTH = 440
const HEIGHT = 120

/** A week of one quantity: eight in ten of what may come lie in the shade, the middle is drawn. */
export const FanChart = ({
  fan,
  tub,
  marks,
  preferences,
}: {
  fan: Fan
  tub: Tub
  /** Soaks and doses that are planned. */
  marks: readonly { at: number; what: 'soak' | 'dose' }[]
  preferences: DisplayPreferences
}) => {
  const { quantity, points } = fan
  const [first] = points
  const last = points.at(-1)
  if (!first || !last) return null
  const band = bandOf(tub, quantity)
  const all = points.flatMap(({ low, high }) => [low, high])
  const bottom = Math.min(...all, band?.low ?? Number.POSITIVE_INFINITY)
  const top = Math.max(...all, band?.high ?? 0)
  const room = 0.08 * (top - bottom || 1)
  const x = (at: number) => ((at - first.at) / (last.at - first.at)) * WIDTH
  const y = (value: number) => HEIGHT * (1 - (value - bottom + room) / (top - bottom + 2 * room))
  const line = (of: (point: Fan['points'][number]) => number, from = points) =>
    from
      .map((point, i) => `${i ? 'L' : 'M'}${x(point.at).toFixed(1)} ${y(of(point)).toFixed(1)}`)
      .join('')
  const fill = `${line((point) => point.high)}${line((point) => point.low, [...points].reverse()).replace('M', 'L')}z`
  const name = QUANTITY_NAMES[quantity]
  const words = `${name}: now ${figure(quantity, first.median, preferences)}, in a week ${figure(quantity, last.median, preferences)}, eight in ten between ${figure(quantity, last.low, preferences)} and ${figure(quantity, last.high, preferences)}`
  return (
    <figure>
      <figcaption className="small flex items-baseline justify-between gap-4">
        <b>{name}</b>
        <span className="text-muted">
          in a week {figure(quantity, last.low, preferences)} to{' '}
          {figure(quantity, last.high, preferences)} {unitOf(quantity, preferences)}
        </span>
      </figcaption>
      <svg
        viewBox={`-34 -6 ${WIDTH + 40} ${HEIGHT + 30}`}
        className="w-full"
        role="img"
        aria-label={words}
      >
        {band && (
          <rect
            x={0}
            y={y(band.high)}
            width={WIDTH}
            height={y(band.low) - y(band.high)}
            fill="var(--stone)"
          />
        )}
        <path d={fill} fill="var(--mist-3)" opacity={0.75} />
        <path d={line((point) => point.median)} fill="none" stroke="var(--ink)" strokeWidth={2} />
        {band &&
          [band.low, band.high].map((edge) => (
            <g key={edge}>
              <path d={`M0 ${y(edge)}H${WIDTH}`} stroke="var(--spruce)" strokeDasharray="4 3" />
              <text
                x={-6}
                y={y(edge) + 4}
                fontSize={12}
                textAnchor="end"
                className="max-sm:text-[16px]"
              >
                {figure(quantity, edge, preferences)}
              </text>
            </g>
          ))}
        {marks
          .filter(({ at }) => at >= first.at && at <= last.at)
          .map(({ at, what }) => (
            <g key={`${what}${at}`} transform={`translate(${x(at)} ${HEIGHT})`}>
              {what === 'soak' ? (
                <circle r={4} fill="var(--copper)" />
              ) : (
                <path d="M0 -5L4.500 4H-4.500z" fill="var(--spruce)" />
              )}
            </g>
          ))}
        <path d={`M0 ${HEIGHT}H${WIDTH}`} stroke="var(--line)" />
        {Array.from({ length: 8 }, (_, i) => first.at + i * DAY).map((at, i) => (
          <text
            key={at}
            x={x(at)}
            y={HEIGHT + 18}
            fontSize={11.5}
            className="max-sm:text-[16px]"
            textAnchor={i === 0 ? 'start' : i === 7 ? 'end' : 'middle'}
            style={{ fill: 'var(--muted)' }}
          >
            {i === 0 ? 'now' : weekday(at, preferences).split(/[ ,]/)[0]}
          </text>
        ))}
      </svg>
    </figure>
  )
}
