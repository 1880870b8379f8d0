import { EVENT_LANE_WORDS, trendedShortName, writtenAs } from '@/words/trendWords'
import { type DisplayPreferences, figure, weekday } from '@/words/words'
import type { Layout } from './geometry'
import { asPng, keepFile, type PictureWord, pictureOf } from './picture'

/** The picture as it is on the screen, with its words, as a file. */
export const keepTrends = async (
  kind: 'svg' | 'png',
  chart: SVGSVGElement,
  layout: Layout,
  {
    title,
    range,
    preferences,
  }: {
    title: string
    range: { from: number; to: number }
    preferences: DisplayPreferences
  },
): Promise<void> => {
  const style = getComputedStyle(document.body)
  const words: PictureWord[] = [
    { text: title, x: 16, y: 26, bold: true },
    {
      text: `${weekday(range.from, preferences)} to ${weekday(range.to, preferences)}`,
      x: 16,
      y: 46,
    },
    ...layout.lanes.flatMap(({ lane, top, ticks, y }) => [
      { text: trendedShortName(lane.quantity), x: 16, y: 64 + top + 18, bold: true },
      ...ticks.map((tick) => ({
        text: figure(writtenAs(lane.quantity), tick, preferences),
        x: 132,
        y: 64 + y(tick) + 4,
        end: true,
      })),
    ]),
    ...layout.events.map(({ lane, top }) => ({
      text: EVENT_LANE_WORDS[lane],
      x: 16,
      y: 64 + top + 16,
    })),
  ]
  const picture = pictureOf(chart, words, {
    left: 140,
    top: 64,
    bottom: 20,
    paper: style.backgroundColor,
    ink: style.color,
  })
  const file =
    kind === 'svg' ? new Blob([picture.svg], { type: 'image/svg+xml' }) : await asPng(picture)
  keepFile(file, `trends.${kind}`)
}
