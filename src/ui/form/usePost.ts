'use client'

import { useRouter } from 'next/navigation'
import { startTransition, useActionState, useEffect, useRef, useState } from 'react'
import type { Outcome } from '@/server/form'
import { cookieOf, WHO } from '@/ui/shell/cookie'
import { pageLocale } from './pageLocale'

export type Action = (previous: Outcome | null, data: FormData) => Promise<Outcome | null>

/** 128 bits of chance. `randomUUID` is only there where the page came over TLS or from this machine. */
export const newKey = (): string =>
  [...crypto.getRandomValues(new Uint8Array(16))]
    .map((byte) => byte.toString(16).padStart(2, '0'))
    .join('')

/** The units this page was drawn in. */
export const drawnUnits = (): string =>
  document.querySelector<HTMLElement>('[data-units]')?.dataset.units ?? ''

/** Whose units they are: a visit shows the jobs of other tubs, each in its own. */
const drawnFor = (): string =>
  document.querySelector<HTMLElement>('[data-units]')?.dataset.tub ?? ''

const failed = (message: string, unknown = false): Settled => ({
  ok: false,
  errors: {},
  questions: {},
  fields: {},
  message,
  ...(unknown ? { unknown } : {}),
})

/** An answer, or that none came and none could be asked for. */
type Settled = Outcome & { unknown?: boolean }

const MAY_BE =
  'It may have been saved: the server doesn’t answer. Saving it again won’t save it twice.'
const NOT_SAVED = 'Nothing was saved: the server didn’t get it. Try again.'
/** A sentence of the server's own front, which refused before it read. */
const REFUSED = /^Nothing was saved: /

const OLDER = 'Nothing was saved: this page is older than the server. Reload it; your draft stays.'

const sleep = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

/** Asks what became of a post; undefined while nobody answers. */
const askFor = async (key: string): Promise<{ next?: string } | null | undefined> => {
  try {
    const response = await fetch(`/api/posts/${key}`, { cache: 'no-store' })
    if (!response.ok) return undefined
    return ((await response.json()) as { answer: { next?: string } | null }).answer
  } catch {
    return undefined
  }
}

/** What is still under way is given so long, ms, to arrive before its absence means anything. */
const PAUSES = [300, 1200, 2500]

const settle = async (key: string): Promise<Settled> => {
  let seen: { next?: string } | null | undefined
  for (const pause of PAUSES) {
    await sleep(pause)
    seen = await askFor(key)
    if (seen) return { ok: true, ...seen }
  }
  return seen === null ? failed(NOT_SAVED) : failed(MAY_BE, true)
}

/** How long after an answer the same press is still the same press. */
const DOUBLE_TAP_MS = 700
const AGAIN_MS = 5000

/**
 * Posts a form with a key of its own, so that whatever is sent twice is written once. Where the answer is lost, it finds out what
 * became of it; where nobody can be asked, it goes on asking.
 * @param key of an earlier sitting, where a draft has kept one
 */
export const usePost = (
  action: Action,
  { key: ownKey, onDone }: { key?: { current: string }; onDone?: (outcome: Outcome) => void } = {},
) => {
  const router = useRouter()
  const made = useRef('')
  const key = ownKey ?? made
  const [checking, setChecking] = useState(false)
  const done = useRef(onDone)
  done.current = onDone

  /** What the key was answered for; only the very same, pressed twice, gets that answer again. */
  const saved = useRef<string | undefined>(undefined)

  const finish = (outcome: Settled, sent: string, told: string): Settled => {
    if (outcome.ok) {
      saved.current = told
      setTimeout(() => {
        if (key.current === sent) key.current = ''
      }, DOUBLE_TAP_MS)
      done.current?.(outcome)
    }
    return outcome
  }

  const [state, act, pending] = useActionState<Settled | null, FormData | { found: Settled }>(
    async (previous, data) => {
      if (!(data instanceof FormData)) {
        router.refresh()
        return finish(data.found, key.current, '')
      }
      const told = JSON.stringify([...data])
      if (!key.current || (saved.current !== undefined && saved.current !== told))
        key.current = newKey()
      saved.current = undefined
      const sent = key.current
      data.set('post', sent)
      // The person's marks for thousands and decimals come along, and the units the page shows.
      data.set('locale', pageLocale())
      data.set('by', cookieOf(WHO))
      if (!data.get('units')) data.set('units', drawnUnits())
      data.set('drawnFor', drawnFor())
      try {
        const outcome = await action(previous, data)
        return outcome ? finish(outcome, sent, told) : null
      } catch (error) {
        if (error instanceof Error && REFUSED.test(error.message)) return failed(error.message)
        // What the page calls an action by has gone with an update.
        if (error instanceof Error && /Server Action/.test(error.message)) return failed(OLDER)
        setChecking(true)
        const found = await settle(sent)
        setChecking(false)
        if (found.ok) router.refresh()
        return finish(found, sent, told)
      }
    },
    null,
  )

  const unknown = state?.unknown === true
  useEffect(() => {
    if (!unknown) return
    let over = false
    const look = async () => {
      const found = await askFor(key.current)
      if (over || found === undefined) return
      over = true
      startTransition(() => act({ found: found ? { ok: true, ...found } : failed(NOT_SAVED) }))
    }
    const timer = setInterval(look, AGAIN_MS)
    addEventListener('online', look)
    return () => {
      over = true
      clearInterval(timer)
      removeEventListener('online', look)
    }
  }, [unknown, act, key])

  return { outcome: state, act: act as (data: FormData) => void, pending, checking }
}
