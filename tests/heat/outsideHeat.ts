import type { NewEntry } from '@/core/journal/entry'
import { seeded } from '@/core/random'
import { DAY, HOUR } from '@/core/time'
import type { Tub } from '@/core/tub/tub'

/*
 * A tub of two bodies that obeys other laws than the core: the shell lies between water and air, wind takes more, radiation goes with the
 * fourth power. Integrated by Heun's method in steps of two minutes.
 */

const STEP_HOURS = 2 / 60

export const gaussian = (random: () => number) =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())

const outsideBody = (
  volumeLitres: number,
  constantHours: number,
  air: (at: number) => number,
  [startWater, startShell]: readonly [number, number],
) => {
  const perKelvin = (volumeLitres * 4.16) / 3600
  const shellPerKelvin = 0.08 * perKelvin
  const conductance = perKelvin / constantHours
  let [water, shell] = [startWater, startShell]
  const rates = (w: number, s: number, at: number, power: number, wind: number) => {
    const outer = conductance * 1.9 * (1 + 0.05 * wind) * (s - air(at))
    const sky = 5.67e-11 * 0.35 * ((s + 273) ** 4 - (air(at) + 273) ** 4)
    const inner = conductance * 2.3 * (w - s)
    return [(power - inner) / perKelvin, (inner - outer - sky) / shellPerKelvin] as const
  }
  return {
    pass: (from: number, hours: number, { power, wind }: { power: number; wind: number }) => {
      for (let i = 0; i < Math.round(hours / STEP_HOURS); i++) {
        const at = from + i * STEP_HOURS * HOUR
        const [a, b] = rates(water, shell, at, power, wind)
        const next = [water + STEP_HOURS * a, shell + STEP_HOURS * b] as const
        const [c, d] = rates(next[0], next[1], at + STEP_HOURS * HOUR, power, wind)
        water += (STEP_HOURS * (a + c)) / 2
        shell += (STEP_HOURS * (b + d)) / 2
      }
      return water
    },
    read: () => water,
  }
}

/** The one constant that comes nearest to such a tub's cooling through a day, once its shell has settled; hours. */
export const constantOf = (volumeLitres: number, constantHours: number): number => {
  const body = outsideBody(volumeLitres, constantHours, () => 5, [38, 24])
  const calm = { power: 0, wind: 2.4 }
  const settled = body.pass(0, 12, calm)
  const later = body.pass(12 * HOUR, 24, calm)
  return 24 / Math.log((settled - 5) / (later - 5))
}

/** Evenings and mornings with the heater off, then some hours with it on, read by a thermometer; of the air only the forecast is known. */
export const outsideNights = (
  tub: Tub,
  hidden: { seed: number; constantHours: number; kilowatts: number },
  { nights, now }: { nights: number; now: number },
): { entries: NewEntry[]; air: (at: number) => number } => {
  const random = seeded(hidden.seed)
  const forecast = (at: number) =>
    5 + 4 * Math.cos((2 * Math.PI * (at - 15 * HOUR)) / DAY) + 3 * Math.sin(at / (5.3 * DAY))
  const entries: NewEntry[] = []
  const perKelvin = (tub.volumeLitres * 4.18) / 3600
  for (let night = nights; night > 0; night--) {
    const evening = now - night * DAY
    const offset = 1.2 * gaussian(random)
    const wind = Math.abs(3 * gaussian(random))
    const start = tub.setTemperatureCelsius - 8
    const body = outsideBody(
      tub.volumeLitres,
      hidden.constantHours,
      (at) => forecast(at) + offset,
      [start + 0.3, start - 12],
    )
    const read = (at: number) =>
      entries.push({
        kind: 'test',
        at,
        body: {
          method: 'meter',
          readings: { temperature: Number((body.read() + 0.3 * gaussian(random)).toFixed(1)) },
        },
      })
    body.pass(evening - 3 * HOUR, 3, { power: 0, wind })
    read(evening)
    const morning = body.pass(evening, 12, { power: 0, wind })
    read(evening + 12 * HOUR)
    const room = tub.setTemperatureCelsius - 1.6 - morning
    const hours = Math.min(4, (room * perKelvin) / hidden.kilowatts)
    if (hours > 0.5) {
      body.pass(evening + 12 * HOUR, hours, { power: hidden.kilowatts, wind })
      read(evening + (12 + hours) * HOUR)
    }
    // What comes between today's last reading and tonight's first is no stretch.
    entries.push({ kind: 'soak', at: evening + 20 * HOUR, body: { people: 1, minutes: 10 } })
  }
  return { entries, air: forecast }
}
