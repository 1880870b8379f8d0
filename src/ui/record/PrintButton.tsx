'use client'

export const PrintButton = ({ label }: { label: string }) => (
  <button type="button" className="go print:hidden" onClick={() => window.print()}>
    {label}
  </button>
)
