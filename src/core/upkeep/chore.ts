import { feederOf } from '../programmes/feeder'
import type { Tub } from '../tub'
import type { ChoreId } from './choreId'

/** Something that has to be done again and again: why, how often, how, and what to mind. */
export interface Chore {
  id: ChoreId
  name: string
  purpose: string
  everyDays: number
  /** So much bathing brings it forward, weighted person-hours; left out where load does not matter. */
  everyPersonHours?: number
  /** Within so many days of its date it is neither early nor late. */
  windowDays: number
  minutes: number
  how: readonly string[]
  cautions: readonly string[]
}

const POWER = 'Power off at the breaker before a cartridge comes out.'

/** Intervals in use, common practice; the usual one of several schools. In walking order. */
const CHORES: readonly Chore[] = [
  {
    id: 'filter rinse',
    name: 'Rinse the filter',
    purpose: 'A filter that clogs slows the water and eats sanitizer.',
    everyDays: 7,
    everyPersonHours: 6,
    windowDays: 2,
    minutes: 10,
    how: [
      POWER,
      'Hose between all pleats, top to bottom, until it runs white.',
      'Back in, power on, look for flow.',
    ],
    cautions: ['Never run the pump without a filter.', 'No dishwasher, no household soap.'],
  },
  {
    id: 'filter soak',
    name: 'Deep-clean the filter',
    purpose: 'Grease and scale sit where a hose does not reach.',
    everyDays: 35,
    everyPersonHours: 35,
    windowDays: 7,
    minutes: 20,
    how: [
      POWER,
      'Rinse, soak by the cleaner’s label in a bucket outside, rinse until it runs clear.',
      'Dry it, with the spare set in the tub meanwhile.',
    ],
    cautions: ['Filter cleaner never goes into the tub: what is left of it foams.'],
  },
  {
    id: 'filter replace',
    name: 'Replace the filter',
    purpose: 'Pleats tear, bands sag, and one day it does not come white any more.',
    everyDays: 365,
    windowDays: 30,
    minutes: 10,
    how: [POWER, 'Sooner, if it does not come white or an end cracks.'],
    cautions: [],
  },
  {
    id: 'waterline',
    name: 'Wipe the waterline',
    purpose: 'Scum that dries there etches the shell.',
    everyDays: 7,
    everyPersonHours: 8,
    windowDays: 2,
    minutes: 5,
    how: ['A soft cloth and tub water. Tan is dust of the fill, white or yellow is scum.'],
    cautions: ['No household cleaner: it foams and eats sanitizer.'],
  },
  {
    id: 'cover wipe',
    name: 'Wipe the cover, inside and out',
    purpose: 'What steams off gathers under it.',
    everyDays: 30,
    windowDays: 7,
    minutes: 10,
    how: [
      'A soft cloth and tub water; look at seams and straps; lift it: heavy means waterlogged.',
    ],
    cautions: [],
  },
  {
    id: 'cover protect',
    name: 'Protect the cover',
    purpose: 'Sun makes vinyl brittle.',
    everyDays: 91,
    windowDays: 14,
    minutes: 15,
    how: ['A protectant for vinyl by its label, outside only.'],
    cautions: [],
  },
  {
    id: 'cell look',
    name: 'Look at the cell’s plates',
    purpose: 'White scale on them makes a cell read low and work hard.',
    everyDays: 30,
    windowDays: 7,
    minutes: 10,
    how: ['Power off, out by its manual. Scale goes with what its maker names.'],
    cautions: ['Acid for a cell is for gloves, eye cover and the open air; its manual first.'],
  },
  {
    id: 'yearly service',
    name: 'Yearly service',
    purpose: 'Wiring, leaks, heat-pump fins, jets.',
    everyDays: 365,
    windowDays: 30,
    minutes: 60,
    how: ['By a licensed person.'],
    cautions: ['Nothing behind the panels is for an owner.'],
  },
]

/** The chores of a tub, in walking order. */
export const choresOf = (tub: Tub): Chore[] =>
  CHORES.filter(({ id }) => id !== 'cell look' || feederOf(tub.programme) === 'cell')
