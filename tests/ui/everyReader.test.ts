import { QUESTIONS } from '@/core/journal/causeId'
import { PRODUCT_NAMES } from '@/core/products/product'
import type { Stage } from '@/core/refill/stages'
import { CHORE_TEXT } from '@/words/choreText'
import { RECIPE_TEXT } from '@/words/filterText'
import { GLOSSARY, TERM_IDS, termsIn } from '@/words/glossary'
import { CAUTIONS } from '@/words/handlingText'
import { inUnits } from '@/words/inUnits'
import { LABEL_NOTES } from '@/words/productText'
import { PROGRAMME_TEXT } from '@/words/programmeText'
import { formatSum } from '@/words/refillWords'
import { REFUSALS } from '@/words/refusals'
import { SIGN_MEANS } from '@/words/signText'
import { START_TITLES } from '@/words/startUpText'
import { CODE_TEXT, EMERGENCY_TEXT, LICENSED, MEANWHILE, QUESTION_TEXT } from '@/words/troubleText'
import type { DisplayPreferences } from '@/words/words'
import { preferences } from './view'

const american: DisplayPreferences = {
  ...preferences,
  locale: 'en-US',
  units: { volume: 'US gallon', temperature: 'fahrenheit', mass: 'ounce' },
}
const german: DisplayPreferences = { ...preferences, locale: 'de-DE' }

const SENTENCES = [
  ...Object.values(CHORE_TEXT).flatMap(({ name, purpose, needs, how, cautions }) => [
    name,
    purpose,
    needs,
    ...how,
    ...cautions,
  ]),
  ...Object.values(RECIPE_TEXT).flatMap(({ name, how }) => [name, how]),
  ...PRODUCT_NAMES.flatMap((name) => [...CAUTIONS[name], LABEL_NOTES[name] ?? '']),
  ...Object.values(PROGRAMME_TEXT).flatMap(({ name, summary }) => [name, summary]),
  ...Object.values(SIGN_MEANS),
  ...Object.values(EMERGENCY_TEXT).flatMap(({ title, steps }) => [title, ...steps]),
  ...Object.values(QUESTION_TEXT).flatMap(({ ask, how = '' }) => [ask, how]),
  ...Object.values(QUESTIONS).flat(),
  ...Object.values(CODE_TEXT),
  ...Object.values(MEANWHILE),
  ...Object.values(LICENSED),
  ...Object.values(START_TITLES),
  ...Object.values(REFUSALS),
  ...TERM_IDS.flatMap((id) => [GLOSSARY[id].name, GLOSSARY[id].meaning]),
].filter(Boolean)

/** A metric amount, as the catalogues hold it. */
const METRIC = /\d\s?(°C|mL|L|g|cm|mm|m²)(?![\w²])/

test('no sentence of the catalogues leaves a metric amount to a reader of US units, nor changes for a metric one', () => {
  for (const sentence of SENTENCES) {
    expect(inUnits(sentence, american)).not.toMatch(METRIC)
    // Thousands are grouped, and nothing else.
    expect(inUnits(sentence, preferences).replace(/(\d),(\d{3})/g, '$1$2')).toBe(sentence)
  }
})

test('a reader of German figures gets a decimal comma and no other unit', () => {
  const comma = SENTENCES.map((sentence) => inUnits(sentence, german))
  for (const sentence of comma) expect(sentence).not.toMatch(/\d\.\d{1,2} (L|g|mL|°C)/)
})

// House style: contractions and modern words; these have a translated ring.
const ANTIQUE =
  /\b(nobody gets in by it|by its label|by the journal|by estimate|put right|mend|reckon(ed)?|not any more|so many|as much as|what is left|went in all the same|walk the list|does not come|stands? here)\b/i

test('no sentence of the catalogues has a translated ring, starts small where it is one, or says anything twice', () => {
  for (const sentence of SENTENCES) expect(sentence).not.toMatch(ANTIQUE)
  for (const { purpose, how, cautions } of Object.values(CHORE_TEXT))
    for (const one of [purpose, ...how, ...cautions].filter(Boolean)) {
      expect(one).toMatch(/^[A-Z0-9].*[.!?]$/)
    }
})

// (38 − 12) °C is 46.8 °F, and 1.5 °C an hour 2.7 °F an hour: 9/5, by definition of the scale.
test('the heat sum is the same division in both scales', () => {
  const stage = {
    id: 'heat',
    handsMinutes: 0,
    aloneMinutes: 1040,
    needs: [],
    formula: {
      kind: 'heat',
      from: 12,
      to: 38,
      hours: 17.3,
      rate: { value: 1.5, origin: 'set', times: 0, spread: 0.1 },
    },
  } as unknown as Stage
  expect(formatSum(stage, preferences)).toBe('(38 − 12) °C ÷ 1.5 °C/h')
  expect(formatSum(stage, american)).toBe('(100 − 54) °F ÷ 2.7 °F/h')
  expect(formatSum(stage, german)).toBe('(38 − 12) °C ÷ 1,5 °C/h')
})

test('a sentence is cut at its terms, the longest first and each once, and nothing of it is lost', () => {
  const sentence =
    'Non-chlorine shock raises no alkalinity; a shock does. Alkalinity is not hardness.'
  const pieces = termsIn(sentence)
  expect(pieces.map(({ text }) => text).join('')).toBe(sentence)
  expect(pieces.flatMap(({ term }) => term ?? [])).toEqual([
    'nonChlorineShock',
    'totalAlkalinity',
    'shock',
    'calciumHardness',
  ])
  expect(termsIn('Shocking news about phone scales')).toHaveLength(1)
})

test('about forty terms, each with a meaning that does not use itself alone', () => {
  expect(TERM_IDS.length).toBeGreaterThanOrEqual(40)
  for (const id of TERM_IDS) expect(GLOSSARY[id].meaning.length).toBeGreaterThan(20)
})
