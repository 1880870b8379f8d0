import Papa from 'papaparse'
import { sheetRefusal } from '@/words/refusals'

export const MOST_ROWS = 20_000
const MOST_CHARACTERS = 5_000_000
/** More columns than this are no log of a tub, and a longer name is none. */
const MOST_COLUMNS = 120

export const TOO_MANY = sheetRefusal.manyRows(MOST_ROWS)
const tooWide = (columns: number) =>
  sheetRefusal.wide(columns, MOST_COLUMNS, columns <= MOST_COLUMNS + 1)

/** Rows of cells, the first of them the headers; JSON objects become rows by their keys. */
export const tableOf = (source: string): string[][] | { message: string } => {
  const text = source.replace(/^\ufeff/, '').trim()
  if (text === '') return { message: sheetRefusal.empty }
  if (text.length > MOST_CHARACTERS) return { message: sheetRefusal.long(MOST_CHARACTERS / 1e6) }
  if (text.startsWith('[') || text.startsWith('{')) {
    try {
      const parsed: unknown = JSON.parse(text)
      const objects = (Array.isArray(parsed) ? parsed : [parsed]).filter(
        (one): one is Record<string, unknown> => typeof one === 'object' && one !== null,
      )
      if (objects.length > MOST_ROWS) return { message: TOO_MANY }
      const names = new Set<string>()
      for (const one of objects) {
        for (const name of Object.keys(one)) names.add(name)
        if (names.size > MOST_COLUMNS) return { message: tooWide(names.size) }
      }
      const headers = [...names]
      return [headers, ...objects.map((one) => headers.map((header) => String(one[header] ?? '')))]
    } catch {
      return { message: sheetRefusal.notJson }
    }
  }
  const { data } = Papa.parse<string[]>(text, { skipEmptyLines: 'greedy', preview: MOST_ROWS + 2 })
  const widest = data[0]?.length ?? 0
  return widest > MOST_COLUMNS ? { message: tooWide(widest) } : data
}
