import type { FilterStatus } from '@/core'

const CORDS = ['oklch(0.62 0.11 50)', 'oklch(0.55 0.03 220)', 'var(--amber)', 'var(--spruce)']

const Cartridge = ({ x, cord, cracked }: { x: number; cord: string; cracked: boolean }) => (
  <g transform={`translate(${x} 0)`}>
    <rect x={0} y={22} width={30} height={7} rx={2} fill="var(--oak-2)" />
    <rect x={0} y={85} width={30} height={7} rx={2} fill="var(--oak-2)" />
    <rect x={1.5} y={29} width={27} height={56} fill="var(--paper)" stroke="var(--line)" />
    {[6, 10.5, 15, 19.5, 24].map((pleat) => (
      <path key={pleat} d={`M${pleat} 29V85`} stroke="var(--line)" />
    ))}
    <path d="M1 52h28" stroke={cord} strokeWidth={4.5} />
    {cracked && <path d="M3 32L27 82" stroke="var(--madder)" strokeWidth={2.4} />}
  </g>
)

/** A set where it is: under water, in a bucket, on the line, or on the shelf. */
export const FilterPicture = ({ standing, nth }: { standing: FilterStatus; nth: number }) => {
  const { state, set } = standing
  const shown = Math.min(2, set.cartridges)
  const left = shown === 1 ? 37 : 18
  const wet = state === 'in the tub'
  const hung = state === 'drying' || state === 'ready'
  return (
    <svg width={104} height={100} viewBox="0 0 104 100" aria-hidden="true">
      {wet && (
        <>
          <path
            d="M0 14q6.5 -4 13 0t13 0t13 0t13 0t13 0t13 0t13 0t13 0V100H0z"
            fill="var(--mist)"
          />
          <path
            d="M0 14q6.5 -4 13 0t13 0t13 0t13 0t13 0t13 0t13 0t13 0"
            fill="none"
            stroke="var(--mist-3)"
            strokeWidth={2}
          />
        </>
      )}
      {hung && (
        <>
          <path d="M0 6Q52 14 104 6" fill="none" stroke="var(--ink)" strokeWidth={1.4} />
          {Array.from({ length: shown }, (_, i) => (
            <path
              // biome-ignore lint/suspicious/noArrayIndexKey: cartridges of a set are alike
              key={i}
              d={`M${left + 15 + 38 * i} 10V22`}
              stroke="var(--ink)"
              strokeWidth={1.4}
            />
          ))}
        </>
      )}
      {Array.from({ length: shown }, (_, i) => (
        <Cartridge
          // biome-ignore lint/suspicious/noArrayIndexKey: cartridges of a set are alike
          key={i}
          x={left + 38 * i}
          cord={CORDS[nth % CORDS.length] ?? 'var(--oak-2)'}
          cracked={state === 'retired' || standing.replace === 'torn filter'}
        />
      ))}
      {state === 'soaking' && (
        <>
          <path d="M6 40L12 99H92L98 40" fill="none" stroke="var(--ink)" strokeWidth={1.6} />
          <path d="M8 56H96L91.500 98H12.500z" fill="var(--mist-3)" opacity={0.6} />
        </>
      )}
      {state === 'rinsing' && (
        <path
          d="M8 4L22 18M20 2L34 16M70 2L84 16M84 4L98 18"
          stroke="var(--mist-3)"
          strokeWidth={2}
        />
      )}
    </svg>
  )
}
