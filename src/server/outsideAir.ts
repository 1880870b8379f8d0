import type { Instant } from '@/core'
import type { TubRow } from '@/store/tubs'
import { refillSettings } from './refillSettings'

/** One in a process, however often its code was bundled. */
const shared = globalThis as { pavrelAir?: ((at: Instant) => number) | undefined }

/** Takes a weather service for the air, °C at a moment, or lets it go. */
export const giveAir = (air: ((at: Instant) => number) | undefined): void => {
  shared.pavrelAir = air
}

/** The air at a tub, °C: a weather service's where there is one, else what its people gave. */
export const airAt = (tub: TubRow): ((at: Instant) => number) => {
  if (shared.pavrelAir) return shared.pavrelAir
  const { airCelsius } = refillSettings(tub)
  return () => airCelsius
}
