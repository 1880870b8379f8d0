import { feederOf, tabletsAWeek } from '../programmes/feederKind'
import { type ProgrammeId, programmeOf } from '../programmes/programme'
import type { Tub } from '../tub/tub'

export interface Routine {
  daily: string
  afterSoak: string
  weekly: string
}

const CELL: Routine = {
  daily: 'Nothing by hand: the cell makes it. Look at its display.',
  afterSoak: 'Test; a boost after a full tub. The shock is the boost, or non-chlorine.',
  weekly: 'Test all; acid, for pH climbs by itself; look at the cell’s plates every month.',
}

const ROUTINES: Partial<Record<ProgrammeId, Routine>> = {
  'granular chlorine': {
    daily: 'Granules so that some is always left: 6 to 10 g for 1000 L a day, or by use.',
    afterSoak: 'Half a level teaspoon for 379 L; a whole one after a long or crowded soak.',
    weekly: 'Shock: a whole teaspoon for 379 L, or non-chlorine. Watch the stabiliser.',
  },
  'liquid chlorine': {
    daily: 'Unscented bleach, measured, so that some is always left.',
    afterSoak: 'What the plan says is missing; twice after a crowd.',
    weekly: 'Shock with a larger dose, or non-chlorine. Bleach ages: date the bottle.',
  },
  'chlorine tablets': {
    daily: 'Test; the floater out while anyone is in.',
    afterSoak: 'What the plan says is missing, as granules.',
    weekly:
      'Count the tablets, one notch by the readings; watch stabiliser and pH: both go the wrong way.',
  },
  'bromide bank with oxidiser': {
    daily: 'Oxidiser before or after use: it makes the bromine.',
    afterSoak: 'Oxidiser, by what the plan says is missing.',
    weekly: 'Shock with non-chlorine shock, cover half open; it brings used bromine back.',
  },
  biguanide: {
    daily: 'Nothing by hand.',
    afterSoak: 'Nothing; a look at its own strip after a crowd.',
    weekly: 'Its oxidiser by its label; its own strip; filter soaked overnight when it greys.',
  },
  'hydrogen peroxide': {
    daily: 'Test with its own strip; it falls fast.',
    afterSoak: 'What the plan says is missing, slowly, gloves on.',
    weekly: 'A larger dose; everything with a surface of its own gets a wipe.',
  },
  'silver or mineral with low chlorine': {
    daily: 'A little chlorine, by the cartridge’s label or the full range.',
    afterSoak: 'Non-chlorine shock by its label after every soak.',
    weekly: 'Shock; note the cartridge’s age: four months.',
  },
}

/** The days and weeks of a programme, in words; common practice. */
export const routineOf = (tub: Tub): Routine => {
  const own = ROUTINES[tub.programme]
  if (own) return own
  if (feederOf(tub.programme) === 'cell') return CELL
  return {
    daily: 'Nothing by hand: the tablets hold it.',
    afterSoak: 'Non-chlorine shock after a crowd; a test.',
    weekly: `${tabletsAWeek(tub.volumeLitres)} tablets or so; one notch by the readings; non-chlorine shock, which brings used ${programmeOf(tub.programme).sanitizer === 'bromine' ? 'bromine' : 'chlorine'} back.`,
  }
}

/** What to do before nobody is there for so long; common practice. */
export const awayAdvice = (tub: Tub, days: number): string[] => {
  const feeder = feederOf(tub.programme)
  if (days > 30)
    return [
      'More than a month: drain, clean and shut it down, or have somebody test and dose it weekly.',
      'Where it freezes, the pipes have to be blown out: a licensed trade does that.',
    ]
  return [
    'Test and balance the day before; shock with the cover half open; rinse the filter.',
    feeder === 'cell'
      ? 'Leave the cell on at its usual level.'
      : feeder
        ? `Load the ${feeder} for ${Math.ceil((tabletsAWeek(tub.volumeLitres) * days) / 7)} tablets, a notch further open.`
        : days > 10
          ? 'By hand it will not last two weeks: ask somebody to dose it in between.'
          : 'Dose to the top of the range; it falls below it before you are back.',
    'Cover clipped; set the temperature lower; power stays on.',
    'Back: test before anyone gets in; a shock if the sanitizer is gone.',
  ]
}
