import type { Instant } from '@/core'
import { clockNotice } from '@/words/clockWords'
import type { DisplayPreferences } from '@/words/words'

/** Said in every place while this machine's clock is behind what was already saved. */
export const ClockNotice = ({
  latest,
  preferences,
}: {
  latest: Instant
  preferences: DisplayPreferences
}) => (
  <p role="status" className="safety my-2 max-w-[80ch]">
    {clockNotice(latest, preferences)}
  </p>
)
