import { DAY, type Instant } from '@/core'
import type { NewShelfRow } from '@/store/shelf'
/** What the keeper of the invented guest house has in the boat locker; counted three weeks ago. */
export const demoShelf = (now: Instant): NewShelfRow[] => {
  const counted = now - 21 * DAY
  const item = (
    product: NewShelfRow['product'],
    countedGrams: number,
    more: Partial<NewShelfRow> = {},
  ): NewShelfRow => ({ product, countedGrams, countedAt: counted, createdAt: counted, ...more })
  return [
    item('sodium bicarbonate', 4000),
    item('sodium carbonate', 900),
    item('sodium bisulfate', 2500, {
      strength: { purity: 0.932 },
      scoop: { name: 'capful', grams: 20 },
    }),
    item('calcium chloride dihydrate', 3000),
    item('sodium dichlor dihydrate', 1800, { scoop: { name: 'scoop', grams: 5 } }),
    item('potassium monopersulfate', 2200, { scoop: { name: 'blue scoop', grams: 30 } }),
    item('sodium bromide', 700),
    item('bromochlorodimethylhydantoin', 1500, { scoop: { name: 'tablet', grams: 20 } }),
    item('scale and metal inhibitor', 800, {
      label: { amount: 50, unit: 'mL', perLitres: 1000, everyDays: 30, note: 'More at a fill.' },
    }),
    item('anti-foam', 250),
  ]
}
