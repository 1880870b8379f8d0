import type { StartStepId } from '../journal/startStepId'
import type { ProductName } from '../products/product'
import type { FeederKind } from '../programmes/programme'
import type { Dosing } from '../tub/choices'
import type { Dilution, WaterInsteadOfAcid } from './dilution'
import type { Exclusion } from './shelf'

/** Why a product or air has its place in a correction of pH and alkalinity. */
export type BalanceReason =
  | 'air before acid'
  | 'air after acid'
  | 'air alone'
  | 'air for the rest'
  | 'air for pH'
  | 'acid first'
  | 'acid after borax'
  | 'acid after alkalinity'
  | 'acid for both'
  | 'acid for alkalinity'
  | 'acid for pH'
  | 'soda ash'
  | 'borax'
  | 'alkalinity after acid'
  | 'alkalinity serves pH'
  | 'alkalinity low'
  | 'alkalinity first'

/** Quantities that products raise and nothing but water lowers. */
export type RaisedReason = 'raise hardness' | 'raise borate' | 'raise stabiliser' | 'raise salt'

export type SanitizerReason =
  | { code: 'outstanding demand'; ppm: number }
  | {
      code:
        | 'regenerate bromine'
        | 'raise biguanide'
        | 'raise peroxide'
        | 'sanitizer last'
        | 'raise chlorine'
    }

/** Why a step stands in the plan. */
export type StepReason =
  | { code: BalanceReason | RaisedReason }
  | SanitizerReason
  /** From its label instead of from a test; with what the owner typed of it. */
  | { code: 'label'; product: ProductName; ownNote: string | undefined }
  /** By a rule of thumb that the owner goes by. */
  | { code: 'rule'; dosing: Dosing }
  /** A due shock; `served`: what the residual lacks is in it. */
  | {
      code: 'shock'
      due: 'rhythm' | 'soak' | 'load' | 'sign' | 'trouble' | 'power' | 'combined'
      served: boolean
    }
  /** It is the start-up's turn. */
  | { code: 'start-up'; step: StartStepId }
  | { code: 'bromide bank' }
  | { code: 'refill instead' }
  | { code: 'dilute'; dilutions: readonly Dilution[] }

/** Why a product has to wait for the one before it. */
export type WaitReason =
  | { code: 'acid and oxidiser' | 'two oxidisers' | 'biguanide and halogen' }
  | { code: 'mixing'; before: ProductName }

/** What lasts beyond the moment, once the dose is used up. */
export type Lasting =
  | { code: 'stabiliser stays'; stabiliserPpm: number; alkalinityTakenPpm: number }
  | { code: 'hardness stays'; hardnessPpm: number }
  | { code: 'a little salt stays' }
  | { code: 'alkalinity taken'; alkalinityTakenPpm: number }

/** What cannot be dosed away, or was not dosed, and why; or what was taken for granted. */
export type NoteReason =
  | { code: 'excluded'; exclusion: Exclusion }
  | { code: 'shelf lacks'; product: ProductName; grams: number; have: boolean }
  | { code: 'balance too coarse' }
  /** Just outside its range after a correction that should have brought it in. */
  | { code: 'just corrected' }
  | { code: 'alkalinity in rounds'; leftPpm: number; aerated: boolean }
  /** High, but it keeps nobody out: what opens the tub goes first. */
  | { code: 'alkalinity another evening'; hours: number }
  | ({ code: 'water instead of acid' } & WaterInsteadOfAcid)
  | { code: 'needs alkalinity' | 'needs pH' }
  | { code: 'outside the model'; value: number; low: number; high: number }
  /** It waits for a water that its gas does not leave. */
  | { code: 'pH first'; product: ProductName; pH: number }
  | { code: 'pH bleached'; residual: 'freeChlorine' | 'bromine'; ppm: number; belowPpm: number }
  | { code: 'dilution'; dilution: Dilution }
  | { code: 'above range, held by a feeder'; feeder: FeederKind }
  | { code: 'above range'; backInHours: number | undefined }
  | { code: 'feeder too low'; feeder: FeederKind }
  | { code: 'combined chlorine'; ppm: number }
  | { code: 'metals in the water'; copperPpm: number; ironPpm: number }
  | { code: 'phosphate at a cell'; ppm: number }
  | { code: 'shock shows as combined'; ppm: number }
  | { code: 'too old'; days: number }
  /** Nothing logged explains what was read: a second test first. */
  | { code: 'unexplained reading' }
  | { code: 'never tested' }
  | { code: 'too coarse'; value: number; standardDeviation: number }
  | { code: 'label unknown'; product: ProductName }
  | { code: 'label skipped' }
  | { code: 'after the next soak' }
  | { code: 'label not due'; product: ProductName; hoursAgo: number; everyDays: number }
  | { code: 'label untested' }
  | { code: 'stabiliser assumed'; ppm: number }
