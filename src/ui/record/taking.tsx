'use client'

import { useRouter } from 'next/navigation'
import { type ReactNode, useState } from 'react'

type Refused = { message: string }
const isRefused = (answer: object): answer is Refused => 'message' in answer

const LOST = 'The server didn’t answer. Check whether it was done before you try again.'

/** Sends a file to be looked at; its facts come back with a token to go on with. */
export const sendFile = async <Facts extends object>(
  address: string,
  file: File,
): Promise<(Facts & { token: string }) | Refused> => {
  const response = await fetch(address, {
    method: 'POST',
    body: file,
    headers: { accept: 'application/json' },
  })
  const answer = (await response.json()) as
    | (Facts & { token: string })
    | Refused
    | { error: string }
  return 'error' in answer ? { message: answer.error } : answer
}

/** Something is chosen, looked at, and only then taken: what it holds, and what became of it. */
export const useTaking = <Chosen extends object>() => {
  const router = useRouter()
  const [chosen, setChosen] = useState<Chosen>()
  const [told, setTold] = useState<{ text: string; bad: boolean }>()
  const [busy, setBusy] = useState(false)
  const working = async (work: () => Promise<void>) => {
    setBusy(true)
    setTold(undefined)
    try {
      await work()
    } catch {
      setTold({ text: LOST, bad: true })
    }
    setBusy(false)
  }
  return {
    chosen,
    told,
    busy,
    cancel: () => setChosen(undefined),
    look: (ask: () => Promise<Chosen | Refused>) =>
      working(async () => {
        setChosen(undefined)
        const answer = await ask()
        if (isRefused(answer)) setTold({ text: answer.message, bad: true })
        else setChosen(answer)
      }),
    take: <Done extends object>(act: () => Promise<Done | Refused>, said: (done: Done) => string) =>
      working(async () => {
        const answer = await act()
        if (isRefused(answer)) setTold({ text: answer.message, bad: true })
        else {
          setChosen(undefined)
          setTold({ text: said(answer as Done), bad: false })
          router.refresh()
        }
      }),
  }
}

/** What was chosen, with the one button that takes it. */
export const Taking = ({
  taking: { chosen, told, busy, cancel },
  label,
  doing,
  onTake,
  children,
}: {
  taking: Pick<ReturnType<typeof useTaking>, 'told' | 'busy' | 'cancel'> & {
    chosen: object | undefined
  }
  label: string
  /** While it does. */
  doing: string
  onTake: () => void
  children: ReactNode
}) => (
  <>
    {busy && !chosen && (
      <p role="status" className="mt-3">
        Reading…
      </p>
    )}
    {chosen && (
      <section aria-label={label} className="mt-4 max-w-[62ch] border-amber border-l-4 pl-3">
        {children}
        <div className="mt-2 flex flex-wrap items-center gap-6">
          <button type="button" className="plain" disabled={busy} onClick={onTake}>
            {busy ? doing : label}
          </button>
          <button type="button" className="quiet" onClick={cancel}>
            Cancel
          </button>
        </div>
      </section>
    )}
    {told && (
      <p
        role={told.bad ? 'alert' : 'status'}
        className={`mt-3 max-w-[70ch] ${told.bad ? 'safety' : ''}`}
      >
        {told.text}
      </p>
    )}
  </>
)
