import { importData, lookAtData, restoreData } from '@/app/actions'
import { loadTub } from '@/app/tubView'
import { sheetsThere } from '@/server/exchange/exportSheets'
import { copiesNow } from '@/server/exchange/yourData'
import { theStore } from '@/store/database'
import { heldNow } from '@/store/wholeStore'
import { Link } from '@/ui/Link'
import { ImportExport } from '@/ui/record/ImportExport'
import { RestoreCopy } from '@/ui/record/RestoreCopy'
import { copiesSaid, copyLabel, fileSize } from '@/words/dataWords'

const DataPage = async ({ params }: { params: Promise<{ tub: string }> }) => {
  const { view, preferences } = await loadTub((await params).tub)
  const kept = copiesNow()
  const sheets = sheetsThere(theStore())
  return (
    <div className="max-w-[820px]">
      <h1 className="serif title">Your data</h1>
      <p className="small mt-1 max-w-[66ch] text-muted">
        Everything is in one file on the machine Pavrel runs on, and nowhere else.
      </p>
      <section aria-labelledby="copies" className="mt-6">
        <h2 id="copies" className="head">
          Copies
        </h2>
        <p className="mt-1 max-w-[66ch]">{copiesSaid(kept)}</p>
        <p className="mt-3">
          <a href="/api/data/copy" className="go" download>
            Download a copy
          </a>
        </p>
        <h3 className="mt-5 mb-1 font-semibold text-[17px]">Go back to a copy</h3>
        <p className="small mb-2 max-w-[66ch] text-muted">
          It replaces the whole database, with all tubs. The current one is kept as a file beside
          it.
        </p>
        <RestoreCopy
          copies={(kept?.copies ?? []).map((copy) => ({
            name: copy.name,
            label: copyLabel(copy, preferences),
            size: fileSize(copy.bytes, preferences),
          }))}
          here={heldNow(theStore())}
          look={lookAtData}
          restore={restoreData}
          preferences={preferences}
        />
      </section>
      <section aria-labelledby="export" className="mt-8">
        <h2 id="export" className="head">
          Export
        </h2>
        <p className="mt-1 max-w-[66ch]">
          Everything that was entered, in a form other programs read. docs/export.md describes it.
        </p>
        <p className="mt-3">
          <a href="/api/data/export" className="plain" download>
            All of it, as JSON
          </a>
        </p>
        <p className="small mt-3 mb-1 text-muted">As spreadsheets, a file each:</p>
        <ul className="flex flex-wrap gap-x-5">
          {sheets.map((name) => (
            <li key={name}>
              <a href={`/api/data/sheets/${name}.csv`} className="quiet" download>
                {name.replace(/-/g, ' ')}
              </a>
            </li>
          ))}
        </ul>
      </section>
      <section aria-labelledby="import" className="mt-8">
        <h2 id="import" className="head">
          Import
        </h2>
        <p className="mt-1 max-w-[66ch]">
          The spreadsheet you kept before, a shop’s or laboratory’s sheet, or one of the tables
          above.
        </p>
        <p className="mt-3 mb-5">
          <Link href={`/tubs/${view.tub.id}/record/import`} className="plain">
            Import a spreadsheet
          </Link>
        </p>
        <p className="mb-3 max-w-[66ch]">Or a whole Pavrel export, from this house or another.</p>
        <ImportExport take={importData} />
      </section>
    </div>
  )
}

export default DataPage
