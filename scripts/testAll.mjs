// What scripts/test.mjs runs once packages and browser are there: all checks and journeys, and a share of what is drawn at random.
import { mkdirSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { AUDIT, CHECKS } from './checks.mjs'
import { JOURNEYS, journeysAt } from './journeys.mjs'
import { inLanes, runBeside } from './lanes.mjs'
import { OTHERS, USUAL } from './moments.mjs'
import { bin, fail, run, say } from './setUp.mjs'
import { shares } from './shares.mjs'
import { saveTimes } from './times.mjs'
import { unitPieces } from './units.mjs'

const node = process.execPath
const whole = process.argv.includes('--whole')
// Unit tests and journeys ask for it.
if (whole) process.env.PAVREL_WHOLE = '1'
const name = process.argv.slice(2).find((one) => !one.startsWith('--'))

const started = performance.now()
rmSync('test-results', { recursive: true, force: true })
mkdirSync('test-results')
run(node, [bin('next/dist/bin/next'), 'typegen'], {
  otherwise: 'The route types could not be written.',
})

const BUILD = {
  name: 'Build',
  // Before everything that waits for it.
  seconds: 1000,
  otherwise: 'The build failed; the lines above say where.',
  work: () => runBeside('Build', node, ['scripts/build.mjs']),
}
const faults = (form) => ({
  name: 'Faults',
  seconds: 120,
  needs: 'Build',
  otherwise: 'Something was lost: the lines above say what.',
  work: () => runBeside('Faults', node, ['scripts/faults.mjs', ...form], { shown: true }),
})

/** Ends with the first sentence of what does not hold; what was never begun waited for it. */
const mustHold = (pieces, done) => {
  for (const piece of pieces) if (done.get(piece.name)?.holds === false) fail(piece.otherwise)
  const missing = pieces.filter((piece) => !done.has(piece.name))
  if (missing.length > 0) fail(`Not begun: ${missing.map((piece) => piece.name).join(', ')}.`)
}

const closingLine = (counts) => {
  const sum = (of) => counts.reduce((all, one) => all + one[of], 0)
  const skipped = sum('skipped') > 0 ? `, ${sum('skipped')} skipped` : ''
  const minutes = Math.round((performance.now() - started) / 6000) / 10
  say(`All of it took ${minutes} minutes.`)
  console.log(`\n${sum('passed')} passed, ${sum('failed')} failed${skipped}`)
}

/** Files below a folder whose path has the name in it, or that speak of it. */
const touching = (folder, pattern, byText) =>
  readdirSync(folder).flatMap((file) => {
    const path = join(folder, file)
    if (statSync(path).isDirectory()) return touching(path, pattern, byText)
    if (!pattern.test(file)) return []
    const found = path.includes(name) || (byText && readFileSync(path, 'utf8').includes(name))
    return found ? [path] : []
  })

if (name !== undefined) {
  const sources = touching('src', /\.tsx?$/, false)
  const tests = touching('tests', /\.test\.tsx?$/, true)
  const files = [...sources, ...tests]
  if (files.length > 0)
    run(node, [bin('jest/bin/jest.js'), '--findRelatedTests', ...files, '--passWithNoTests'], {
      otherwise: 'A unit test or a check failed.',
    })
  const journeys = touching('e2e', /\.spec\.ts$/, true).map((path) => path.slice('e2e/'.length))
  if (files.length + journeys.length === 0) fail(`Nothing touches ${name}.`)
  const { pieces, counts } = journeysAt(USUAL, journeys, { needs: 'Build' })
  if (journeys.length > 0) mustHold(pieces, await inLanes([BUILD, ...pieces]))
  closingLine([counts])
} else {
  const units = unitPieces()
  const journeys = journeysAt(USUAL, JOURNEYS, { needs: 'Build' })
  const others = whole
    ? OTHERS.map(([said, wall]) =>
        journeysAt(wall, JOURNEYS, { needs: 'Build', label: `, ${said}` }),
      )
    : []
  const pieces = [
    BUILD,
    faults(whole ? [] : ['--short']),
    ...CHECKS,
    AUDIT,
    ...units.pieces,
    ...journeys.pieces,
    ...others.flatMap((one) => one.pieces),
  ]
  const done = await inLanes(pieces)
  if (process.argv.includes('--times')) saveTimes({ ...units.times, ...journeys.times })
  mustHold(pieces, done)
  if (!whole)
    for (const { file, what, some, all } of shares())
      if (String(some) !== all) say(`A share: ${what}, ${some} of ${all} (${file})`)
  closingLine([units.counts, journeys.counts, ...others.map((one) => one.counts)])
}
process.exit(0)
