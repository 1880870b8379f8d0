import type { ChoreId } from '../../journal/choreId'
import { PRODUCTS } from '../../products/product'
import { DAY, type Instant } from '../../time'
import { type ChoreDue, isOnDay } from '../../upkeep/choreDue'
import type { FilterSet } from '../../upkeep/filterSet'
import { doingChore, gate } from '../gate'
import { choreNeeds, takenInBy } from './choreNeeds'
import { follow, type Gathering } from './gathering'
import type { LeftReason, VisitTask } from './visitAct'
import { type addWater, choreWorth, WORTH } from './waterTasks'

/** Hands, minutes: assumed, timed at no tub. */
const MINUTES = { swap: 6, rinseAway: 10, hangUp: 2 }
/** Power off in frost: pipes in the cabinet cool within the hour; half of that is taken. Assumed. */
const FROST_MINUTES = 30
/** A warm soak of the only set keeps the power off for so long; common practice. */
const SOAK_WITHOUT_SPARE = 30

const nameOf = (chore: ChoreId) => `chore:${chore}`

/** What the filters of the house allow: the set that is in, and a dry one. */
interface Sets {
  own: FilterSet | undefined
  spare: FilterSet | undefined
}

const isFilterCare = (id: ChoreId) => id === 'filter rinse' || id === 'filter soak'

/** A set that soaks while none is in its place: minutes. */
const soaksAlone = (id: ChoreId, { own, spare }: Sets): number =>
  id === 'filter soak' && own && !spare ? SOAK_WITHOUT_SPARE : 0

/** Why a chore of today is not part of the visit, where that is so. */
const reasonToLeave = (
  { situation, pulled }: Pick<Gathering, 'situation' | 'pulled'>,
  { chore, state }: ChoreDue,
  sets: Sets,
): LeftReason | undefined => {
  const { airCelsius, helpersWait, closures } = situation
  const { needs, notHere } = choreNeeds(chore)
  const passage = gate(doingChore(chore), closures)
  if (!passage.passes) return { code: 'closed' }
  if (notHere) return { code: notHere }
  const pours = chore.product && PRODUCTS[chore.product].goes === 'by hand'
  if (pours && helpersWait) return { code: helpersWait }
  const soaking = soaksAlone(chore.id, sets)
  const minutes = chore.minutes + soaking
  if (soaking > 0 && state !== 'late' && !pulled(nameOf(chore.id)))
    return { code: 'no spare', minutes }
  const powerOff = needs.power === 'off' && !(isFilterCare(chore.id) && sets.spare)
  if (airCelsius !== undefined && airCelsius < 0 && powerOff && minutes > FROST_MINUTES)
    return { code: 'frost', airCelsius, minutes }
  return undefined
}

/** Chores of the day and those asked for, once each; what can't be done here or now left with its reason. */
export const addChores = (
  gathering: Gathering,
  { poured, retests, look }: ReturnType<typeof addWater>,
  now: Instant,
  until: Instant,
): void => {
  const { situation, tasks } = gathering
  const { id, upkeep, filters } = situation
  const asked = upkeep.filter(
    (one) => isOnDay(one, until) || gathering.pulled(nameOf(one.chore.id)),
  )
  const ids = asked.map(({ chore }) => chore.id)
  const sets: Sets = {
    own: filters.find(({ tubId }) => tubId === id)?.set,
    spare: filters.find(
      ({ state, tubId }) => tubId === undefined && (state === 'ready' || state === 'new'),
    )?.set,
  }

  const place = (one: ChoreDue): void => {
    const { chore, due } = one
    const name = nameOf(chore.id)
    const also = ids.filter((other) => takenInBy(other, [chore.id]) === chore.id)
    const what = { kind: 'chore', chore, also } as const
    const into = takenInBy(chore.id, ids)
    if (into && gathering.skipped(nameOf(into)) === undefined) {
      gathering.merged.push({ tub: id, what: chore.id, into })
      return
    }
    const why = reasonToLeave({ situation, pulled: (key) => gathering.pulled(key) }, one, sets)
    if (why) {
      const lateDays = Math.max(0, Math.floor((now - due) / DAY - chore.windowDays))
      gathering.leave(name, what, why, { lateDays, pullable: why.code === 'no spare' })
      return
    }
    const { needs, gates = false } = choreNeeds(chore)
    const worth = choreWorth(one, now)
    const { own, spare } = sets
    if (isFilterCare(chore.id) && own && spare) {
      const swap = gathering.add(
        name,
        { kind: 'swap', chore, into: spare, out: own },
        { handsMinutes: MINUTES.swap, needs, gates, worth },
      )
      follow(swap, look, { code: 'look first' })
      const act = chore.id === 'filter soak' ? 'soak' : 'rinse'
      if (swap)
        follow(
          gathering.add(
            `set:${own.id}`,
            { kind: 'set', set: own, act },
            { handsMinutes: MINUTES.rinseAway, gates: false, worth },
          ),
          swap,
          { code: 'out of the tub first' },
        )
      return
    }
    const soaking = soaksAlone(chore.id, sets)
    const task = gathering.add(name, what, {
      handsMinutes: chore.minutes,
      needs,
      gates,
      worth,
      ...(soaking > 0 ? { waitMinutes: soaking, holds: needs } : {}),
    })
    if (gates) follow(task, look, { code: 'look first' })
    if (chore.id === 'cover underside')
      follow(task, poured.find(isShock), { code: 'with the shock' })
  }

  // What a chore pours is a dose, and in the visit already where it may go in.
  const there = new Set(
    [...tasks, ...gathering.left].flatMap(({ what }) =>
      what.kind === 'helper' ? [what.chore.id] : [],
    ),
  )
  for (const one of upkeep) {
    const { chore, due, state } = one
    if (there.has(chore.id) || (look && chore.id === 'level look')) continue
    if (asked.includes(one)) place(one)
    else if (state === 'due')
      gathering.leave(
        nameOf(chore.id),
        { kind: 'chore', chore, also: [] },
        { code: 'within its days' },
        { day: due, pullable: true },
      )
  }
  for (const task of tasks)
    if (task.gates && !task.pours && task.what.kind !== 'test' && !endsTheWater(task))
      for (const retest of retests)
        follow(retest, task, { code: 'opens the tub' }, task.waitMinutes)
  addSetsAway(gathering, now)
  for (const flush of tasks.filter(endsTheWater))
    for (const other of tasks)
      follow(flush, other, { code: 'ends the water' }, other.gates ? other.waitMinutes : 0)
}

const endsTheWater = ({ what }: VisitTask): boolean =>
  (what.kind === 'chore' || what.kind === 'helper') && what.chore.id === 'purge'

const isShock = ({ what }: VisitTask): boolean =>
  what.kind === 'dose' && what.dose.purposes.includes('shock')

/** Sets that came out of this tub and are not hung up to dry: rinsed, or taken out of their bucket. */
const addSetsAway = (gathering: Gathering, now: Instant): void => {
  const { filters, id } = gathering.situation
  for (const { set, state, until, tubId, stays } of filters) {
    const here = tubId === undefined && stays.at(-1)?.tubId === id
    const taken = gathering.tasks.some(({ what }) => what.kind === 'set' && what.set.id === set.id)
    const soaked = state === 'soaking' && until !== undefined && until <= now
    if (!here || taken || !(soaked || state === 'rinsing' || state === 'taken out')) continue
    gathering.add(
      `set:${set.id}`,
      { kind: 'set', set, act: state === 'taken out' ? 'rinse' : 'dry' },
      {
        handsMinutes: state === 'rinsing' ? MINUTES.hangUp : MINUTES.rinseAway,
        gates: false,
        worth: WORTH.today,
      },
    )
  }
}
