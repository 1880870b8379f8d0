'use client'

import { useEffect, useState } from 'react'
import { cookieOf, setCookie, WHO } from '@/ui/shell/cookie'

const LONGEST = 40

/** Who writes on this device: their name stands by what they log from now on. */
export const WhoHere = () => {
  const [name, setName] = useState('')
  const [told, setTold] = useState('')
  useEffect(() => setName(cookieOf(WHO)), [])
  return (
    <form
      className="flex flex-wrap items-center gap-3"
      onSubmit={(event) => {
        event.preventDefault()
        const kept = name.trim().slice(0, LONGEST)
        setCookie(WHO, kept)
        setName(kept)
        setTold(
          kept
            ? `What is logged on this device is by ${kept} from now on.`
            : 'No name is added any more.',
        )
      }}
    >
      <label htmlFor="who" className="small text-muted">
        Logged on this device by
      </label>
      <input
        id="who"
        className="field !w-[180px]"
        value={name}
        maxLength={LONGEST}
        autoComplete="nickname"
        onChange={(event) => setName(event.target.value)}
      />
      <button type="submit" className="quiet !min-h-11">
        Remember
      </button>
      <span role="status" className="small text-muted">
        {told}
      </span>
    </form>
  )
}
