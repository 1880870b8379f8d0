import type { Metadata } from 'next'
import Link from 'next/link'
import { readSheet, saveSheetRows } from '@/app/actions'
import { loadTub, type TubParams } from '@/app/tubView'
import { SheetReader } from '@/ui/test/SheetReader'

export const metadata: Metadata = { title: 'Import a sheet of tests' }

const Sheet = async ({ params }: TubParams) => {
  const { view, preferences } = await loadTub((await params).tub)
  const base = `/tubs/${view.tub.id}/test`
  return (
    <>
      <Link href={`${base}?with=shop`} className="quiet">
        Back to a single test
      </Link>
      <h1 className="serif title mb-1">Import a sheet of tests</h1>
      <p className="small mb-4 max-w-[62ch] text-muted">
        From a shop, a lab or your own table. You see how each row was understood before anything is
        saved, and one undo removes the whole sheet.
      </p>
      <SheetReader
        tubId={view.tub.id}
        preferences={preferences}
        read={readSheet}
        keep={saveSheetRows}
      />
    </>
  )
}

export default Sheet
