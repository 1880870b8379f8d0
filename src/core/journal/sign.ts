/** How a sign is noticed. */
export const SENSES = ['see', 'smell', 'feel', 'tub', 'body'] as const
export type Sense = (typeof SENSES)[number]

/** What an owner notices at a tub, that a test does not tell; the common ones of a sense first. */
export const SIGNS_OF = {
  see: [
    'cloudy',
    'foam',
    'green tint',
    'brown tint',
    'white flakes',
    'white line',
    'slimy flakes',
    'tan line',
    'oily sheen',
    'stain',
    'algae',
    'clears by itself',
  ],
  smell: ['chlorine smell', 'musty smell', 'no smell'],
  feel: ['slippery walls', 'gritty shell'],
  tub: [
    'weak flow',
    'not heating',
    'level falling',
    'low flow code',
    'dry heater code',
    'too hot code',
    'sensor code',
    'frost code',
    'power trips',
    'sanitizer will not hold',
    'pH keeps rising',
    'pH keeps falling',
    'filter brown',
    'not white',
    'torn filter',
    'heavy cover',
    'split seam',
  ],
  body: ['red eyes', 'itchy skin', 'cough', 'rash', 'fever'],
} as const satisfies Record<Sense, readonly string[]>

/** What asks for help before anything else. */
export const EMERGENCIES = [
  'electric shock',
  'fumes',
  'trouble breathing',
  'someone unwell',
  'accident',
  'glass',
] as const
export type Emergency = (typeof EMERGENCIES)[number]

/** Kept by older journals, and offered no longer: they named too much at once. */
const EARLIER = ['smell', 'flakes'] as const

export type Sign = (typeof SIGNS_OF)[Sense][number] | Emergency | (typeof EARLIER)[number]
export const SIGNS: readonly Sign[] = [
  ...SENSES.flatMap((sense): readonly Sign[] => SIGNS_OF[sense]),
  ...EMERGENCIES,
  ...EARLIER,
]

/** The floor cannot be seen through it: nobody gets in. */
export const UNCLEAR: readonly Sign[] = ['cloudy', 'green tint', 'brown tint', 'algae']
/** Somebody is ill after the tub: it may be in the water. */
export const UNWELL: readonly Sign[] = ['rash', 'fever', 'trouble breathing', 'someone unwell']
/** The water has to go, with what is in it. */
export const SOILED: readonly Sign[] = ['accident', 'glass']
/** Nobody touches the water before somebody licensed has been there. */
export const ELECTRICAL: readonly Sign[] = ['electric shock', 'power trips']
/** The water may be the cause: it is tested before anyone gets in again. */
export const COMPLAINTS: readonly Sign[] = ['red eyes', 'itchy skin', 'cough']
/** Of the tub's own telling, what new water changes. */
export const TRENDS: readonly Sign[] = [
  'sanitizer will not hold',
  'pH keeps rising',
  'pH keeps falling',
]
/** Bathers' waste that an oxidiser burns: these call for a shock. Common practice. */
export const SHOCK_SIGNS: readonly Sign[] = ['chlorine smell', 'smell', 'foam']
/** Said of what is right, or of what another sign does: alone they are no trouble. */
const NO_TROUBLE: readonly Sign[] = ['no smell', 'clears by itself']

export const isTrouble = (sign: Sign): boolean => !NO_TROUBLE.includes(sign)
