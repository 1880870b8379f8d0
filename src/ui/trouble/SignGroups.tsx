import { SENSES, type Sense, SIGNS_OF, type Sign } from '@/core'
import { SENSE_NAMES } from '@/words/signText'
import { CODE_SIGNS, CODE_TEXT } from '@/words/troubleText'

/** What most people come for; the rest of a sense is one tap away. */
const FIRST: Record<Sense, number> = { see: 6, smell: 3, feel: 2, tub: 3, body: 5 }

const isCode = (sign: Sign): sign is (typeof CODE_SIGNS)[number] =>
  (CODE_SIGNS as readonly Sign[]).includes(sign)

/**
 * Every sign under its sense, wherever they are picked.
 * @param chip how one of them is picked here
 */
export const SignGroups = ({
  chip,
  checked,
  asRows = false,
  grave = [],
}: {
  chip: (sign: Sign) => React.ReactNode
  checked: readonly Sign[]
  /** In a narrow column on a wide screen. */
  asRows?: boolean
  /** What belongs to an emergency, where no block of its own offers it. */
  grave?: readonly Sign[]
}) => (
  <div className={asRows ? 'signs signs-rows' : 'signs'}>
    {SENSES.map((sense) => {
      const all: readonly Sign[] = SIGNS_OF[sense]
      const first = all.slice(0, FIRST[sense])
      const codes = all.filter(isCode)
      const more = all.slice(FIRST[sense]).filter((sign) => !isCode(sign))
      const ticked = (some: readonly Sign[]) => some.some((sign) => checked.includes(sign))
      return (
        <fieldset key={sense} className="mt-3 first:mt-0">
          <legend className="small mb-1 font-semibold text-muted">{SENSE_NAMES[sense]}</legend>
          <div className="sign-row">{first.map(chip)}</div>
          {codes.length > 0 && (
            <details open={ticked(codes) || undefined}>
              <summary className="quiet">an error code</summary>
              <ul>
                {codes.map((sign) => (
                  <li key={sign} className="mb-2">
                    {chip(sign)}
                    <span className="note block text-muted">{CODE_TEXT[sign]}</span>
                  </li>
                ))}
              </ul>
            </details>
          )}
          {more.length > 0 && (
            <details open={ticked(more) || undefined}>
              <summary className="quiet">
                more<span className="sr-only"> of {SENSE_NAMES[sense].toLowerCase()}</span>
              </summary>
              <div className="sign-row">{more.map(chip)}</div>
            </details>
          )}
        </fieldset>
      )
    })}
    {grave.length > 0 && (
      <fieldset className="mt-3">
        <legend className="small mb-1 font-semibold text-madder">Emergency</legend>
        <div className="sign-row">{grave.map(chip)}</div>
      </fieldset>
    )}
  </div>
)
