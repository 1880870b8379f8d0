import { correctedOften } from '@/core'
import type { TubView } from '@/server/views'
import { Link } from '@/ui/Link'
import { formatCorrectedOften } from '@/words/adviceText'
import { SIGN_LABELS } from '@/words/signText'
import type { Action } from '../form/draft'
import { PostButton } from '../form/PostButton'

/** Corrections that come round too often have a cause: where to look for it; in Trouble itself, the sign to begin with. */
export const CorrectedOftenNote = ({ view, tick }: { view: TubView; tick?: Action }) => {
  const { tub, journal, estimate, now } = view
  const often = correctedOften(journal, estimate.filledAt, now)
  if (!often) return null
  const { against } = often
  const standing = view.wrong?.signs ?? []
  if (tick && (!against || standing.includes(against))) return null
  return (
    <div className="note max-w-[62ch]">
      <p>{formatCorrectedOften(often)}</p>
      {tick && against ? (
        <PostButton
          action={tick}
          hidden={{ tub: String(tub.id), sign: against, on: 'yes' }}
          label={`Tick “${SIGN_LABELS[against]}”`}
        />
      ) : (
        <Link href={`/tubs/${tub.id}/trouble`} className="quiet">
          Find the cause in Trouble
        </Link>
      )}
    </div>
  )
}
