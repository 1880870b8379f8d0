import fc from 'fast-check'
import { CAUSES, type CauseId, QUESTION_IDS } from '@/core/journal/causeId'
import { SIGNS, type Sign } from '@/core/journal/sign'
import { seeded } from '@/core/random'
import { type Findings, type Known, posterior, ratioOf } from '@/core/trouble/network'
import { ANSWER_TABLE, FACTOR_TABLE, PRIOR, SIGN_TABLE, type Table } from '@/core/trouble/tables'

const FACTORS = Object.entries(FACTOR_TABLE) as [string, Table][]
const TABLED = SIGNS.filter((sign) => SIGN_TABLE[sign])

test('every table is a table: shares of one, over the same values, for every cause it names', () => {
  const tables = [...FACTORS, ...Object.entries(ANSWER_TABLE)]
  for (const [id, { values, usual, by }] of tables)
    for (const row of [usual, ...Object.values(by)]) {
      expect([id, row.length]).toEqual([id, values.length])
      expect(row.reduce((sum, one) => sum + one, 0)).toBeCloseTo(1, 6)
      for (const one of row) {
        expect(one).toBeGreaterThan(0)
        expect(one).toBeLessThan(1)
      }
    }
  for (const table of Object.values(SIGN_TABLE)) {
    expect(table.alone).toBeGreaterThan(0)
    for (const one of Object.values(table.by)) expect(one).toBeGreaterThan(table.alone)
  }
  for (const cause of CAUSES) {
    expect(PRIOR[cause]).toBeGreaterThan(0)
    expect(PRIOR[cause]).toBeLessThan(0.25)
  }
})

test('every cause has a sign that it brings more often than not, or nearly', () => {
  for (const cause of CAUSES) {
    const most = Math.max(...TABLED.map((sign) => SIGN_TABLE[sign]?.by[cause] ?? 0))
    expect([cause, most >= 0.35]).toEqual([cause, true])
  }
})

const known = ([id, table]: readonly [string, Table], nth: number): Known => ({
  id,
  table,
  value: table.values[nth % table.values.length] ?? '',
})
const anyFactors = fc
  .uniqueArray(fc.tuple(fc.nat(FACTORS.length - 1), fc.nat(4)), {
    selector: ([i]) => i,
    maxLength: 8,
  })
  .map((picked) => picked.map(([i, nth]) => known(FACTORS[i] as [string, Table], nth)))
const anyAnswers = fc
  .uniqueArray(fc.tuple(fc.nat(QUESTION_IDS.length - 1), fc.nat(2)), {
    selector: ([i]) => i,
    maxLength: 3,
  })
  .map((picked) =>
    picked.map(([i, nth]) => {
      const id = QUESTION_IDS[i] ?? 'started'
      return known([id, ANSWER_TABLE[id]], nth)
    }),
  )
const anySigns = fc.uniqueArray(fc.constantFrom(...TABLED), { maxLength: 5 })
const anyFindings: fc.Arbitrary<Findings> = fc.record({
  signs: anySigns,
  factors: anyFactors,
  answers: anyAnswers,
})

/**
 * The same sum by another way: over the subsets of the signs instead of the causes, by inclusion and exclusion.
 * D. Heckerman, "A tractable inference algorithm for diagnosing multiple diseases" (1989), the quickscore; from memory.
 */
const quickscore = ({ signs, factors }: Findings): Record<string, number> => {
  const tables = signs.flatMap((sign) => SIGN_TABLE[sign] ?? [])
  const prior = (cause: CauseId) => {
    const odds = factors.reduce(
      (product, one) => product * ratioOf(one, cause),
      PRIOR[cause] / (1 - PRIOR[cause]),
    )
    return odds / (1 + odds)
  }
  const sum = (given: CauseId | undefined) => {
    let total = 0
    for (let subset = 0; subset < 2 ** tables.length; subset++) {
      const picked = tables.filter((_, i) => (subset >> i) & 1)
      const none = picked.reduce((product, { alone }) => product * (1 - alone), 1)
      const causes = CAUSES.reduce((product, cause) => {
        const missed = picked.reduce((left, { by }) => left * (1 - (by[cause] ?? 0)), 1)
        const p = prior(cause)
        return product * (cause === given ? p * missed : p * missed + 1 - p)
      }, 1)
      total += (picked.length % 2 === 0 ? 1 : -1) * none * causes
    }
    return total
  }
  const all = sum(undefined)
  return Object.fromEntries(CAUSES.map((cause) => [cause, sum(cause) / all]))
}

test('the sum agrees with the quickscore, which runs over sets of signs and subtracts', () => {
  fc.assert(
    fc.property(
      fc.uniqueArray(fc.constantFrom(...TABLED), { minLength: 1, maxLength: 4 }),
      fc.uniqueArray(fc.nat(FACTORS.length - 1), { maxLength: 6 }),
      (signs, factors) => {
        const findings = {
          signs,
          factors: factors.map((i) => known(FACTORS[i] as [string, Table], i)),
          answers: [],
        }
        const { likelihood, linked } = posterior(findings)
        const exact = quickscore(findings)
        for (const cause of linked) expect(likelihood[cause]).toBeCloseTo(exact[cause] ?? -1, 5)
      },
    ),
    { numRuns: 100 },
  )
})

test('neither the order of the signs nor that of the rest makes a difference', () => {
  fc.assert(
    fc.property(anyFindings, fc.nat(), (findings, seed) => {
      const random = seeded(seed)
      const shuffled = <One>(list: readonly One[]) =>
        list
          .map((one) => ({ one, at: random() }))
          .sort((a, b) => a.at - b.at)
          .map(({ one }) => one)
      const one = posterior(findings).likelihood
      const other = posterior({
        signs: shuffled(findings.signs),
        factors: shuffled(findings.factors),
        answers: shuffled(findings.answers),
      }).likelihood
      for (const cause of CAUSES) expect(other[cause]).toBeCloseTo(one[cause], 9)
    }),
    { numRuns: 60 },
  )
})

test('a cause that no sign speaks for is never likelier than it is anyway', () => {
  fc.assert(
    fc.property(anyFindings, (findings) => {
      const { likelihood, linked } = posterior(findings)
      for (const cause of CAUSES)
        if (!linked.includes(cause))
          expect(likelihood[cause]).toBeLessThanOrEqual(PRIOR[cause] + 1e-12)
    }),
  )
  const { likelihood } = posterior({
    signs: [],
    factors: [known(['filter age', FACTOR_TABLE['filter age']], 3)],
    answers: [],
  })
  expect(likelihood['filter clogged']).toBeLessThanOrEqual(PRIOR['filter clogged'])
})

test('of evidence about one cause alone, what speaks for it never lowers it, and what speaks against it never raises it', () => {
  const alone = FACTORS.filter(([, { by }]) => Object.keys(by).length === 1)
  expect(alone.length).toBeGreaterThan(8)
  fc.assert(
    fc.property(anyFindings, fc.constantFrom(...alone), fc.nat(4), (findings, factor, nth) => {
      const one = known(factor, nth)
      const rest = findings.factors.filter(({ id }) => id !== one.id)
      const cause = Object.keys(one.table.by)[0] as CauseId
      const before = posterior({ ...findings, factors: rest })
      const after = posterior({ ...findings, factors: [...rest, one] })
      const change = after.likelihood[cause] - before.likelihood[cause]
      if (ratioOf(one, cause) >= 1) expect(change).toBeGreaterThanOrEqual(-1e-9)
      else expect(change).toBeLessThanOrEqual(1e-9)
    }),
    { numRuns: 80 },
  )
})

test('what is left out, one piece at a time, is what a network without it says', () => {
  fc.assert(
    fc.property(anyFindings, (findings) => {
      fc.pre(findings.signs.length > 1)
      const { without, likelihood, linked } = posterior(findings)
      const lacking = (id: string): Findings => ({
        signs: findings.signs.filter((sign) => sign !== id),
        factors: findings.factors.filter((one) => one.id !== id),
        answers: findings.answers.filter((one) => one.id !== id),
      })
      for (const [id, left] of without) {
        const anew = posterior(lacking(id))
        for (const cause of linked)
          if (anew.linked.includes(cause)) {
            expect(left[cause]).toBeCloseTo(anew.likelihood[cause], 6)
            // So what is shown as speaking for a cause, for it raises it, can never lower it.
            const raises = likelihood[cause] > left[cause]
            if (raises) expect(likelihood[cause]).toBeGreaterThan(anew.likelihood[cause] - 1e-6)
          }
      }
      expect(without.size).toBeGreaterThanOrEqual(findings.signs.length)
    }),
    { numRuns: 40 },
  )
})

test('a question leaves the causes about where they are on average: nothing is told by asking', () => {
  fc.assert(
    fc.property(anySigns, fc.constantFrom(...QUESTION_IDS), (signs, id) => {
      const findings: Findings = { signs, factors: [], answers: [] }
      const { answers } = findings
      const table = ANSWER_TABLE[id]
      const { likelihood, linked, after } = posterior({ ...findings, answers }, [{ id, table }])
      const values = after.get(id) ?? []
      expect(values.reduce((sum, one) => sum + one.probability, 0)).toBeCloseTo(1, 9)
      for (const cause of linked) {
        const mean = values.reduce((sum, one) => sum + one.probability * one.likelihood[cause], 0)
        // Answers are weighed for each cause by itself: with several at work at once that is not quite so.
        expect(Math.abs(mean - likelihood[cause])).toBeLessThan(0.15)
      }
      for (const { value, likelihood: then } of values) {
        const told = posterior({ ...findings, answers: [...answers, { id, table, value }] })
        for (const cause of linked) expect(told.likelihood[cause]).toBeCloseTo(then[cause], 9)
      }
    }),
    { numRuns: 40 },
  )
})

/** Facts of the trade: what is named first where nothing but the sign is known. Common practice. */
test.each<[Sign, readonly CauseId[]]>([
  ['cloudy', ['filter clogged', 'sanitizer low']],
  ['foam', ['soap and lotion']],
  ['chlorine smell', ['combined chlorine']],
  ['musty smell', ['biofilm', 'old water']],
  ['weak flow', ['filter clogged', 'low water level']],
  ['slimy flakes', ['biofilm']],
  ['white flakes', ['balance scaling', 'scale on the shell']],
  ['gritty shell', ['scale on the shell', 'balance scaling']],
  ['stain', ['metals']],
  ['rash', ['infection']],
  ['level falling', ['evaporation', 'leak']],
  ['pH keeps rising', ['aeration']],
  ['heavy cover', ['cover waterlogged']],
])('%s by itself is first of all %s', (sign, causes) => {
  const { likelihood } = posterior({ signs: [sign], factors: [], answers: [] })
  const [first] = CAUSES.toSorted((a, b) => likelihood[b] - likelihood[a])
  expect(causes).toContain(first)
})

test('cloud is the filter first, then sanitizer and balance, then load, then old water: common practice', () => {
  const { likelihood } = posterior({ signs: ['cloudy'], factors: [], answers: [] })
  const chain: CauseId[] = ['filter clogged', 'sanitizer low', 'heavy load', 'old water']
  for (const [i, cause] of chain.slice(1).entries())
    expect(likelihood[chain[i] ?? cause]).toBeGreaterThanOrEqual(likelihood[cause] * 0.95)
})

test('foam stands up on high pH, skin oil and heat: a high pH makes soap and lotion likelier. Common practice', () => {
  const at = (nth: number) =>
    posterior({
      signs: ['foam'],
      factors: [known(['pH', FACTOR_TABLE.pH], nth)],
      answers: [],
    }).likelihood['soap and lotion']
  expect(at(2)).toBeGreaterThan(at(1))
})
