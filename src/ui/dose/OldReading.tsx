import type { TubView } from '@/server/views'
import { Link } from '@/ui/Link'
import { formatOldReading } from '@/words/learntWords'

/** The plan uses a reading that is too old to get in on: said where somebody is about to dose. */
export const OldReading = ({ view }: { view: TubView }) => {
  const words = formatOldReading(view)
  return (
    words && (
      <p className="safety mt-3 max-w-[66ch]">
        {words}{' '}
        <Link href={`/tubs/${view.tub.id}/test`} className="quiet min-h-0">
          Test the water
        </Link>
      </p>
    )
  )
}
