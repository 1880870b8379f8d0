'use client'

import { Popover } from 'radix-ui'
import type { RefObject } from 'react'

/** What a term means, beside the term. */
export const Meaning = ({
  button,
  close,
  name,
  meaning,
}: {
  button: RefObject<HTMLButtonElement | null>
  close: () => void
  name: string
  meaning: string
}) => (
  <Popover.Root
    open
    onOpenChange={(open) => {
      if (!open) close()
    }}
  >
    <Popover.Anchor virtualRef={button as RefObject<HTMLButtonElement>} />
    <Popover.Portal>
      <Popover.Content
        side="top"
        sideOffset={6}
        collisionPadding={12}
        aria-label={name}
        onInteractOutside={(event) => {
          // The term itself closes it by its own press.
          if (button.current?.contains(event.target as Node)) event.preventDefault()
        }}
        onCloseAutoFocus={(event) => {
          event.preventDefault()
          button.current?.focus()
        }}
        className="z-50 max-w-[300px] rounded-md border border-hair bg-paper px-4 py-3 text-[15px] text-ink leading-snug shadow-lg"
      >
        <b className="block">{name}</b>
        {meaning}
      </Popover.Content>
    </Popover.Portal>
  </Popover.Root>
)
