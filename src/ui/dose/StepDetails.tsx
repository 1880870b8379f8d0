import {
  type CalculationLine,
  calciteSaturationIndex,
  type PlanStep,
  PRODUCTS,
  programmeOf,
  type WaterReading,
} from '@/core'
import type { TubRow } from '@/store/tubs'
import { Explained } from '@/ui/words/Explained'
import { formatCalculationLabel, formatLasting } from '@/words/adviceText'
import { metric } from '@/words/inUnits'
import { USUAL_STRENGTH } from '@/words/productText'
import {
  type DisplayPreferences,
  formatFixed,
  formatNumber,
  formatSpoon,
  volume,
} from '@/words/words'

const lineValue = ({ value, unit }: CalculationLine, preferences: DisplayPreferences) => {
  const n = (decimals: number) => formatNumber(value, decimals, preferences)
  switch (unit) {
    case 'gram':
      return metric(value, 'g', preferences, value < 2 ? 3 : 1)
    case 'litre':
      return volume(value, preferences)
    case 'ppm':
      return `${n(1)} ppm`
    case 'pH':
      return n(2)
    case 'hour':
      return `${n(1)} h`
    case 'perHour':
      return `${n(1)} an hour`
  }
}

/** A label says its strength, or is to be read. */
const takenAsWords = (strength: string) =>
  strength.startsWith('as ') ? strength : `taken as ${strength}`

/** The arithmetic of a step, line by line. */
const Working = ({ step, preferences }: { step: PlanStep; preferences: DisplayPreferences }) => (
  <dl className="small grid max-w-[460px] grid-cols-[1fr_auto] gap-x-6 gap-y-0.5 bg-stone px-4 py-3">
    {step.calculation.map((line) => (
      <div key={JSON.stringify(line.label)} className="contents">
        <dt>{formatCalculationLabel(line.label)}</dt>
        <dd className="tabular text-right font-semibold">{lineValue(line, preferences)}</dd>
      </div>
    ))}
    {step.kind === 'add' && (
      <div className="contents">
        <dt>In level spoons, ±20 %</dt>
        <dd className="text-right font-semibold">{formatSpoon(step.product, step.grams)}</dd>
      </div>
    )}
    <p className="note col-span-2 mt-1.5 text-muted">
      {step.kind === 'add'
        ? `From molar masses, with ${PRODUCTS[step.product].commonName} ${takenAsWords(USUAL_STRENGTH[step.product])}. Alkalinity and pH are solved together from the carbonate equilibrium at the tub’s temperature.`
        : step.kind === 'aerate'
          ? 'CO₂ escapes until it balances with the air. The rate is assumed, so test at the end.'
          : 'Each result mixes the share of old water with the share of fill water.'}
    </p>
  </dl>
)

interface EffectRow {
  name: string
  before: number | undefined
  after: number | undefined
  decimals: number
}

/** Every quantity a water carries, before and after; `sanitizer` first. */
export const effectRows = (tub: TubRow, before: WaterReading, after: WaterReading): EffectRow[] => {
  const bromine = programmeOf(tub.programme).sanitizer === 'bromine'
  const row = (
    name: string,
    decimals: number,
    of: (water: WaterReading) => number | undefined,
  ) => ({
    name,
    decimals,
    before: of(before),
    after: of(after),
  })
  return [
    bromine
      ? row('Bromine, ppm', 1, (water) => water.brominePpm)
      : row('Free chlorine, ppm', 1, (water) => water.freeChlorinePpm),
    row('pH', 2, (water) => water.pH),
    row('Total alkalinity, ppm', 0, (water) => water.totalAlkalinityPpm),
    row('Calcium hardness, ppm', 0, (water) => water.calciumHardnessPpm),
    ...(bromine ? [] : [row('Stabiliser, ppm', 1, (water) => water.cyanuricAcidPpm)]),
    row('Dissolved solids, ppm', 0, (water) => water.totalDissolvedSolidsPpm),
    row('Scaling or corrosive (calcite index)', 2, calciteSaturationIndex),
  ]
}

export const EffectTable = ({
  rows,
  caption,
  preferences,
}: {
  rows: EffectRow[]
  caption: string
  preferences: DisplayPreferences
}) => {
  const show = (value: number | undefined, decimals: number) =>
    value === undefined ? '–' : formatFixed(value, decimals, preferences)
  return (
    <table className="small tabular w-full max-w-[460px]">
      <caption className="head pb-1 text-left">{caption}</caption>
      <thead>
        <tr className="text-muted">
          <th scope="col" className="py-0.5 text-left font-normal">
            quantity
          </th>
          <th scope="col" className="py-0.5 text-right font-normal">
            before
          </th>
          <th scope="col" className="py-0.5 text-right font-normal">
            after
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map(({ name, before, after, decimals }) => {
          const from = show(before, decimals)
          const to = show(after, decimals)
          return (
            <tr key={name} className="border-hair border-t">
              <th scope="row" className="py-1 text-left font-normal">
                {name}
              </th>
              <td className="py-1 pl-3 text-right text-muted">{from}</td>
              <td
                className={`py-1 pl-3 text-right ${from === to ? 'text-muted' : 'font-semibold'}`}
              >
                {to}
              </td>
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}

/** Why, the calculation, and what it does to everything, on demand. */
export const StepDetails = ({
  step,
  tub,
  preferences,
}: {
  step: PlanStep
  tub: TubRow
  preferences: DisplayPreferences
}) => (
  <details className="mt-1">
    <summary className="quiet">Calculation and effects</summary>
    <div className="mt-2 grid gap-4">
      <Working step={step} preferences={preferences} />
      <EffectTable
        rows={effectRows(tub, step.before, step.after)}
        caption={`Step ${step.order} on everything`}
        preferences={preferences}
      />
      {step.lasting && (
        <p className="small max-w-[52ch]">
          <Explained text={formatLasting(step.lasting, preferences)} />
        </p>
      )}
    </div>
  </details>
)
