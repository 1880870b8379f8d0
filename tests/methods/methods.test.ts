import { readFileSync } from 'node:fs'
import { todayOf } from '@/cli/todayTopic'
import { handlingOf } from '@/core/advice/handling'
import { isShockDose } from '@/core/advice/shockAmount'
import { estimate } from '@/core/estimate/estimate'
import { ensembleOf } from '@/core/estimate/learning/ensemble'
import type { Ensemble } from '@/core/estimate/learning/ensembleState'
import type { Entry, EntryOf } from '@/core/journal/entry'
import { PRODUCTS } from '@/core/products/product'
import { type ProgrammeId, programmeOf } from '@/core/programmes/programme'
import { seeded } from '@/core/random'
import { ratesOf } from '@/core/refill/rates'
import { refillReasons } from '@/core/refill/refillDue'
import { USUAL_SETTINGS } from '@/core/refill/settings'
import { refillOf } from '@/core/refill/stages'
import { startSteps } from '@/core/routine/startUp'
import { handlingWhile, nextShock } from '@/core/soaks/shock'
import { DAY, HOUR, MINUTE } from '@/core/time'
import { planToday } from '@/core/today/planToday'
import { treatOrChange } from '@/core/trouble/treatOrChange'
import {
  METHOD_IDS,
  type MethodId,
  type Methods,
  methodsFor,
  usualMethod,
  WAYS_OF_DOING,
} from '@/core/tub/methods'
import type { Tub } from '@/core/tub/tub'
import { recurringChoresOf } from '@/core/upkeep/choresOf'
import { choreText } from '@/words/choreText'
import { cautionsFor } from '@/words/handlingText'
import { METHOD_GROUPS, METHOD_TEXT } from '@/words/methodWords'
import { stageText } from '@/words/stageText'
import { startStepText } from '@/words/startUpText'
import { NOW, tubWith } from '../core/waters'
import { share } from '../share'

let id = 0
const entry = <Kind extends Entry['kind']>(
  kind: Kind,
  hoursAgo: number,
  body: EntryOf<Kind>['body'],
): Entry => {
  id += 1
  return { id, kind, at: NOW - hoursAgo * HOUR, body } as Entry
}
const test_ = (hoursAgo: number, readings: Record<string, number>) =>
  entry('test', hoursAgo, { readings, method: 'drops' } as EntryOf<'test'>['body'])
const READ = { pH: 8.1, totalAlkalinity: 90, calciumHardness: 180, freeChlorine: 1.5, bromine: 2 }
const dichlor = (hoursAgo: number, grams: number) =>
  entry('dose', hoursAgo, { product: 'sodium dichlor dihydrate', grams })

/** Evenings that between them ask for everything: used water after a soak, water that is weeks past its shock, and a fresh fill. */
const EVENINGS: Record<string, readonly Entry[]> = {
  'after a soak': [
    entry('water', 40 * 24, { replacedFraction: 1 }),
    dichlor(5 * 24, 20),
    entry('soak', 3, { people: 2, minutes: 20 }),
    test_(1, READ),
  ],
  'a shock is due': [
    entry('water', 100 * 24, { replacedFraction: 1 }),
    dichlor(8.2 * 24, 20),
    entry('soak', 30, { people: 1, minutes: 30 }),
    test_(1, { ...READ, freeChlorine: 2.4 }),
  ],
  'a fresh fill': [
    entry('water', 30, { replacedFraction: 1 }),
    entry('start', 29, { step: 'filled' }),
    test_(2, { ...READ, freeChlorine: 0, bromine: 0, temperature: 20 }),
  ],
}

/** Cloudy water that wants treating, whatever the evening. */
const CLOUDY = (state: ReturnType<typeof estimate>) => ({
  estimate: state,
  found: {
    signs: ['cloudy' as const],
    causes: [{ cause: 'fill dust' as const, likelihood: 0.6, linked: true, for: [], against: [] }],
  },
  cases: [],
})

/** What an evening has taught: the same of every way of doing things. */
const taught = new Map<string, Ensemble>()
const ensembleFor = (tub: Tub, journal: readonly Entry[]): Ensemble => {
  const evening = Object.keys(EVENINGS).find((name) => EVENINGS[name] === journal)
  const key = `${tub.programme} ${evening}`
  const known = taught.get(key) ?? ensembleOf(tub, journal, NOW, 32)
  taught.set(key, known)
  return known
}

/** All that is said of a tub on one of these evenings, by place. */
const voices = (tub: Tub, journal: readonly Entry[]) => {
  const state = estimate(tub, journal, NOW, ensembleFor(tub, journal))
  const { output } = todayOf({ ensemble: ensembleFor(tub, journal) }, tub, journal, NOW)
  const options = tub.choices ? { choices: tub.choices } : {}
  const { steps } = planToday(tub, journal, state, options).plan
  const settings = USUAL_SETTINGS
  const facts = { tub, estimate: state, rates: ratesOf(tub, journal, settings), settings }
  return {
    verdict: [output.mayGetIn, output.closures.map(({ code }) => code)],
    plan: steps.map((step) =>
      step.kind === 'add'
        ? [step.product, step.grams, step.jets, step.cover, step.into]
        : [step.kind],
    ),
    words: steps.map((step) => (step.kind === 'add' ? cautionsFor(step.product, step) : [])),
    shock: nextShock(tub, journal, NOW),
    chores: recurringChoresOf(tub).map((chore) => [chore.interval, choreText(chore)]),
    refill: refillOf({ ...facts, doses: { steps: 1, waitMinutes: 20 } }).stages.map((stage) => [
      stage.id,
      stage.needs,
      stageText(stage),
    ]),
    'start-up': startSteps(tub, state).map((step) => [startStepText(step), step.grams]),
    trouble: treatOrChange(tub, journal, NOW, CLOUDY(state))?.ways,
    'water age': refillReasons(tub, journal, state).filter(({ rule }) => rule === 'age'),
  }
}
type Place = keyof ReturnType<typeof voices>

/** The same, of a tub that keeps to the usual ways; asked for again and again. */
const usually = new Map<string, ReturnType<typeof voices>>()
const usualVoices = (programme: ProgrammeId, evening: string, journal: readonly Entry[]) => {
  const key = `${programme} ${evening}`
  const known = usually.get(key) ?? voices(tubWith(programme), journal)
  usually.set(key, known)
  return known
}

/** Where each may be heard; in all other places nothing may change. */
const HEARD: Record<MethodId, readonly Place[]> = {
  pouredInto: ['plan', 'words', 'start-up'],
  coverAfterDose: ['plan'],
  phAim: ['plan'],
  shockRhythm: ['plan', 'words', 'shock', 'chores'],
  granuleShock: ['plan'],
  firstDose: ['plan', 'words', 'refill', 'start-up'],
  wipeAtShocks: ['shock', 'chores'],
  filterPower: ['chores'],
  filterWash: ['chores'],
  filterBack: ['chores'],
  waterlineTool: ['chores'],
  clarifierFor: ['chores', 'trouble'],
  waterAge: ['water age', 'trouble'],
  lastWater: ['refill'],
  filtersIn: ['refill'],
  powerOn: ['refill'],
  balanceAt: ['plan', 'words', 'refill', 'start-up'],
}

const PROGRAMMES: readonly ProgrammeId[] = [
  'granular chlorine',
  'bromine tablets',
  'in-line salt chlorine',
]

test.each(METHOD_IDS)('%s is heard where it belongs, and nowhere else', (method) => {
  const heard = new Set<Place>()
  const silent = new Set<string>(WAYS_OF_DOING[method])
  for (const programme of PROGRAMMES) {
    const usualTub = tubWith(programme)
    if (!methodsFor(usualTub).includes(method)) continue
    for (const [evening, journal] of Object.entries(EVENINGS)) {
      const usual = usualVoices(programme, evening, journal)
      for (const value of WAYS_OF_DOING[method]) {
        const tub = tubWith(programme, { choices: { [method]: value } as Partial<Methods> })
        const now = voices(tub, journal)
        if (value === usualMethod(usualTub, method)) {
          expect(now).toEqual(usual)
          silent.delete(value)
          continue
        }
        for (const place of Object.keys(now) as Place[])
          if (JSON.stringify(now[place]) !== JSON.stringify(usual[place])) {
            heard.add(place)
            silent.delete(value)
          }
      }
    }
  }
  for (const place of heard) expect(HEARD[method]).toContain(place)
  // A figure that is the middle of the range anyway is another name for it.
  expect([...silent].filter((value) => !(method === 'phAim' && value === '7.5'))).toEqual([])
})

test('what was chosen under another programme is left alone until it means something again', () => {
  const choices: Partial<Methods> = { lastWater: 'left', shockRhythm: 'after every soak' }
  const journal = EVENINGS['after a soak'] ?? []
  for (const programme of ['biguanide', 'in-line salt chlorine'] as const) {
    const now = voices(tubWith(programme, { choices }), journal)
    const usual = voices(tubWith(programme), journal)
    if (programme === 'biguanide') expect(now).toEqual(usual)
    else expect({ ...now, refill: [] }).toEqual({ ...usual, refill: [] })
  }
})

test('any mixture of ways speaks with one voice, and none of them opens the tub', () => {
  const random = seeded(24)
  const pick = (values: readonly string[]) => values[Math.floor(random() * values.length)]
  let covers = 0
  let wipes = 0
  for (let round = 0; round < share('mixtures of ways', 15, 60); round++) {
    const programme = PROGRAMMES[round % PROGRAMMES.length] ?? 'granular chlorine'
    const choices = Object.fromEntries(
      METHOD_IDS.map((one) => [one, pick(WAYS_OF_DOING[one])]),
    ) as Partial<Methods>
    const tub = tubWith(programme, { choices })
    for (const [evening, journal] of Object.entries(EVENINGS)) {
      const state = estimate(tub, journal, NOW, ensembleFor(tub, journal))
      expect(
        todayOf({ ensemble: ensembleFor(tub, journal) }, tub, journal, NOW).output.mayGetIn,
      ).toBe(usualVoices(programme, evening, journal).verdict[0])
      const { acts } = todayOf({ ensemble: ensembleFor(tub, journal) }, tub, journal, NOW).said
      for (const act of acts) {
        if (act.kind !== 'dose' || act.dose.kind !== 'add') continue
        const { product, grams } = act.dose
        expect([act.jets, act.cover]).toEqual([act.dose.jets, act.dose.cover])
        // A shock's worth never mixes under a closed cover, whatever it is for.
        if (PRODUCTS[product].family === 'chlorine' && isShockDose(tub, product, grams))
          expect(act.cover).not.toBe('closed')
        // Once it is logged the wait says what the plan said.
        const poured = entry('dose', 0, { product, grams })
        const waits = handlingWhile(tub, [...journal, poured], {
          product,
          since: poured.at,
          until: NOW + 20 * MINUTE,
        } as Parameters<typeof handlingWhile>[2])
        expect(waits.jets).toBe(act.jets)
        expect(waits.cover).toBe(act.cover)
        covers++
      }
      const shock = nextShock(tub, journal, NOW)
      const wiping = recurringChoresOf(tub).find((chore) => chore.id === 'cover underside')
      const words = wiping ? choreText(wiping).how.join(' ') : ''
      if (wiping?.interval.shocks) {
        expect(words).toContain(wiping.interval.shocks === 4 ? 'fourth' : 'third')
        wipes++
      } else {
        expect(shock?.wipe ?? false).toBe(false)
        expect(words).not.toMatch(/third|fourth/)
      }
      // The stages can be carried out: each needs only what is there.
      const { stages } = refillOf({
        tub,
        estimate: state,
        rates: ratesOf(tub, journal, USUAL_SETTINGS),
        settings: USUAL_SETTINGS,
        doses: { steps: 1, waitMinutes: 20 },
      })
      const ids = new Set(stages.map((stage) => stage.id))
      const before = (one: string, other: string) =>
        stages.find((stage) => stage.id === one)?.needs.some((need) => need === other)
      // No pump runs without a filter.
      if (choices.powerOn === 'half full') expect(before('fill', 'filters in')).toBe(true)
      expect(before('bleed', 'filters in')).toBe(true)
      for (const { needs } of stages) for (const need of needs) expect(ids).toContain(need)
    }
  }
  expect(covers).toBeGreaterThan(20)
  expect(wipes).toBeGreaterThan(7)
})

test('clarifier is offered for cloudy water, and nowhere where silver or minerals would drop out with what it gathers', () => {
  const offered = (programme: ProgrammeId, clarifierFor: Methods['clarifierFor']) => {
    const tub = tubWith(programme, { choices: { clarifierFor } })
    const journal = EVENINGS['after a soak'] ?? []
    const advice = treatOrChange(tub, journal, NOW, CLOUDY(estimate(tub, journal, NOW)))
    return advice?.ways.some(({ way }) => way === 'clarifier')
  }
  expect(offered('bromine tablets', 'cloudy water')).toBe(true)
  expect(offered('bromine tablets', 'nothing')).toBe(false)
  for (const programme of ['silver or mineral with low chlorine', 'biguanide'] as const)
    expect(offered(programme, 'cloudy water')).toBe(false)
})

describe('against common practice', () => {
  const tub = (choices: Partial<Methods>) => tubWith('granular chlorine', { choices })
  const shockGrams = (choices: Partial<Methods>, journal: readonly Entry[]) => {
    const one = tub(choices)
    const { plan } = planToday(one, journal, estimate(one, journal, NOW), { choices })
    const step = plan.steps.find((each) => each.kind === 'add' && each.purposes.includes('shock'))
    return step?.kind === 'add' ? (1000 * step.grams) / one.volumeLitres : 0
  }
  test('12 and 25 g of granules for 1,000 L, as far as the level allows', () => {
    const low = [
      entry('water', 40 * 24, { replacedFraction: 1 }),
      dichlor(9 * 24, 20),
      entry('soak', 30, { people: 1, minutes: 20 }),
      test_(1, { ...READ, pH: 7.5, freeChlorine: 0 }),
    ]
    expect(Math.abs(shockGrams({}, low) - 12)).toBeLessThan(2)
    const double = shockGrams({ granuleShock: 'double' }, low)
    expect(double).toBeGreaterThan(16)
    // Of 55.4 % available chlorine, no more than 10 ppm at once.
    expect(double * 0.554).toBeLessThan(10.5)
  })
  test('a little after every soak, by people and minutes', () => {
    const shockOf = (people: number, minutes: number) =>
      nextShock(
        tub({ shockRhythm: 'after every soak' }),
        [dichlor(30, 20), entry('soak', 2, { people, minutes })],
        NOW,
      )
    expect(shockOf(1, 20)).toMatchObject({ why: 'soak', due: NOW - 2 * HOUR })
    expect(shockOf(1, 40)?.share).toBeGreaterThan(shockOf(1, 20)?.share ?? 1)
    expect(shockOf(3, 30)).toMatchObject({ why: 'load', share: 1 })
    // A little one afterwards does not answer a heavy soak; a whole one does.
    const heavy = entry('soak', 5, { people: 4, minutes: 40 })
    const one = tub({ shockRhythm: 'after every soak' })
    expect(nextShock(one, [heavy, dichlor(3, 5)], NOW)?.why).toBe('load')
    expect(nextShock(one, [heavy, dichlor(3, 20)], NOW)).toBeUndefined()
    expect(nextShock(tub({ shockRhythm: 'after every soak' }), [dichlor(1, 20)], NOW)).toBe(
      undefined,
    )
  })
  test.each([
    ['weekly', 7],
    ['every ten days', 10],
    ['fortnightly', 14],
  ] as const)('%s: %d days from one shock to the next', (shockRhythm, days) => {
    const journal = [dichlor(24, 20), entry('soak', 2, { people: 1, minutes: 20 })]
    expect(nextShock(tub({ shockRhythm }), journal, NOW)?.due).toBe(NOW - DAY + days * DAY)
  })
  test('acid, and what has to be dissolved, never goes into the filter compartment', () => {
    const filter = tub({ pouredInto: 'filter compartment' })
    for (const product of [
      'sodium bisulfate',
      'hydrochloric acid',
      'calcium chloride dihydrate',
      'sodium carbonate',
      'calcium hypochlorite',
    ] as const)
      expect(handlingOf(product, filter).into).toBeUndefined()
    expect(handlingOf('sodium dichlor dihydrate', filter).into).toBe('filter compartment')
    expect(handlingOf('sodium chloride', tub({})).into).toBe('filter compartment')
  })
  test('pH lands on the figure that is kept, or in the middle', () => {
    const landed = (choices: Partial<Methods>, targets = programmeOf('granular chlorine')) => {
      const one = { ...tub(choices), targets: targets.presets[0].targets }
      const journal = [entry('water', 900, { replacedFraction: 1 }), test_(1, { ...READ, pH: 8 })]
      return planToday(one, journal, estimate(one, journal, NOW), { choices }).plan.after.pH
    }
    expect(landed({ phAim: '7.4' })).toBeLessThan(landed({}) - 0.02)
    expect(landed({ phAim: '7.6' })).toBeGreaterThan(landed({}) + 0.02)
  })
  test('balanced warm: the start-up waits for a warm reading, and is not told to pour for it', () => {
    const warm = tub({ balanceAt: 'warm' })
    const [fill, start] = EVENINGS['a fresh fill'] ?? []
    if (!fill || !start) throw new Error('no fill')
    const step = (celsius: number) => {
      const journal = [fill, start, test_(2, { ...READ, freeChlorine: 0, temperature: celsius })]
      return todayOf({}, warm, journal, NOW).output.startUp
    }
    expect(step(20)).toEqual({ step: 'warm', needs: 'test' })
    expect(step(36)?.step).not.toBe('warm')
  })
})

test('each has its words and its line in docs/methods.md', () => {
  const grouped = METHOD_GROUPS.flatMap(({ ids }) => ids)
  expect([...grouped].sort()).toEqual([...METHOD_IDS].sort())
  const page = readFileSync('docs/methods.md', 'utf8')
  for (const method of METHOD_IDS) {
    const { ways } = METHOD_TEXT[method]
    expect(Object.keys(ways).sort()).toEqual([...WAYS_OF_DOING[method]].sort())
    const line = page.split('\n').find((one) => one.startsWith(`| \`${method}\``))
    for (const value of WAYS_OF_DOING[method]) expect(line).toContain(`\`${value}\``)
  }
})
