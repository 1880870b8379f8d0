import { plainPreferences } from '@/cli/plainPreferences'
import {
  dosePlan,
  estimateOfReading,
  type Method,
  OBJECTIVES,
  type Objective,
  type PlanNote,
  type PlanStep,
  PRODUCTS,
  PROGRAMME_IDS,
  type Programme,
  type ProgrammeId,
  programmeOf,
  quantityOf,
  type ShelfItem,
  scheduleOf,
  type Tub,
  toDose,
  type WaterReading,
} from '@/core'
import { formatNote, formatStepReason } from '@/words/adviceText'
import { checkFields, type Refusal } from './fields'
import { targetsFrom } from './journalFields'
import { PRODUCT_FIELDS, type ProductInput, strengthOf } from './productFields'
import { type Answer, as, impossible, litres, number, type Topic } from './topic'
import {
  FILL_FIELDS,
  fillWaterFrom,
  methodOf,
  READ_AS,
  READING_FIELDS,
  readingOf,
  type WaterInput,
  waterOf,
} from './waterFields'

const {
  waterVolumeL: _litres,
  massG: _mass,
  volumeMl: _volume,
  ...STRENGTH_FIELDS
} = PRODUCT_FIELDS
const SHELF_FIELDS = {
  ...STRENGTH_FIELDS,
  leftG: number('g', 0, 1_000_000),
  leftMl: number('mL', 0, 1_000_000),
}

interface PlanInput {
  tub: { volumeL: number; programme: ProgrammeId }
  reading: Partial<WaterInput> & { method: Method | 'photometer' }
  objective: Objective
  replaceWater: 'yes' | 'no'
  targets?: Record<string, unknown>
  shelf?: unknown
  fillWater?: Partial<WaterInput>
}

/** What a water is taken to hold where nothing was read. */
const UNREAD = {
  pH: 7.5,
  totalAlkalinityPpm: 100,
  cyanuricAcidPpm: 0,
  boratePpm: 0,
  temperatureC: 38,
  saltPpm: 0,
}
const UNREAD_SOLIDS_PPM = 500

const shown = (water: WaterReading, { watched, sanitizer }: Programme) => ({
  pH: water.pH,
  totalAlkalinityPpm: water.totalAlkalinityPpm,
  calciumHardnessPpm: water.calciumHardnessPpm,
  cyanuricAcidPpm: water.cyanuricAcidPpm,
  boratePpm: water.boratePpm,
  [`${sanitizer}Ppm`]: quantityOf(water, sanitizer),
  ...(watched.includes('salt') ? { saltPpm: water.saltPpm } : {}),
  totalDissolvedSolidsPpm: water.totalDissolvedSolidsPpm,
})

/** Products of a shelf; an item may carry its strength and what is left of it. */
export const shelfOf = (given: unknown): ShelfItem[] | undefined | Refusal => {
  if (given === undefined) return undefined
  if (!Array.isArray(given)) return { field: 'shelf', given, allowed: 'a list of products' }
  const shelf: ShelfItem[] = []
  for (const [i, item] of given.entries()) {
    const checked = checkFields(SHELF_FIELDS, typeof item === 'string' ? { product: item } : item)
    if ('refusal' in checked)
      return { ...checked.refusal, field: `shelf.${i}.${checked.refusal.field}` }
    const value = as<ProductInput & { leftG?: number; leftMl?: number }>(checked.value)
    const { densityGramsPerMillilitre } = PRODUCTS[value.product]
    const gramsLeft =
      value.leftG ??
      (value.leftMl === undefined
        ? undefined
        : value.leftMl * (value.densityGPerMl ?? densityGramsPerMillilitre))
    shelf.push({
      product: value.product,
      strength: strengthOf(value),
      ...(gramsLeft === undefined ? {} : { gramsLeft }),
    })
  }
  return shelf
}

const hundredth = (value: number) => Math.round(100 * value) / 100

const stepOf = (step: PlanStep, shown: (water: WaterReading) => Record<string, unknown>) => ({
  order: step.order,
  ...(step.kind === 'add'
    ? {
        kind: 'add',
        product: step.product,
        massG: hundredth(step.grams),
        ...(PRODUCTS[step.product].form === 'liquid'
          ? { volumeMl: hundredth(toDose(step.product, step.grams, 'gram')) }
          : {}),
      }
    : step.kind === 'aerate'
      ? { kind: 'aerate', minutes: step.minutes }
      : { kind: 'replace-water', litres: step.litres }),
  waitMinutes: step.waitMinutes,
  jets: step.jets,
  cover: step.cover,
  after: shown(step.after),
  code: step.why.code,
  why: formatStepReason(step.why, plainPreferences(0)),
})

const noteOf = (note: PlanNote) => ({
  quantity: note.quantity,
  code: note.reason.code,
  why: formatNote(note, plainPreferences(0)),
})

const answer = (raw: Record<string, unknown>): Answer => {
  const input = as<PlanInput>(raw)
  const programme = programmeOf(input.tub.programme)
  const ranges = targetsFrom(input.tub.programme, input.targets)
  if ('field' in ranges) return { refusal: ranges }
  const { targets } = ranges
  const shelf = shelfOf(input.shelf)
  if (shelf && 'field' in shelf) return { refusal: shelf }

  const { reading: given } = input
  const { saltPpm = 0, totalDissolvedSolidsPpm = Math.max(UNREAD_SOLIDS_PPM, saltPpm) } = given
  const reading: WaterInput = { ...UNREAD, ...given, totalDissolvedSolidsPpm }
  if (!waterOf(reading)) return impossible(reading)
  const read = Object.entries(READ_AS)
    .filter(([name]) => given[name as keyof WaterInput] !== undefined)
    .map(([, quantity]) => quantity)
  const fillWater = fillWaterFrom(input.fillWater)
  const tub: Tub = {
    volumeLitres: input.tub.volumeL,
    programme: input.tub.programme,
    targets,
    fillWater,
    setTemperatureCelsius: reading.temperatureC,
  }
  const taken = { method: methodOf(given.method), at: 0 }
  const state = estimateOfReading(tub, readingOf(reading), read, taken)
  if (!state) return impossible(reading)
  const plan = dosePlan(tub, [], state, {
    shelf,
    objective: input.objective,
    replaceWater: input.replaceWater === 'yes',
  })
  const show = (water: WaterReading) => shown(water, programme)
  const steps = plan.steps.map((step) => stepOf(step, show))
  const provisional = plan.later.map(({ product, grams }) => `${hundredth(grams)} g ${product}`)
  return {
    output: {
      steps: [
        ...steps,
        ...(provisional.length > 0
          ? [
              {
                order: steps.length + 1,
                kind: 'test',
                why: `Stop here and test again; then perhaps ${provisional.join(' and ')}.`,
              },
            ]
          : []),
      ],
      after: show(plan.after),
      notReached: plan.notes.map(noteOf),
      assumed: plan.assumed.map(noteOf),
      // From the end of the last step on; as Dose and the visit have it.
      retestAfterMinutes: scheduleOf(plan.steps, [], state.at, tub).waits.at(-1) ?? 0,
    },
  }
}

export const PLAN_TOPIC: Topic = {
  summary: 'what to add, in which order, with waits',
  fields: {
    tub: {
      unit: '',
      required: true,
      fields: {
        volumeL: litres,
        programme: { unit: '', oneOf: PROGRAMME_IDS, required: true },
      },
    },
    reading: {
      unit: '',
      required: true,
      fields: READING_FIELDS,
    },
    targets: { unit: '', free: true },
    objective: { unit: '', oneOf: OBJECTIVES, default: 'practice' },
    replaceWater: { unit: '', oneOf: ['yes', 'no'], default: 'no' },
    shelf: { unit: '', free: true },
    fillWater: { unit: '', fields: FILL_FIELDS },
  },
  answer,
}
