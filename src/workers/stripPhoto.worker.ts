import { expose, transfer } from 'comlink'
import {
  type ChartPlacement,
  chartOf,
  findChart,
  findStrip,
  isTaught,
  type Lab,
  labOf,
  linearOfHex,
  type Picture,
  type PictureRefusal,
  readChart,
  readStrip,
  refusePicture,
  type StripPad,
  type StripPlacement,
  type StripReading,
  tooSmall,
} from '@/core'

/** Pads keep some forty pixels at this size, and a large picture is read in a fraction of a second. */
const LONG_SIDE = 1600
const SHOWN_SIDE = 900

export interface OpenedPicture {
  /** A smaller copy to look at. */
  shown: ImageBitmap
  /** Of the picture that is read; places are in its pixels. */
  width: number
  height: number
  /** Where the strip was found. */
  strip: StripPlacement | undefined
}

let picture: Picture | undefined

const scaled = (bitmap: ImageBitmap | OffscreenCanvas, longSide: number) => {
  const scale = Math.min(1, longSide / Math.max(bitmap.width, bitmap.height))
  const width = Math.round(bitmap.width * scale)
  const height = Math.round(bitmap.height * scale)
  const canvas = new OffscreenCanvas(width, height)
  const context = canvas.getContext('2d', { willReadFrequently: true })
  if (!context) throw new Error('no 2d context')
  context.imageSmoothingQuality = 'high'
  context.drawImage(bitmap, 0, 0, width, height)
  return { canvas, context, width, height }
}

const chartColours = (placement: ChartPlacement, blocks: readonly number[]) =>
  picture && readChart(picture, placement, blocks)

const reader = {
  /** Opens a file as the camera meant it to stand, and looks for a strip of these pads; of none it looks for nothing. */
  open: async (
    file: Blob,
    pads: readonly StripPad[],
  ): Promise<OpenedPicture | { refusal: PictureRefusal }> => {
    picture = undefined
    const head = new Uint8Array(await file.slice(0, 4096).arrayBuffer())
    const refusal = refusePicture(head, file.size)
    if (refusal) return { refusal }
    let bitmap: ImageBitmap
    try {
      bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' })
    } catch {
      return { refusal: { code: 'damaged' } }
    }
    const small = tooSmall(bitmap.width, bitmap.height)
    if (small) return { refusal: small }
    const { canvas, context, width, height } = scaled(bitmap, LONG_SIDE)
    bitmap.close()
    picture = { width, height, data: context.getImageData(0, 0, width, height).data }
    const shown = scaled(canvas, SHOWN_SIDE).canvas.transferToImageBitmap()
    const strip = findStrip(
      picture,
      pads.length,
      pads.every(isTaught) ? pads.map(chartOf) : undefined,
    )
    return transfer({ shown, width, height, strip }, [shown])
  },

  /** Reads the opened picture; with a chart in it, against that one. */
  read: (
    placement: StripPlacement,
    pads: readonly StripPad[],
    chart?: ChartPlacement,
    lateSeconds = 0,
  ): StripReading | { sentence: string } => {
    if (!picture) return { sentence: 'Choose a picture first.' }
    if (!chart) return readStrip(picture, placement, pads, { lateSeconds })
    const colours = chartColours(
      chart,
      pads.map(({ blocks }) => blocks.length),
    )
    if (!colours)
      return {
        sentence:
          'Around the chart’s blocks there should be lighter paper. Move the four rings to the middles of its corner blocks.',
      }
    const charts: Lab[][] = colours.map((row) => row.map((hex) => labOf(linearOfHex(hex))))
    return readStrip(picture, placement, pads, { ownChart: charts, lateSeconds })
  },

  /** Where a chart lies in the opened picture, as far as it can be told. */
  findChart: (blocks: readonly number[]): ChartPlacement | undefined =>
    picture && findChart(picture, blocks),

  /** The colours of a chart's blocks in the opened picture, a row a pad. */
  chart: (placement: ChartPlacement, blocks: readonly number[]): string[][] | undefined =>
    chartColours(placement, blocks),
}

export type StripPhotoReader = typeof reader

expose(reader)
