'use client'

import { useState } from 'react'
import { setCookie } from './cookie'
import { THEMES, type Theme } from './theme'

const WORDS: Record<Theme, string> = { system: 'System', day: 'Day', night: 'Night' }

/** Kept in a cookie, so that the next page comes from the server in the right light. */
export const ThemeChoice = ({ theme }: { theme: Theme }) => {
  const [chosen, setChosen] = useState(theme)
  return (
    <fieldset className="flex flex-wrap gap-2">
      <legend className="sr-only">Light</legend>
      {THEMES.map((one) => (
        <label key={one} className="choice">
          <input
            type="radio"
            name="theme"
            value={one}
            checked={chosen === one}
            onChange={() => {
              setChosen(one)
              setCookie('pavrel-theme', one)
              if (one === 'system') delete document.documentElement.dataset.theme
              else document.documentElement.dataset.theme = one
            }}
          />
          <span>{WORDS[one]}</span>
        </label>
      ))}
    </fieldset>
  )
}
