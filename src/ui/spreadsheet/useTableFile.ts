import { wrap } from 'comlink'
import { useEffect, useRef } from 'react'
import { fileRefusalSaid, sheetRefusal } from '@/words/refusals'
import type { SpreadsheetReader } from '@/workers/spreadsheet.worker'
import type { FileSheet } from '@/workers/tableFile'

/** A file that takes longer is no log of a tub. */
const LONGEST_MS = 12_000
const MOST_MEGABYTES = 12

/** Reads a file in a worker of its own that ends with it, in time or not. */
export const useTableFile = () => {
  const running = useRef<Worker>(undefined)
  useEffect(() => () => running.current?.terminate(), [])
  return async (file: File): Promise<{ sheets: FileSheet[] } | { message: string }> => {
    if (file.size > MOST_MEGABYTES * 1e6)
      return { message: sheetRefusal.largeFile((file.size / 1e6).toFixed(1), MOST_MEGABYTES) }
    running.current?.terminate()
    const worker = new Worker(new URL('../../workers/spreadsheet.worker.ts', import.meta.url), {
      type: 'module',
    })
    running.current = worker
    let timer: ReturnType<typeof setTimeout> | undefined
    try {
      const late = new Promise<{ message: string }>((done) => {
        timer = setTimeout(() => done({ message: sheetRefusal.slow }), LONGEST_MS)
        worker.onerror = () => done({ message: sheetRefusal.notAWorkbook })
      })
      const bytes = await file.arrayBuffer()
      const read = wrap<SpreadsheetReader>(worker)
        .read(bytes)
        .then((answer) =>
          'refused' in answer ? { message: fileRefusalSaid(answer.refused) } : answer,
        )
      return await Promise.race([read, late])
    } finally {
      clearTimeout(timer)
      worker.terminate()
      running.current = undefined
    }
  }
}
