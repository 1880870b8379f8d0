// Draws docs/house.md from the sources: the rooms and their arrows, and what each folder of the core stands on.
import { execFileSync } from 'node:child_process'
import { writeFileSync } from 'node:fs'
import { bin } from './setUp.mjs'

const cruised = (inside, collapse, type) =>
  execFileSync(
    process.execPath,
    [
      bin('dependency-cruiser/bin/dependency-cruise.mjs'),
      'src',
      '--no-config',
      '--ts-config',
      'tsconfig.json',
      '--ts-pre-compilation-deps',
      '--include-only',
      inside,
      '--output-type',
      type,
      '--collapse',
      collapse,
    ],
    { encoding: 'utf8', maxBuffer: 64_000_000 },
  )

const rooms = cruised('^src/[^/]+/', '^src/[^/]+', 'mermaid')
const { modules } = JSON.parse(cruised('^src/core/', '^src/core/[^/]+', 'json'))
const name = (path) => path.replace(/^src\/core\//, '').replace(/\.ts$/, '')
const rows = modules
  .filter(({ source }) => name(source) !== 'index')
  .map(({ source, dependencies }) => {
    const on = [...new Set(dependencies.map(({ resolved }) => name(resolved)))]
    return [name(source), on.filter((one) => one !== name(source)).sort()]
  })
  .sort(([, one], [, other]) => one.length - other.length)

writeFileSync(
  'docs/house.md',
  `# The house: rooms and arrows

Drawn from the sources by \`node scripts/houseDoc.mjs\`; \`npm run arrows\` holds what is allowed.

\`\`\`mermaid
${rooms.trim()}
\`\`\`

Inside the core a folder imports only what stands before it:

| folder | stands on |
| ------ | --------- |
${rows.map(([folder, on]) => `| ${folder} | ${on.join(', ') || 'nothing'} |`).join('\n')}
`,
)
execFileSync(process.execPath, [
  bin('@biomejs/biome/bin/biome'),
  'format',
  '--write',
  'docs/house.md',
])
