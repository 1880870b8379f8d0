'use client'

import { useState } from 'react'
import { type ChartPlacement, chartPoints, type Point } from '@/core'
import { formatPictureRefusal } from '@/words/testText'
import type { OpenedPicture } from '@/workers/stripPhoto.worker'
import { useDraft } from '../form/draft'
import { chartHandles, startChart } from './chartHandles'
import { FileChoice } from './FileChoice'
import { PictureStage } from './PictureStage'
import { usePhotoReader } from './usePhotoReader'

/** Takes the colours of all blocks from one picture of the bottle's chart; they are kept with the kit's form. */
export const ChartTeacher = ({
  values,
}: {
  /** The blocks' values a pad, as they stand in the form. */
  values: readonly (readonly number[])[]
}) => {
  const blocks = values.map((row) => row.length)
  const reader = usePhotoReader()
  const { set } = useDraft()
  const [open, setOpen] = useState<OpenedPicture>()
  const [chart, setChart] = useState<ChartPlacement>()
  const [sentence, setSentence] = useState<string>()

  const take = async (placement: ChartPlacement) => {
    const colours = await reader().chart(placement, blocks)
    if (!colours) {
      setSentence(
        'There should be lighter paper around the blocks. Place the four rings on the centres of the corner blocks.',
      )
      return
    }
    setSentence('Done: compare them with the bottle below, then save.')
    for (const [i, row] of colours.entries()) {
      const places = (values[i] ?? []).map((value, place) => ({ value, place }))
      places.sort((a, b) => a.value - b.value)
      for (const [j, colour] of row.entries()) set(`pad.${i}.colour.${places[j]?.place}`, colour)
    }
  }
  const choose = async (file: File) => {
    setSentence('Reading the picture…')
    const opened = await reader().open(file, [])
    if ('refusal' in opened) {
      setOpen(undefined)
      setSentence(formatPictureRefusal(opened.refusal))
      return
    }
    const found = await reader().findChart(blocks)
    setOpen(opened)
    setChart(found ?? startChart(opened))
    if (found) await take(found)
    else
      setSentence(
        'Place the four rings on the centres of the corner blocks, then let go: the colours follow.',
      )
  }
  return (
    <div>
      <div className="flex flex-wrap items-center gap-x-4">
        <FileChoice
          label={open ? 'Another picture of the chart' : 'Colours from a picture of the chart'}
          className="plain"
          onFile={(file) => void choose(file)}
        />
        <p className="small text-muted" role="status">
          {sentence ?? 'In even daylight, straight from above. It’s read on this device.'}
        </p>
      </div>
      {open && chart && (
        <div className="mt-3">
          <PictureStage
            shown={open.shown}
            width={open.width}
            height={open.height}
            label="The picture of the chart"
            handles={chartHandles(chart, blocks.length)}
            marks={chartPoints(chart, blocks)
              .flat()
              .map((point, i) => ({ key: String(i), point, radius: open.width / 110 }))}
            onMove={(id: string, point: Point) => setChart((now) => now && { ...now, [id]: point })}
            onSettled={() => void take(chart)}
          />
        </div>
      )}
    </div>
  )
}
