export const WAYS_OF_WARMING = ['held', 'lower', 'hours'] as const
export type WayOfWarming = (typeof WAYS_OF_WARMING)[number]

/** How the people of a tub keep it warm, and what power costs at night; hours are of the wall clock, 0 to 24. */
export interface HeatSettings {
  /** How it is kept warm; held, where nobody has chosen. */
  way?: WayOfWarming
  /** A kilowatt hour at night, in the person's own money; the price by day is among those of the refill. */
  nightPrice?: number
  nightFrom: number
  nightTo: number
  /** How much lower between soaks, K. */
  lowerKelvin: number
  /** Where it is heated in set hours only. */
  hoursFrom: number
  hoursTo: number
}

export const USUAL_HEAT_SETTINGS: HeatSettings = {
  nightFrom: 0,
  nightTo: 5,
  lowerKelvin: 5,
  hoursFrom: 12,
  hoursTo: 18,
}

/** What power costs by the clock; undefined without a price. */
export const priceByHour = (
  dayPrice: number | undefined,
  { nightPrice, nightFrom, nightTo }: HeatSettings,
): ((hour: number) => number) | undefined => {
  if (dayPrice === undefined) return undefined
  if (nightPrice === undefined || nightFrom === nightTo) return () => dayPrice
  return (hour) => (inHours(hour, nightFrom, nightTo) ? nightPrice : dayPrice)
}

/** What an even load pays for a kilowatt hour through a day. */
export const meanPrice = (
  dayPrice: number | undefined,
  settings: HeatSettings,
): number | undefined => {
  const price = priceByHour(dayPrice, settings)
  if (!price) return undefined
  const quarters = Array.from({ length: 96 }, (_, i) => price((i + 0.5) / 4))
  return quarters.reduce((a, b) => a + b, 0) / quarters.length
}

/** Whether an hour lies in a window that may go over midnight; a window of no length is the whole day. */
export const inHours = (hour: number, from: number, to: number) =>
  from === to || (from < to ? hour >= from && hour < to : hour >= from || hour < to)
