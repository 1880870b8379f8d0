'use client'

import type { ApexOptions } from 'apexcharts'
import { useMemo } from 'react'
import Chart from 'react-apexcharts'
import { useColours } from './useColours'

/** Bars of stacked parts, from edge to edge of their box: names and figures stand in the page around them. */
const ApexBars = ({
  parts,
  most,
  height,
}: {
  /** From the bottom up: a texture of its own each, so that they differ without colour. */
  parts: readonly { name: string; values: readonly number[]; look: 'plain' | 'deep' | 'hatched' }[]
  most: number
  height: number
}) => {
  const colours = useColours()
  const series = useMemo(
    () => parts.map(({ name, values }) => ({ name, data: [...values] })),
    [parts],
  )
  const options = useMemo((): ApexOptions => {
    const colour = { plain: colours.oak, deep: colours.mist, hatched: colours.ink }
    return {
      chart: {
        type: 'bar',
        stacked: true,
        animations: { enabled: false },
        toolbar: { show: false },
        zoom: { enabled: false },
        sparkline: { enabled: true },
        nonce: document.querySelector<HTMLScriptElement>('script[nonce]')?.nonce,
      },
      plotOptions: { bar: { columnWidth: '52%' } },
      colors: parts.map(({ look }) => colour[look]),
      fill: {
        type: parts.map(({ look }) => (look === 'hatched' ? 'pattern' : 'solid')),
        opacity: 1,
        pattern: { style: 'slantedLines', width: 7, height: 7, strokeWidth: 1.5 },
      },
      stroke: { width: 1, colors: parts.map(() => colours.ink) },
      dataLabels: { enabled: false },
      tooltip: { enabled: false },
      legend: { show: false },
      states: { hover: { filter: { type: 'none' } }, active: { filter: { type: 'none' } } },
      yaxis: { min: 0, max: most, show: false },
    }
  }, [parts, most, colours])
  return <Chart options={options} series={series} type="bar" width="100%" height={height} />
}

export default ApexBars
