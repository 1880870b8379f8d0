import type { CauseFound, CauseId, Line, Trouble } from '@/core'
import { Link } from '@/ui/Link'
import { CAUSE_NAMES } from '@/words/troubleText'
import {
  formatLine,
  likelihoodWord,
  lineEntry,
  oddsInTen,
  ruledOutWords,
} from '@/words/troubleWords'
import { type DisplayPreferences, list, upperFirst } from '@/words/words'

/** As many lines for a cause, and against it, as are read. */
const LINES = { for: 4, against: 3 }
const SHOWN = 4
/** Less likely than this is not shown among the causes. */
const LEAST = 0.1
/** Put aside, with what speaks against it. */
const RULED_OUT = 0.04

const Evidence = ({
  line,
  speaks,
  base,
  preferences,
}: {
  line: Line
  speaks: 'for' | 'against'
  base: string
  preferences: DisplayPreferences
}) => {
  const entry = lineEntry(line)
  const words = formatLine(line, preferences)
  return (
    <li
      className={`small grid grid-cols-[16px_1fr] gap-x-2 ${speaks === 'for' ? '' : 'text-muted'}`}
    >
      <svg width={12} height={12} viewBox="0 0 12 12" className="mt-1.5" role="img">
        <title>{speaks === 'for' ? 'speaks for it' : 'speaks against it'}</title>
        <path
          d={speaks === 'for' ? 'M6 1V11M1 6H11' : 'M1 6H11'}
          stroke="currentColor"
          strokeWidth={2}
        />
      </svg>
      {entry === undefined ? (
        <span>{words}</span>
      ) : (
        <Link
          href={`${base}/record/${entry}`}
          className="inline-block min-h-6 underline decoration-line underline-offset-4"
        >
          {words}
        </Link>
      )}
    </li>
  )
}

/** Ten marks under the bar, so that it can be read as so many in ten. */
const TENTHS = Array.from({ length: 11 }, (_, i) => `M${Math.min(209.5, i * 21 + 0.5)} 10V13`).join(
  '',
)

const Bar = ({ likelihood }: { likelihood: number }) => (
  <svg width={210} height={14} viewBox="0 0 210 14" aria-hidden="true" className="flex-none">
    <rect x={0} y={1} width={210} height={8} fill="var(--oak)" />
    <rect x={0} y={1} width={Math.max(2, 210 * likelihood)} height={8} fill="var(--ink)" />
    <path d={TENTHS} stroke="var(--line)" />
  </svg>
)

/** Each cause with how likely it is and what this tub's own log says for and against it. */
export const Causes = ({
  found,
  chosen,
  tubId,
  preferences,
}: {
  found: Trouble
  chosen: CauseId | undefined
  tubId: number
  preferences: DisplayPreferences
}) => {
  const linked = found.causes.filter((one) => one.linked)
  const base = `/tubs/${tubId}`
  const likely = linked.filter(({ likelihood }, i) => i === 0 || likelihood >= LEAST)
  const shown = likely.filter((one, i) => i < SHOWN || one.cause === chosen)
  const out = linked
    .filter((one: CauseFound) => one.likelihood < RULED_OUT && one.against.length > 0)
    .slice(0, 3)
  return (
    <section aria-labelledby="causes">
      <h2 id="causes" className="head flex flex-wrap items-baseline justify-between gap-x-4">
        Likely causes{' '}
        <span className="small font-normal text-muted">more than one can be true</span>
      </h2>
      <ol>
        {shown.map(({ cause, likelihood, ...lines }, i) => (
          <li
            key={cause}
            className="grid grid-cols-[22px_minmax(0,1fr)] gap-x-1.5 border-hair border-t py-3 first:border-t-0"
          >
            <b className="text-[18px]">{i + 1}</b>
            <div>
              <h3 className="font-semibold text-[18px] leading-snug">
                {upperFirst(CAUSE_NAMES[cause])}
              </h3>
              <p className="small mt-1 flex flex-wrap items-center gap-x-3">
                <Bar likelihood={likelihood} />
                <span>
                  <b>{likelihoodWord(likelihood)}</b>, about {oddsInTen(likelihood)}
                </span>
              </p>
              <ul className="mt-1 grid gap-0.5">
                {(['for', 'against'] as const).flatMap((speaks) =>
                  lines[speaks]
                    .slice(0, LINES[speaks])
                    .map((line) => (
                      <Evidence
                        key={`${speaks} ${formatLine(line, preferences)}`}
                        line={line}
                        speaks={speaks}
                        base={base}
                        preferences={preferences}
                      />
                    )),
                )}
              </ul>
              {cause !== chosen && (
                <Link
                  href={`${base}/trouble?cause=${encodeURIComponent(cause)}#way-out`}
                  scroll={false}
                  className="quiet"
                >
                  What to do<span className="sr-only"> about {CAUSE_NAMES[cause]}</span>
                </Link>
              )}
            </div>
          </li>
        ))}
      </ol>
      {out.length > 0 && (
        <p className="small border-hair border-t pt-2 text-muted">
          Ruled out: {list(out.map((one) => ruledOutWords(one, preferences)))}.
        </p>
      )}
    </section>
  )
}
