import { readFileSync } from 'node:fs'
import { DOCUMENT, MARK, troubleTables } from '../../scripts/troubleDoc'

/** Cells without the spaces that line them up. */
const cells = (text: string) =>
  text
    .split('\n')
    .map((line) =>
      line.startsWith('|')
        ? line
            .split('|')
            .map((cell) => cell.trim().replace(/^-+$/, '-'))
            .join('|')
        : line.trim(),
    )
    .filter(Boolean)

test('the document holds the figures that are gone by, and what became of every case', () => {
  const [, tables = ''] = readFileSync(DOCUMENT, 'utf8').split(MARK)
  expect(cells(tables)).toEqual(cells(troubleTables()))
})
