import type { Behaviour, RateMean } from '@/core'
import { measureFigure } from '@/words/trendWords'
import type { DisplayPreferences } from '@/words/words'

const WIDTH = 240

/** This water and the last on one line, each with where nine in ten of what it may be lie. */
export const Whiskers = ({
  measure,
  here,
  last,
  preferences,
}: {
  measure: Behaviour
  here: RateMean | undefined
  last: RateMean | undefined
  preferences: DisplayPreferences
}) => {
  const both = [here, last].flatMap((one) => (one ? [one] : []))
  const bottom = Math.min(0, ...both.map(({ low }) => low))
  const top = Math.max(...both.map(({ high }) => high)) * 1.1 || 1
  const x = (value: number) => ((value - bottom) / (top - bottom)) * WIDTH
  const whisker = ({ low, mean, high }: RateMean, y: number, filled: boolean) => (
    <g key={y} stroke="var(--ink)" strokeWidth={1.6}>
      <path
        d={`M${x(low)} ${y}H${x(high)}M${x(low)} ${y - 5}V${y + 5}M${x(high)} ${y - 5}V${y + 5}`}
      />
      <circle cx={x(mean)} cy={y} r={4.5} fill={filled ? 'var(--ink)' : 'var(--paper)'} />
    </g>
  )
  return (
    <svg
      viewBox={`-8 0 ${WIDTH + 16} 56`}
      className="mt-1 w-full max-w-[300px]"
      role="img"
      aria-label={both
        .map(({ low, high }, i) => {
          const [a, b] = [low, high].map((one) => measureFigure(measure, one, preferences).figure)
          return `${i === 0 && here ? 'this water' : 'the last one'}: between ${a} and ${b}`
        })
        .join('; ')}
    >
      {here && whisker(here, last ? 10 : 18, true)}
      {last && whisker(last, here ? 28 : 18, false)}
      <path d={`M0 40H${WIDTH}`} stroke="var(--line)" />
      {[bottom, top / 1.1].map((one, i) => (
        <text
          key={one}
          x={x(one)}
          y={54}
          fontSize={12}
          textAnchor={i === 0 ? 'start' : 'end'}
          style={{ fill: 'var(--muted)' }}
        >
          {measureFigure(measure, one, preferences).figure}
        </text>
      ))}
    </svg>
  )
}
