import type { ChoreId, PresetChoreId } from '../journal/choreId'
import type { Entry } from '../journal/entry'
import type { Sign } from '../journal/sign'
import type { LabelledName, ProductName } from '../products/product'
import type { Instant } from '../time'
import type { Methods } from '../tub/methods'
import type { Tub } from '../tub/tub'
import type { Interval, Season } from './interval'

/** Where a chore's marks stand on the season strip. */
export const LANES = ['filters', 'surfaces', 'water', 'cover', 'equipment'] as const
export type Lane = (typeof LANES)[number]

/** What is said of a chore where its people say it themselves; the words of a preset are not the core's. */
export interface ChoreText {
  name: string
  purpose: string
  needs: string
  how: readonly string[]
  cautions: readonly string[]
}

/** Something that has to be done again and again, and how often. */
export interface Chore {
  id: ChoreId
  lane: Lane
  /** What its people changed of its words; all of them for a chore of their own. */
  text: Partial<ChoreText>
  interval: Interval
  season?: Season
  /** Within so many days of its date it is neither early nor late. */
  windowDays: number
  minutes: number
  /** What it takes from the shelf. */
  product?: ProductName
  /** Poured right after it, as one act. */
  andThen?: ProductName
  /** Nobody in, and there is no need of it. */
  whenUsed?: true
  /** Seen since it was last done, these bring it to the next day. */
  signs: readonly Sign[]
  paused: boolean
  /** So large a share of a label's dose of one of these asks for it a day later. */
  follows?: {
    doses: readonly LabelledName[]
    share: number
    /** In new water only once this was done there. */
    once?: PresetChoreId
  }
  /** Comes up only where something is wrong and this is its way out, or where a stay, a soak or a dose asks for it. */
  asked?: true
  /** Its water bears nothing but this programme's own cleaners: the words are other ones. */
  ownCleaners?: 'biguanide'
  /** What its people chose of the ways to do it; the words go by it. */
  methods?: Partial<Methods>
}

export const SCHOOL_IDS = [
  'weekly or sooner',
  'every ten days',
  'every three weeks',
  'monthly',
  'five weeks or sooner',
  'every 30 days',
  'every six to eight weeks',
  'every three months',
  'with each drain',
  'every six months',
  'yearly',
  'every eighteen months',
  'disposable',
  'inflatable',
  'weekly',
  'every five months',
  'every week',
  'fortnightly',
] as const
export type SchoolId = (typeof SCHOOL_IDS)[number]

/** An interval that some owners keep; common practice. */
export interface School {
  id: SchoolId
  interval: Interval
}

/** What can be changed of a chore; only what differs from the preset. */
export type ChoreChange = Partial<
  Pick<Chore, 'lane' | 'interval' | 'windowDays' | 'minutes'> &
    ChoreText & { season: Season | null }
>

/** Five years, in days; what comes more seldom is no chore. */
export const RAREST_DAYS = 1825

/** What the people of one tub made of a preset, or a chore of their own. */
export interface ChoreRule {
  chore: ChoreId
  change: ChoreChange
  /** Undefined leaves it as the preset has it. */
  paused?: boolean | undefined
  createdAt: Instant
}

export type Preset = Omit<Chore, 'id' | 'text' | 'signs' | 'paused'> &
  Partial<Pick<Chore, 'signs'>> & {
    schools?: readonly School[]
    /** Off until its people switch it on. */
    optional?: (tub: Tub) => boolean
    /** Tubs that have it at all. */
    only?: (tub: Tub) => boolean
    /** Another entry than its own that shows that it was done. */
    shownBy?: (entry: Entry) => boolean
  }
