import { DAY, type Instant, type StockFacts } from '@/core'
import type { NewShelfRow } from '@/store/shelf'
/** What the keeper of the invented guest house has in the boat locker; counted three weeks ago. */
export const demoShelf = (now: Instant): NewShelfRow[] => {
  const counted = now - 21 * DAY
  const item = (
    product: NewShelfRow['product'],
    countedGrams: number,
    more: Partial<NewShelfRow> = {},
  ): NewShelfRow => ({ product, countedGrams, countedAt: counted, createdAt: counted, ...more })
  const bought = now - 150 * DAY
  const pack = (price: number, packGrams: number, place: string, more: StockFacts = {}) => ({
    stock: { price, packGrams, boughtAt: bought, place, ...more },
  })
  return [
    item('sodium bicarbonate', 4000, pack(6.5, 2000, 'kitchen')),
    item('sodium carbonate', 900, pack(7, 1000, 'kitchen')),
    item('sodium bisulfate', 2500, {
      strength: { purity: 0.932 },
      scoop: { name: 'capful', grams: 20 },
      ...pack(8.9, 1500, 'boat locker', { openedAt: now - 60 * DAY }),
    }),
    item('calcium chloride dihydrate', 3000, pack(9.5, 2000, 'kitchen')),
    item('sodium dichlor dihydrate', 700, {
      scoop: { name: 'scoop', grams: 5 },
      ...pack(19.9, 1000, 'boat locker', { openedAt: now - 45 * DAY }),
    }),
    item('potassium monopersulfate', 2200, {
      scoop: { name: 'blue scoop', grams: 30 },
      ...pack(24, 2000, 'wheelhouse'),
    }),
    item('sodium bromide', 700, pack(16, 500, 'wheelhouse')),
    item('bromochlorodimethylhydantoin', 1500, {
      scoop: { name: 'tablet', grams: 20 },
      ...pack(29, 1000, 'boathouse', { expiresAt: now + 40 * DAY }),
    }),
    item('scale and metal inhibitor', 800, {
      ...pack(14, 500, 'kitchen', { openedAt: now - 70 * DAY }),
      label: { amount: 50, unit: 'mL', perLitres: 1000, everyDays: 30, note: 'More at a fill.' },
    }),
    item('anti-foam', 250, pack(11, 500, 'kitchen')),
  ]
}
