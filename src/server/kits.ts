import Joi from 'joi'
import {
  type DropTest,
  genericDrops,
  genericStrips,
  type Kit,
  type KitSpec,
  programmeOf,
  QUANTITIES,
  QUANTITY,
  type Quantity,
  type StripPad,
  USUAL_DIP_SECONDS,
  USUAL_WAIT_SECONDS,
} from '@/core'
import type { Store } from '@/store/database'
import { findKit, insertKit, type KitRow, updateKit } from '@/store/kits'
import { findTub, type TubRow } from '@/store/tubs'
import { QUANTITY_NAMES } from '@/words/quantityNames'
import { numberOr, usableLocale } from '@/words/readNumber'
import { FIELD, field, padRefusal, REFUSALS } from '@/words/refusals'
import { LAYOUT_NAMES } from '@/words/testText'
import { check, type Fields, number, type Outcome, refused, text } from './form'
import { merged } from './merge'

/** A kit to begin with, by the name of its layout: "strip.four", "drops.small", "meter". */
const kitFrom = (layout: string, tub: TubRow): Kit | undefined => {
  const { sanitizer } = programmeOf(tub.programme)
  const [kind, id] = layout.split('.')
  const strip = genericStrips(sanitizer).find((one) => one.id === id)
  if (kind === 'strip' && strip)
    return {
      name: LAYOUT_NAMES[strip.id],
      spec: {
        kind,
        pads: strip.pads,
        dipSeconds: USUAL_DIP_SECONDS,
        waitSeconds: USUAL_WAIT_SECONDS,
      },
      errors: {},
    }
  const drops = genericDrops(sanitizer).find((one) => one.id === id)
  if (kind === 'drops' && drops)
    return { name: LAYOUT_NAMES[drops.id], spec: { kind, tests: drops.tests }, errors: {} }
  if (layout === 'meter') return { name: 'Meter', spec: { kind: 'meter', ranges: {} }, errors: {} }
  return undefined
}

/** Adds a kit of a generic layout, ready to read with; its values are corrected afterwards where the bottle differs. */
export const createKit = (store: Store, tubId: number, fields: Fields, now: number): Outcome => {
  const tub = findTub(store, tubId)
  if (!tub) return refused(fields, {}, {}, REFUSALS.noTub)
  const kit = kitFrom(fields.layout ?? '', tub)
  if (!kit) return refused(fields, { layout: REFUSALS.noLayout })
  const row = insertKit(store, { ...kit, createdAt: now })
  return { ok: true, next: `/tubs/${tubId}/test?with=${kit.spec.kind}&kit=${row.id}` }
}

const MOST_PADS = 8
const MOST_BLOCKS = 12
const COLOUR = /^#[0-9a-f]{6}$/i

const numbersOf = (list: string, locale: string | undefined) =>
  list
    .split(/[\s;]+/)
    .filter(Boolean)
    .map((one) => numberOr(one, usableLocale(locale)))

const quantityNamed = (name: string | undefined): Quantity | undefined =>
  QUANTITIES.find((quantity) => quantity === name && quantity !== 'temperature')

/** Pads as the form holds them: a quantity, its blocks' values in one line, and a colour for each where they were taught. */
const padsOf = (fields: Fields): { pads: StripPad[]; errors: Record<string, string> } => {
  const errors: Record<string, string> = {}
  const pads: StripPad[] = []
  for (let i = 0; i < MOST_PADS; i++) {
    const quantity = quantityNamed(fields[`pad.${i}.quantity`])
    if (!quantity) continue
    const name = QUANTITY_NAMES[quantity]
    const { possible } = QUANTITY[quantity]
    const list = fields[`pad.${i}.values`] ?? ''
    const values = numbersOf(list, fields.locale)
    const field = `pad.${i}.values`
    if (values.length < 2 || values.length > MOST_BLOCKS)
      errors[field] = padRefusal.blocks(name, MOST_BLOCKS)
    else if (values.some((value) => !Number.isFinite(value)))
      errors[field] = padRefusal.notNumbers(name, list.slice(0, 40))
    else if (values.some((value) => value < possible[0] || value > possible[1]))
      errors[field] = padRefusal.blockRange(name, possible[0], possible[1])
    else if (new Set(values).size < values.length) errors[field] = padRefusal.twice(name)
    if (pads.some((one) => one.quantity === quantity))
      errors[`pad.${i}.quantity`] = padRefusal.taken(name)
    const colours = values.map((_, j) => fields[`pad.${i}.colour.${j}`])
    const blocks = values
      .map((value, j) => {
        const colour = colours[j]
        return colour && COLOUR.test(colour) ? { value, colour } : { value }
      })
      .sort((a, b) => a.value - b.value)
    pads.push({ quantity, blocks })
  }
  if (pads.length === 0) errors['pad.0.quantity'] = REFUSALS.noPads
  return { pads, errors }
}

const testsOf = (
  fields: Fields,
  before: readonly DropTest[],
): { tests: DropTest[]; errors: Record<string, string> } => {
  const errors: Record<string, string> = {}
  const tests = before.map((test) => {
    const name = QUANTITY_NAMES[test.quantity]
    const read = (field: string, what: string, high: number) => {
      const checked = check<{ value: number }>(
        Joi.object({
          value: number({ name: `${name}, ${what}`, low: 0.01, high, required: true }),
        }),
        { value: fields[field] ?? '' },
      )
      if ('errors' in checked) {
        errors[field] = checked.errors.value ?? ''
        return undefined
      }
      return checked.value.value
    }
    return {
      quantity: test.quantity,
      perDrop: read(`drop.${test.quantity}.perDrop`, FIELD.tabletDrop, 500) ?? test.perDrop,
      sampleMillilitres:
        read(`drop.${test.quantity}.sample`, 'sample', 100) ?? test.sampleMillilitres,
    }
  })
  return { tests, errors }
}

const errorsOf = (fields: Fields) => {
  const shape: Record<string, Joi.Schema> = {}
  for (const quantity of QUANTITIES)
    shape[`error.${quantity}`] = number({
      name: field.error(QUANTITY_NAMES[quantity]),
      low: 0.01,
      high: QUANTITY[quantity].possible[1] / 2,
    })
  const checked = check<Record<string, number>>(Joi.object(shape), fields)
  if ('errors' in checked) return checked
  const own: Partial<Record<Quantity, number>> = {}
  for (const quantity of QUANTITIES) {
    const value = checked.value[`error.${quantity}`]
    if (value !== undefined) own[quantity] = value
  }
  return { own }
}

/** Changes what a kit is; readings made with it stay as they were. */
export const editKit = (store: Store, tubId: number, kitId: number, given: Fields): Outcome => {
  const row = findKit(store, kitId)
  if (!row) return refused(given, {}, {}, REFUSALS.noKit)
  // The pads of a strip are one thing, in their order.
  const laid = merged(kitFields(row), given, (name) => (name.startsWith('pad.') ? 'pads' : name))
  if ('asked' in laid) return laid.asked
  const { fields } = laid
  const errors: Record<string, string> = {}
  const basic = check<{ name: string; dipSeconds?: number; waitSeconds?: number }>(
    Joi.object({
      name: text('Name', 40, true),
      dipSeconds: number({ name: 'Dip', low: 1, high: 60, unit: 's' }),
      waitSeconds: number({ name: 'Wait', low: 0, high: 300, unit: 's' }),
    }),
    fields,
  )
  if ('errors' in basic) Object.assign(errors, basic.errors)
  const own = errorsOf(fields)
  if ('errors' in own) Object.assign(errors, own.errors)
  let spec: KitSpec = row.spec
  if (spec.kind === 'strip') {
    const read = padsOf(fields)
    Object.assign(errors, read.errors)
    const value = 'errors' in basic ? undefined : basic.value
    spec = {
      ...spec,
      pads: read.pads,
      dipSeconds: value?.dipSeconds ?? spec.dipSeconds,
      waitSeconds: value?.waitSeconds ?? spec.waitSeconds,
    }
  } else if (spec.kind === 'drops') {
    const read = testsOf(fields, spec.tests)
    Object.assign(errors, read.errors)
    spec = { ...spec, tests: read.tests }
  }
  if (Object.keys(errors).length > 0 || 'errors' in basic || 'errors' in own)
    return refused(fields, errors)
  updateKit(store, kitId, { name: basic.value.name, spec, errors: own.own })
  return { ok: true, next: `/tubs/${tubId}/test?with=${spec.kind}&kit=${kitId}` }
}

export const removeKit = (store: Store, tubId: number, kitId: number, now: number): Outcome => {
  if (!findKit(store, kitId)) return refused({}, {}, {}, REFUSALS.noKit)
  updateKit(store, kitId, { removedAt: now })
  return { ok: true, next: `/tubs/${tubId}/test` }
}

const shown = (value: number) => String(Number(value.toFixed(3)))

/** A kit as its form shows it. */
export const kitFields = ({ name, spec, errors }: KitRow): Fields => ({
  name,
  ...(spec.kind === 'strip'
    ? {
        dipSeconds: shown(spec.dipSeconds),
        waitSeconds: shown(spec.waitSeconds),
        ...Object.fromEntries(
          spec.pads.flatMap(({ quantity, blocks }, i) => [
            [`pad.${i}.quantity`, quantity],
            [`pad.${i}.values`, blocks.map(({ value }) => shown(value)).join(' ')],
            ...blocks.flatMap(({ colour }, j) =>
              colour ? [[`pad.${i}.colour.${j}`, colour]] : [],
            ),
          ]),
        ),
      }
    : {}),
  ...(spec.kind === 'drops'
    ? Object.fromEntries(
        spec.tests.flatMap(({ quantity, perDrop, sampleMillilitres }) => [
          [`drop.${quantity}.perDrop`, shown(perDrop)],
          [`drop.${quantity}.sample`, shown(sampleMillilitres)],
        ]),
      )
    : {}),
  ...Object.fromEntries(
    Object.entries(errors).map(([quantity, value]) => [`error.${quantity}`, shown(value)]),
  ),
})
