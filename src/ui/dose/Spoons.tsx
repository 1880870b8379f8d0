import { inSpoons, type ProductName } from '@/core'

const LARGE = { width: 30, depth: 17 }
const SMALL = { width: 21, depth: 12 }

const Spoon = ({ size, full }: { size: typeof LARGE; full: number }) => {
  const { width, depth } = size
  const bowl = `M3 2Q3 ${2 + depth} ${width / 2} ${2 + depth}T${width - 3} 2z`
  const id = `${width}-${full}`
  return (
    <svg width={width} height={depth + 4} viewBox={`0 0 ${width} ${depth + 4}`} aria-hidden="true">
      <clipPath id={`spoon-${id}`}>
        <rect y={2 + depth * (1 - full)} width={width} height={depth * full + 2} />
      </clipPath>
      <path d={bowl} fill="var(--oak-2)" clipPath={`url(#spoon-${id})`} />
      <path d={bowl} fill="none" stroke="var(--ink)" strokeWidth={1.6} />
      <path
        d={`M0.5 2H${width - 0.5}`}
        stroke="var(--ink)"
        strokeWidth={2.2}
        strokeLinecap="round"
      />
    </svg>
  )
}

/** The spoons a dose takes, drawn: tablespoons large, teaspoons small, the last as full as it should be. */
export const Spoons = ({ product, grams }: { product: ProductName; grams: number }) => {
  const { tablespoons, teaspoons } = inSpoons(product, grams)
  if (tablespoons > 12) return null
  const whole = Math.floor(teaspoons)
  const rest = teaspoons - whole
  return (
    <span className="inline-flex flex-wrap items-end gap-1.5">
      {Array.from({ length: tablespoons }, (_, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: the spoons are alike
        <Spoon key={`large${i}`} size={LARGE} full={1} />
      ))}
      {Array.from({ length: whole }, (_, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: the spoons are alike
        <Spoon key={`small${i}`} size={SMALL} full={1} />
      ))}
      {rest > 0 && <Spoon size={SMALL} full={rest} />}
    </span>
  )
}
