// What is quick to check and says much: format, types, arrows, prose, what nothing uses.
import { audited } from './audit.mjs'
import { runBeside } from './lanes.mjs'
import { bin } from './setUp.mjs'

const node = process.execPath
const check = (name, seconds, args, otherwise) => ({
  name,
  seconds,
  otherwise,
  work: () => runBeside(name, node, args),
})

export const CHECKS = [
  // The compiled checker: a sixth of the time. What works on syntax trees (packages of ours do) still needs the other.
  check('Types', 8, [bin('typescript7/bin/tsc'), '--noEmit'], 'The types do not hold.'),
  check(
    'Prose only in src/words',
    11,
    ['scripts/prose.mjs'],
    'Core or server hold a sentence: it belongs into src/words.',
  ),
  check(
    'Arrows between rooms',
    7,
    [
      bin('dependency-cruiser/bin/dependency-cruise.mjs'),
      'src',
      '--config',
      '.dependency-cruiser.cjs',
    ],
    'An arrow points the wrong way, or there is a cycle.',
  ),
  check(
    'Unused exports',
    7,
    [bin('knip/bin/knip.js'), '--include', 'exports,types,files'],
    'An export or a file that nothing uses.',
  ),
  check(
    'Format and lint',
    4,
    [bin('@biomejs/biome/bin/biome'), 'check', '--error-on-warnings', '.'],
    'Format or lint: `npm run format` fixes most of it.',
  ),
]

export const AUDIT = {
  name: 'Audit of packages',
  seconds: 2,
  otherwise: 'A package that is shipped has a known hole: `npm audit` says which.',
  work: async () => ({ holds: audited() !== false, seconds: 0 }),
}
