import type { PictureProblem, StripReading } from '@/core'
import { CHECK_RINGS, PICTURE_WORDS } from '@/words/photoWords'

/** Seconds past the strip's own that a picture may be late. Common practice: colours go on changing. */
const LATE_SECONDS = 30
/** So far from their charts all together, a chart in the picture is surer; CIE94. */
const CHART_HELPS = 3
/** With rings that nobody has laid these may mean no more than that they lie wrong. */
const MISLAID: readonly PictureProblem[] = ['wrong strip', 'no plastic', 'turned', 'face down']

/** What makes a picture doubtful, beside what was read from it. */
export const PictureWarnings = ({
  reading,
  laid,
  late,
  practised,
  chartHelps,
}: {
  reading: StripReading | undefined
  /** The rings are where the application put them. */
  laid: boolean
  /** Seconds past the reading time; undefined where nobody knows when it was dipped. */
  late: number | undefined
  practised: boolean
  /** A chart could be in the picture and is not. */
  chartHelps: boolean
}) => {
  const problems = reading?.problems ?? []
  const mislaid = laid && problems.some((problem) => MISLAID.includes(problem))
  return (
    <>
      {mislaid && (
        <p role="alert" className="safety mb-3">
          {CHECK_RINGS}
        </p>
      )}
      {problems
        .filter((problem) => !(mislaid && MISLAID.includes(problem)))
        .map((problem) => (
          <p key={problem} role="alert" className="safety mb-3">
            {PICTURE_WORDS[problem]}
          </p>
        ))}
      {late !== undefined && late > LATE_SECONDS && !problems.includes('late') && (
        <p className="safety mb-3">
          Taken {late} s after its reading time: the colours have changed, so it counts for less. A
          fresh strip is better.
        </p>
      )}
      {late === undefined && reading && !practised && (
        <p className="small mb-3 text-muted">
          It isn’t known when this strip was dipped. If it was read later than its label says, its
          colours are off.
        </p>
      )}
      {chartHelps && reading && (reading.leftOver > CHART_HELPS || problems.includes('cast')) && (
        <p className="small mb-3">
          The light or the camera shifts these colours. With the bottle’s chart in the same picture
          they can be read more reliably.
        </p>
      )}
    </>
  )
}
