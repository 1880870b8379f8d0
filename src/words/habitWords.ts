import { feederOf, hasChlorinePart, type Tub } from '@/core'

interface Habit {
  what: string
  how: string
}

/** What bathers do before they get in, and why; amounts in metric units for `inUnits`. Common practice. */
export const habitsFor = ({ programme }: Pick<Tub, 'programme'>): readonly Habit[] => [
  { what: 'Look', how: 'A coin on the floor can be seen, or nobody gets in.' },
  {
    what: 'Shower',
    how: 'With soap, and rinse it off: a showered person brings a fraction of the rest.',
  },
  {
    what: 'Swimwear',
    how: 'Rinsed by hand in plain water. From the washing machine it brings foam.',
  },
  { what: 'Hair', how: 'Up, or in a cap.' },
  { what: 'Feet', how: 'Rinsed, or over a mat at the step.' },
  {
    what: 'Skin',
    how: 'No lotion, oil or make-up. In the sun a hat or shade instead of sunscreen.',
  },
  { what: 'Jewellery', how: 'Off: sanitizer tarnishes it, and stones cut the shell.' },
  ...(feederOf(programme) === 'floater' || hasChlorinePart(programme)
    ? [{ what: 'Floater', how: 'Out, into its own bucket, before the first person gets in.' }]
    : []),
  { what: 'Weather', how: 'Not in heavy rain without a roof; out at once in a thunderstorm.' },
  { what: 'Health', how: 'Not with diarrhoea, a rash or an open wound.' },
  { what: 'Animals', how: 'None in the tub.' },
  { what: 'Glass', how: 'None near the water.' },
]
