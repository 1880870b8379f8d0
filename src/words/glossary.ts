/** The field's terms, each explained once. */
export const TERM_IDS = [
  'freeChlorine',
  'combinedChlorine',
  'totalChlorine',
  'bromine',
  'bromideBank',
  'residual',
  'sanitizer',
  'oxidiser',
  'shock',
  'nonChlorineShock',
  'stabiliser',
  'activeChlorine',
  'dichlor',
  'trichlor',
  'bleach',
  'biguanide',
  'peroxide',
  'saltCell',
  'pH',
  'totalAlkalinity',
  'calciumHardness',
  'saturation',
  'scale',
  'corrosion',
  'dissolvedSolids',
  'borate',
  'carbonDioxide',
  'aeration',
  'bathersDemand',
  'personHour',
  'biofilm',
  'pipeFlush',
  'enzyme',
  'clarifier',
  'inhibitor',
  'publishedFloor',
  'keepOut',
  'estimate',
  'nineInTen',
  'standardDeviation',
  'feeder',
  'notch',
  'earthFault',
  'titration',
] as const
export type TermId = (typeof TERM_IDS)[number]

export interface Term {
  name: string
  meaning: string
  /** How it occurs inside sentences; its name where nothing is said. */
  as?: readonly string[]
}

export const GLOSSARY: Record<TermId, Term> = {
  freeChlorine: {
    name: 'Free chlorine',
    meaning: 'The chlorine that’s available to sanitize, in ppm (mg/L).',
  },
  combinedChlorine: {
    name: 'Combined chlorine',
    meaning:
      'Chlorine bound to what bathers left. It hardly sanitizes, smells and irritates. Total chlorine minus free chlorine.',
  },
  totalChlorine: {
    name: 'Total chlorine',
    meaning: 'Free and combined chlorine together.',
  },
  bromine: {
    name: 'Bromine',
    meaning: 'A sanitizer like chlorine that works over a wider pH range and can be regenerated.',
  },
  bromideBank: {
    name: 'Bromide bank',
    meaning: 'Bromide dissolved in the water, which an oxidiser turns into bromine.',
  },
  residual: {
    name: 'Residual',
    meaning: 'The sanitizer that’s left in the water at any moment.',
  },
  sanitizer: {
    name: 'Sanitizer',
    meaning: 'What kills germs in the water: chlorine, bromine, biguanide or peroxide.',
  },
  oxidiser: {
    name: 'Oxidiser',
    meaning: 'A product that burns off what bathers leave behind.',
    as: ['oxidiser', 'oxidisers'],
  },
  shock: {
    name: 'Shock',
    meaning: 'A large dose of chlorine or non-chlorine oxidiser that clears up built-up waste.',
    as: ['shock'],
  },
  nonChlorineShock: {
    name: 'Non-chlorine shock',
    meaning:
      'Potassium monopersulfate. It oxidises but doesn’t sanitize, except where there’s bromide.',
  },
  stabiliser: {
    name: 'Stabiliser',
    meaning:
      'Cyanuric acid. It protects chlorine from sunlight but slows it down, builds up with dichlor and trichlor, and leaves only with the water.',
  },
  activeChlorine: {
    name: 'Active chlorine',
    meaning:
      'The part of free chlorine that kills germs quickly (hypochlorous acid). Stabiliser and high pH reduce it.',
  },
  dichlor: { name: 'Dichlor', meaning: 'Chlorine granules that contain stabiliser.' },
  trichlor: {
    name: 'Trichlor',
    meaning: 'Slow-dissolving chlorine tablets: acidic, and they contain stabiliser.',
  },
  bleach: {
    name: 'Bleach',
    meaning: 'Liquid chlorine (sodium hypochlorite). Adds no stabiliser.',
  },
  biguanide: {
    name: 'Biguanide',
    meaning: 'A chlorine-free sanitizer. Never combine it with chlorine or bromine.',
  },
  peroxide: { name: 'Peroxide', meaning: 'Hydrogen peroxide, a chlorine-free oxidiser.' },
  saltCell: {
    name: 'Salt cell',
    meaning: 'Electrodes that make chlorine or bromine from salt in the water.',
    as: ['salt cell', 'the cell'],
  },
  pH: {
    name: 'pH',
    meaning:
      'How acidic or alkaline the water is. 7.2 to 7.8 is comfortable, and chlorine works best at the low end.',
  },
  totalAlkalinity: {
    name: 'Total alkalinity',
    meaning: 'How much acid the water can absorb before pH drops. It keeps pH steady.',
    as: ['total alkalinity', 'alkalinity'],
  },
  calciumHardness: {
    name: 'Calcium hardness',
    meaning: 'How much calcium is in the water. Too little foams and corrodes; too much scales.',
    as: ['calcium hardness', 'hardness'],
  },
  saturation: {
    name: 'Saturation index',
    meaning:
      'Whether the water tends to deposit calcium (above zero) or to dissolve it (below zero).',
    as: ['saturation index', 'calcite index'],
  },
  scale: {
    name: 'Scale',
    meaning: 'Hard white calcium deposits on the shell, heater and cell.',
    as: ['scaling'],
  },
  corrosion: {
    name: 'Corrosive water',
    meaning: 'Water that attacks metal and plaster: soft, acidic or both.',
    as: ['corrosive', 'corrodes'],
  },
  dissolvedSolids: {
    name: 'Dissolved solids',
    meaning: 'Everything dissolved in the water. It rises with every dose and every bather.',
  },
  borate: { name: 'Borate', meaning: 'A second buffer that keeps pH steady.' },
  carbonDioxide: {
    name: 'Carbon dioxide',
    meaning: 'Dissolved in the water it lowers pH. Jets and air drive it off, so pH rises.',
  },
  aeration: {
    name: 'Aeration',
    meaning: 'Running jets with air: raises pH without changing alkalinity.',
    as: ['aeration', 'jets and air'],
  },
  bathersDemand: {
    name: 'Bathers’ demand',
    meaning:
      'The sanitizer that sweat, skin oils and lotion use up, partly at once and partly over the next day.',
    as: ['bathers’ waste', 'what bathers left', 'What bathers left'],
  },
  personHour: {
    name: 'Person-hour',
    meaning: 'One person in the tub for one hour, or two people for half an hour.',
    as: ['person-hour', 'person-hours'],
  },
  biofilm: {
    name: 'Biofilm',
    meaning: 'A slimy layer of germs inside pipes that sanitizer hardly reaches.',
  },
  pipeFlush: {
    name: 'Pipe flush',
    meaning: 'A cleaner run through the pipes before draining. Not for skin.',
  },
  enzyme: { name: 'Enzyme', meaning: 'Breaks down oils before they turn to scum.' },
  clarifier: {
    name: 'Clarifier',
    meaning: 'Clumps fine particles together so that the filter can catch them.',
  },
  inhibitor: {
    name: 'Scale and metal inhibitor',
    meaning: 'Keeps calcium and metals dissolved so that they don’t stain or scale.',
    as: ['scale and metal inhibitor', 'scale inhibitor', 'metal inhibitor'],
  },
  publishedFloor: {
    name: 'Published floor',
    meaning: 'The lowest sanitizer level a public health agency recommends for hot tubs in use.',
  },
  keepOut: {
    name: 'Keep out above',
    meaning: 'The sanitizer level above which nobody gets in, usually from the product label.',
    as: ['keep out above'],
  },
  estimate: {
    name: 'Estimate',
    meaning:
      'What the water is probably like now, worked out from the last test and everything logged since.',
    as: ['estimated'],
  },
  nineInTen: {
    name: 'Nine in ten',
    meaning: 'The range that covers nine of ten likely outcomes.',
    as: ['9 in 10', '8 in 10', 'nine in ten'],
  },
  standardDeviation: {
    name: 'Standard deviation',
    meaning: 'How far a value may be off: two times in three it’s within this.',
  },
  feeder: {
    name: 'Feeder or floater',
    meaning: 'A holder for tablets, in the plumbing or floating, that releases sanitizer slowly.',
    as: ['feeder', 'floater'],
  },
  notch: { name: 'Notch', meaning: 'One step of a feeder’s opening.', as: ['notch'] },
  earthFault: {
    name: 'RCD (GFCI)',
    meaning: 'A safety switch that cuts the power at once when current leaks to earth.',
    as: ['RCD (GFCI)'],
  },
  titration: {
    name: 'Drop test',
    meaning: 'Counting drops of reagent until the colour changes. More precise than a strip.',
    as: ['drop test'],
  },
}

const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')

/** Longest first, so that "non-chlorine shock" is not a shock. */
const PATTERNS = TERM_IDS.flatMap((id) =>
  (GLOSSARY[id].as ?? [GLOSSARY[id].name]).map((text) => ({ id, text })),
).sort((a, b) => b.text.length - a.text.length)

const TERM = new RegExp(
  `(?<![\\p{L}-])(${PATTERNS.map(({ text }) => escaped(text)).join('|')})(?![\\p{L}-])`,
  'giu',
)

export type Piece = { text: string; term?: TermId }

/** A sentence cut where it uses terms, each marked the first time only. */
export const termsIn = (sentence: string, known: ReadonlySet<TermId> = new Set()): Piece[] => {
  const seen = new Set(known)
  const pieces: Piece[] = []
  let from = 0
  for (const match of sentence.matchAll(TERM)) {
    const found = PATTERNS.find(({ text }) => text.toLowerCase() === match[0].toLowerCase())
    if (!found || seen.has(found.id)) continue
    seen.add(found.id)
    if (match.index > from) pieces.push({ text: sentence.slice(from, match.index) })
    pieces.push({ text: match[0], term: found.id })
    from = match.index + match[0].length
  }
  if (from < sentence.length) pieces.push({ text: sentence.slice(from) })
  return pieces
}
