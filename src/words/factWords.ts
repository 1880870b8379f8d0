/** Facts where the hand or the eye is, a line each; a practised owner puts them away for good. None of them is about safety. Common practice. */
export const FACTS = {
  'high after a shock':
    'A high reading soon after a dose or a shock is normal: jets on, cover open, and read again.',
  'two scales':
    'One pad may carry two scales (3 ppm of chlorine is 6 of bromine): read the one of your own sanitizer.',
  'new bottle': 'Check a new bottle of strips against drops or a shop once: cheap ones mislead.',
  'acid against soda ash':
    'The same step of pH takes noticeably more acid than soda ash: alkalinity holds against it.',
  'lights blink': 'A cell’s lights blink until the water is salted and warm. That is no fault.',
  'string off': 'Take the string off a floater: hung up, it gives everything off in one place.',
  'maker against bromine':
    'A few makers warn against bromine alone for surface and parts: read the tub’s manual.',
  warranty:
    'Products for pools, floaters and cells spliced into the pipes can end a warranty: read it first.',
  'approval number':
    'A sanitizer’s label carries the authority’s approval number. Without one, do not rely on it.',
  'anti-foam':
    'Anti-foam is sprayed on foam that the jets have raised; too much of it shifts pH, so test afterwards.',
} as const
export type FactId = keyof typeof FACTS
export const isFact = (text: string): text is FactId => Object.hasOwn(FACTS, text)
