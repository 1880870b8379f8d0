'use client'

import { useEffect, useState } from 'react'

/** Prints, copies and shares a list as plain text. */
export const ShoppingTools = ({ text }: { text: string }) => {
  const [told, setTold] = useState('')
  const [shares, setShares] = useState(false)
  useEffect(() => setShares(typeof navigator.share === 'function'), [])
  return (
    <div className="mt-3 flex flex-wrap items-center gap-x-6 gap-y-2 print:hidden">
      <button type="button" className="go" onClick={() => window.print()}>
        Print the list
      </button>
      <button
        type="button"
        className="quiet !min-h-11"
        onClick={async () => {
          try {
            await navigator.clipboard.writeText(text)
            setTold('Copied.')
          } catch {
            setTold('The browser didn’t allow it. Select the list and copy it by hand.')
          }
        }}
      >
        Copy as text
      </button>
      {shares && (
        <button
          type="button"
          className="quiet !min-h-11"
          onClick={() => navigator.share({ text }).catch(() => undefined)}
        >
          Share
        </button>
      )}
      <span role="status" className="small text-muted">
        {told}
      </span>
    </div>
  )
}
