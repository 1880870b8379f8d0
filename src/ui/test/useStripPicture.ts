'use client'

import { useEffect, useRef, useState } from 'react'
import {
  type ChartPlacement,
  isTaught,
  type Point,
  REFUSING,
  type StripPlacement,
  type StripReading,
} from '@/core'
import { photoFigure } from '@/words/photoWords'
import { formatPictureRefusal } from '@/words/testText'
import type { OpenedPicture } from '@/workers/stripPhoto.worker'
import { useDraft } from '../form/draft'
import { startChart } from './chartHandles'
import type { PhotoPad } from './PhotoResult'
import { usePhotoReader } from './usePhotoReader'

export interface Open extends OpenedPicture {
  url: string
  name: string
}

export const PRACTICE_NAME = 'practice.png'

/** An older dip belongs to another strip. */
const DIP_COUNTS_SECONDS = 3600

const LAY_CHART =
  'Now place the four rings on the centres of the chart’s corner blocks: lowest and highest of the first row, lowest and highest of the last.'

const startStrip = ({ width, height, strip }: OpenedPicture): StripPlacement =>
  strip ?? {
    first: { x: 0.25 * width, y: 0.5 * height },
    last: { x: 0.55 * width, y: 0.5 * height },
  }

/** A picture of a strip: opened, its rings laid by the application or by hand, and read as they move. */
export const useStripPicture = (pads: readonly PhotoPad[], tubId: number, waitSeconds: number) => {
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

  return {
    open,
    busy,
    setBusy,
    practised,
    sentence,
    setSentence,
    strip,
    chart,
    reading,
    late,
    laid,
    taught,
    choose,
    move,
    turn,
    withChart,
    settled: () => strip && void read(strip, chart),
  }
}
