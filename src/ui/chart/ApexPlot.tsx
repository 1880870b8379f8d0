'use client'

import type { ApexOptions } from 'apexcharts'
import { memo, useMemo } from 'react'
import Chart from 'react-apexcharts'
import { useColours } from './useColours'

/** What is plotted, in pixels up from the bottom and in milliseconds or any other number across. */
export interface PlotData {
  areas: readonly (readonly (readonly [x: number, low: number, high: number])[])[]
  lines: readonly (readonly (readonly [x: number, y: number])[])[]
  marks: readonly PlotMarks[]
  /** Kept ranges: shaded from edge to edge. */
  bands: readonly (readonly [low: number, high: number])[]
  /** Stretches of the ground that are set off from the rest. */
  grounds: readonly (readonly [from: number, to: number])[]
  /** Lines between lanes. */
  rules: readonly number[]
}
export const SHAPES = ['square', 'diamond', 'plus', 'triangle', 'circle', 'line'] as const
export interface PlotMarks {
  shape: (typeof SHAPES)[number]
  filled: boolean
  colour: 'ink' | 'spruce' | 'copper' | 'muted'
  size: number
  points: readonly (readonly [x: number, y: number])[]
}

/** Pieces of one kind are one series, and a gap lies between them: the chart draws few series fast and many slowly. */
const joined = <Point,>(pieces: readonly (readonly Point[])[], gap: (after: Point) => Point) =>
  pieces.flatMap((piece) => {
    const last = piece.at(-1)
    return last === undefined ? [] : [...piece, gap(last)]
  })

/** The chart draws its grounds and bands over everything else; they belong behind it. */
const behind = ({ el }: { el: Element }) => {
  for (const group of el.querySelectorAll(
    '.apexcharts-yaxis-annotations, .apexcharts-xaxis-annotations',
  ))
    group.parentNode?.prepend(group)
}

/** The drawn part of a chart: no axis, no words. It fills its box from edge to edge, so that whatever stands over it knows its places. */
const ApexPlot = ({
  data: { areas, lines, marks, bands, grounds, rules },
  from,
  to,
  height,
}: {
  data: PlotData
  from: number
  to: number
  height: number
}) => {
  const colours = useColours()
  const series = useMemo(
    () => [
      {
        name: 'area',
        type: 'rangeArea',
        data: joined(
          areas.map((area) =>
            area.map(([x, low, high]) => ({ x, y: [low, high] as (number | null)[] })),
          ),
          ({ x }) => ({ x, y: [null, null] }),
        ),
      },
      {
        name: 'line',
        type: 'line',
        data: joined(
          lines.map((line) => line.map(([x, y]) => ({ x, y: y as number | null }))),
          ({ x }) => ({ x, y: null }),
        ),
      },
      ...marks.map(({ points }, i) => ({
        name: `marks ${i}`,
        type: 'scatter',
        data: points.map(([x, y]) => ({ x, y })),
      })),
    ],
    [areas, lines, marks],
  )
  const options = useMemo((): ApexOptions => {
    const own = marks.map(({ colour }) => colours[colour])
    return {
      chart: {
        type: 'line',
        animations: { enabled: false },
        toolbar: { show: false },
        zoom: { enabled: false },
        sparkline: { enabled: true },
        parentHeightOffset: 0,
        events: { mounted: behind, updated: behind },
        redrawOnWindowResize: true,
        // The policy lets in no style sheet without it.
        nonce: document.querySelector<HTMLScriptElement>('script[nonce]')?.nonce,
      },
      colors: [colours.mist, colours.ink, ...own],
      stroke: { curve: 'straight', width: [0, 1.6, ...marks.map(() => 0)] },
      fill: { type: 'solid', opacity: [0.75, 1, ...marks.map(() => 1)] },
      markers: {
        size: [0, 0, ...marks.map(({ size }) => size)],
        shape: ['circle', 'circle', ...marks.map(({ shape }) => shape)],
        colors: [
          colours.mist,
          colours.ink,
          ...marks.map(({ filled }, i) => (filled ? own[i] : colours.paper)),
        ] as string[],
        strokeColors: [colours.mist, colours.ink, ...own] as string[],
        strokeWidth: 1.5,
        hover: { sizeOffset: 0 },
      },
      dataLabels: { enabled: false },
      tooltip: { enabled: false },
      legend: { show: false },
      states: { hover: { filter: { type: 'none' } }, active: { filter: { type: 'none' } } },
      xaxis: { type: 'numeric', min: from, max: to, crosshairs: { show: false } },
      grid: { show: false, padding: { left: 0, right: 0, top: 0, bottom: 0 } },
      yaxis: { min: 0, max: height, show: false },
      annotations: {
        yaxis: [
          ...bands.map(([low, high]) => ({
            y: low,
            y2: high,
            fillColor: colours.spruce,
            opacity: 0.13,
            borderColor: 'transparent',
          })),
          ...bands.flatMap((band) =>
            band.map((y) => ({ y, borderColor: colours.spruce, strokeDashArray: 3 })),
          ),
          ...rules.map((y) => ({ y, borderColor: colours.hair, strokeDashArray: 0 })),
        ],
        xaxis: grounds.map(([x, x2]) => ({
          x,
          x2,
          fillColor: colours.oak,
          opacity: 0.22,
          borderColor: 'transparent',
        })),
      },
    }
  }, [marks, bands, grounds, rules, from, to, height, colours])
  return <Chart options={options} series={series} type="line" width="100%" height={height} />
}

// The chart compares its options by their text each time it is asked: only what changed may ask it.
export default memo(ApexPlot)
