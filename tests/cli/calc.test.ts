import { spawn, spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { runCalc } from '@/cli/runCalc'

const calc = async (args: string[], input = '') => {
  const said = { stdout: '', stderr: '' }
  const status = await runCalc(args, {
    read: () => input,
    lines: () => input.split('\n'),
    out: (line) => {
      said.stdout += `${line}\n`
    },
    complain: (line) => {
      said.stderr += `${line}\n`
    },
  })
  return { status, ...said }
}

test('as a command: input read, answer and refusal written, the status told', () => {
  const command = (input: string) =>
    spawnSync(
      process.execPath,
      ['--import', 'tsx', join('src', 'cli', 'calc.ts'), 'heat', '--lines'],
      { input, encoding: 'utf8' },
    )
  const { status, stdout, stderr } = command(
    '{"startC":38,"airC":5,"timeConstantHours":60,"hours":0}\n{"startC":"warm"}\n',
  )
  expect(stderr).toBe('')
  const [first, second] = stdout
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line))
  expect(first).toEqual({ temperatureC: 38 })
  expect(second.error).toMatchObject({ field: 'startC', given: 'warm' })
  expect(status).toBe(2)
})

test('each line is answered when it comes, not when all are there', async () => {
  const command = spawn(process.execPath, [
    '--import',
    'tsx',
    join('src', 'cli', 'calc.ts'),
    'heat',
    '--lines',
  ])
  let said = ''
  const first = new Promise<string>((resolve) => {
    command.stdout.on('data', (chunk) => {
      said += chunk
      if (said.includes('\n')) resolve(said)
    })
  })
  command.stdin.write('{"startC":38,"airC":5,"timeConstantHours":60,"hours":0}\n')
  // Its input stays open until the answer is there.
  expect(JSON.parse(await first)).toEqual({ temperatureC: 38 })
  command.stdin.end()
  await new Promise((resolve) => command.on('close', resolve))
}, 60_000)

test('the help of today lists what tub and journal may hold', async () => {
  const { stdout } = await calc(['--help', 'today'])
  const fields = stdout.split('\n').map((line) => line.trim().split(/\s{2,}/)[0])
  for (const field of ['tub.volumeL', 'tub.programme', 'tub.fillWater.source', 'journal, a soak'])
    expect(fields).toContain(field)
  for (const kind of ['reading', 'dose', 'water', 'look', 'refill', 'filter', 'start-up', 'feeder'])
    expect(fields).toContain(`journal, a ${kind}`)
  for (const house of ['shelf', 'zone', 'stays', 'refill', 'closing', 'chores', 'leftOut'])
    expect(fields).toContain(house)
  expect(stdout).toMatch(/totalAlkalinityPpm\s+0 to \d+ ppm/)
})

test('one object in, one out', async () => {
  const { status, stdout } = await calc(
    ['heat'],
    '{"waterVolumeL":1500,"heaterKw":3,"startC":15,"targetC":38}',
  )
  expect(status).toBe(0)
  expect(JSON.parse(stdout)).toEqual({ reachable: true, hours: expect.closeTo(13.286, 2) })
})

test.each([
  [['speciation'], '{"pH":75,"totalAlkalinityPpm":80}', 'pH: 75 was given; allowed: 4 to 11.'],
  [['speciation'], '{"pH":7.5}', 'totalAlkalinityPpm: nothing was given'],
  [['speciation'], '{"pH":7.5,"totalAlkalinityPpm":80,"phlogiston":1}', 'phlogiston: 1 was given'],
  [['speciation'], 'seven', 'input: seven was given; allowed: JSON.'],
  [['alchemy'], '{}', 'topic: alchemy was given'],
  [['heat', '--loud'], '{}', 'option: --loud was given'],
  [
    ['product-ph'],
    '{"product":"sodium bisulfate","massG":1,"waterVolumeL":1000,"pH":8.8,"totalAlkalinityPpm":20,"cyanuricAcidPpm":150}',
    'cyanurate alone account for that much',
  ],
  [['product-effect'], '{"product":"gold","massG":1,"waterVolumeL":1}', 'product: gold was given'],
])('%j with %s is refused in one line', async (args, input, says) => {
  const { status, stdout, stderr } = await calc(args, input)
  expect(status).toBe(2)
  expect(stdout).toBe('')
  expect(stderr).toContain(says)
  expect(stderr.trim().split('\n')).toHaveLength(1)
})

test('a line each, in order; a refused line says so and the rest goes on', async () => {
  const { status, stdout } = await calc(
    ['chlorine-cyanurate', '--lines'],
    '{"sanitizer":"bromine","pH":7.5}\n{"pH":75}\n{"sanitizer":"bromine","pH":8.65}\n',
  )
  expect(status).toBe(2)
  const [first, second, third] = stdout
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line))
  expect(first.hypobromousAcidPercent).toBeGreaterThan(90)
  expect(second.error).toMatchObject({ field: 'pH', given: 75 })
  expect(third.hypobromousAcidPercent).toBeCloseTo(50, 9)
})

test('a table in, the same table with result columns out', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'pavrel-calc-'))
  try {
    const file = join(folder, 'in.csv')
    writeFileSync(file, 'product,massG,waterVolumeL\nsodium bicarbonate,100,1000\n')
    const { status, stdout } = await calc(['product-effect', '--csv', file])
    expect(status).toBe(0)
    const [header, row] = stdout
      .trim()
      .split('\n')
      .map((line) => line.split(','))
    expect(header?.slice(0, 3)).toEqual(['product', 'massG', 'waterVolumeL'])
    const column = header?.indexOf('totalAlkalinityAddedPpm') ?? -1
    expect(Number(row?.[column])).toBeCloseTo(59.57, 2)
    expect((await calc(['product-effect', '--csv', join(folder, 'none.csv')])).status).toBe(2)
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
})

const PLAN = {
  tub: { volumeL: 1320, programme: 'granular chlorine' },
  reading: {
    method: 'strip',
    pH: 8.0,
    totalAlkalinityPpm: 60,
    calciumHardnessPpm: 130,
    freeChlorinePpm: 1,
    cyanuricAcidPpm: 10,
    temperatureC: 38,
    totalDissolvedSolidsPpm: 600,
  },
  targets: {
    pH: [7.2, 7.8],
    totalAlkalinityPpm: [80, 120],
    calciumHardnessPpm: [150, 250],
    freeChlorinePpm: [3, 5],
  },
  shelf: [
    'sodium bicarbonate',
    'sodium carbonate',
    { product: 'sodium bisulfate', purityPercent: 93.2 },
    'calcium chloride dihydrate',
    'sodium dichlor dihydrate',
  ],
}

test('a plan lands in every band it was given', async () => {
  const { status, stdout } = await calc(['plan'], JSON.stringify(PLAN))
  expect(status).toBe(0)
  const plan = JSON.parse(stdout)
  expect(plan.steps.map(({ product }: { product: string }) => product)).toEqual([
    'sodium bisulfate',
    'sodium bicarbonate',
    'calcium chloride dihydrate',
    'sodium dichlor dihydrate',
  ])
  for (const [name, [low, high]] of Object.entries(PLAN.targets)) {
    expect(plan.after[name]).toBeGreaterThanOrEqual(low ?? Number.NaN)
    expect(plan.after[name]).toBeLessThanOrEqual(high ?? Number.NaN)
  }
})

test('what is not on the shelf is not reached, and says why', async () => {
  const { stdout } = await calc(
    ['plan'],
    JSON.stringify({
      ...PLAN,
      shelf: PLAN.shelf.filter((item) => !String(item).includes('calcium')),
    }),
  )
  const { notReached } = JSON.parse(stdout)
  expect(notReached).toContainEqual({
    quantity: 'calciumHardness',
    code: 'shelf lacks',
    why: expect.stringContaining('isn’t on your shelf'),
  })
})

test('help lists topics, and the fields of one with units, ranges and defaults', async () => {
  expect((await calc(['--help'])).stdout).toContain('dose-pairs')
  expect((await calc(['--help', 'speciation'])).stdout).toMatch(
    /temperatureC\s+0 to 45 °C; default 38/,
  )
})
