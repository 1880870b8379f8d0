import type { Metadata } from 'next'
import Link from 'next/link'
import { readSheet, saveSheetRows } from '@/app/actions'
import { loadTub, type TubParams } from '@/app/tubView'
import { SheetReader } from '@/ui/test/SheetReader'

export const metadata: Metadata = { title: 'A sheet of analyses' }

const Sheet = async ({ params }: TubParams) => {
  const { view, preferences } = await loadTub((await params).tub)
  const base = `/tubs/${view.tub.id}/test`
  return (
    <>
      <Link href={`${base}?with=shop`} className="quiet">
        Back to one analysis
      </Link>
      <h1 className="serif title mb-1">A sheet of analyses</h1>
      <p className="small mb-4 max-w-[62ch] text-muted">
        From a shop, a laboratory or a table of your own. You see each row as it was understood
        before anything is written; one undo takes the whole sheet back.
      </p>
      <SheetReader
        tubId={view.tub.id}
        timeZone={preferences.timeZone}
        locale={preferences.locale}
        read={readSheet}
        keep={saveSheetRows}
      />
    </>
  )
}

export default Sheet
