import { estimate } from '@/core/estimate/estimate'
import { CAUSES, type CauseId } from '@/core/journal/causeId'
import type { Entry, NewEntry } from '@/core/journal/entry'
import { SIGNS, type Sign } from '@/core/journal/sign'
import { type ProgrammeId, programmeOf } from '@/core/programmes/programme'
import { normal, seeded } from '@/core/random'
import { DAY, HOUR } from '@/core/time'
import { type Evidence, evidenceOf } from '@/core/trouble/evidence'
import { posterior, ratioOf } from '@/core/trouble/network'
import { PRIOR, SIGN_TABLE } from '@/core/trouble/tables'
import type { Tub } from '@/core/tub/tub'
import { drawRates, OUTSIDE_KINDS, outsideTub } from '../outside/outsideTub'
import { share } from '../share'

const NOW = Date.UTC(2026, 5, 1, 20)
const HOUSES = share('houses whose causes are said', 30, 60)
const TABLED = SIGNS.filter((sign) => SIGN_TABLE[sign])

/** A few weeks at a tub of other laws, by people who test, dose, soak and rinse as they happen to. */
const outsideHouse = (programme: ProgrammeId, seed: number): { tub: Tub; journal: Entry[] } => {
  const random = seeded(4200 + seed)
  const kind = OUTSIDE_KINDS[programme]
  if (!kind) throw new Error(programme)
  const { presets, sanitizer } = programmeOf(programme)
  const { targets } = presets[0]
  const tub: Tub = {
    volumeLitres: 900 + 700 * random(),
    programme,
    targets,
    fillWater: { source: random() < 0.3 ? 'well' : 'town' },
    setTemperatureCelsius: 38,
  }
  const target = (targets.sanitizer.low + targets.sanitizer.high) / 2
  const world = outsideTub(drawRates(kind, tub.volumeLitres, target, random), random)
  const days = 2 + 150 * random() ** 2
  const from = NOW - days * DAY
  const journal: NewEntry[] = [{ kind: 'water', at: from, body: { replacedFraction: 1 } }]
  const every = 1 + 4 * random()
  const rinses = 3 + 20 * random()
  let tested = 0
  let rinsed = 0
  world.add(target)
  for (let day = 0.5; day < days - 0.1; day += 0.5) {
    const at = from + day * DAY
    world.advance(day * 24)
    if (random() < 0.25) {
      const people = 1 + Math.floor(4 * random())
      world.soak(people / 2)
      journal.push({ kind: 'soak', at, body: { people, minutes: 30 } })
    }
    if (day - rinsed > rinses) {
      rinsed = day
      journal.push({
        kind: 'chore',
        at: at + HOUR,
        body: { chore: 'filter rinse', outcome: 'done' },
      })
    }
    if (day - tested > every && day > days - 20) {
      tested = day
      const residual = Math.max(0, world.residual() * (1 + 0.1 * normal(random)))
      journal.push({
        kind: 'test',
        at: at + 2 * HOUR,
        body: {
          method: 'drops',
          readings: {
            [sanitizer]: residual,
            pH: 7.5 + 0.3 * normal(random),
            totalAlkalinity: 95 + 30 * normal(random),
            calciumHardness: Math.max(10, 170 + 90 * normal(random)),
          },
        },
      })
      if (residual < target) world.add(target - residual)
    }
  }
  return { tub, journal: journal.map((one, i) => ({ ...one, id: i + 1 }) as Entry) }
}

/** Which causes are at work, by their odds in this house. */
const drawCauses = (evidence: readonly Evidence[], random: () => number): CauseId[] =>
  CAUSES.filter((cause) => {
    const odds = evidence.reduce(
      (product, one) => product * ratioOf(one, cause),
      PRIOR[cause] / (1 - PRIOR[cause]),
    )
    return random() < odds / (1 + odds)
  })

const shows = (sign: Sign, causes: readonly CauseId[]): number => {
  const table = SIGN_TABLE[sign]
  if (!table) return 0
  return (
    1 - causes.reduce((missed, cause) => missed * (1 - (table.by[cause] ?? 0)), 1 - table.alone)
  )
}

test('of causes that are said to be so likely, so many are at work, in houses whose tubs obey other laws', () => {
  const random = seeded(77)
  const programmes = ['granular chlorine', 'bromine tablets', 'bromide bank with oxidiser'] as const
  const bins = Array.from({ length: 10 }, () => ({ said: 0, so: 0, count: 0 }))
  let cases = 0
  for (let house = 0; house < HOUSES; house++) {
    const { tub, journal } = outsideHouse(programmes[house % 3] ?? 'granular chlorine', house)
    const state = estimate(tub, journal, NOW)
    const evidence = evidenceOf(tub, journal, NOW, { estimate: state })
    for (let draw = 0; draw < 400; draw++) {
      const causes = drawCauses(evidence, random)
      // What a person noticed does not depend on what else there was to notice.
      const looked = Array.from(
        { length: random() < 0.6 ? 1 : 2 },
        () => TABLED[Math.floor(random() * TABLED.length)] ?? 'cloudy',
      )
      const signs = [...new Set(looked)]
      if (!signs.every((sign) => random() < shows(sign, causes))) continue
      cases += 1
      const { likelihood, linked } = posterior({ signs, factors: evidence, answers: [] })
      for (const cause of linked) {
        const bin = bins[Math.min(9, Math.floor(10 * likelihood[cause]))]
        if (!bin) continue
        bin.said += likelihood[cause]
        bin.so += causes.includes(cause) ? 1 : 0
        bin.count += 1
      }
    }
  }
  expect(cases).toBeGreaterThan(13 * HOUSES)
  for (const { said, so, count } of bins) {
    if (count < 60) continue
    const off = Math.abs(so / count - said / count)
    // Three standard deviations of the count: the sum itself is exact.
    expect(off).toBeLessThan(3 * Math.sqrt(0.25 / count))
  }
})
