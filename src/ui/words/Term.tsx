'use client'

import { useRef, useState } from 'react'
import { useLoaded } from '../useLoaded'

/** A term of the field, explained on a tap at the place where it is used; what explains it is fetched when a hand is near. */
export const Term = ({ name, meaning, word }: { name: string; meaning: string; word: string }) => {
  const button = useRef<HTMLButtonElement>(null)
  const [open, setOpen] = useState(false)
  const {
    loaded: Meaning,
    failed,
    want,
  } = useLoaded(async () => (await import('./Meaning')).Meaning)
  return (
    <>
      <button
        ref={button}
        type="button"
        aria-haspopup="dialog"
        aria-expanded={open}
        onPointerEnter={want}
        onFocus={want}
        onClick={() => {
          want()
          setOpen(!open)
        }}
        className="cursor-help underline decoration-dotted decoration-from-font underline-offset-4"
      >
        {word}
      </button>
      {open && Meaning && (
        <Meaning button={button} close={() => setOpen(false)} name={name} meaning={meaning} />
      )}
      {open && failed && ` (${meaning})`}
    </>
  )
}
