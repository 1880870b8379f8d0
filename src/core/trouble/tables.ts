import { type CauseId, QUESTIONS, type QuestionId } from '../journal/causeId'
import type { Sign } from '../journal/sign'

/**
 * Every figure here is a judgement, none was measured: what owners' handbooks and pool and spa technicians call usual is
 * common practice, its number is assumed. docs/trouble.md has the tables with their origin.
 */

/** How often each is at work in a tub that somebody complains about, before anything is known of it. */
export const PRIOR: Record<CauseId, number> = {
  'filter clogged': 0.15,
  'filter worn out': 0.06,
  'sanitizer low': 0.14,
  'sanitizer high': 0.05,
  'combined chlorine': 0.1,
  'balance scaling': 0.07,
  'balance corrosive': 0.05,
  'scale on the shell': 0.05,
  'soap and lotion': 0.12,
  'cleaner left behind': 0.03,
  'soft water': 0.06,
  biofilm: 0.05,
  'old water': 0.09,
  metals: 0.04,
  algae: 0.015,
  'fill dust': 0.04,
  scum: 0.07,
  'low water level': 0.06,
  'air lock': 0.025,
  'rain or run-off': 0.02,
  aeration: 0.06,
  'heavy load': 0.08,
  'stabiliser high': 0.04,
  leak: 0.02,
  evaporation: 0.08,
  'incompatible products': 0.01,
  'wrong product': 0.03,
  'sensor or heater': 0.03,
  infection: 0.02,
  'cover waterlogged': 0.04,
}

/** One sign. */
export interface SignTable {
  alone: number
  by: Partial<Record<CauseId, number>>
}
/**
 * How likely a cause brings a sign by itself, and how likely the sign shows with none of them at work. A cause that is not
 * named brings it no more than that.
 */
export const SIGN_TABLE: Partial<Record<Sign, SignTable>> = {
  cloudy: {
    alone: 0.02,
    by: {
      'filter clogged': 0.55,
      'filter worn out': 0.35,
      'sanitizer low': 0.5,
      'combined chlorine': 0.15,
      'balance scaling': 0.35,
      'soap and lotion': 0.18,
      'cleaner left behind': 0.08,
      biofilm: 0.3,
      'old water': 0.3,
      metals: 0.06,
      algae: 0.5,
      'fill dust': 0.5,
      scum: 0.08,
      'low water level': 0.06,
      'rain or run-off': 0.3,
      aeration: 0.15,
      'air lock': 0.05,
      'heavy load': 0.45,
      'stabiliser high': 0.2,
      'incompatible products': 0.6,
      'wrong product': 0.35,
    },
  },
  foam: {
    alone: 0.02,
    by: {
      'soap and lotion': 0.7,
      'cleaner left behind': 0.8,
      'soft water': 0.4,
      'old water': 0.35,
      'heavy load': 0.25,
      'wrong product': 0.3,
      biofilm: 0.12,
      scum: 0.1,
      algae: 0.1,
      'incompatible products': 0.1,
    },
  },
  'chlorine smell': {
    alone: 0.02,
    by: {
      'combined chlorine': 0.85,
      'sanitizer high': 0.3,
      'heavy load': 0.2,
      'old water': 0.08,
      'incompatible products': 0.15,
    },
  },
  'musty smell': {
    alone: 0.01,
    by: {
      biofilm: 0.6,
      'sanitizer low': 0.1,
      'old water': 0.25,
      'cover waterlogged': 0.35,
      algae: 0.2,
      'filter worn out': 0.1,
      'filter clogged': 0.06,
    },
  },
  'weak flow': {
    alone: 0.02,
    by: {
      'filter clogged': 0.65,
      'low water level': 0.45,
      'air lock': 0.55,
      'filter worn out': 0.15,
      leak: 0.1,
      evaporation: 0.1,
      'sensor or heater': 0.04,
    },
  },
  'tan line': {
    alone: 0.05,
    by: { 'fill dust': 0.7, scum: 0.15, metals: 0.1, 'soap and lotion': 0.1, 'heavy load': 0.1 },
  },
  'white line': {
    alone: 0.02,
    by: {
      scum: 0.5,
      'scale on the shell': 0.5,
      'balance scaling': 0.35,
      'soap and lotion': 0.2,
      'old water': 0.1,
    },
  },
  'oily sheen': {
    alone: 0.02,
    by: { 'soap and lotion': 0.65, scum: 0.35, 'heavy load': 0.3, 'old water': 0.1 },
  },
  'white flakes': {
    alone: 0.01,
    by: {
      'scale on the shell': 0.55,
      'balance scaling': 0.4,
      biofilm: 0.08,
      'incompatible products': 0.1,
    },
  },
  'slimy flakes': { alone: 0.005, by: { biofilm: 0.75, algae: 0.1, 'sanitizer low': 0.04 } },
  'slippery walls': {
    alone: 0.01,
    by: { biofilm: 0.55, algae: 0.3, 'sanitizer low': 0.12, 'soft water': 0.04 },
  },
  'gritty shell': {
    alone: 0.01,
    by: {
      'scale on the shell': 0.75,
      'balance scaling': 0.5,
      'balance corrosive': 0.08,
      'fill dust': 0.08,
    },
  },
  'green tint': {
    alone: 0.005,
    by: {
      metals: 0.5,
      algae: 0.6,
      'balance corrosive': 0.15,
      'sanitizer low': 0.015,
      'wrong product': 0.05,
    },
  },
  'brown tint': {
    alone: 0.005,
    by: {
      metals: 0.6,
      'fill dust': 0.12,
      'rain or run-off': 0.12,
      'balance corrosive': 0.08,
      'old water': 0.06,
    },
  },
  stain: {
    alone: 0.01,
    by: { metals: 0.55, 'balance corrosive': 0.15, scum: 0.05, 'wrong product': 0.05 },
  },
  algae: { alone: 0.002, by: { algae: 0.95, 'sanitizer low': 0.06, 'rain or run-off': 0.05 } },
  'clears by itself': { alone: 0.05, by: { aeration: 0.8, 'air lock': 0.3 } },
  'itchy skin': {
    alone: 0.02,
    by: {
      'combined chlorine': 0.3,
      'sanitizer high': 0.35,
      'balance corrosive': 0.35,
      'balance scaling': 0.1,
      'sanitizer low': 0.12,
      infection: 0.6,
      'soap and lotion': 0.06,
      'wrong product': 0.12,
      biofilm: 0.1,
    },
  },
  rash: {
    alone: 0.005,
    by: {
      infection: 0.9,
      'sanitizer low': 0.03,
      biofilm: 0.05,
      'sanitizer high': 0.06,
      'balance corrosive': 0.03,
    },
  },
  'red eyes': {
    alone: 0.01,
    by: {
      'combined chlorine': 0.55,
      'balance corrosive': 0.4,
      'sanitizer high': 0.35,
      'balance scaling': 0.12,
      infection: 0.1,
    },
  },
  cough: {
    alone: 0.01,
    by: {
      'combined chlorine': 0.45,
      'sanitizer high': 0.3,
      infection: 0.35,
      'incompatible products': 0.2,
    },
  },
  fever: { alone: 0.002, by: { infection: 0.95, biofilm: 0.1 } },
  'trouble breathing': {
    alone: 0.002,
    by: {
      infection: 0.5,
      'incompatible products': 0.4,
      'sanitizer high': 0.1,
      'combined chlorine': 0.1,
    },
  },
  'someone unwell': { alone: 0.005, by: { infection: 0.7, 'incompatible products': 0.1 } },
  accident: { alone: 0.01, by: { infection: 0.6 } },
  fumes: { alone: 0.002, by: { 'incompatible products': 0.9, 'wrong product': 0.1 } },
  'electric shock': { alone: 0.002, by: { 'sensor or heater': 0.8, leak: 0.1 } },
  'filter brown': {
    alone: 0.03,
    by: {
      'filter clogged': 0.55,
      metals: 0.35,
      'fill dust': 0.3,
      'filter worn out': 0.25,
      'heavy load': 0.15,
      'soap and lotion': 0.12,
      'old water': 0.1,
    },
  },
  'not white': {
    alone: 0.01,
    by: { 'filter worn out': 0.85, metals: 0.12, 'filter clogged': 0.08 },
  },
  'torn filter': { alone: 0.002, by: { 'filter worn out': 0.95 } },
  'heavy cover': { alone: 0.01, by: { 'cover waterlogged': 0.95 } },
  'split seam': { alone: 0.02, by: { 'cover waterlogged': 0.5 } },
  'low flow code': {
    alone: 0.01,
    by: {
      'filter clogged': 0.5,
      'low water level': 0.45,
      'air lock': 0.45,
      'filter worn out': 0.15,
      'sensor or heater': 0.2,
      evaporation: 0.1,
      leak: 0.08,
    },
  },
  'dry heater code': {
    alone: 0.005,
    by: {
      'low water level': 0.55,
      'air lock': 0.45,
      'filter clogged': 0.15,
      'sensor or heater': 0.2,
      leak: 0.12,
      evaporation: 0.1,
    },
  },
  'too hot code': {
    alone: 0.01,
    by: { 'sensor or heater': 0.6, 'filter clogged': 0.05, 'low water level': 0.08 },
  },
  'sensor code': { alone: 0.002, by: { 'sensor or heater': 0.9 } },
  'frost code': {
    alone: 0.03,
    by: { 'sensor or heater': 0.3, 'air lock': 0.06 },
  },
  'power trips': { alone: 0.005, by: { 'sensor or heater': 0.85, leak: 0.25 } },
  'pH keeps rising': {
    alone: 0.03,
    by: { aeration: 0.7, 'balance scaling': 0.12, 'wrong product': 0.06 },
  },
  'pH keeps falling': {
    alone: 0.02,
    by: {
      'balance corrosive': 0.5,
      'rain or run-off': 0.35,
      'soft water': 0.08,
      'wrong product': 0.2,
      'heavy load': 0.06,
    },
  },
  'sanitizer will not hold': {
    alone: 0.02,
    by: {
      biofilm: 0.65,
      'heavy load': 0.5,
      'filter clogged': 0.15,
      'old water': 0.3,
      'combined chlorine': 0.25,
      'stabiliser high': 0.35,
      'soap and lotion': 0.1,
      algae: 0.2,
      'sanitizer low': 0.08,
      'filter worn out': 0.12,
      'rain or run-off': 0.05,
    },
  },
  'level falling': { alone: 0.02, by: { evaporation: 0.7, leak: 0.9, 'heavy load': 0.12 } },
  'not heating': {
    alone: 0.02,
    by: {
      'sensor or heater': 0.65,
      'filter clogged': 0.3,
      'low water level': 0.3,
      'air lock': 0.25,
      'cover waterlogged': 0.3,
      leak: 0.04,
    },
  },
}

/** How likely each value is by itself, and where a cause is at work; in the order of `values`. */
export interface Table {
  values: readonly string[]
  usual: readonly number[]
  by: Partial<Record<CauseId, readonly number[]>>
}

const yesNo = (usual: number, by: Partial<Record<CauseId, number>>): Table => ({
  values: ['yes', 'no'],
  usual: [usual, 1 - usual],
  by: Object.fromEntries(
    Object.entries(by).map(([cause, yes]) => [cause, [yes, 1 - (yes ?? 0)] as const]),
  ),
})

export const ANSWER_TABLE: Record<QuestionId, Table> = {
  'someone unwell': yesNo(0.03, { infection: 0.6, 'incompatible products': 0.1 }),
  started: {
    values: QUESTIONS.started,
    usual: [0.35, 0.4, 0.25],
    by: {
      'heavy load': [0.6, 0.35, 0.05],
      'soap and lotion': [0.5, 0.38, 0.12],
      'incompatible products': [0.8, 0.17, 0.03],
      'wrong product': [0.6, 0.3, 0.1],
      'rain or run-off': [0.55, 0.38, 0.07],
      aeration: [0.5, 0.25, 0.25],
      'cleaner left behind': [0.5, 0.42, 0.08],
      'fill dust': [0.4, 0.5, 0.1],
      'sanitizer low': [0.38, 0.47, 0.15],
      'filter clogged': [0.25, 0.5, 0.25],
      'filter worn out': [0.1, 0.4, 0.5],
      biofilm: [0.1, 0.42, 0.48],
      'old water': [0.1, 0.4, 0.5],
      'stabiliser high': [0.15, 0.35, 0.5],
      'balance scaling': [0.2, 0.45, 0.35],
      'scale on the shell': [0.05, 0.3, 0.65],
      'soft water': [0.15, 0.4, 0.45],
      metals: [0.45, 0.35, 0.2],
      leak: [0.2, 0.4, 0.4],
      evaporation: [0.05, 0.45, 0.5],
      'air lock': [0.65, 0.25, 0.1],
    },
  },
  'clears with jets off': yesNo(0.15, {
    aeration: 0.92,
    'air lock': 0.45,
    'low water level': 0.35,
    'filter clogged': 0.05,
    'sanitizer low': 0.04,
    biofilm: 0.05,
    algae: 0.03,
    'balance scaling': 0.04,
    'old water': 0.05,
    'heavy load': 0.05,
    'fill dust': 0.06,
  }),
  colour: {
    values: ['green', 'brown', 'milky'],
    usual: [0.1, 0.1, 0.8],
    by: {
      algae: [0.88, 0.07, 0.05],
      metals: [0.45, 0.5, 0.05],
      'balance corrosive': [0.4, 0.2, 0.4],
      'fill dust': [0.02, 0.38, 0.6],
      'rain or run-off': [0.15, 0.4, 0.45],
      'balance scaling': [0.02, 0.03, 0.95],
      'filter clogged': [0.05, 0.1, 0.85],
      'heavy load': [0.03, 0.07, 0.9],
    },
  },
  'many people': yesNo(0.2, {
    'heavy load': 0.92,
    'combined chlorine': 0.35,
    'soap and lotion': 0.35,
    'sanitizer low': 0.35,
    scum: 0.3,
  }),
  'lotion or make-up': yesNo(0.2, { 'soap and lotion': 0.65, scum: 0.4, 'heavy load': 0.35 }),
  'swimwear from the wash': yesNo(0.15, { 'soap and lotion': 0.5 }),
  'new product': yesNo(0.08, {
    'wrong product': 0.85,
    'incompatible products': 0.85,
    'cleaner left behind': 0.15,
  }),
  'filter just cleaned': yesNo(0.12, {
    'cleaner left behind': 0.96,
    'filter clogged': 0.02,
    'air lock': 0.4,
  }),
  'rain got in': yesNo(0.05, { 'rain or run-off': 0.95 }),
  'level at the mark': yesNo(0.85, { 'low water level': 0.04, leak: 0.45, evaporation: 0.55 }),
  'surging jets': yesNo(0.08, { 'low water level': 0.6, 'air lock': 0.65, aeration: 0.15 }),
  'fall a week': {
    values: QUESTIONS['fall a week'],
    usual: [0.45, 0.42, 0.13],
    by: {
      leak: [0.03, 0.17, 0.8],
      evaporation: [0.25, 0.65, 0.1],
      'heavy load': [0.3, 0.5, 0.2],
    },
  },
  'wet under the tub': yesNo(0.04, { leak: 0.85 }),
  'fizzes with vinegar': yesNo(0.1, {
    'scale on the shell': 0.93,
    'balance scaling': 0.8,
    scum: 0.06,
  }),
}

/** What the journal and the estimate say; who works out which value holds is evidence.ts. */
export const FACTOR_TABLE = {
  'filter age': {
    values: ['just cleaned', 'in time', 'late', 'very late'],
    usual: [0.15, 0.5, 0.2, 0.15],
    by: { 'filter clogged': [0.03, 0.17, 0.28, 0.52] },
  },
  'filter hours': {
    values: ['young', 'usual', 'worn'],
    usual: [0.4, 0.45, 0.15],
    by: { 'filter worn out': [0.06, 0.3, 0.64] },
  },
  'filter seen': {
    values: ['white', 'not white'],
    usual: [0.85, 0.15],
    by: { 'filter worn out': [0.2, 0.8], 'filter clogged': [0.7, 0.3] },
  },
  'filter soak': {
    values: ['these days', 'not lately'],
    usual: [0.08, 0.92],
    by: { 'cleaner left behind': [0.6, 0.4] },
  },
  residual: {
    values: ['held', 'low', 'gone', 'not tested'],
    usual: [0.55, 0.18, 0.09, 0.18],
    by: {
      'sanitizer low': [0.04, 0.26, 0.5, 0.2],
      algae: [0.12, 0.28, 0.35, 0.25],
      biofilm: [0.35, 0.25, 0.2, 0.2],
      infection: [0.22, 0.23, 0.3, 0.25],
      'heavy load': [0.42, 0.26, 0.15, 0.17],
      'combined chlorine': [0.45, 0.24, 0.14, 0.17],
    },
  },
  'residual high': {
    values: ['no', 'yes'],
    usual: [0.93, 0.07],
    by: { 'sanitizer high': [0.07, 0.93] },
  },
  'combined chlorine': {
    values: ['low', 'some', 'high'],
    usual: [0.65, 0.2, 0.15],
    by: {
      'combined chlorine': [0.03, 0.12, 0.85],
      'heavy load': [0.45, 0.25, 0.3],
      'old water': [0.5, 0.25, 0.25],
    },
  },
  sanitizer: {
    values: ['chlorine', 'other'],
    usual: [0.75, 0.25],
    by: { 'combined chlorine': [0.96, 0.04], 'stabiliser high': [0.98, 0.02] },
  },
  load: {
    values: ['none', 'some', 'heavy'],
    usual: [0.3, 0.5, 0.2],
    by: {
      'heavy load': [0.02, 0.16, 0.82],
      'soap and lotion': [0.12, 0.56, 0.32],
      'combined chlorine': [0.12, 0.5, 0.38],
      'sanitizer low': [0.22, 0.48, 0.3],
      scum: [0.15, 0.55, 0.3],
    },
  },
  lotion: {
    values: ['no', 'yes'],
    usual: [0.88, 0.12],
    by: { 'soap and lotion': [0.5, 0.5], scum: [0.7, 0.3] },
  },
  balance: {
    values: ['corrosive', 'low', 'even', 'high', 'scaling'],
    usual: [0.08, 0.14, 0.5, 0.16, 0.12],
    by: {
      'balance scaling': [0.01, 0.02, 0.12, 0.3, 0.55],
      'scale on the shell': [0.02, 0.04, 0.24, 0.28, 0.42],
      'balance corrosive': [0.5, 0.3, 0.14, 0.04, 0.02],
    },
  },
  pH: {
    values: ['low', 'in range', 'high'],
    usual: [0.12, 0.68, 0.2],
    by: {
      'balance corrosive': [0.72, 0.26, 0.02],
      'balance scaling': [0.03, 0.42, 0.55],
      'soap and lotion': [0.08, 0.62, 0.3],
      aeration: [0.03, 0.5, 0.47],
    },
  },
  alkalinity: {
    values: ['low', 'in range', 'high'],
    usual: [0.15, 0.65, 0.2],
    by: {
      aeration: [0.06, 0.42, 0.52],
      'balance scaling': [0.06, 0.5, 0.44],
      'rain or run-off': [0.4, 0.56, 0.04],
      'balance corrosive': [0.42, 0.53, 0.05],
    },
  },
  hardness: {
    values: ['soft', 'in range', 'hard'],
    usual: [0.15, 0.65, 0.2],
    by: {
      'soft water': [0.85, 0.14, 0.01],
      'balance scaling': [0.03, 0.5, 0.47],
      'scale on the shell': [0.05, 0.5, 0.45],
      'balance corrosive': [0.3, 0.6, 0.1],
    },
  },
  stabiliser: {
    values: ['in range', 'high'],
    usual: [0.9, 0.1],
    by: { 'stabiliser high': [0.05, 0.95], biofilm: [0.86, 0.14] },
  },
  'water age': {
    values: ['new', 'young', 'aging', 'old'],
    usual: [0.1, 0.55, 0.22, 0.13],
    by: {
      'old water': [0.005, 0.115, 0.33, 0.55],
      'fill dust': [0.85, 0.12, 0.02, 0.01],
      'filter clogged': [0.05, 0.58, 0.23, 0.14],
      'air lock': [0.4, 0.4, 0.12, 0.08],
      metals: [0.42, 0.4, 0.1, 0.08],
      biofilm: [0.06, 0.46, 0.27, 0.21],
      'stabiliser high': [0.02, 0.3, 0.38, 0.3],
      'combined chlorine': [0.04, 0.5, 0.28, 0.18],
    },
  },
  solids: {
    values: ['low', 'high'],
    usual: [0.85, 0.15],
    by: { 'old water': [0.35, 0.65] },
  },
  metals: {
    values: ['none', 'not known', 'well', 'high'],
    usual: [0.3, 0.45, 0.18, 0.07],
    by: { metals: [0.04, 0.22, 0.3, 0.44] },
  },
  inhibitor: {
    values: ['these weeks', 'none'],
    usual: [0.4, 0.6],
    by: { metals: [0.22, 0.78], 'scale on the shell': [0.3, 0.7] },
  },
  'products lately': {
    values: ['none', 'helper', 'against advice'],
    usual: [0.82, 0.13, 0.05],
    by: {
      'wrong product': [0.35, 0.4, 0.25],
      'incompatible products': [0.35, 0.1, 0.55],
      'cleaner left behind': [0.7, 0.25, 0.05],
    },
  },
  'incompatible sanitizer': {
    values: ['no', 'yes'],
    usual: [0.995, 0.005],
    by: { 'incompatible products': [0.3, 0.7] },
  },
  absence: {
    values: ['no', 'yes'],
    usual: [0.92, 0.08],
    by: {
      'sanitizer low': [0.78, 0.22],
      biofilm: [0.82, 0.18],
      algae: [0.6, 0.4],
      evaporation: [0.85, 0.15],
    },
  },
  'level look': {
    values: ['lately', 'long ago'],
    usual: [0.6, 0.4],
    by: { 'low water level': [0.3, 0.7] },
  },
  circulation: {
    values: ['enough', 'little'],
    usual: [0.85, 0.15],
    by: {
      'sanitizer low': [0.7, 0.3],
      biofilm: [0.62, 0.38],
      algae: [0.62, 0.38],
      'fill dust': [0.75, 0.25],
      scum: [0.75, 0.25],
    },
  },
  'fell together': {
    values: ['no', 'yes'],
    usual: [0.95, 0.05],
    by: { 'rain or run-off': [0.4, 0.6] },
  },
  purge: {
    values: ['before this fill', 'not'],
    usual: [0.4, 0.6],
    by: { biofilm: [0.15, 0.85] },
  },
  loss: {
    values: ['usual', 'fast'],
    usual: [0.85, 0.15],
    by: { biofilm: [0.5, 0.5], 'heavy load': [0.7, 0.3], algae: [0.5, 0.5] },
  },
  warmth: {
    values: ['as set', 'cooler', 'hotter'],
    usual: [0.85, 0.12, 0.03],
    by: {
      'sensor or heater': [0.5, 0.3, 0.2],
      'cover waterlogged': [0.7, 0.28, 0.02],
    },
  },
  'smells of nothing': {
    values: ['no', 'yes'],
    usual: [0.6, 0.4],
    by: {
      'combined chlorine': [0.9, 0.1],
      biofilm: [0.72, 0.28],
      'sanitizer high': [0.7, 0.3],
    },
  },
} as const satisfies Record<string, Table>
export type FactorId = keyof typeof FACTOR_TABLE

/** What helped before is this much likelier to be it again. Assumed. */
export const HELPED_BEFORE = 1.8
/** What was treated and is still there after its time is this much less likely to be it. Assumed. */
export const TREATED_IN_VAIN = 0.2
