'use client'

import { useState } from 'react'

/** The plan on paper, or as text to send. */
export const DoseSheet = ({ text }: { text: string }) => {
  const [copied, setCopied] = useState<'yes' | 'no'>()
  return (
    <p className="flex flex-wrap items-center gap-x-6 print:hidden">
      <button type="button" className="quiet" onClick={() => window.print()}>
        Print
      </button>
      <button
        type="button"
        className="quiet"
        onClick={async () => {
          try {
            await navigator.clipboard.writeText(text)
            setCopied('yes')
          } catch {
            setCopied('no')
          }
        }}
      >
        Copy as text
      </button>
      <span role="status" className="small text-muted">
        {copied === 'yes'
          ? 'Copied.'
          : copied === 'no'
            ? 'Your browser doesn’t allow copying here.'
            : ''}
      </span>
    </p>
  )
}
