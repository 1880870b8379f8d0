import type { SoakRecipeId } from '@/core'

/** How a cartridge is soaked; the label of the cleaner comes first. */
export const RECIPE_TEXT: Record<SoakRecipeId, { name: string; how: string }> = {
  spray: { name: 'Spray-on', how: 'Spray onto the wet pleats and leave for ten minutes.' },
  warm: {
    name: 'Warm soak',
    how: 'Two level teaspoons of concentrate in 15 to 19 L of warm water.',
  },
  hot: { name: 'Hot soak', how: '240 mL in a 19 L bucket, as hot as the tap gives.' },
  vinegar: {
    name: 'Vinegar, for scale',
    how: 'Equal parts white vinegar and water, with nothing else in the bucket.',
  },
  overnight: { name: 'Overnight soak', how: 'Same as the warm soak, but left until morning.' },
  cold: { name: 'Cold soak, one day', how: 'Same as the warm soak, but with cold water.' },
}
