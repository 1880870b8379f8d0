import { dosePlan, type PlanStep } from '@/core/advice/plan'
import { estimateOfReading } from '@/core/estimate/estimate'
import { PRODUCT_NAMES, type ProductName } from '@/core/products/product'
import { effectOf } from '@/core/products/substance'
import {
  type Band,
  GUIDED_PROGRAMMES,
  type GuidedProgrammeId,
  guidedProgramme,
  type Targets,
} from '@/core/programmes/programme'
import { METHODS, type Method, type Quantity } from '@/core/testing/quantity'
import type { WaterReading } from '@/core/water/water'
import { type Answer, as, impossible, litres, number, type Topic } from './topic'
import { readingOf, WATER_FIELDS, type WaterInput, waterOf } from './waterFields'

interface PlanInput {
  tub: { volumeL: number; programme: GuidedProgrammeId }
  reading: WaterInput & { method: Method }
  targets?: Record<string, unknown>
  shelf?: unknown
  fillWater?: WaterInput
}

const TARGETS: Record<string, keyof Targets> = {
  freeChlorinePpm: 'sanitizer',
  brominePpm: 'sanitizer',
  pH: 'pH',
  totalAlkalinityPpm: 'totalAlkalinity',
  calciumHardnessPpm: 'calciumHardness',
  cyanuricAcidPpm: 'cyanuricAcid',
}

const READ: Record<string, Quantity> = {
  freeChlorinePpm: 'freeChlorine',
  brominePpm: 'bromine',
  pH: 'pH',
  totalAlkalinityPpm: 'totalAlkalinity',
  calciumHardnessPpm: 'calciumHardness',
  cyanuricAcidPpm: 'cyanuricAcid',
  temperatureC: 'temperature',
}

const bandOf = (given: unknown): Band | undefined =>
  Array.isArray(given) &&
  given.length === 2 &&
  given.every((end) => typeof end === 'number' && Number.isFinite(end)) &&
  given[0] < given[1]
    ? { low: given[0], high: given[1] }
    : undefined

const shown = (water: WaterReading, bromine: boolean) => ({
  pH: water.pH,
  totalAlkalinityPpm: water.totalAlkalinityPpm,
  calciumHardnessPpm: water.calciumHardnessPpm,
  cyanuricAcidPpm: water.cyanuricAcidPpm,
  ...(bromine ? { brominePpm: water.brominePpm } : { freeChlorinePpm: water.freeChlorinePpm }),
  totalDissolvedSolidsPpm: water.totalDissolvedSolidsPpm,
})

/** Products of a shelf, and how much more of each it takes than of the strength that plans assume. */
const shelfOf = (given: unknown): Map<ProductName, number> | undefined | string => {
  if (given === undefined) return undefined
  if (!Array.isArray(given)) return 'a list of products'
  const shelf = new Map<ProductName, number>()
  for (const item of given) {
    const product = typeof item === 'string' ? item : (item as { product?: unknown })?.product
    const known = PRODUCT_NAMES.find((name) => name === product)
    if (!known) return `a list of: ${PRODUCT_NAMES.join(', ')}`
    const purity = (item as { purityPercent?: unknown }).purityPercent
    const scale =
      known === 'sodium bisulfate' && typeof purity === 'number' && purity > 0 && purity <= 100
        ? effectOf(known).alkalinityMeq / effectOf(known, { purity: purity / 100 }).alkalinityMeq
        : 1
    shelf.set(known, scale)
  }
  return shelf
}

const stepOf = (step: PlanStep, bromine: boolean, scale: (product: ProductName) => number) => ({
  order: step.order,
  kind: step.kind,
  ...(step.kind === 'add'
    ? { product: step.product, massG: step.grams * scale(step.product) }
    : { minutes: step.minutes }),
  waitMinutes: step.waitMinutes,
  jets: step.jets,
  cover: step.cover,
  after: shown(step.after, bromine),
  why: step.why,
})

const answer = (raw: Record<string, unknown>): Answer => {
  const input = as<PlanInput>(raw)
  const programme = guidedProgramme(input.tub.programme)
  const bromine = programme.sanitizer === 'bromine'
  const targets: Targets = { ...programme.presets[0].targets }
  for (const [name, given] of Object.entries(input.targets ?? {})) {
    const key = TARGETS[name]
    const band = bandOf(given)
    if (!key || !band)
      return {
        refusal: {
          field: `targets.${name}`,
          given,
          allowed: key ? '[low, high] with low below high' : Object.keys(TARGETS).join(', '),
        },
      }
    targets[key] = band
  }
  const shelf = shelfOf(input.shelf)
  if (typeof shelf === 'string')
    return { refusal: { field: 'shelf', given: input.shelf, allowed: shelf } }

  const { reading } = input
  if (!waterOf(reading)) return impossible(reading)
  const water = readingOf(reading)
  const read = Object.entries(READ)
    .filter(([name]) => reading[name as keyof WaterInput] !== undefined)
    .map(([, quantity]) => quantity)
  const state = estimateOfReading(water, read, reading.method, 0)
  if (!state) return impossible(reading)
  const fill = input.fillWater
  const tub = {
    volumeLitres: input.tub.volumeL,
    programme: input.tub.programme,
    targets,
    fillWater: {
      source: 'town' as const,
      pH: fill?.pH,
      totalAlkalinityPpm: fill?.totalAlkalinityPpm,
      calciumHardnessPpm: fill?.calciumHardnessPpm,
    },
    setTemperatureCelsius: reading.temperatureC,
  }
  const plan = dosePlan(tub, [], state, shelf && new Set(shelf.keys()))
  const scale = (product: ProductName) => shelf?.get(product) ?? 1
  const steps = plan.steps.map((step) => stepOf(step, bromine, scale))
  const provisional = plan.later.map(({ product, grams }) => `${grams} g ${product}`)
  return {
    output: {
      steps: [
        ...steps,
        ...(provisional.length > 0
          ? [
              {
                order: steps.length + 1,
                kind: 'test',
                why: `Stop here and read again; then perhaps ${provisional.join(' and ')}.`,
              },
            ]
          : []),
      ],
      after: shown(plan.after, bromine),
      notReached: plan.remarks.map(({ quantity, text }) => ({ quantity, why: text })),
      assumed: plan.assumed.map(({ quantity, text }) => ({ quantity, why: text })),
      retestAfterMinutes: plan.retestAfterMinutes,
    },
  }
}

const water = {
  ...WATER_FIELDS,
  calciumHardnessPpm: number('ppm', 0, 2000),
  freeChlorinePpm: number('ppm', 0, 100),
  brominePpm: number('ppm', 0, 200),
}

export const PLAN_TOPIC: Topic = {
  summary: 'what to add, in which order, with waits, for the programmes that are guided',
  fields: {
    tub: {
      unit: '',
      required: true,
      fields: {
        volumeL: litres,
        programme: { unit: '', oneOf: GUIDED_PROGRAMMES.map(({ id }) => id), required: true },
      },
    },
    reading: {
      unit: '',
      required: true,
      fields: { ...water, method: { unit: '', oneOf: METHODS, default: 'drops' } },
    },
    targets: { unit: '', free: true },
    shelf: { unit: '', free: true },
    fillWater: { unit: '', fields: water },
  },
  answer,
}
