import { feederOf, hasChlorinePart } from '../programmes/feederKind'
import { type ProgrammeId, programmeOf } from '../programmes/programme'
import { DAY } from '../time'

/**
 * What owners do in more than one way, all of it common practice; the first of each is the usual one unless the tub says otherwise
 * (`usualMethod`).
 */
export const WAYS_OF_DOING = {
  /** The cover after an ordinary dose of sanitizer; a shock always vents. */
  coverAfterDose: ['open', 'shut at once'],
  /** Where what is scattered or poured goes in. */
  pouredInto: ['by the product', 'round the tub', 'filter compartment'],
  shockRhythm: ['weekly', 'after every soak', 'every ten days', 'fortnightly'],
  /** Chlorine granules as a shock: 12 or 25 g for 1,000 L. */
  granuleShock: ['usual', 'double'],
  /** Chlorine in new water: to the top of the range, or a shock's worth. */
  firstDose: ['light', 'full'],
  /** The upper shell and the cover's underside are wiped at every so many shocks. */
  wipeAtShocks: ['3', '4'],
  /** New water: once it circulates, or at temperature only. */
  balanceAt: ['circulating', 'warm'],
  /** Where pH is brought back to, inside the range that is kept. */
  phAim: ['middle', '7.4', '7.5', '7.6'],
  filtersIn: ['after the fill', 'before the fill'],
  powerOn: ['jets covered', 'half full'],
  lastWater: ['taken out', 'left'],
  filterBack: ['dry', 'wet'],
  filterWash: ['hose and nozzle', 'pleat comb', 'pressure washer'],
  filterPower: ['breaker', 'maintenance mode'],
  waterlineTool: ['microfibre cloth', 'melamine sponge', 'scouring mitt', 'one-way mitt'],
  /** Cloudy water: clarifier among what can be done, or left out. */
  clarifierFor: ['cloudy water', 'nothing'],
  /** Days after which water is old by itself. */
  waterAge: ['75', '90', '105', '120', '135', '180', '365', '540'],
} as const

export type MethodId = keyof typeof WAYS_OF_DOING
export type Methods = { [Id in MethodId]: (typeof WAYS_OF_DOING)[Id][number] }
export const METHOD_IDS = Object.keys(WAYS_OF_DOING) as MethodId[]

interface Facts {
  programme: ProgrammeId
  kind?: 'hard shell' | 'inflatable' | 'swim spa' | undefined
  choices?: Partial<Methods> | undefined
}

/** Water by kind of tub and programme: four months; two and a half for an inflatable, a year with a cell, a year and a half for a swim spa. */
const usualAge = ({ programme, kind }: Facts): Methods['waterAge'] => {
  if (kind === 'swim spa') return '540'
  if (feederOf(programme) === 'cell') return '365'
  return kind === 'inflatable' ? '75' : '120'
}

/** What is done where nothing was chosen. */
export const usualMethod = <Id extends MethodId>(tub: Facts, id: Id): Methods[Id] => {
  if (id === 'waterAge') return usualAge(tub) as Methods[Id]
  return WAYS_OF_DOING[id][0] as Methods[Id]
}

/** New water of these begins with chlorine poured by hand, of which there may be more or less. */
const CHLORINE_BY_HAND: readonly ProgrammeId[] = [
  'granular chlorine',
  'liquid chlorine',
  'chlorine tablets',
]

/** Whether a method means something for this tub: no shocks without a halogen, and none by rhythm where a cell works. */
const applies = ({ programme }: Facts, id: MethodId): boolean => {
  const { sanitizer } = programmeOf(programme)
  const shocked = sanitizer === 'freeChlorine' || sanitizer === 'bromine'
  switch (id) {
    case 'shockRhythm':
      return shocked && feederOf(programme) !== 'cell'
    case 'wipeAtShocks':
    case 'coverAfterDose':
      return shocked
    case 'granuleShock':
      return sanitizer === 'freeChlorine'
    case 'firstDose':
      return CHLORINE_BY_HAND.includes(programme)
    // Silver and minerals drop out with what it gathers.
    case 'clarifierFor':
      return (
        programme !== 'biguanide' &&
        programme !== 'silver or mineral with low chlorine' &&
        !hasChlorinePart(programme)
      )
    // A trace of the old water's chlorine ruins biguanide.
    case 'lastWater':
      return programme !== 'biguanide'
    default:
      return true
  }
}

export const methodsFor = (tub: Facts): MethodId[] => METHOD_IDS.filter((id) => applies(tub, id))

/** What is done: as chosen, where that still means something under the programme of now. */
export const methodOf = <Id extends MethodId>(tub: Facts, id: Id): Methods[Id] => {
  const chosen = tub.choices?.[id] as Methods[Id] | undefined
  return chosen !== undefined && applies(tub, id) ? chosen : usualMethod(tub, id)
}

/** Whether clarifier may go into this tub, by its programme and its people. */
export const takesClarifier = (tub: Facts): boolean =>
  applies(tub, 'clarifierFor') && methodOf(tub, 'clarifierFor') !== 'nothing'

/** All that was chosen and still means something. */
export const methodsKept = (tub: Facts): Partial<Methods> =>
  Object.fromEntries(
    methodsFor(tub).flatMap((id) => {
      const chosen = tub.choices?.[id]
      return chosen === undefined ? [] : [[id, chosen]]
    }),
  )

const RHYTHM_DAYS = {
  weekly: 7,
  'after every soak': 0,
  'every ten days': 10,
  fortnightly: 14,
} as const

/** From one shock to the next where nothing brings it forward, milliseconds; none where each soak has its own. */
export const shockEvery = (tub: Facts): number => RHYTHM_DAYS[methodOf(tub, 'shockRhythm')] * DAY

/** From one full shock to the next, to look ahead by; where each soak has a little one, a week. */
export const fullShockEvery = (tub: Facts): number => shockEvery(tub) || 7 * DAY
