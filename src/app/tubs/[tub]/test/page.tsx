import type { Metadata } from 'next'
import { keepEntry } from '@/app/actions'
import { loadTub, type TubParams } from '@/app/tubView'
import { toWallClock } from '@/server/moment'
import { TestForm } from '@/ui/form/TestForm'
import { testRows } from '@/ui/form/testRows'
import { floorWords } from '@/ui/words/verdictWords'

export const metadata: Metadata = { title: 'Test' }

const Test = async ({ params }: TubParams) => {
  const { view, reader } = await loadTub((await params).tub)
  const { tub, journal, now } = view
  const floor = floorWords(tub, reader)
  const lastTest = journal.find((entry) => entry.kind === 'test')
  return (
    <>
      <h1 className="serif title pt-2">What does the water read?</h1>
      <p className="small mt-1 mb-5 max-w-[66ch] text-muted">
        Jets off, dry fingers, elbow-deep. Enter what you read and leave the rest empty.
      </p>
      {floor && <p className="safety small mb-5 max-w-[66ch]">{floor}</p>}
      <TestForm
        action={keepEntry}
        tubId={tub.id}
        rows={testRows(view, reader)}
        draftKey={`test.${tub.id}`}
        latest={toWallClock(now, reader.timeZone)}
        submitLabel="Keep this test"
        initial={{
          method: lastTest?.kind === 'test' ? lastTest.body.method : 'strip',
          when: 'now',
          at: toWallClock(now, reader.timeZone),
        }}
      />
    </>
  )
}

export default Test
