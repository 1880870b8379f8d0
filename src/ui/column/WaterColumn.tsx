import { isKind, NINE_IN_TEN, standsEmpty } from '@/core'
import type { TubView } from '@/server/views'
import { CLOSURE_SHORT } from '@/words/closureWords'
import { numberFormat } from '@/words/formats'
import {
  amount,
  type DisplayPreferences,
  day,
  METHOD_WORDS,
  shortDuration,
  volume,
} from '@/words/words'
import { ClosedMark } from '../today/Closed'
import { type ColumnScale, columnScales } from './columnData'
import { STATE_WORDS, StateMark, StateShape, stateColour } from './StateMark'
import { position, staffMarks } from './scale'

const TOP = 258
const HEIGHT = 330
const y = (share: number) => TOP + HEIGHT * (1 - share)

const Staff = ({
  scale,
  x,
  preferences,
}: {
  scale: ColumnScale
  x: number
  preferences: DisplayPreferences
}) => {
  const { band, estimate, state, closes } = scale
  const colour = stateColour(state, closes)
  const staff = x + 25
  const decimals = scale.quantity === 'pH' || band.high <= 10 ? 1 : 0
  const shown = numberFormat(preferences.locale, { maximumFractionDigits: decimals })
  const at = (value: number) => y(position(value, band))
  const reach = NINE_IN_TEN * estimate.standardDeviation
  return (
    <g>
      <text x={x} y={148} fontSize={12.5} fontWeight={600}>
        {scale.name}
      </text>
      <text x={x} y={177} fontSize={25} fontWeight={650}>
        {scale.shown}
      </text>
      <StateShape state={state} x={x + 6} y={192} colour={colour} fill="var(--mist)" />
      <text x={x + 16} y={196} fontSize={12} style={{ fill: 'var(--muted)' }}>
        {scale.unit}
      </text>
      <text x={x} y={214} fontSize={12} fontWeight={600} style={{ fill: colour }}>
        {STATE_WORDS[state]}
      </text>
      <rect x={staff} y={TOP} width={9} height={HEIGHT} fill="var(--oak)" />
      <rect x={staff} y={y(2 / 3)} width={9} height={HEIGHT / 3} fill="var(--spruce)" />
      {staffMarks(band).map((mark) => (
        <text
          key={mark}
          x={staff - 4}
          y={at(mark) + 4}
          fontSize={12}
          textAnchor="end"
          style={{ fill: mark === band.low || mark === band.high ? 'var(--ink)' : 'var(--muted)' }}
        >
          {shown.format(mark)}
        </text>
      ))}
      {estimate.lastReading && (
        <>
          <path
            d={`M${staff - 3} ${at(estimate.lastReading.value)}h15`}
            stroke="var(--ink)"
            strokeWidth={2.4}
          />
          <path
            d={`M${staff + 18} ${at(estimate.value - reach)}V${at(estimate.value + reach)}m-3.5 0h7m-7 ${at(estimate.value - reach) - at(estimate.value + reach)}h7`}
            stroke="var(--ink)"
            strokeWidth={1.4}
            fill="none"
          />
          <StateShape
            state={state}
            x={staff + 18}
            y={at(estimate.value)}
            colour={colour}
            fill="var(--mist)"
          />
        </>
      )}
    </g>
  )
}

const WAVE = `M0 112${Array.from({ length: 8 }, (_, i) => `q8 ${i % 2 ? -5 : 5} 16 0t16 0`).join('')}`

/** The state of the water, how sure, and how old the evidence is; beside every place on a wide screen. */
export const WaterColumn = ({
  view,
  preferences,
}: {
  view: TubView
  preferences: DisplayPreferences
}) => {
  const { tub, estimate, journal, now } = view
  // An empty tub has no figures; what was read is in the record.
  const empty = standsEmpty(view.verdict.closures)
  const scales = empty ? [] : columnScales(tub, estimate, preferences)
  const staffs = scales.slice(0, 4)
  const rest = scales.slice(4)
  const tests = journal.filter(isKind('test')).slice(0, 2)
  const temperature = estimate.quantities.temperature
  const [closure] = view.verdict.closures
  const powerOff = view.verdict.closures.some(({ code }) => code === 'no power')
  const words = scales.map(
    (scale) =>
      `${scale.name} ${scale.estimate.lastReading ? amount(scale.quantity, scale.estimate.value, preferences) : ''}, ${STATE_WORDS[scale.state]}`,
  )
  return (
    <aside
      aria-label="Water column"
      className="relative hidden w-64 flex-none overflow-hidden bg-stone lg:block print:hidden"
    >
      <div className="sticky top-0 h-screen min-h-[800px]">
        <svg
          width={256}
          height={800}
          viewBox="0 0 256 800"
          role="img"
          aria-label={`${closure ? `Closed: ${CLOSURE_SHORT[closure.code]}. ` : ''}${words.join('; ')}.`}
          className="absolute inset-0"
        >
          <g
            fill="none"
            stroke={empty ? 'none' : 'var(--mist-3)'}
            strokeWidth={1.6}
            strokeLinecap="round"
          >
            <path d="M196 96c-7-8 6-13 0-22s5-12 0-20M211 100c-6-7 6-13 1-21s5-13 0-19M226 96c-7-8 6-12 0-20s4-9 1-14" />
          </g>
          {!empty && <path d={`${WAVE}V2000H0z`} fill="var(--mist)" />}
          {closure ? (
            <>
              <defs>
                <pattern id="closed-water" width={9} height={9} patternUnits="userSpaceOnUse">
                  <path d="M-1 10L10 -1" stroke="var(--madder)" strokeWidth={1.8} />
                </pattern>
              </defs>
              <path d={`${WAVE}v12H0z`} fill="url(#closed-water)" />
              <path d={WAVE} fill="none" stroke="var(--madder)" strokeWidth={2.4} />
            </>
          ) : (
            <path d={WAVE} fill="none" stroke="var(--mist-3)" strokeWidth={2} />
          )}
          {!empty && (
            <rect x={0} y={y(2 / 3)} width={256} height={HEIGHT / 3} fill="var(--mist-2)" />
          )}
          {staffs.map((scale, i) => (
            <Staff key={scale.quantity} scale={scale} x={14 + 60 * i} preferences={preferences} />
          ))}
        </svg>
        <div className="absolute top-5 right-4 left-6">
          <p className="serif text-[27px] leading-[1.1]">{tub.name}</p>
          <p className="note mt-1 text-muted">{tub.place}</p>
          <p className="note text-muted">
            {empty
              ? ''
              : temperature.lastReading
                ? `${amount('temperature', temperature.value, preferences)}${powerOff ? ' at the cut' : ''}, `
                : `set to ${amount('temperature', tub.setTemperatureCelsius, preferences)}, `}
            {volume(tub.volumeLitres, preferences)}
          </p>
        </div>
        {closure && (
          <p
            className={`note absolute top-[117px] left-3.5 flex items-center gap-1.5 pr-2 font-semibold text-madder leading-tight ${empty ? 'bg-stone' : 'bg-mist'}`}
          >
            <ClosedMark size={16} />
            Closed: {CLOSURE_SHORT[closure.code]}
          </p>
        )}
        {!empty && (
          <div className="note absolute right-5 left-6 top-[616px]">
            <dl className="border-b border-mist-3">
              {rest.map((scale) => (
                <div
                  key={scale.quantity}
                  className="flex items-center justify-between border-t border-mist-3 py-[5px]"
                >
                  <dt>{scale.name}</dt>
                  <dd className="flex items-center gap-1.5 font-semibold">
                    {scale.shown === '–'
                      ? ''
                      : amount(scale.quantity, scale.estimate.value, preferences)}
                    <StateMark state={scale.state} />
                    <span style={{ color: stateColour(scale.state, false) }}>
                      {STATE_WORDS[scale.state]}
                    </span>
                  </dd>
                </div>
              ))}
              {tests.map((test) => (
                <div key={test.id} className="flex justify-between border-t border-mist-3 py-[5px]">
                  <dt>
                    {METHOD_WORDS[test.body.method]}, {day(test.at, preferences)}
                  </dt>
                  <dd className="font-semibold">{shortDuration(now - test.at)}</dd>
                </div>
              ))}
              <div className="flex justify-between border-t border-mist-3 py-[5px]">
                <dt>
                  {estimate.filledAt
                    ? `Water, from ${day(estimate.filledAt, preferences)}`
                    : 'Water'}
                </dt>
                <dd className="font-semibold">
                  {estimate.filledAt ? shortDuration(now - estimate.filledAt) : 'age unknown'}
                </dd>
              </div>
            </dl>
            <p className="mt-2.5 flex items-center gap-4 text-[12px] text-muted">
              <span className="flex items-center gap-1.5">
                <svg width={14} height={12} viewBox="0 0 14 12" aria-hidden="true">
                  <path d="M0 6h14" stroke="var(--ink)" strokeWidth={2.4} />
                </svg>
                last tested
              </span>
              <span className="flex items-center gap-1.5">
                <svg width={10} height={14} viewBox="0 0 10 14" aria-hidden="true">
                  <path d="M5 1v12M2 1h6M2 13h6" stroke="var(--ink)" strokeWidth={1.3} />
                  <circle cx={5} cy={7} r={3} fill="var(--ink)" />
                </svg>
                estimate, 9 in 10
              </span>
            </p>
          </div>
        )}
      </div>
    </aside>
  )
}

/** The same in one slim band across the top of a narrow screen. */
export const WaterBand = ({
  view,
  preferences,
}: {
  view: TubView
  preferences: DisplayPreferences
}) => {
  const scales = columnScales(view.tub, view.estimate, preferences).slice(0, 4)
  const [closure] = view.verdict.closures
  const empty = standsEmpty(view.verdict.closures)
  return (
    <>
      {closure && (
        <p className="closed-band note flex items-center gap-2 px-3 py-1 font-semibold text-madder lg:hidden print:hidden">
          <span className="flex items-center gap-2 bg-paper px-2 py-0.5">
            <ClosedMark size={16} />
            Closed: {CLOSURE_SHORT[closure.code]}
          </span>
        </p>
      )}
      {!empty && (
        <ul
          aria-label="Water column"
          className="grid grid-cols-4 border-mist-3 border-b-2 bg-mist px-2 py-1.5 lg:hidden print:hidden"
        >
          {scales.map((scale) => {
            const { band, estimate, state, closes } = scale
            const share = (value: number) => 100 * position(value, band)
            const reach = NINE_IN_TEN * estimate.standardDeviation
            return (
              <li
                key={scale.quantity}
                className="min-w-0 border-mist-3 border-l px-1.5 first:border-l-0"
              >
                <p className="flex items-baseline justify-between gap-1 text-[12px] text-muted leading-tight">
                  {scale.name}
                </p>
                <p className="font-semibold text-[19px] leading-[1.15]">{scale.shown}</p>
                <p
                  className="flex items-center gap-1 whitespace-nowrap text-[12px] leading-tight"
                  style={{ color: stateColour(state, closes) }}
                >
                  <StateMark state={state} closes={closes} />
                  {STATE_WORDS[state]}
                </p>
                <svg width="100%" height={7} className="mt-1" aria-hidden="true">
                  <rect y={2} width="100%" height={3} fill="var(--oak)" />
                  <rect x="33.3%" y={2} width="33.3%" height={3} fill="var(--spruce)" />
                  {estimate.lastReading && (
                    <>
                      <line
                        x1={`${share(estimate.value - reach)}%`}
                        x2={`${share(estimate.value + reach)}%`}
                        y1={3.5}
                        y2={3.5}
                        stroke="var(--ink)"
                        strokeWidth={1.2}
                      />
                      <circle cx={`${share(estimate.value)}%`} cy={3.5} r={3.2} fill="var(--ink)" />
                    </>
                  )}
                </svg>
              </li>
            )
          })}
        </ul>
      )}
    </>
  )
}
