import type { OfferedSymptom, Symptom } from '@/core'

/** What a sign usually means and what to do; common practice. */
export const SYMPTOM_MEANS: Record<OfferedSymptom, string> = {
  cloudy:
    'A clogged filter, too little sanitizer, or water that’s out of balance. Rinse, then test.',
  foam: 'Soap, lotion or filter cleaner in the water. Anti-foam hides it; fresh water solves it.',
  smell:
    'A chlorine smell is used-up sanitizer: shock with the cover half open. A musty smell means the pipes need a flush.',
  'weak flow': 'A clogged filter or low water. Rinse the filter, check the level, bleed the air.',
  'tan line': 'Dust from the fill water drying at the edge.',
  'white line':
    'White or yellowish scum and product residue. It etches the shell: wipe it off today.',
  flakes: 'White flakes are scale. Slimy ones come from the pipes: flush before the next drain.',
  'not white': 'A cartridge that no longer rinses white after a soak is past its service life.',
  'torn filter': 'Torn pleats, sagging bands or a cracked end let dirt through: replace it.',
  'heavy cover':
    'The foam is waterlogged. It no longer insulates and strains the lifter: get a new cover.',
  accident:
    'Vomit, stool, blood or glass: everybody out, power off, drain completely, and disinfect shell and filter before filling.',
  'green tint': 'Metal from the fill water, or algae. Test, and check the filter.',
  algae: 'Rare under a cover: the sanitizer ran out. Add one large dose, then test.',
  rash: 'A rash after using the tub often comes from germs in the water. Keep out, and see a doctor if it spreads. Drain, clean and refill.',
  fever:
    'Fever or a cough within two weeks of using the tub: see a doctor and mention the tub. Keep out. Drain, clean and refill.',
  'split seam': 'Tape it before water gets into the foam.',
}

/** A sign inside a sentence. */
const SYMPTOM_NAMES: Partial<Record<Symptom, string>> = {
  'not white': 'a filter that no longer rinses white',
  'heavy cover': 'a heavy cover',
  'torn filter': 'a torn filter',
  'split seam': 'a split seam',
  'tan line': 'a tan line',
  'white line': 'a white line',
  smell: 'a smell',
  cloudy: 'cloudy water',
}

export const symptomName = (symptom: Symptom): string => SYMPTOM_NAMES[symptom] ?? symptom
