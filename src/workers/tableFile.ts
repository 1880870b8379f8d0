import Papa from 'papaparse'
import readXlsxFile from 'read-excel-file/web-worker'

/** A sheet of a file as text that every reader of tables takes: commas, numbers with points, days as 2026-03-01 18:30. */
export interface FileSheet {
  name: string
  text: string
  rows: number
}

/** What is read of one file. A longer one is no log of a tub. */
const MOST_ROWS = 60_000
const MOST_CELLS = 2_000_000

const two = (n: number) => String(n).padStart(2, '0')

/** A date cell is a reading of the wall's clock, and no instant; its seconds are rounding. */
const dateText = (given: Date): string => {
  const date = new Date(Math.round(given.getTime() / 60_000) * 60_000)
  const time = `${two(date.getUTCHours())}:${two(date.getUTCMinutes())}`
  // A time without a day stands on the day before the first.
  if (date.getUTCFullYear() < 1905) return time
  const day = `${date.getUTCFullYear()}-${two(date.getUTCMonth() + 1)}-${two(date.getUTCDate())}`
  return time === '00:00' ? day : `${day} ${time}`
}

const cellText = (cell: unknown): string => {
  if (cell === null || cell === undefined) return ''
  if (cell instanceof Date) return dateText(cell)
  if (typeof cell === 'number') return String(Number(cell.toPrecision(12)))
  return String(cell)
}

const asText = (rows: readonly (readonly string[])[]): string => {
  // Empty rows above the names, and titles that stand alone, are no names.
  const begin = rows.findIndex((row) => row.filter((cell) => cell.trim() !== '').length >= 2)
  return Papa.unparse(
    (begin < 0 ? [] : rows.slice(begin))
      .filter((row) => row.some((cell) => cell.trim() !== ''))
      .map((row) => [...row]),
    { newline: '\n' },
  )
}

/** Text of bytes in any of the encodings that spreadsheets write: UTF-8, UTF-16 of either order, Windows' western one. */
export const decoded = (bytes: Uint8Array): string => {
  const [a, b, c] = bytes
  if (a === 0xef && b === 0xbb && c === 0xbf) return new TextDecoder('utf-8').decode(bytes)
  if (a === 0xff && b === 0xfe) return new TextDecoder('utf-16le').decode(bytes)
  if (a === 0xfe && b === 0xff) return new TextDecoder('utf-16be').decode(bytes)
  // Western text in sixteen bits has a zero in every other byte.
  const zeros = [0, 0]
  for (let i = 0; i < Math.min(bytes.length, 2000); i++)
    if (bytes[i] === 0) zeros[i % 2] = (zeros[i % 2] ?? 0) + 1
  const many = Math.min(bytes.length, 2000) / 5
  if ((zeros[1] ?? 0) > many) return new TextDecoder('utf-16le').decode(bytes)
  if ((zeros[0] ?? 0) > many) return new TextDecoder('utf-16be').decode(bytes)
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    return new TextDecoder('windows-1252').decode(bytes)
  }
}

export type FileRefusal = 'not a workbook' | 'old workbook' | 'too many rows' | 'empty'

/** The sheets of a workbook or a text of separated values, as text; or why there are none. */
export const readTableFile = async (
  buffer: ArrayBuffer,
): Promise<{ sheets: FileSheet[] } | { refused: FileRefusal }> => {
  const bytes = new Uint8Array(buffer)
  if (bytes.length === 0) return { refused: 'empty' }
  // The workbooks of before 2007 are compound files, which nothing here reads.
  if (bytes[0] === 0xd0 && bytes[1] === 0xcf) return { refused: 'old workbook' }
  if (bytes[0] !== 0x50 || bytes[1] !== 0x4b) {
    const text = decoded(bytes)
    return text.trim() === '' ? { refused: 'empty' } : { sheets: [{ name: '', text, rows: 0 }] }
  }
  let workbook: { sheet: string; data: unknown[][] }[]
  try {
    workbook = (await readXlsxFile(buffer)) as { sheet: string; data: unknown[][] }[]
  } catch {
    return { refused: 'not a workbook' }
  }
  const cells = workbook.reduce(
    (sum, { data }) => sum + data.reduce((more, row) => more + row.length, 0),
    0,
  )
  if (cells > MOST_CELLS || workbook.some(({ data }) => data.length > MOST_ROWS))
    return { refused: 'too many rows' }
  const sheets = workbook
    .map(({ sheet, data }) => {
      const rows = data.map((row) => row.map(cellText))
      return { name: sheet, text: asText(rows), rows: rows.length }
    })
    .filter(({ text }) => text !== '')
  return sheets.length > 0 ? { sheets } : { refused: 'empty' }
}
