/** What an owner sees and smells at a tub, that a test does not tell. */
export const OFFERED_SYMPTOMS = [
  'cloudy',
  'foam',
  'smell',
  'weak flow',
  'tan line',
  'white line',
  'flakes',
  'not white',
  'torn filter',
  'heavy cover',
  'split seam',
  'green tint',
  'algae',
  'accident',
  'rash',
  'fever',
] as const
/** Those a look offers. */
export type OfferedSymptom = (typeof OFFERED_SYMPTOMS)[number]

/** Further signs that a journal may hold, finer than a look asks. */
export const FURTHER_SYMPTOMS = [
  'chlorine smell',
  'musty smell',
  'no smell',
  'oily sheen',
  'white flakes',
  'slimy flakes',
  'slippery walls',
  'gritty shell',
  'brown tint',
  'stain',
  'itchy skin',
  'red eyes',
  'cough',
  'filter brown',
  'low flow code',
  'dry heater code',
  'too hot code',
  'pH keeps rising',
  'pH keeps falling',
  'sanitizer will not hold',
  'level falling',
  'not heating',
] as const
export type Symptom = OfferedSymptom | (typeof FURTHER_SYMPTOMS)[number]
export const SYMPTOMS: readonly Symptom[] = [...OFFERED_SYMPTOMS, ...FURTHER_SYMPTOMS]

/** The floor cannot be seen through it: nobody gets in. */
export const UNCLEAR: readonly Symptom[] = ['cloudy', 'green tint', 'brown tint', 'algae']
/** Somebody is ill after the tub: it may be in the water. */
export const UNWELL: readonly Symptom[] = ['rash', 'fever']
