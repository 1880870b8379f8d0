'use client'

import type { Fields } from '@/server/form'
import { SubmitButton } from '@/ui/form/SubmitButton'
import { QUANTITY_SHORT_NAMES } from '@/words/quantityNames'
import { type Action, DraftForm } from '../form/draft'
import { WhenInput } from '../form/inputs'
import { SensesInput } from '../form/SensesInput'
import { FileChoice } from './FileChoice'
import { type PhotoPad, Result } from './PhotoResult'
import { PictureStage } from './PictureStage'
import { PictureWarnings } from './PictureWarnings'
import { photoHandles, photoMarks } from './photoHandles'
import { PRACTICE_NAME, useStripPicture } from './useStripPicture'

const Reading = ({
  pads,
  tubId,
  waitSeconds,
  practice,
}: {
  pads: readonly PhotoPad[]
  tubId: number
  waitSeconds: number
  practice: string | undefined
}) => {
  const picture = useStripPicture(pads, tubId, waitSeconds)
  const { open, busy, setBusy, practised, sentence, setSentence, strip, chart } = picture
  const { reading, late, laid, taught, choose, move, turn, withChart, settled } = picture
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
        <FileChoice
          label={open ? 'Another picture' : 'Take or choose a picture'}
          className={open ? 'plain' : 'go'}
          onFile={(file) => void choose(file, file.name, file.lastModified)}
        />
        {practice && (
          <button
            type="button"
            className="quiet"
            disabled={busy}
            onClick={async () => {
              setBusy(true)
              try {
                const answer = await fetch(practice, { cache: 'no-store' })
                await choose(await answer.blob(), PRACTICE_NAME, undefined)
              } catch {
                setSentence('The practice camera didn’t answer.')
                setBusy(false)
              }
            }}
          >
            Practice camera: dip and take
          </button>
        )}
        <span className="small text-muted" role="status">
          {busy ? 'Reading the picture…' : ''}
        </span>
      </div>
      {!open && (
        <p className="small mt-3 max-w-[60ch] text-muted">
          Place it on a dark surface in even daylight, out of the sun, with the whole strip in the
          picture, handle included. It’s read on this device, isn’t sent anywhere and isn’t kept.
          {taught
            ? ''
            : ' This strip’s colours aren’t known yet: include its chart in the picture, row by row as on the bottle.'}
        </p>
      )}
      {practised && (
        <p className="my-2 font-semibold text-amber-ink">
          Practice picture: an invented strip, not your water.
        </p>
      )}
      {sentence && (
        <p role="alert" className="safety my-3 max-w-[66ch]">
          {sentence}
        </p>
      )}
      {open && strip && (
        <div className="mt-4 grid items-start gap-5 lg:grid-cols-[minmax(0,1fr)_360px]">
          <div>
            <PictureStage
              shown={open.shown}
              width={open.width}
              height={open.height}
              label="The picture of the strip"
              handles={photoHandles(pads, strip, chart)}
              marks={photoMarks(pads, strip, chart, open.width)}
              onMove={move}
              onSettled={settled}
            />
            <div className="flex flex-wrap gap-x-5">
              {pads.length > 1 && (
                <button type="button" className="quiet" onClick={turn}>
                  Flip it
                </button>
              )}
              {taught && (
                <button type="button" className="quiet" onClick={() => void withChart()}>
                  {chart ? 'Use the saved colours' : 'The chart is in the picture'}
                </button>
              )}
              <a href={open.url} download={open.name} className="quiet">
                Save the picture
              </a>
            </div>
          </div>
          <div>
            <PictureWarnings
              {...{ reading, laid, late, practised }}
              chartHelps={taught && !chart}
            />
            {reading && <Result pads={pads} reading={reading} />}
          </div>
        </div>
      )}
    </>
  )
}

/** A strip read from a picture: found or placed, its colours matched against its chart, each value open to correction. */
export const PhotoReader = ({
  action,
  tubId,
  kitId,
  pads,
  waitSeconds,
  practice,
  initial,
  latest,
}: {
  action: Action
  tubId: number
  kitId: number
  pads: readonly PhotoPad[]
  waitSeconds: number
  /** Where a practice picture comes from, in the demo. */
  practice: string | undefined
  initial: Fields
  latest: string
}) => (
  <DraftForm
    action={action}
    draftKey={`photo.${tubId}.${kitId}`}
    initial={initial}
    hidden={{ kind: 'test', method: 'strip', tub: String(tubId), kit: String(kitId) }}
    submit={({ pending, fields, asked }) => {
      const read = pads.filter(({ pad }) => fields[pad.quantity]?.trim()).length
      if (read === 0) return null
      return (
        <div className="mt-4">
          {pads.map(({ pad: { quantity } }) => (
            <input
              key={quantity}
              type="hidden"
              name={`deviation.${quantity}`}
              value={fields[`deviation.${quantity}`] ?? ''}
            />
          ))}
          <WhenInput latest={latest} />
          <SensesInput />
          <SubmitButton
            pending={pending}
            asked={asked}
            className="go mt-4 w-full lg:w-auto lg:min-w-[280px]"
          >{`Save ${read === 1 ? `this ${QUANTITY_SHORT_NAMES[pads.find(({ pad }) => fields[pad.quantity])?.pad.quantity ?? 'pH']}` : `these ${read} values`}`}</SubmitButton>
        </div>
      )
    }}
  >
    <Reading pads={pads} tubId={tubId} waitSeconds={waitSeconds} practice={practice} />
  </DraftForm>
)
