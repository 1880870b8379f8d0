import { notFound } from 'next/navigation'
import { saveEntry } from '@/app/actions'
import { loadTub } from '@/app/tubView'
import { programmeOf } from '@/core'
import { entryFields } from '@/server/entries/forms'
import { toWallClock } from '@/server/moment'
import { EntryForm } from '@/ui/form/EntryForm'
import { productGroups } from '@/ui/form/productOptions'
import { TestForm } from '@/ui/form/TestForm'
import { testRows } from '@/ui/form/testRows'
import { Link } from '@/ui/Link'
import { KIND_WORDS } from '@/words/entryWords'
import { dayAndClock } from '@/words/words'

const Correct = async ({ params }: { params: Promise<{ tub: string; entry: string }> }) => {
  const { tub: tubParam, entry: entryParam } = await params
  const { view, preferences } = await loadTub(tubParam)
  const { tub, journal, written, now } = view
  const entry = written.find(({ id }) => String(id) === entryParam)
  if (!entry) notFound()
  const record = `/tubs/${tub.id}/record`
  const shared = {
    action: saveEntry,
    tubId: tub.id,
    latest: toWallClock(now, preferences.timeZone),
    draftKey: `correct.${entry.id}`,
    initial: entryFields(entry, tub, preferences.timeZone),
    replaces: entry.id,
    submitLabel: 'Save correction',
  }
  const read = entry.kind === 'test' ? entry.body.readings : {}
  const { tested } = programmeOf(tub.programme)
  const rows = testRows(view, preferences, 'shop').filter(
    ({ quantity }) => read[quantity] !== undefined || tested.includes(quantity),
  )
  return (
    <>
      <Link href={record} className="quiet">
        Back to the record
      </Link>
      <h1 className="serif title">
        Correct the {KIND_WORDS[entry.kind].toLowerCase()} of {dayAndClock(entry.at, preferences)}
      </h1>
      <p className="small mt-1 mb-5 max-w-[62ch] text-muted">
        The old entry is kept, and undo brings it back. Everything is recalculated.
      </p>
      {entry.kind === 'test' ? (
        <TestForm {...shared} rows={rows} />
      ) : (
        <EntryForm
          {...shared}
          kind={entry.kind}
          volume={tub.units.volume}
          products={productGroups(tub, journal, view.shelf)}
        />
      )}
    </>
  )
}

export default Correct
