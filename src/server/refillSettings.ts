import Joi from 'joi'
import {
  DRAIN_PLACES,
  DRAIN_WAYS,
  type FillWater,
  fromCelsius,
  fromLitres,
  inhibitorFirst,
  type RefillSettings,
  toCelsius,
  toLitres,
  USUAL_SETTINGS,
} from '@/core'
import type { Store } from '@/store/database'
import { findTub, type TubRow, updateTub } from '@/store/tubs'
import { FIELD, REFUSALS, refillRefusal } from '@/words/refusals'
import { check, type Fields, number, type Outcome, oneOf, refused } from './form'
import { merged } from './merge'

/** @param fillWater as last tested; it decides about metals where its people do not */
export const refillSettings = (
  tub: TubRow,
  fillWater: FillWater = tub.fillWater,
): RefillSettings => ({
  ...USUAL_SETTINGS,
  metalsFirst: inhibitorFirst(fillWater),
  ...tub.refill,
})

const hour = (name: string) => number({ name, low: 0, high: 24, unit: "o'clock" })

/** How this tub's water is changed. */
export const saveRefillSettings = (store: Store, tubId: number, posted: Fields): Outcome => {
  const tub = findTub(store, tubId)
  if (!tub) return refused(posted, {}, {}, REFUSALS.noTub)
  const laid = merged(refillFields(tub), posted, (name) => (name === 'pumpPer' ? 'pump' : name))
  if ('asked' in laid) return laid.asked
  const { fields } = laid
  const { volume, temperature } = tub.units
  const per = (litres: number) => fromLitres(litres, volume)
  const limits = (low: number, high: number) => ({
    low: Math.round(fromCelsius(low, temperature)),
    high: Math.round(fromCelsius(high, temperature)),
  })
  const sign = temperature === 'celsius' ? '°C' : '°F'
  // Pumps are sold by the hour.
  const pumpTimes = fields.pumpPer === 'hour' ? 60 : 1
  const checked = check<
    Record<string, number | undefined> & { drainBy: RefillSettings['drainBy'] }
  >(
    Joi.object({
      drainBy: oneOf(FIELD.drainedBy, DRAIN_WAYS),
      purgeHours: number({ name: 'Purge', low: 0, high: 48, unit: 'h', required: true }),
      heaterKilowatts: number({ name: 'Heater', low: 0.5, high: 60, unit: 'kW' }),
      pump: number({
        name: 'Pump',
        low: Math.ceil(per(0.5) * pumpTimes),
        high: Math.round(per(2000) * pumpTimes),
      }),
      hose: number({ name: 'Hose', low: 0.1, high: Math.round(per(500)) }),
      fillTemperature: number({
        name: FIELD.fillTemperature,
        ...limits(0, 60),
        unit: sign,
        required: true,
      }),
      airTemperature: number({ name: 'Air', ...limits(-40, 50), unit: sign, required: true }),
      hoseFilter: number({ name: FIELD.hoseFilterLeft, low: 0, high: 1_000_000 }),
      waterPrice: number({ name: 'Water', low: 0, high: 1000 }),
      energyPrice: number({ name: 'Energy', low: 0, high: 100 }),
      productsPrice: number({ name: 'Products', low: 0, high: 10_000 }),
      nightFrom: hour(FIELD.nobodyFrom),
      nightTo: hour('until'),
      workFrom: hour(FIELD.workFrom),
      workTo: hour('until'),
    }),
    fields,
  )
  const errors: Record<string, string> = 'errors' in checked ? { ...checked.errors } : {}
  if ((fields.workFrom ?? '') !== '' && Number(fields.workTo) <= Number(fields.workFrom))
    errors.workTo = refillRefusal.work(fields.workTo ?? '', fields.workFrom ?? '')
  if ('errors' in checked || Object.keys(errors).length > 0) return refused(fields, errors)
  const { value } = checked
  const litres = (one: number | undefined) =>
    one === undefined ? undefined : toLitres(one, volume)
  const drainTo = DRAIN_PLACES.find((place) => place === fields.drainTo)
  const given: Record<string, unknown> = {
    drainBy: value.drainBy,
    ...(drainTo ? { drainTo } : {}),
    neutralise: fields.neutralise !== 'no',
    // Left to the fill water, nothing is kept.
    metalsFirst:
      fields.metalsFirst === 'yes' ? true : fields.metalsFirst === 'no' ? false : undefined,
    newTub: fields.newTub === 'yes',
    purgeHours: value.purgeHours,
    heaterKilowatts: value.heaterKilowatts,
    pumpLitresPerMinute: litres(value.pump === undefined ? undefined : value.pump / pumpTimes),
    hoseLitresPerMinute: litres(value.hose),
    fillCelsius: toCelsius(value.fillTemperature ?? 12, temperature),
    airCelsius: toCelsius(value.airTemperature ?? 10, temperature),
    hoseFilterLitres: litres(value.hoseFilter),
    waterPrice: value.waterPrice,
    energyPrice: value.energyPrice,
    productsPrice: value.productsPrice,
    nightFrom: value.nightFrom ?? 0,
    nightTo: value.nightTo ?? 0,
    workFrom: value.workFrom,
    workTo: value.workTo,
    pins: tub.refill?.pins ?? {},
  }
  updateTub(store, tubId, {
    refill: Object.fromEntries(Object.entries(given).filter(([, one]) => one !== undefined)),
  })
  return { ok: true }
}

const shown = (value: number | undefined, decimals = 2) =>
  value === undefined ? '' : String(Number(value.toFixed(decimals)))

export const refillFields = (tub: TubRow): Fields => {
  const settings = refillSettings(tub)
  const { volume, temperature } = tub.units
  const litres = (one: number | undefined) =>
    shown(one === undefined ? undefined : fromLitres(one, volume), 1)
  return {
    drainBy: settings.drainBy,
    drainTo: settings.drainTo ?? '',
    neutralise: settings.neutralise ? 'yes' : 'no',
    metalsFirst:
      tub.refill?.metalsFirst === undefined ? 'fill' : tub.refill.metalsFirst ? 'yes' : 'no',
    newTub: tub.refill?.newTub ? 'yes' : 'no',
    purgeHours: shown(settings.purgeHours),
    heaterKilowatts: shown(settings.heaterKilowatts),
    pump: litres(
      settings.pumpLitresPerMinute === undefined ? undefined : 60 * settings.pumpLitresPerMinute,
    ),
    pumpPer: 'hour',
    hose: litres(settings.hoseLitresPerMinute),
    fillTemperature: shown(fromCelsius(settings.fillCelsius, temperature), 1),
    airTemperature: shown(fromCelsius(settings.airCelsius, temperature), 1),
    hoseFilter: litres(settings.hoseFilterLitres),
    waterPrice: shown(settings.waterPrice),
    energyPrice: shown(settings.energyPrice),
    productsPrice: shown(settings.productsPrice),
    nightFrom: shown(settings.nightFrom),
    nightTo: shown(settings.nightTo),
    workFrom: shown(settings.workFrom),
    workTo: shown(settings.workTo),
  }
}
