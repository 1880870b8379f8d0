import {
  addProduct,
  boundOf,
  CHLORINE_G_PER_MOL,
  CLEARS_TWICE_AT,
  COMBINED_SHARE,
  CYANURIC_ACID_G_PER_MOL,
  DISINFECTION_EFFECT,
  demandMmol,
  EVAPORATES_PER_HOUR,
  FILL_CELSIUS,
  FILTER_FULL_AT,
  fillWaterOf,
  HOUR,
  type Instant,
  keptInLight,
  loseCarbonDioxide,
  lossAtTemperature,
  type Method,
  MINUTE,
  metAtOnce,
  mixWater,
  normal,
  OPEN_AROUND_SOAK,
  oxidisedOf,
  PRODUCTS,
  type ProductName,
  passTime,
  programmeOf,
  QUANTITY,
  type Quantity,
  quantityOf,
  type Readings,
  readingError,
  readWater,
  spend,
  TRANSFER_PER_HOUR,
  type Tub,
  thermostatTo,
  USUAL_SURROUNDINGS,
  usualHeater,
  WASTE_FADES,
  type Water,
} from '@/core'
/** What is true of the invented tub, and hidden from its journal. */
export interface Truth {
  lossPerHour: number
  demandGramsPerPersonHour: number
  /** Share of the tablets in the floater that dissolves in an hour. */
  feedPerHour: number
  /** Times the usual transfer of carbon dioxide; 1 where nothing is said. */
  transfer?: number
  /** What a cell makes, ppm of chlorine an hour; none where there is none. */
  cellPpmPerHour?: number
  /** Of combined chlorine, per hour. */
  clearsPerHour?: number
  /** More loss for each person-hour that the filter has caught; none where nothing is said. */
  filterFouling?: number
  /** How much one soak differs from another, of its demand; a quarter where nothing is said. */
  soakScatter?: number
}

/** Chlorine in a gram of the usual bleach, g. */
const HYPOCHLORITE_CHLORINE =
  (PRODUCTS['sodium hypochlorite'].perGram.freeChlorineMmol * CHLORINE_G_PER_MOL) / 1000

/** What changes of itself from hour to hour. */
interface Standing {
  water: Water
  /** What bathers left that has not met any sanitizer yet, mmol/L of it. */
  bathersDemand: number
  floater: { product: ProductName; grams: number } | undefined
}

/** What evaporates is made up, and its salts stay. */
const KEPT_UP = [
  'alkalinityMeq',
  'dissolvedInorganicCarbonMmol',
  'calciumMmol',
  'saltPpm',
  'totalDissolvedSolidsPpm',
] as const

/** Up to an hour of a tub that nobody touches, by its own rates. */
const hourOf = (tub: Tub, truth: Truth) => {
  const surroundings = tub.surroundings ?? USUAL_SURROUNDINGS
  const cleaner = DISINFECTION_EFFECT[surroundings.supplementaryDisinfection]
  const heater = usualHeater(tub)
  const evaporated = fillWaterOf(tub.fillWater, tub.setTemperatureCelsius)
  const { transfer = 1, filterFouling = 0, clearsPerHour = 0.03, cellPpmPerHour = 0 } = truth

  return (before: Standing, filterPersonHours: number, hours: number): Standing => {
    const { bathersDemand } = before
    let { water, floater } = before
    const warm = lossAtTemperature(water.temperatureCelsius)
    const caught = Math.min(FILTER_FULL_AT, filterPersonHours)
    const lossPerHour = truth.lossPerHour * warm * (1 + filterFouling * caught)
    const kept = Math.exp(-lossPerHour * hours)
    const halogen = water.freeChlorineMmol + water.bromineMmol
    const chlorine = water.freeChlorineMmol > water.bromineMmol
    const state = {
      sanitizer: halogen,
      bathersDemand,
      combined: water.combinedChlorineMmol,
      tablets: 0,
      used: 0,
    }
    passTime(
      state,
      {
        lossPerHour,
        feedPerHour: 0,
        feedMmolPerGram: 0,
        cellPerHour: 0,
        fadesPerHour: WASTE_FADES * cleaner.fades,
        combinedShare: chlorine ? COMBINED_SHARE : 0,
        clearsPerHour: cleaner.clears * clearsPerHour * (1 + halogen / CLEARS_TWICE_AT),
      },
      hours,
    )
    const share = halogen > 0 ? state.used / halogen : 0
    water = spend(water, {
      freeChlorineMmol: water.freeChlorineMmol * share,
      bromineMmol: water.bromineMmol * share,
      peroxideMmol: water.peroxideMmol * (1 - kept),
    })
    water = {
      ...water,
      biguanidePpm: water.biguanidePpm * kept,
      combinedChlorineMmol: state.combined,
      temperatureCelsius: thermostatTo(
        water.temperatureCelsius,
        tub.setTemperatureCelsius,
        hours,
        heater,
      ),
    }
    for (const key of KEPT_UP) water[key] += EVAPORATES_PER_HOUR * hours * evaporated[key]
    water = loseCarbonDioxide(water, transfer * TRANSFER_PER_HOUR.still, hours)
    if (floater) {
      const fed = floater.grams * (1 - Math.exp(-truth.feedPerHour * hours))
      floater = { ...floater, grams: floater.grams - fed }
      water = addProduct(water, floater.product, fed, tub.volumeLitres)
    }
    // Chlorine from salt and hypochlorite from a bottle do the same to the water.
    const made = cellPpmPerHour * hours
    if (made > 0)
      water = addProduct(
        water,
        'sodium hypochlorite',
        (made * tub.volumeLitres) / 1000 / HYPOCHLORITE_CHLORINE,
        tub.volumeLitres,
      )
    return { water, bathersDemand: state.bathersDemand, floater }
  }
}

/** A tub that obeys the same chemistry as the estimate, with rates of its own and noisy tests. */
export const virtualTub = (
  tub: Tub,
  truth: Truth,
  {
    start,
    random,
    scatter = 0.5,
    begin = (fill) => fill,
    bathersDemandMmol = 0,
  }: {
    start: Instant
    random: () => number
    scatter?: number
    begin?: (fill: Water) => Water
    bathersDemandMmol?: number
  },
) => {
  let water = begin(fillWaterOf(tub.fillWater, tub.setTemperatureCelsius))
  const { transfer = 1, soakScatter = 0.25 } = truth
  let { demandGramsPerPersonHour } = truth
  let now = start
  /** What bathers left that has not met any sanitizer yet, mmol/L of it. */
  let bathersDemand = bathersDemandMmol
  let filterPersonHours = 0
  let floater: { product: ProductName; grams: number } | undefined

  const surroundings = tub.surroundings ?? USUAL_SURROUNDINGS
  const hour = hourOf(tub, truth)
  const advance = (until: Instant) => {
    while (now < until - 1) {
      const hours = Math.min(1, (until - now) / HOUR)
      const after = hour({ water, bathersDemand, floater }, filterPersonHours, hours)
      water = after.water
      bathersDemand = after.bathersDemand
      floater = after.floater
      now += hours * HOUR
    }
    now = until
  }

  const shine = (from: Instant, minutes: number) => {
    const stabiliser = water.cyanurateMmol * CYANURIC_ACID_G_PER_MOL
    const gone =
      1 -
      keptInLight(
        surroundings,
        { sanitizer: programmeOf(tub.programme).sanitizer, cyanuricAcidPpm: stabiliser },
        from,
        minutes,
      )
    if (gone > 0)
      water = {
        ...water,
        freeChlorineMmol: water.freeChlorineMmol * (1 - gone),
        bromineMmol: water.bromineMmol * (1 - gone),
      }
  }

  const soak = (people: number, minutes: number) => {
    const personHours = (people * minutes) / 60
    const grams = personHours * demandGramsPerPersonHour * (1 + soakScatter * normal(random))
    const mmol = demandMmol(Math.max(0, grams), tub.volumeLitres)
    const halogen = water.freeChlorineMmol + water.bromineMmol
    const chlorine = water.freeChlorineMmol > water.bromineMmol
    const met = metAtOnce(halogen, mmol)
    bathersDemand += mmol - met
    water = spend(water, {
      freeChlorineMmol: Math.min(met, water.freeChlorineMmol),
      bromineMmol: Math.max(0, met - water.freeChlorineMmol),
    })
    water = {
      ...water,
      combinedChlorineMmol: water.combinedChlorineMmol + boundOf(met, chlorine),
    }
    filterPersonHours += personHours
    shine(now - OPEN_AROUND_SOAK * MINUTE, minutes + 2 * OPEN_AROUND_SOAK)
    water = loseCarbonDioxide(water, transfer * TRANSFER_PER_HOUR.jets, minutes / 60)
  }

  const dose = (product: ProductName, grams: number) => {
    if (PRODUCTS[product].form === 'tablets')
      floater = { product, grams: (floater?.grams ?? 0) + grams }
    else {
      water = addProduct(water, product, grams, tub.volumeLitres)
      const oxidised = oxidisedOf(bathersDemand, water.monopersulfateMmol)
      bathersDemand -= oxidised
      water = spend(water, { monopersulfateMmol: oxidised })
    }
  }

  const read = (quantities: readonly Quantity[], method: Method): Readings => {
    const reading = readWater(water)
    const readings: Readings = {}
    for (const quantity of quantities) {
      const value = quantityOf(reading, quantity)
      const noisy = value + scatter * readingError(quantity, method, value) * normal(random)
      const step = COARSENESS[quantity] * (method === 'strip' ? 1 : 0.5)
      const { decimals } = QUANTITY[quantity]
      readings[quantity] = Math.max(0, Number((Math.round(noisy / step) * step).toFixed(decimals)))
    }
    return readings
  }

  const topUp = (replacedFraction: number) => {
    const fill = fillWaterOf(tub.fillWater, tub.setTemperatureCelsius)
    water = mixWater(water, fill, replacedFraction)
    bathersDemand *= 1 - replacedFraction
  }

  const refill = () => {
    water = {
      ...fillWaterOf(tub.fillWater, tub.setTemperatureCelsius),
      temperatureCelsius: FILL_CELSIUS,
    }
    bathersDemand = 0
    floater = undefined
  }

  return {
    advance,
    soak,
    dose,
    read,
    refill,
    topUp,
    /** A rinse of the filter. */
    rinse: () => {
      filterPersonHours = 0
    },
    truth: () => readWater(water),
    /** From now on bathers bring so many times as much. */
    bring: (times: number) => {
      demandGramsPerPersonHour = times * truth.demandGramsPerPersonHour
    },
    /** What no test shows, mmol/L of sanitizer that is still to be taken. */
    bathersDemand: () => bathersDemand,
    aerate: (minutes: number) => {
      shine(now, minutes)
      water = loseCarbonDioxide(water, transfer * TRANSFER_PER_HOUR.jetsWithAir, minutes / 60)
    },
  }
}

/** What an eye can tell apart on a strip. */
const COARSENESS: Record<Quantity, number> = {
  freeChlorine: 0.5,
  totalChlorine: 0.5,
  bromine: 0.5,
  pH: 0.2,
  totalAlkalinity: 10,
  calciumHardness: 25,
  cyanuricAcid: 10,
  biguanide: 5,
  peroxide: 10,
  salt: 100,
  borate: 5,
  totalDissolvedSolids: 50,
  copper: 0.1,
  iron: 0.1,
  phosphate: 0.1,
  temperature: 0.5,
}
