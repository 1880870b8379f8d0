/** What an owner sees and smells at a tub, that a test does not tell. */
export const SIGNS = [
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
  'accident',
] as const
export type Sign = (typeof SIGNS)[number]

/** What it usually means, common practice. */
export const SIGN_MEANS: Record<Sign, string> = {
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
  'split seam': 'Tape it before water gets into the foam.',
}
