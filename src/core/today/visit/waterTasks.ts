import { waitingUntil } from '../../advice/dosingCycle'
import { gapMinutes } from '../../advice/handling'
import type { PlanStep } from '../../advice/planTypes'
import { nextOf, RETEST_AFTER, waitBefore } from '../../advice/schedule'
import type { Entry } from '../../journal/entry'
import type { ProductName } from '../../products/product'
import { DAY, HOUR, type Instant, MINUTE } from '../../time'
import type { Tub } from '../../tub/tub'
import { type ChoreDue, isOnDay } from '../../upkeep/choreDue'
import { holdsBack } from '../closure'
import { gate, LOOKING } from '../gate'
import type { Act } from '../regimen'
import { follow, type Gathering } from './gathering'
import { heldByDoses, holdsOf } from './mixing'
import { SOON } from './situation'
import type { VisitTask } from './visitAct'

/** Hands, minutes: assumed, timed at no tub. */
const MINUTES = { look: 1, soakLog: 1, air: 1 }
/** A look counts for so long. */
const LOOKED = 12 * HOUR
/** Whoever put something in so short a time ago has seen the water. */
const POURED = 2 * HOUR
const LOOKS: ReadonlySet<Entry['kind']> = new Set(['look'])
const POURS: ReadonlySet<Entry['kind']> = new Set(['dose', 'aeration'])
/** A soak that nobody logged is asked about for so long. */
const ASKED_ABOUT = 36 * HOUR
/** A soak logged within so much of its planned time is that soak. */
const SAME_SOAK = 3 * HOUR
/** What opens the tub is worth this; less what may wait. */
export const WORTH = {
  opens: 100,
  look: 98,
  soakLog: 95,
  feeder: 70,
  late: 60,
  today: 40,
  soon: 10,
}

/** What a chore is worth now: late most, then what is due, then what may wait. */
export const choreWorth = ({ due, state }: ChoreDue, now: Instant): number =>
  state === 'late' ? WORTH.late : due <= now + DAY ? WORTH.today : WORTH.soon

/** How many minutes after one step is in another may follow. */
const gapAfter = (before: PlanStep, next: PlanStep, tub: Tub): number =>
  before.kind === 'add'
    ? gapMinutes(nextOf(next), before.product, tub)
    : before.kind === 'aerate'
      ? before.minutes
      : 0

type ActOf<Kind extends Act['kind']> = Extract<Act, { kind: Kind }>
const actsOf = <Kind extends Act['kind']>(acts: readonly Act[], kind: Kind): ActOf<Kind>[] =>
  acts.filter((act): act is ActOf<Kind> => act.kind === kind)

/** Cover off, nothing stirring: for looks and tests. */
const STILL = { power: 'on', cover: ['open'], jets: ['off'] } as const

/** A planned soak that has passed, and that the journal knows nothing of. */
const unloggedSoaks = ({ situation }: Gathering, now: Instant) =>
  situation.plannedSoaks.filter(
    ({ at, load }) =>
      at + load.minutes * MINUTE <= now &&
      at > now - ASKED_ABOUT &&
      !situation.journal.some(
        (entry) => entry.kind === 'soak' && Math.abs(entry.at - at) < SAME_SOAK,
      ),
  )

/** What the parts of one round need of each other. */
interface Round {
  gathering: Gathering
  now: Instant
  /** When what was poured before has mixed; 0 where nothing was. */
  mixed: Instant
  /** Comes after the looks and logs that change what is done. */
  afterLooking: (task: VisitTask | undefined) => void
  /** Tests that the doses go by. */
  first: VisitTask[]
  poured: { task: VisitTask; step: PlanStep }[]
}

const ifLater = (at: Instant, now: Instant): { notBefore?: Instant } =>
  at > now ? { notBefore: at } : {}

/** Soaks to log, and the look, which may change the plan. */
const addLooks = (gathering: Gathering, now: Instant, until: Instant) => {
  const { closures, journal, acts, upkeep } = gathering.situation
  // Where the water has to go, or nobody may go near it, a look changes nothing.
  const held = closures.some(holdsBack) || !gate(LOOKING, closures).passes
  const logs = unloggedSoaks(gathering, now).map((soak) =>
    gathering.add(
      `soak:${soak.id}`,
      { kind: 'soak log', soak },
      { handsMinutes: MINUTES.soakLog, gates: false, worth: WORTH.soakLog },
    ),
  )
  const pours = actsOf(acts, 'dose').length > 0
  const tests = actsOf(acts, 'test').some(({ due, retest }) => retest || due <= now + SOON)
  const level = upkeep.find((one) => one.chore.id === 'level look' && isOnDay(one, until))
  const since = (kinds: ReadonlySet<Entry['kind']>, time: number) =>
    journal.some(({ kind, at }) => kinds.has(kind) && at > now - time && at <= now)
  const looked = since(LOOKS, LOOKED)
  const seen = since(POURS, POURED)
  const look =
    !held && !looked && (level || (!seen && (pours || tests)))
      ? gathering.add(
          'look',
          { kind: 'look' },
          {
            handsMinutes: level ? level.chore.minutes : MINUTES.look,
            needs: { cover: ['open'], jets: ['off'] },
            gates: pours,
            worth: WORTH.look,
          },
        )
      : undefined
  const afterLooking = (task: VisitTask | undefined) => {
    for (const log of logs) follow(task, log, { code: 'soak counts' })
    // Who has just seen the water goes on; a level that is still to be looked at finds its time.
    if (!seen) follow(task, look, { code: level ? 'level first' : 'look first' })
  }
  return { look, afterLooking }
}

/** Tests that come before the doses, because the doses go by them. */
const addTests = ({ gathering, now, afterLooking, first }: Round): void => {
  for (const { due, quantities, retest, handsMinutes } of actsOf(
    gathering.situation.acts,
    'test',
  )) {
    if (retest) continue
    const what = { kind: 'test', quantities, retest } as const
    if (due > now + SOON) {
      gathering.leave('test', what, { code: 'later today' }, { day: due })
      continue
    }
    const task = gathering.add('test', what, {
      handsMinutes,
      needs: STILL,
      gates: true,
      worth: WORTH.opens,
      ...ifLater(due, now),
    })
    afterLooking(task)
    if (task) first.push(task)
  }
}

/** The plan's steps, in its order and with its gaps. */
const addDoses = ({ gathering, now, afterLooking, first, poured }: Round): void => {
  const { tub, journal, acts } = gathering.situation
  for (const { dose, handsMinutes, waitMinutes, step } of actsOf(acts, 'dose')) {
    const name = `dose:${nextOf(dose)}`
    const again = poured.filter((one) => nextOf(one.step) === nextOf(dose)).length
    const state = { power: 'on', jets: [dose.jets], cover: [dose.cover] } as const
    const air = dose.kind === 'aerate'
    const task = gathering.add(
      again > 0 ? `${name}:${again + 1}` : name,
      { kind: 'dose', dose, step },
      {
        handsMinutes: air ? MINUTES.air : handsMinutes,
        waitMinutes: air ? dose.minutes : waitMinutes,
        needs: state,
        holds: dose.kind === 'add' ? holdsOf([dose.product], tub, dose) : state,
        pours: true,
        gates: true,
        worth: WORTH.opens,
        ...ifLater(waitBefore(journal, nextOf(dose), now, tub)?.until ?? now, now),
      },
    )
    if (!task) continue
    afterLooking(task)
    for (const test of first) follow(task, test, { code: 'sets the amounts' })
    for (const before of poured)
      follow(
        task,
        before.task,
        before.step.kind === 'aerate'
          ? { code: 'air first' }
          : { code: 'not after', why: dose.notAfter },
        gapAfter(before.step, dose, tub),
      )
    poured.push({ task, step: dose })
  }
}

/** What chores pour, once the doses have worked, one after another. */
const addHelpers = ({ gathering, now, mixed, afterLooking, poured }: Round): void => {
  const { tub, acts, upkeep } = gathering.situation
  const helped: { task: VisitTask; last: ProductName | undefined }[] = []
  for (const { chore, doses, handsMinutes, waitMinutes, jets, cover } of actsOf(acts, 'helper')) {
    const due = upkeep.find((one) => one.chore.id === chore.id)
    const products = doses.map(({ product }) => product)
    const intoWell = products.includes('slow cleaning tablet')
    const task = gathering.add(
      `chore:${chore.id}`,
      { kind: 'helper', chore, doses },
      {
        handsMinutes,
        waitMinutes,
        needs: {
          power: 'on',
          jets: [jets],
          cover: [cover],
          ...(intoWell ? { well: true as const } : {}),
        },
        holds: holdsOf(products, tub),
        pours: true,
        gates: true,
        worth: due ? choreWorth(due, now) : WORTH.today,
        ...ifLater(mixed, now),
      },
    )
    if (!task) continue
    afterLooking(task)
    for (const before of poured)
      follow(task, before.task, { code: 'after the doses' }, before.task.waitMinutes)
    const [next] = products
    for (const before of helped)
      if (before.last && next)
        follow(
          task,
          before.task,
          { code: 'not after', why: undefined },
          gapMinutes(next, before.last, tub),
        )
    helped.push({ task, last: products.at(-1) })
  }
}

const addFeederAndStart = ({ gathering, now, afterLooking, first }: Round): void => {
  const { acts } = gathering.situation
  for (const { move, handsMinutes, due } of actsOf(acts, 'feeder')) {
    const task = gathering.add(
      'feeder',
      { kind: 'feeder', move },
      {
        handsMinutes,
        needs: { power: 'on' },
        gates: false,
        worth: WORTH.feeder,
        ...ifLater(due, now),
      },
    )
    for (const test of first) follow(task, test, { code: 'sets the amounts' })
  }
  for (const { due, step, handsMinutes } of actsOf(acts, 'start-up')) {
    const what = { kind: 'start-up', step } as const
    if (due > now + SOON) {
      gathering.leave('start-up', what, { code: 'later today' }, { day: due })
      continue
    }
    const task = gathering.add('start-up', what, {
      handsMinutes,
      gates: true,
      worth: WORTH.opens,
      ...ifLater(due, now),
    })
    afterLooking(task)
  }
}

/** The test of what went in, once all of it has mixed. */
const addRetests = ({ gathering, now, mixed, afterLooking, poured }: Round): VisitTask[] => {
  const retests: VisitTask[] = []
  for (const { quantities, retest, due, handsMinutes } of actsOf(
    gathering.situation.acts,
    'test',
  )) {
    if (!retest) continue
    const task = gathering.add(
      'retest',
      { kind: 'test', quantities, retest },
      {
        handsMinutes,
        needs: { power: 'on', cover: ['open'] },
        gates: true,
        worth: WORTH.opens,
        // Without doses ahead it stands at its own time.
        ...ifLater(Math.max(mixed, poured.length === 0 ? due : 0), now),
      },
    )
    if (!task) continue
    retests.push(task)
    if (poured.length === 0) afterLooking(task)
    poured.forEach((before, i) => {
      const least = i === 0 ? RETEST_AFTER / MINUTE : 0
      const gap = Math.max(before.task.waitMinutes, least)
      follow(task, before.task, { code: 'shows what came of it' }, gap)
    })
  }
  return retests
}

/** Looks, tests, what goes in, and what waits for it. Gives back what goes in by the plan, its tests, and the look that comes first. */
export const addWater = (
  gathering: Gathering,
  now: Instant,
  until: Instant,
): { poured: VisitTask[]; retests: VisitTask[]; look: VisitTask | undefined } => {
  const { id, tub, journal } = gathering.situation
  gathering.held.push(...heldByDoses(journal, now, id, tub))
  const { look, afterLooking } = addLooks(gathering, now, until)
  const mixed = waitingUntil(journal, now, tub)?.until ?? 0
  const round: Round = { gathering, now, mixed, afterLooking, first: [], poured: [] }
  addTests(round)
  addDoses(round)
  addHelpers(round)
  addFeederAndStart(round)
  const retests = addRetests(round)
  return { poured: round.poured.map(({ task }) => task), look, retests }
}
