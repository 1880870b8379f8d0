import { readSheet, saveSheetRows } from '@/app/actions'
import { loadTub } from '@/app/tubView'
import { SheetReader } from '@/ui/spreadsheet/SheetReader'

interface ImportProps {
  params: Promise<{ tub: string }>
  searchParams: Promise<Record<string, string | string[] | undefined>>
}

const ImportPage = async ({ params, searchParams }: ImportProps) => {
  const { view, preferences } = await loadTub((await params).tub)
  const { from } = await searchParams
  return (
    <>
      <h1 className="serif title mb-1">Import a spreadsheet</h1>
      <p className="small mb-4 max-w-[62ch] text-muted">
        The log you kept before, a shop’s or a lab’s sheet, or a table of Pavrel’s own. Columns,
        units and the order of the date are guessed from the rows; you see how each doubtful row was
        understood before anything is saved, and one undo removes all of it.
      </p>
      <SheetReader
        tubId={view.tub.id}
        preferences={preferences}
        method={from === 'shop' ? 'shop' : 'strip'}
        read={readSheet}
        keep={saveSheetRows}
      />
    </>
  )
}

export default ImportPage
