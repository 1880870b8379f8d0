import Joi from 'joi'
import {
  DAY,
  EXPOSURES,
  estimate,
  FILL_WATER_SOURCES,
  type FillWater,
  fillWaterOf,
  fromCelsius,
  fromLitres,
  fromMetres,
  HOTTEST_CELSIUS,
  keepOutAbove,
  type LengthUnit,
  type MassUnit,
  MOST_KEEP_OUT_ABOVE,
  PROGRAMME_IDS,
  type ProgrammeId,
  programmeOf,
  type SanitizerQuantity,
  SUPPLEMENTARY_DISINFECTION,
  type Surroundings,
  switchAdvice,
  type Targets,
  TEST_RHYTHMS,
  type TemperatureUnit,
  TUB_KINDS,
  type TubKind,
  toCelsius,
  toLitres,
  toMetres,
  type VolumeBasis,
  type VolumeUnit,
  volumeLitres,
} from '@/core'
import type { Store } from '@/store/database'
import { insertEntry } from '@/store/entries'
import { findTub, insertTub, type TubRow, updateTub } from '@/store/tubs'
import { SWITCH_TEXT } from '@/words/programmeText'
import { FIELD, field, REFUSALS, tubRefusal } from '@/words/refusals'
import { check, type Fields, number, type Outcome, oneOf, refused, text } from './form'
import { journalAt } from './journalAt'
import { merged } from './merge'
import { hoursFromUtc, momentOf, zoneOf } from './moment'

const VOLUME_UNITS = ['litre', 'US gallon', 'imperial gallon'] as const
const TEMPERATURE_UNITS = ['celsius', 'fahrenheit'] as const
const MASS_UNITS = ['gram', 'ounce'] as const
const LENGTH_UNITS = ['centimetre', 'inch'] as const
const VOLUME_WAYS = ['figure', 'box', 'round', 'fill'] as const
const BANDS = ['sanitizer', 'pH', 'totalAlkalinity', 'calciumHardness', 'cyanuricAcid'] as const

/** Smaller than a foot bath and larger than a swim spa are slips, not tubs. */
const SMALLEST_LITRES = 100
const LARGEST_LITRES = 20_000

interface TubFields {
  name: string
  place: string
  volumeWay: (typeof VOLUME_WAYS)[number]
  volumeUnit: VolumeUnit
  lengthUnit: LengthUnit
  temperatureUnit: TemperatureUnit
  massUnit: MassUnit
  volume?: number
  length?: number
  width?: number
  diameter?: number
  depth?: number
  fillMinutes?: number
  fillFlow?: number
  kind: TubKind
  supplementaryDisinfection: Surroundings['supplementaryDisinfection']
  exposure: Surroundings['exposure']
  filtrationHours?: number
  jetsHours?: number
  source: FillWater['source']
  fillPh?: number
  fillAlkalinity?: number
  fillHardness?: number
  programme: ProgrammeId
  preset: string
  setTemperature?: number
  keepOutAbove?: number
}

const BAND_LIMITS: Record<
  (typeof BANDS)[number],
  { name: string; low: number; high: number; unit?: string }
> = {
  sanitizer: { name: FIELD.sanitizerRange, low: 0, high: 200, unit: 'ppm' },
  pH: { name: FIELD.phRange, low: 6.8, high: 8.2 },
  totalAlkalinity: { name: FIELD.alkalinityRange, low: 20, high: 300, unit: 'ppm' },
  calciumHardness: { name: FIELD.hardnessRange, low: 0, high: 600, unit: 'ppm' },
  cyanuricAcid: { name: FIELD.stabiliserRange, low: 0, high: 150, unit: 'ppm' },
}

/** Chlorine and bromine are never kept so high; biguanide and peroxide are. */
const HIGHEST_HALOGEN_PPM = 20

/** The narrowest band that a hand and a test can aim at. */
const NARROWEST: Record<(typeof BANDS)[number], number> = {
  sanitizer: 0.5,
  pH: 0.2,
  totalAlkalinity: 20,
  calciumHardness: 20,
  cyanuricAcid: 10,
}

const bandFields = Object.fromEntries(
  BANDS.flatMap((band) =>
    (['Low', 'High'] as const).map((side) => [
      `${band}${side}`,
      number({
        ...BAND_LIMITS[band],
        name: field.end(BAND_LIMITS[band].name, side.toLowerCase()),
      }),
    ]),
  ),
)

const SIZES: Record<(typeof VOLUME_WAYS)[number], readonly (keyof TubFields)[]> = {
  figure: ['volume'],
  box: ['length', 'width', 'depth'],
  round: ['diameter', 'depth'],
  fill: ['fillMinutes', 'fillFlow'],
}

const SIZE_NAMES: Record<string, string> = {
  volume: 'Volume',
  length: 'Length',
  width: 'Width',
  diameter: 'Diameter',
  depth: FIELD.waterDepth,
  fillMinutes: FIELD.fillMinutes,
  fillFlow: FIELD.fillFlow,
}

/** Room for any of the three volume units and both length units; the litres are judged afterwards. */
const size = (name: keyof TubFields) =>
  number({ name: SIZE_NAMES[name] ?? name, low: 0.1, high: 30_000 })

/** As low as a heater is set; assumed. */
const COLDEST_CELSIUS = 5

const schema = (temperatureUnit: TemperatureUnit) => {
  const hot = [COLDEST_CELSIUS, HOTTEST_CELSIUS].map((celsius) =>
    fromCelsius(celsius, temperatureUnit),
  )
  return Joi.object({
    name: text('Name', 40, true),
    place: text('Place', 60),
    volumeWay: oneOf('Volume', VOLUME_WAYS),
    volumeUnit: oneOf(FIELD.volumeUnit, VOLUME_UNITS),
    lengthUnit: oneOf(FIELD.lengthUnit, LENGTH_UNITS).optional().default('centimetre'),
    temperatureUnit: oneOf(FIELD.temperatureUnit, TEMPERATURE_UNITS),
    massUnit: oneOf(FIELD.massUnit, MASS_UNITS),
    volume: size('volume'),
    length: size('length'),
    width: size('width'),
    diameter: size('diameter'),
    depth: size('depth'),
    fillMinutes: size('fillMinutes'),
    fillFlow: size('fillFlow'),
    kind: oneOf(FIELD.tubKind, TUB_KINDS).optional().default(TUB_KINDS[0]),
    supplementaryDisinfection: oneOf(FIELD.supplementary, SUPPLEMENTARY_DISINFECTION)
      .optional()
      .default('none'),
    exposure: oneOf(FIELD.exposure, EXPOSURES).optional().default('shade'),
    filtrationHours: number({ name: FIELD.filtrationHours, low: 0, high: 24, unit: 'h' }),
    jetsHours: number({ name: FIELD.jetsHours, low: 0, high: 24, unit: 'h' }),
    source: oneOf('Fill water', FILL_WATER_SOURCES),
    fillPh: number({ name: FIELD.fillPh, low: 4, high: 11 }),
    fillAlkalinity: number({
      name: FIELD.fillAlkalinity,
      low: 0,
      high: 1000,
      unit: 'ppm',
    }),
    fillHardness: number({ name: FIELD.fillHardness, low: 0, high: 2000, unit: 'ppm' }),
    programme: oneOf('Programme', PROGRAMME_IDS),
    preset: text('Target', 40, true),
    setTemperature: number({
      name: FIELD.waterTemperature,
      low: hot[0] ?? 0,
      high: hot[1] ?? 0,
      unit: temperatureUnit === 'celsius' ? '°C' : '°F',
      required: true,
    }),
    keepOutAbove: number({ name: FIELD.keepOutAbove, low: 0, high: 200, unit: 'ppm' }),
    ...bandFields,
  })
}

const basisOf = (value: TubFields): VolumeBasis => {
  const metres = (length: number | undefined) => toMetres(length ?? 0, value.lengthUnit)
  switch (value.volumeWay) {
    case 'figure':
      return { by: 'figure', litres: toLitres(value.volume ?? 0, value.volumeUnit) }
    case 'box':
      return {
        by: 'box',
        lengthMetres: metres(value.length),
        widthMetres: metres(value.width),
        depthMetres: metres(value.depth),
      }
    case 'round':
      return {
        by: 'round',
        diameterMetres: metres(value.diameter),
        depthMetres: metres(value.depth),
      }
    case 'fill':
      return {
        by: 'fill',
        minutes: value.fillMinutes ?? 0,
        litresPerMinute: toLitres(value.fillFlow ?? 0, value.volumeUnit),
      }
  }
}

const figure = (value: number, unit: string) =>
  `${Math.round(value).toLocaleString('en')} ${unit}${unit === 'litre' || value !== 1 ? 's' : ''}`

type Checked = Omit<
  TubRow,
  'id' | 'createdAt' | 'testSchool' | 'choices' | 'volumeSetAt' | 'calendar' | 'refill' | 'heat'
>

/** Where people keep out: by default, or as far as the owner has raised it; never below the range that is aimed at. */
const keepOutIn = (
  { keepOutAbove: given, programme }: TubFields,
  top: number,
  sanitizer: SanitizerQuantity,
): { ppm: number | null } | { error: string } => {
  const usual = keepOutAbove({ programme })
  const most = MOST_KEEP_OUT_ABOVE[sanitizer]
  const ppm = given ?? usual
  if (ppm < usual || ppm > most)
    return {
      error:
        usual === most
          ? tubRefusal.keepOutFixed(ppm, usual)
          : tubRefusal.keepOutRange(ppm, usual, most),
    }
  if (top > ppm)
    return {
      error: tubRefusal.rangeAboveKeepOut(top, ppm, most),
    }
  return { ppm: ppm > usual ? ppm : null }
}

const checkTub = (fields: Fields): { tub: Checked } | { errors: Record<string, string> } => {
  const temperatureUnit = fields.temperatureUnit === 'fahrenheit' ? 'fahrenheit' : 'celsius'
  const checked = check<TubFields & Record<string, number | undefined>>(
    schema(temperatureUnit),
    fields,
  )
  if ('errors' in checked) return checked
  const { value } = checked
  const errors: Record<string, string> = {}

  for (const name of SIZES[value.volumeWay])
    if (value[name] === undefined) errors[name] = field.missing(SIZE_NAMES[name] ?? name)
  const basis = basisOf(value)
  const litres = volumeLitres(basis)
  if (Object.keys(errors).length === 0 && (litres < SMALLEST_LITRES || litres > LARGEST_LITRES)) {
    const show = (volume: number) => figure(fromLitres(volume, value.volumeUnit), value.volumeUnit)
    const last = SIZES[value.volumeWay].at(-1) ?? 'volume'
    errors[last] = tubRefusal.volume(show(litres), show(SMALLEST_LITRES), show(LARGEST_LITRES))
  }

  const programme = programmeOf(value.programme)
  const preset = programme.presets.find(({ id }) => id === value.preset)
  if (!preset && value.preset !== 'own') errors.preset = tubRefusal.preset(value.preset)
  const base = preset?.targets ?? programme.presets[0].targets
  const targets = { ...base } as Targets
  for (const band of BANDS) {
    const low = value[`${band}Low`] ?? base[band].low
    const high = value[`${band}High`] ?? base[band].high
    if (high - low < NARROWEST[band] - 1e-9)
      errors[`${band}High`] = tubRefusal.narrow(BAND_LIMITS[band].name, low, high, NARROWEST[band])
    const { sanitizer } = programmeOf(value.programme)
    const halogen = sanitizer === 'freeChlorine' || sanitizer === 'bromine'
    if (band === 'sanitizer' && halogen && high > HIGHEST_HALOGEN_PPM)
      errors.sanitizerHigh = tubRefusal.sanitizerHigh(high, HIGHEST_HALOGEN_PPM)
    targets[band] = { low, high }
  }

  const keepOut = keepOutIn(value, targets.sanitizer.high, programme.sanitizer)
  if ('error' in keepOut) errors.keepOutAbove = keepOut.error

  const fillWater: FillWater = {
    source: value.source,
    pH: value.fillPh,
    totalAlkalinityPpm: value.fillAlkalinity,
    calciumHardnessPpm: value.fillHardness,
  }
  try {
    fillWaterOf(fillWater, 38)
  } catch {
    errors.fillAlkalinity = REFUSALS.fillAlkalinity
  }
  if (Object.keys(errors).length > 0) return { errors }
  const own = BANDS.some(
    (band) => targets[band].low !== base[band].low || targets[band].high !== base[band].high,
  )
  return {
    tub: {
      name: value.name,
      place: value.place,
      kind: value.kind,
      surroundings: {
        supplementaryDisinfection: value.supplementaryDisinfection,
        exposure: value.exposure,
        hoursFromUtc: hoursFromUtc(zoneOf(fields)),
        ...(value.filtrationHours === undefined ? {} : { filtrationHours: value.filtrationHours }),
        ...(value.jetsHours === undefined ? {} : { jetsHours: value.jetsHours }),
      },
      volumeLitres: litres,
      volumeBasis: basis,
      programme: value.programme,
      preset: own || !preset ? 'own' : preset.id,
      targets,
      fillWater,
      setTemperatureCelsius: toCelsius(value.setTemperature ?? 38, value.temperatureUnit),
      keepOutAbovePpm: 'ppm' in keepOut ? keepOut.ppm : null,
      units: {
        volume: value.volumeUnit,
        temperature: value.temperatureUnit,
        mass: value.massUnit,
      },
    },
  }
}

/** First run: the tub, and the fill if its day was given, in one transaction. */
export const createTub = (store: Store, fields: Fields, now: number): Outcome & { id?: number } => {
  const checked = checkTub(fields)
  const errors: Record<string, string> = 'errors' in checked ? { ...checked.errors } : {}
  let filledAt: number | undefined
  if (fields.filled === 'known') {
    const moment = momentOf(
      { ...fields, when: 'earlier', at: `${fields.filledOn}T12:00` },
      now + DAY,
    )
    if (!('at' in moment))
      errors.filledOn = fields.filledOn
        ? tubRefusal.filledOn(fields.filledOn ?? '')
        : REFUSALS.filledOnMissing
    else filledAt = Math.min(moment.at, now)
  }
  if ('errors' in checked || Object.keys(errors).length > 0) return refused(fields, errors)
  const id = store.transaction((tx) => {
    const tub = insertTub(tx, { ...checked.tub, createdAt: now })
    if (filledAt !== undefined)
      insertEntry(tx, tub.id, { kind: 'water', at: filledAt, body: { replacedFraction: 1 } }, now)
    return tub.id
  })
  return { ok: true, id, next: `/tubs/${id}/test` }
}

/** A volume that changes by more than a fifth is asked about. */
const MUCH = 0.2

/** What means something only together, by the first of it. */
const TOGETHER: readonly (readonly string[])[] = [
  [
    'volume',
    'volumeWay',
    'volumeUnit',
    'lengthUnit',
    'length',
    'width',
    'diameter',
    'depth',
    'fillMinutes',
    'fillFlow',
  ],
  ['setTemperature', 'temperatureUnit'],
  [
    'programme',
    'preset',
    'keepOutAbove',
    ...BANDS.flatMap((band) => [`${band}Low`, `${band}High`]),
  ],
]
const together = (name: string) => TOGETHER.find((group) => group.includes(name))?.[0] ?? name

export const editTub = (store: Store, id: number, given: Fields, now: number): Outcome => {
  const before = findTub(store, id)
  if (!before) return refused(given, {}, {}, REFUSALS.noTub)
  const laid = merged(tubFields(before), given, together)
  if ('asked' in laid) return laid.asked
  const { fields } = laid
  const checked = checkTub(fields)
  if ('errors' in checked) return refused(fields, checked.errors)
  const change = switchAdvice(before.programme, checked.tub.programme)
  if (change.kind === 'drain' && fields['confirm.programme'] !== 'yes') {
    const { filledAt, lastTestAt } = estimate(before, journalAt(store, id, now), now)
    // Fresh water that nothing has gone into yet needs no question.
    const fresh = filledAt !== undefined && now - filledAt < 2 * DAY && lastTestAt === undefined
    if (!fresh) return refused(fields, {}, { programme: SWITCH_TEXT[change.reason] })
  }
  const ratio = checked.tub.volumeLitres / before.volumeLitres
  if ((ratio > 1 + MUCH || ratio < 1 / (1 + MUCH)) && fields['confirm.volume'] !== 'yes') {
    const { volume: unit } = checked.tub.units
    const litres = (volume: number) =>
      `${figure(fromLitres(volume, unit), unit)}${unit === 'litre' ? '' : ` (${figure(volume, 'litre')})`}`
    return refused(
      fields,
      {},
      {
        volume: tubRefusal.newVolume(litres(before.volumeLitres), litres(checked.tub.volumeLitres)),
      },
    )
  }
  const resized = Math.abs(before.volumeLitres - checked.tub.volumeLitres) > 0.5
  updateTub(store, id, { ...checked.tub, ...(resized ? { volumeSetAt: now } : {}) })
  return { ok: true, next: `/tubs/${id}/now` }
}

const shown = (value: number | undefined, decimals: number) =>
  value === undefined ? '' : String(Number(value.toFixed(decimals)))

/** A stored tub as the form shows it. */
export const tubFields = (tub: TubRow): Fields => {
  const { volumeBasis: basis, units, targets } = tub
  const lengthUnit: LengthUnit = units.volume === 'US gallon' ? 'inch' : 'centimetre'
  const length = (metres: number) => shown(fromMetres(metres, lengthUnit), 1)
  const sizes: Fields =
    basis.by === 'figure'
      ? { volume: shown(fromLitres(basis.litres, units.volume), 1) }
      : basis.by === 'box'
        ? {
            length: length(basis.lengthMetres),
            width: length(basis.widthMetres),
            depth: length(basis.depthMetres),
          }
        : basis.by === 'round'
          ? { diameter: length(basis.diameterMetres), depth: length(basis.depthMetres) }
          : {
              fillMinutes: shown(basis.minutes, 1),
              fillFlow: shown(fromLitres(basis.litresPerMinute, units.volume), 2),
            }
  return {
    name: tub.name,
    place: tub.place,
    kind: tub.kind,
    supplementaryDisinfection: tub.surroundings?.supplementaryDisinfection ?? 'none',
    exposure: tub.surroundings?.exposure ?? 'shade',
    filtrationHours: shown(tub.surroundings?.filtrationHours, 1),
    jetsHours: shown(tub.surroundings?.jetsHours, 1),
    volumeWay: basis.by,
    volumeUnit: units.volume,
    temperatureUnit: units.temperature,
    massUnit: units.mass,
    lengthUnit,
    ...sizes,
    source: tub.fillWater.source,
    fillPh: shown(tub.fillWater.pH, 2),
    fillAlkalinity: shown(tub.fillWater.totalAlkalinityPpm, 0),
    fillHardness: shown(tub.fillWater.calciumHardnessPpm, 0),
    programme: tub.programme,
    preset: tub.preset,
    setTemperature: shown(fromCelsius(tub.setTemperatureCelsius, units.temperature), 1),
    keepOutAbove: shown(keepOutAbove(tub), 1),
    ...Object.fromEntries(
      BANDS.flatMap((band) => [
        [`${band}Low`, shown(targets[band].low, 2)],
        [`${band}High`, shown(targets[band].high, 2)],
      ]),
    ),
  }
}

/** When this tub's people test. */
export const chooseSchool = (store: Store, tubId: number, fields: Fields): Outcome => {
  const school = TEST_RHYTHMS.find((one) => one === fields.school)
  if (!school) return refused(fields, {}, {}, REFUSALS.noTestRhythm)
  return updateTub(store, tubId, { testSchool: school })
    ? { ok: true }
    : refused(fields, {}, {}, REFUSALS.noTub)
}
