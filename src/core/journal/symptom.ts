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

/** What it usually means, common practice. */
export const SYMPTOM_MEANS: Record<OfferedSymptom, string> = {
  cloudy:
    'A filter that is full, too little sanitizer, or a balance that is off: rinse, then test.',
  foam: 'Soap, lotion or filter cleaner in the water. Anti-foam hides it; new water ends it.',
  smell: 'Used sanitizer: a shock with the cover half open. Musty: the pipes want a purge.',
  'weak flow': 'A clogged filter or a low level. Rinse, look at the level, bleed the air.',
  'tan line': 'Dust of the fill water that dries at the edge.',
  'white line': 'Scum and product, white or yellowish. It etches the shell: wipe it today.',
  flakes: 'White ones are scale, slimy ones come out of the pipes: purge before the next drain.',
  'not white': 'A cartridge that does not come white after its soak has done its time.',
  'torn filter': 'Torn pleats, sagging bands or a cracked end let dirt through: replace it.',
  'heavy cover': 'Waterlogged foam. It insulates no more and strains its lifter: a new cover.',
  accident:
    'Vomit, stool, blood or glass: everybody out, power off, drain it all, disinfect shell and filter before the fill.',
  'green tint': 'Metal from the fill water, or algae. Test, and look at the filter.',
  algae: 'Rare under a cover: the sanitizer was gone. One large dose, then test.',
  rash: 'After the tub, often from germs in the water. Keep out, see a doctor if it spreads; drain, clean, refill.',
  fever:
    'Fever or a cough within two weeks of the tub: see a doctor and mention the tub. Keep out; drain, clean, refill.',
  'split seam': 'Tape it before water gets into the foam.',
}
