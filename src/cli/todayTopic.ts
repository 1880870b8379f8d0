import { plainPreferences } from '@/cli/plainPreferences'
import {
  type Act,
  type Ahead,
  type Entry,
  expectedOf,
  fanOf,
  feederOf,
  type House,
  type Instant,
  LOAD,
  type OpeningWay,
  PRODUCTS,
  plannedDose,
  programmeOf,
  type Quantity,
  type SetAside,
  type SoakLoad,
  type Today,
  type Tub,
  toDose,
  today,
  type WaterReading,
} from '@/core'
import { formatStepReason } from '@/words/adviceText'
import { choreText } from '@/words/choreText'
import { closureLineToday, formatClosure } from '@/words/closureWords'
import { formatSetAside } from '@/words/setAsideWords'
import { startNeedWords } from '@/words/startUpText'
import { formatVerdict } from '@/words/verdictWords'
import { checkFields, fieldsOf, type Refusal } from './fields'
import { HOUSE_FIELDS, houseFrom } from './houseFields'
import {
  instant,
  JOURNAL_FIELD,
  journalFrom,
  noFilterIn,
  TUB_FIELDS,
  type TubInput,
  tubFrom,
  wrongTime,
} from './journalFields'
import { type Answer, as, type Topic } from './topic'

const MOST_SOAKS = 100
const { people, minutes } = LOAD.fields
const PLANNED = { people, minutes }

/** Planned soaks: when, how many and for how long. */
const soaksFrom = (value: unknown, now: Instant): { at: Instant; load: SoakLoad }[] | Refusal => {
  if (value === undefined) return []
  if (!Array.isArray(value) || value.length > MOST_SOAKS)
    return { field: 'plannedSoaks', given: value, allowed: `a list of at most ${MOST_SOAKS} soaks` }
  const soaks: { at: Instant; load: SoakLoad }[] = []
  for (const [i, one] of (value as unknown[]).entries()) {
    const field = `plannedSoaks ${i + 1}`
    if (typeof one !== 'object' || one === null)
      return { field, given: one, allowed: 'at, people and minutes' }
    const { at: given, people, minutes } = one as Record<string, unknown>
    const at = instant(given)
    if (at === undefined) return wrongTime(`${field}, at`, given)
    const load = checkFields(fieldsOf(PLANNED), { people, minutes })
    if ('refusal' in load) return { ...load.refusal, field: `${field}, ${load.refusal.field}` }
    if (at >= now) soaks.push({ at, load: as<SoakLoad>(load.value) })
  }
  return soaks
}

const hundredth = (value: number) => Math.round(100 * value) / 100

/** The water as it is expected once a step has mixed. */
const shown = (water: WaterReading) => ({
  pH: hundredth(water.pH),
  totalAlkalinityPpm: hundredth(water.totalAlkalinityPpm),
  calciumHardnessPpm: hundredth(water.calciumHardnessPpm),
  cyanuricAcidPpm: hundredth(water.cyanuricAcidPpm),
  freeChlorinePpm: hundredth(water.freeChlorinePpm),
  brominePpm: hundredth(water.brominePpm),
  saltPpm: hundredth(water.saltPpm),
})

const amountOf = (product: keyof typeof PRODUCTS, grams: number) => ({
  product,
  massG: hundredth(grams),
  ...(PRODUCTS[product].form === 'liquid'
    ? { volumeMl: hundredth(toDose(product, grams, 'gram')) }
    : {}),
})

const actOf = (act: Act, tub: Tub, now: Instant, why: string) => {
  const preferences = plainPreferences(now)
  const shared = {
    for: act.purposes,
    due: new Date(act.due).toISOString(),
    handsMinutes: act.handsMinutes,
    waitMinutes: act.waitMinutes,
    power: act.power,
    jets: act.jets,
    cover: act.cover,
    ...(act.step ? { step: act.step } : {}),
  }
  const { order } = act
  switch (act.kind) {
    case 'dose': {
      const { dose } = act
      const told = { ...shared, after: shown(dose.after), code: dose.why.code }
      const reason = { why: formatStepReason(dose.why, preferences) }
      if (dose.kind === 'add')
        return { order, kind: 'add', ...amountOf(dose.product, dose.grams), ...told, ...reason }
      if (dose.kind === 'aerate')
        return { order, kind: 'aerate', minutes: dose.minutes, ...told, ...reason }
      return { order, kind: 'replace-water', litres: dose.litres, ...told, ...reason }
    }
    case 'helper': {
      const [first, second] = act.doses
      if (!first) return {}
      return {
        order,
        kind: 'add',
        ...amountOf(first.product, first.grams),
        ...(second ? { andThen: amountOf(second.product, second.grams) } : {}),
        ...shared,
        why: choreText(act.chore).purpose,
      }
    }
    case 'open':
      return {
        order,
        kind: OPENING_KIND[act.way],
        ...(act.way.startsWith('call') ? { who: act.way.slice('call '.length) } : {}),
        ...(act.way === 'wait'
          ? { until: act.until === undefined ? null : new Date(act.until).toISOString() }
          : {}),
        ...shared,
        power: act.way === 'power off' ? 'off' : 'on',
        opens: act.closure.code,
        why: formatClosure(act.closure, preferences).lift,
      }
    case 'test':
      return { order, kind: 'test', quantities: act.quantities, ...shared, why }
    case 'feeder':
      return {
        order,
        kind: feederOf(tub.programme) === 'cell' ? 'cell' : 'feeder',
        move: act.move,
        ...shared,
        why,
      }
    case 'start-up':
      return { order, kind: 'start-up', ...shared, why }
    case 'chore':
      return {
        order,
        kind: act.chore.lane === 'filters' ? 'filter' : 'chore',
        chore: act.chore.id,
        ...shared,
        why: choreText(act.chore).purpose,
      }
  }
}

/** A tub, its journal and a moment as a command gives them, or which field is wrong. */
export const tubAndJournalFrom = (
  raw: Record<string, unknown>,
): { tub: Tub; journal: Entry[]; now: Instant } | { refusal: Refusal } => {
  const input = as<{ tub: TubInput; journal: unknown; now: unknown }>(raw)
  const now = instant(input.now)
  if (now === undefined) return { refusal: wrongTime('now', input.now) }
  const read = journalFrom(input.journal, now)
  if ('field' in read) return { refusal: read }
  const made = tubFrom(input.tub)
  if ('field' in made) return { refusal: made }
  return { tub: made.tub, journal: read.journal, now }
}

/** Readings by the names that a journal gives them. */
const fieldOf = (quantity: Quantity): string =>
  quantity === 'pH' ? 'pH' : quantity === 'temperature' ? 'temperatureC' : `${quantity}Ppm`

const quantiles = ({ low, median, high }: { low: number; median: number; high: number }) => ({
  p10: hundredth(Math.max(0, low)),
  p50: hundredth(median),
  p90: hundredth(high),
})

/** The next two days hour by hour, left alone and with the plan carried out at its hours. */
const aheadOf = ({ tub, ensemble, planOptions, plan, schedule, now }: Today) => {
  const soaks = (planOptions.plannedSoaks ?? []).map(
    ({ at, load }): Ahead => ({ at, kind: 'soak', body: load }),
  )
  const doses = plan.steps.flatMap((step, i): Ahead[] =>
    step.kind === 'add'
      ? [
          {
            id: 0,
            at: schedule.starts[i] ?? now,
            kind: 'dose',
            body: plannedDose(planOptions.shelf, step),
          },
        ]
      : [],
  )
  const rows = (ahead: readonly Ahead[]) => {
    const fans = fanOf(ensemble, tub, ahead, { hours: 48, stepHours: 1 })
    return (fans[0]?.points ?? []).map(({ at }, i) => ({
      at: new Date(at).toISOString(),
      ...Object.fromEntries(
        fans.flatMap(({ quantity, points }) => {
          const point = points[i]
          return point ? [[fieldOf(quantity), quantiles(point)]] : []
        }),
      ),
    }))
  }
  return { leftAlone: rows(soaks), ifDone: rows([...soaks, ...doses]) }
}

const OPENING_KIND: Record<OpeningWay, string> = {
  'power off': 'power',
  'power on': 'power',
  'call an electrician': 'call',
  'call a doctor': 'call',
  look: 'look',
  cool: 'power',
  refill: 'drain',
  'replace water': 'replace-water',
  'filter in': 'filter',
  fill: 'refill',
  wait: 'wait',
}

/** Everything that is said of a tub at a moment: what the screens say of the same journal. */
export const todayOf = (house: House, given: Tub, journal: readonly Entry[], now: Instant) => {
  const said = today({ noFilter: noFilterIn(journal, now), ...house }, given, journal, now)
  const { tub, estimate, verdict, acts, visit, decides, ensemble } = said
  const preferences = plainPreferences(now)
  const words = formatVerdict(said, preferences)
  const time = (at: number) => new Date(at).toISOString()
  const timeOr = (at: number | undefined) => (at === undefined ? null : time(at))
  const start = said.startUp ? startNeedWords(said.startUp, preferences) : ''
  const shock = acts.find(({ purposes }) => purposes.includes('shock'))?.order
  const aside = (one: SetAside) => ({
    what: one.what === 'shock' ? 'weekly shock' : one.dosing,
    ...(one.reason === 'served' && shock !== undefined ? { into: shock } : {}),
    code: one.reason,
    day: timeOr(one.day),
    why: formatSetAside(one, preferences) ?? 'One dose serves both.',
  })
  const told = acts.map((act) =>
    actOf(act, tub, now, act.step ? start : act.kind === 'test' ? RETEST_WHY : FEEDER_WHY),
  )
  const waterNow = Object.fromEntries(
    programmeOf(tub.programme).tested.flatMap((quantity) => {
      const spread = expectedOf(ensemble, tub, quantity)
      return spread ? [[fieldOf(quantity), quantiles(spread)]] : []
    }),
  )
  return {
    said,
    tub,
    estimate,
    output: {
      mayGetIn: verdict.mayGetIn,
      hands: said.hands,
      closures: verdict.closures.map((closure) => ({
        code: closure.code,
        since: time(closure.since),
        until: closure.until === null ? null : time(closure.until),
        liftedBy: formatClosure(closure, preferences).lift,
        why: closureLineToday(closure, said, preferences),
      })),
      decides: decides
        ? { by: decides.by, quantities: decides.quantities, at: timeOr(decides.at) }
        : null,
      readyAt: timeOr(said.readyAt),
      acts: told,
      setAside: said.setAside.map(aside),
      visit: {
        start: time(visit.start),
        tested: timeOr(visit.acts.findLast(({ what }) => what.kind === 'test')?.start),
        ready: timeOr(said.readyAt),
        handsMinutes: visit.handsMinutes,
        acts: visit.acts.map(({ what, start: at }, i) => ({
          order: i + 1,
          kind: what.kind,
          at: time(at),
        })),
      },
      water: waterNow,
      startUp: said.startUp ? { step: said.startUp.id, needs: said.startUp.needs } : null,
      belowPublishedFloorPpm: verdict.belowFloor ?? null,
      said: [words.sentence, words.reason, ...words.also].join(' '),
    },
  }
}

const answer = (raw: Record<string, unknown>): Answer => {
  const given = tubAndJournalFrom(raw)
  if ('refusal' in given) return given
  const { tub, journal, now } = given
  const soaks = soaksFrom(raw.plannedSoaks, now)
  if ('field' in soaks) return { refusal: soaks }
  const house = houseFrom(raw, now)
  if ('allowed' in house) return { refusal: house }
  const plannedSoaks = soaks.map((soak, i) => ({ id: i + 1, ...soak }))
  const { output, said } = todayOf({ ...house, plannedSoaks }, tub, journal, now)
  return { output: { ...output, ahead: aheadOf(said) } }
}

const RETEST_WHY = 'A reading is better than any estimate.'
const FEEDER_WHY = 'Readings of the last days say so.'

export const TODAY_TOPIC: Topic = {
  summary: 'whether anyone may get in, what keeps the tub shut, and everything there is to do',
  fields: {
    tub: { unit: '', required: true, fields: TUB_FIELDS },
    journal: JOURNAL_FIELD,
    ...HOUSE_FIELDS,
    now: { unit: '', free: true, required: true },
  },
  answer,
}
