'use client'

import { useOpener } from '../useOpener'

/** A term of the field, explained on a tap at the place where it is used. */
export const Term = ({ name, meaning, word }: { name: string; meaning: string; word: string }) => {
  const { open, show, button, Part, failed, trigger } = useOpener(
    async () => (await import('./Meaning')).Meaning,
  )
  return (
    <>
      <button
        {...trigger}
        onClick={() => show(!open)}
        className="cursor-help underline decoration-dotted decoration-from-font underline-offset-4"
      >
        {word}
      </button>
      {Part && <Part button={button} close={() => show(false)} name={name} meaning={meaning} />}
      {failed && ` (${meaning})`}
    </>
  )
}
