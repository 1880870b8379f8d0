import { chosenTimeZone } from '@/app/preferences'
import { exportSheets } from '@/server/exchange/exportSheets'
import { theStore } from '@/store/database'

/** One kind of entry as a spreadsheet, on the reader's clock. */
export const GET = async (_: Request, { params }: { params: Promise<{ name: string }> }) => {
  const { name } = await params
  const found = exportSheets(theStore(), await chosenTimeZone()).find(
    (sheet) => `${sheet.name}.csv` === name,
  )
  if (!found) return new Response('There’s no such sheet.', { status: 404 })
  return new Response(found.text, {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': `attachment; filename="pavrel-${found.name}.csv"`,
      'cache-control': 'no-store',
    },
  })
}
