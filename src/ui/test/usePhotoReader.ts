'use client'

import { type Remote, wrap } from 'comlink'
import { useEffect, useRef } from 'react'
import type { StripPhotoReader } from '@/workers/stripPhoto.worker'

/** The worker that reads pictures, started when it is first asked for and ended with the page. */
export const usePhotoReader = (): (() => Remote<StripPhotoReader>) => {
  const held = useRef<{ worker: Worker; reader: Remote<StripPhotoReader> }>(undefined)
  useEffect(
    () => () => {
      held.current?.worker.terminate()
      held.current = undefined
    },
    [],
  )
  return () => {
    if (!held.current) {
      const worker = new Worker(new URL('../../workers/stripPhoto.worker.ts', import.meta.url), {
        type: 'module',
      })
      held.current = { worker, reader: wrap<StripPhotoReader>(worker) }
    }
    return held.current.reader
  }
}
