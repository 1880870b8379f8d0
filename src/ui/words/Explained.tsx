'use client'

import { Popover } from 'radix-ui'
import { GLOSSARY, type TermId, termsIn } from '@/words/glossary'

/** A term of the field, explained on a tap at the place where it is used. */
const Term = ({ id, children }: { id: TermId; children: string }) => (
  <Popover.Root>
    <Popover.Trigger className="cursor-help underline decoration-dotted decoration-from-font underline-offset-4">
      {children}
    </Popover.Trigger>
    <Popover.Portal>
      <Popover.Content
        side="top"
        sideOffset={6}
        collisionPadding={12}
        className="z-50 max-w-[300px] rounded-md border border-hair bg-paper px-4 py-3 text-[15px] text-ink leading-snug shadow-lg"
      >
        <b className="block">{GLOSSARY[id].name}</b>
        {GLOSSARY[id].meaning}
      </Popover.Content>
    </Popover.Portal>
  </Popover.Root>
)

/** Prose with its terms explained, each where it comes first. */
export const Explained = ({ text }: { text: string }) => {
  let at = 0
  return termsIn(text).map((piece) => {
    const key = at
    at += piece.text.length
    return piece.term ? (
      <Term key={key} id={piece.term}>
        {piece.text}
      </Term>
    ) : (
      piece.text
    )
  })
}
