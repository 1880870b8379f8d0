'use client'

import { useEffect, useRef, useState } from 'react'
import {
  along,
  bent,
  type ChartPlacement,
  chartPoints,
  distance,
  isTaught,
  type PictureProblem,
  type Point,
  REFUSING,
  type StripPlacement,
  type StripReading,
} from '@/core'
import type { Fields } from '@/server/form'
import { SubmitButton } from '@/ui/form/SubmitButton'
import { CHECK_RINGS, PICTURE_WORDS, photoFigure } from '@/words/photoWords'
import { QUANTITY_SHORT_NAMES } from '@/words/quantityNames'
import { formatPictureRefusal } from '@/words/testText'
import type { OpenedPicture } from '@/workers/stripPhoto.worker'
import { type Action, DraftForm, useDraft } from '../form/draft'
import { WhenInput } from '../form/inputs'
import { SensesInput } from '../form/SensesInput'
import { chartHandles, startChart } from './chartHandles'
import { FileChoice } from './FileChoice'
import { type PhotoPad, Result } from './PhotoResult'
import { type Handle, PictureStage } from './PictureStage'
import { usePhotoReader } from './usePhotoReader'

interface Open extends OpenedPicture {
  url: string
  name: string
}

const PRACTICE_NAME = 'practice.png'

/** Seconds past the strip's own that a picture may be late. Common practice: colours go on changing. */
const LATE_SECONDS = 30
/** An older dip belongs to another strip. */
const DIP_COUNTS_SECONDS = 3600
/** So far from their charts all together, a chart in the picture is surer; CIE94. */
const CHART_HELPS = 3
/** With rings that nobody has laid these may mean no more than that they lie wrong. */
const MISLAID: readonly PictureProblem[] = ['wrong strip', 'no plastic', 'turned', 'face down']

const LAY_CHART =
  'Now place the four rings on the centres of the chart’s corner blocks: lowest and highest of the first row, lowest and highest of the last.'

const startStrip = ({ width, height, strip }: OpenedPicture): StripPlacement =>
  strip ?? {
    first: { x: 0.25 * width, y: 0.5 * height },
    last: { x: 0.55 * width, y: 0.5 * height },
  }
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
  const reader = usePhotoReader()
  const { set } = useDraft()
  const [open, setOpen] = useState<Open>()
  const [busy, setBusy] = useState(false)
  const [practised, setPractised] = useState(false)
  const [sentence, setSentence] = useState<string>()
  const [strip, setStrip] = useState<StripPlacement>()
  const [chart, setChart] = useState<ChartPlacement>()
  const [reading, setReading] = useState<StripReading>()
  const [late, setLate] = useState<number>()
  /** The rings are where the application put them. */
  const [laid, setLaid] = useState(false)
  const asked = useRef(0)
  const taught = pads.every(({ pad }) => isTaught(pad))
  const blocks = pads.map(({ pad }) => pad.blocks.length)

  const url = open?.url
  useEffect(() => () => (url ? URL.revokeObjectURL(url) : undefined), [url])

  const read = async (
    place: StripPlacement,
    withChart: ChartPlacement | undefined,
    past = late ?? 0,
  ) => {
    asked.current++
    const mine = asked.current
    const outcome = await reader().read(
      place,
      pads.map(({ pad }) => pad),
      withChart,
      past,
    )
    // A ring may have moved on meanwhile.
    if (mine !== asked.current) return
    if ('sentence' in outcome) {
      setReading(undefined)
      setSentence(outcome.sentence)
      return
    }
    setSentence(undefined)
    setReading(outcome)
    const refusing = outcome.problems.some((problem) => REFUSING.includes(problem))
    for (const one of outcome.pads) {
      const usable = !refusing && !one.problems.includes('strange')
      set(one.quantity, usable ? photoFigure(one) : '')
      set(`deviation.${one.quantity}`, usable ? one.deviation.toPrecision(3) : '')
    }
  }

  const choose = async (file: Blob, name: string, takenAt: number | undefined) => {
    setPractised(name === PRACTICE_NAME)
    setBusy(true)
    setSentence(undefined)
    setReading(undefined)
    try {
      const opened = await reader().open(
        file,
        pads.map(({ pad }) => pad),
      )
      if ('refusal' in opened) {
        setOpen(undefined)
        setSentence(formatPictureRefusal(opened.refusal))
        return
      }
      const found = taught ? undefined : await reader().findChart(blocks)
      const withChart = taught ? undefined : (found ?? startChart(opened))
      setOpen({ ...opened, url: URL.createObjectURL(file), name })
      const place = startStrip(opened)
      setStrip(place)
      setChart(withChart)
      const dipped = Number(localStorage.getItem(`pavrel.dipped.${tubId}`))
      const seconds = takenAt && dipped ? (takenAt - dipped) / 1000 - waitSeconds : undefined
      // A dip of another day says nothing of this picture.
      const known =
        seconds !== undefined && seconds > -waitSeconds && seconds < DIP_COUNTS_SECONDS
          ? Math.max(0, Math.round(seconds))
          : undefined
      setLate(known)
      setLaid(opened.strip !== undefined)
      if (withChart && !(found && opened.strip)) setSentence(LAY_CHART)
      else if (opened.strip) await read(place, withChart, known ?? 0)
      else
        setSentence(
          'No strip was found in this picture. Place the two rings on the centres of its first and last pads.',
        )
    } catch {
      setSentence('The picture couldn’t be read. Choose another.')
    } finally {
      setBusy(false)
    }
  }

  const handles: Handle[] =
    open && strip
      ? [
          {
            id: 'first',
            label: `Middle of the first pad, ${pads[0]?.name ?? ''}`,
            short: pads.length > 1 ? '1' : 'pad',
            point: strip.first,
          },
          {
            id: 'last',
            label:
              pads.length > 1
                ? `Middle of the last pad, ${pads.at(-1)?.name ?? ''}`
                : 'White plastic beside the pad',
            short: pads.length > 1 ? String(pads.length) : 'white',
            point: strip.last,
          },
          ...(chart ? chartHandles(chart, pads.length) : []),
        ]
      : []
  const pitch = strip ? distance(strip.first, strip.last) / Math.max(1, pads.length - 1) : 0
  const marks =
    open && strip
      ? [
          ...pads.slice(1, -1).map(({ name }, i) => ({
            key: name,
            point: along(
              strip.first,
              strip.last,
              bent((i + 1) / (pads.length - 1), strip.bend ?? 0),
            ),
            radius: 0.22 * pitch,
            label: String(i + 2),
          })),
          ...(chart
            ? chartPoints(
                chart,
                pads.map(({ pad }) => pad.blocks.length),
              )
                .flat()
                .map((point) => ({
                  key: `${point.x} ${point.y}`,
                  point,
                  radius: open.width / 110,
                }))
            : []),
        ]
      : []
  const move = (id: string, point: Point) => {
    if (id === 'first' || id === 'last') {
      // Laid by hand, pads stand at equal distances.
      setLaid(false)
      setStrip((now) => now && { first: now.first, last: now.last, [id]: point })
    } else setChart((now) => now && { ...now, [id]: point })
  }
  const turn = () => {
    if (!strip) return
    const turned = { first: strip.last, last: strip.first }
    setLaid(false)
    setStrip(turned)
    void read(turned, chart)
  }
  const withChart = async () => {
    if (!open || !strip) return
    const found = chart ? undefined : await reader().findChart(blocks)
    const next = chart ? undefined : (found ?? startChart(open))
    setChart(next)
    if (!next || found) {
      void read(strip, next)
      return
    }
    asked.current++
    setReading(undefined)
    setSentence(LAY_CHART)
  }
  const problems = reading?.problems ?? []
  const mislaid = laid && problems.some((problem) => MISLAID.includes(problem))

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
              handles={handles}
              marks={marks}
              onMove={move}
              onSettled={() => void read(strip, chart)}
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
            {mislaid && (
              <p role="alert" className="safety mb-3">
                {CHECK_RINGS}
              </p>
            )}
            {problems
              .filter((problem) => !(mislaid && MISLAID.includes(problem)))
              .map((problem) => (
                <p key={problem} role="alert" className="safety mb-3">
                  {PICTURE_WORDS[problem]}
                </p>
              ))}
            {late !== undefined && late > LATE_SECONDS && !problems.includes('late') && (
              <p className="safety mb-3">
                Taken {late} s after its reading time: the colours have changed, so it counts for
                less. A fresh strip is better.
              </p>
            )}
            {late === undefined && reading && !practised && (
              <p className="small mb-3 text-muted">
                Nothing says when this strip was dipped. Read later than its label says, its colours
                are off.
              </p>
            )}
            {taught &&
              !chart &&
              reading &&
              (reading.leftOver > CHART_HELPS || problems.includes('cast')) && (
                <p className="small mb-3">
                  Light or camera shift these colours. With the bottle’s chart in the same picture
                  they can be told more surely.
                </p>
              )}
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
