/** Steps from a fresh fill to the first soak; what an entry of a start-up names. */
export const START_STEP_IDS = [
  'filled',
  'inhibitor',
  'soften',
  'warm',
  'balance',
  'start shock',
  'residual',
  'bank',
  'oxidise',
  'salt first half',
  'salt measured',
  'salt second half',
  'cell at zero',
  'held a day',
  'cell on',
  'floater',
  'feeder',
  'cartridge',
  'biguanide one',
  'biguanide oxidiser',
  'peroxide',
] as const
export type StartStepId = (typeof START_STEP_IDS)[number]
export const isStartStep = (text: string): text is StartStepId =>
  (START_STEP_IDS as readonly string[]).includes(text)
