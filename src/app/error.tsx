'use client'

import { pageProblem } from '@/words/failures'

/** Shown where a page failed; what was typed stays in its draft. */
const Failure = ({ error, reset }: { error: Error & { digest?: string }; reset: () => void }) => (
  <main className="mx-auto max-w-[640px] px-5 py-20">
    <title>This page failed to load · Pavrel</title>
    <h1 className="serif verdict">This page failed to load.</h1>
    <p className="mt-4 text-[18px]">{pageProblem(error.digest)}</p>
    <button type="button" className="go mt-8" onClick={reset}>
      Try again
    </button>
  </main>
)

export default Failure
