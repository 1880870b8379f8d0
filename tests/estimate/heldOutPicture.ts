import { advanceEnsemble } from '@/core/estimate/learning/advanceEnsemble'
import { expectedOf, startEnsemble, takeEntry } from '@/core/estimate/learning/ensemble'
import { copyEnsemble } from '@/core/estimate/learning/ensembleState'
import { programmeOf } from '@/core/programmes/programme'
import { HOUR } from '@/core/time'
import type { HeldOut } from './heldOut'

const WIDTH = 900
const HEIGHT = 220
const TOP_PPM = 6

/**
 * One held-out tub, day by day: the shade is what was foretold a day before (eight in ten), the line what was true, the dots what was
 * read. An SVG for docs/estimate.md.
 */
export const pictureOf = ({ tub, journal, truths }: HeldOut): string => {
  const { sanitizer } = programmeOf(tub.programme)
  const [first] = truths
  const last = truths.at(-1)
  if (!first || !last) throw new Error('no days')
  const x = (at: number) => 40 + ((at - first.at) / (last.at - first.at)) * (WIDTH - 60)
  const y = (ppm: number) => 10 + HEIGHT * (1 - Math.min(TOP_PPM, Math.max(0, ppm)) / TOP_PPM)
  const ensemble = startEnsemble(tub, 400, journal[0]?.at ?? first.at)
  let next = 0
  const foretold = truths.flatMap(({ at }) => {
    // All that was known a day before, then the doses and soaks that were to come.
    for (; (journal[next]?.at ?? Number.POSITIVE_INFINITY) <= at - 24 * HOUR; next++) {
      const entry = journal[next]
      if (entry) takeEntry(ensemble, tub, entry)
    }
    const ahead = copyEnsemble(ensemble)
    for (const entry of journal.slice(next))
      if (entry.at < at && entry.kind !== 'test') takeEntry(ahead, tub, entry)
    advanceEnsemble(ahead, tub, at)
    const spread = expectedOf(ahead, tub, sanitizer)
    return spread ? [{ at, ...spread }] : []
  })
  const point = (at: number, ppm: number) => `${x(at).toFixed(1)} ${y(ppm).toFixed(1)}`
  const shade = `M${foretold.map(({ at, high }) => point(at, high)).join('L')}L${foretold
    .toReversed()
    .map(({ at, low }) => point(at, low))
    .join('L')}z`
  const read = journal.flatMap((entry) =>
    entry.kind === 'test' && entry.body.readings[sanitizer] !== undefined
      ? [
          `<circle cx="${x(entry.at).toFixed(1)}" cy="${y(entry.body.readings[sanitizer] ?? 0).toFixed(1)}" r="3" fill="#8d4a20"/>`,
        ]
      : [],
  )
  const ticks = [0, 1, 2, 3, 4, 5, 6].map(
    (ppm) =>
      `<path d="M40 ${y(ppm)}H${WIDTH - 20}" stroke="#d8d2c6"/><text x="34" y="${y(ppm) + 4}" text-anchor="end">${ppm}</text>`,
  )
  const days = truths
    .map((truth, i) => ({ ...truth, day: i + 1 }))
    .filter(({ day }) => day % 7 === 0)
    .map(
      ({ at, day }) =>
        `<text x="${x(at)}" y="${HEIGHT + 28}" text-anchor="middle">day ${day}</text>`,
    )
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDTH} ${HEIGHT + 40}" font-family="sans-serif" font-size="12" fill="#24312f"><rect width="100%" height="100%" fill="#f8f5ef"/>${ticks.join('')}<path d="${shade}" fill="#9fbdb8" opacity="0.7"/><path d="M${truths.map(({ at, sanitizer: ppm }) => point(at, ppm)).join('L')}" fill="none" stroke="#24312f" stroke-width="1.6"/>${read.join('')}${days.join('')}</svg>\n`
}
