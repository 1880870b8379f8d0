import NextLink from 'next/link'
import type { ComponentProps } from 'react'

/**
 * A link to a place. The place is fetched when it is pressed and not when the link is seen: each place is worked out from the journal,
 * and a page with ten links would have a small server work out ten.
 */
export const Link = (props: ComponentProps<typeof NextLink>) => (
  <NextLink prefetch={false} {...props} />
)
