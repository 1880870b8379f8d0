'use server'

import { revalidatePath } from 'next/cache'
import { cookies } from 'next/headers'
import * as calendar from '@/server/calendar'
import * as choices from '@/server/choices'
import * as chores from '@/server/chores'
import * as costs from '@/server/costs'
import * as yourData from '@/server/exchange/yourData'
import * as facts from '@/server/facts'
import * as filters from '@/server/filters'
import { type Fields, fieldsOf, type Outcome, refused, unitsName } from '@/server/form'
import * as heat from '@/server/heat'
import { idIn } from '@/server/idIn'
import * as journal from '@/server/journal'
import * as kits from '@/server/kits'
import * as monthLog from '@/server/monthLog'
import { type Answered, once } from '@/server/once'
import * as plannedSoaks from '@/server/plannedSoaks'
import { pourChore } from '@/server/pourChore'
import * as refillDay from '@/server/refillDay'
import * as refillSettings from '@/server/refillSettings'
import * as reminders from '@/server/reminders'
import * as shelf from '@/server/shelf'
import * as spreadsheet from '@/server/spreadsheet/spreadsheet'
import * as startUp from '@/server/startUp'
import * as stays from '@/server/stays'
import * as supplies from '@/server/supplies'
import * as trouble from '@/server/trouble'
import * as tubs from '@/server/tubs'
import * as visits from '@/server/visit'
import { saveVisitDay } from '@/server/visitDay'
import { markInVisit } from '@/server/visitDone'
import { type Store, theStore } from '@/store/database'
import { lastEntryId, signSince } from '@/store/entries'
import { troubleOf } from '@/store/storeProblem'
import { findTub } from '@/store/tubs'
import { FAILED, notSaved } from '@/words/failures'
import { postRefusal } from '@/words/refusals'

/** What a form posts reaches a use case as: the store, the tub it names, its fields and the moment. */
interface Posted {
  store: Store
  tub: number
  fields: Fields
  now: number
  /** The number in a field that names a row. */
  id: (field: string) => number
}

type Action = (before: Outcome | null, data: FormData) => Promise<Outcome>

/** Logs an unexpected failure with its context: which fields came, never what people wrote in them. */
const logged = (what: string, error: unknown, fields: Fields = {}) =>
  console.error(`${what} failed`, { fields: Object.keys(fields), error })

/** Whether the page showed other units than the tub has by now: its figures would mean something else. */
const otherUnits = (store: Store, { tub, units, drawnFor, temperatureUnit }: Fields): boolean => {
  // The form that sets the units says them itself.
  if (!units || temperatureUnit) return false
  // A job of another tub stands on this page in that tub's own units.
  if (drawnFor && drawnFor !== tub) return false
  const row = findTub(store, idIn(tub))
  return row !== undefined && unitsName(row.units) !== units
}

const LONGEST_NAME = 40

/** What is written bears the name of whoever wrote it, where this browser was told one. */
const signedBy = (store: Store, by: string | undefined, work: () => Answered): Answered => {
  const name = (by ?? '').replace(/\p{C}/gu, '').trim().slice(0, LONGEST_NAME)
  if (name === '') return work()
  const before = lastEntryId(store)
  const outcome = work()
  if (outcome.ok) signSince(store, before, name)
  return outcome
}

const run = (what: string, data: FormData, work: (posted: Posted) => Answered): Answered => {
  // Whoever posts by hand may send anything.
  if (!(data instanceof FormData)) return refused({}, {}, {}, postRefusal.keyMissing)
  const fields = fieldsOf(data)
  try {
    const id = (field: string) => idIn(fields[field])
    const store = theStore()
    const now = Date.now()
    const outcome = once(store, { what, fields, now }, () =>
      otherUnits(store, fields)
        ? refused(fields, {}, {}, postRefusal.otherUnits)
        : signedBy(store, fields.by, () =>
            work({
              store,
              get tub() {
                return id('tub')
              },
              fields,
              now,
              id,
            }),
          ),
    )
    if (outcome.ok) revalidatePath('/', 'layout')
    return outcome
  } catch (error) {
    logged(what, error, fields)
    return refused(fields, {}, {}, notSaved(troubleOf(error)))
  }
}

/** A use case as a server action: an unexpected failure is told in a plain sentence, and the draft kept. */
const action =
  (what: string, work: (posted: Posted) => Answered): Action =>
  async (_, data) =>
    run(what, data, work)

export const saveEntry = action('saving an entry', ({ store, tub, fields, now }) =>
  journal.recordEntry(store, tub, fields, now),
)
export const removeEntry = action('deleting an entry', ({ store, tub, now, id }) =>
  journal.deleteEntry(store, tub, id('id'), now),
)
export const undoChange = action('undoing', ({ store, tub, now, id }) =>
  journal.undoLastChange(store, tub, id('change'), now),
)

export const undoOneMore = action('undoing one more', ({ store, tub, now, id }) =>
  journal.undoBefore(store, tub, id('change'), now),
)

export const setUpTub = async (_: Outcome | null, data: FormData): Promise<Outcome> => {
  const { id, ...outcome } = run('setting up a tub', data, ({ store, fields, now }) =>
    tubs.createTub(store, fields, now),
  )
  if (id !== undefined) await remember(id)
  return outcome
}
export const setSchool = action('choosing when to test', ({ store, tub, fields }) =>
  tubs.chooseSchool(store, tub, fields),
)
export const changeTub = action('changing a tub', ({ store, tub, fields, now }) =>
  tubs.editTub(store, tub, fields, now),
)

/** What a spreadsheet would bring, for a look before anything is written. */
export const readSheet = async (
  tubId: number,
  asked: spreadsheet.SheetAsked,
): Promise<spreadsheet.SheetAnswer> => {
  try {
    return spreadsheet.previewSheet(theStore(), tubId, { ...asked, now: Date.now() })
  } catch (error) {
    logged('reading a sheet', error)
    return { message: FAILED.reading }
  }
}

export const saveSheetRows = async (
  tubId: number,
  asked: spreadsheet.SheetAsked,
): Promise<{ kept: number } | { message: string }> => {
  try {
    const outcome = spreadsheet.saveSheet(theStore(), tubId, { ...asked, now: Date.now() })
    if ('kept' in outcome) revalidatePath('/', 'layout')
    return outcome
  } catch (error) {
    logged('saving a sheet', error)
    return { message: notSaved(troubleOf(error)) }
  }
}

export const addKit = action('adding a kit', ({ store, tub, fields, now }) =>
  kits.createKit(store, tub, fields, now),
)
export const changeKit = action('changing a kit', ({ store, tub, fields, id }) =>
  kits.editKit(store, tub, id('kit'), fields),
)
export const removeKit = action('removing a kit', ({ store, tub, now, id }) =>
  kits.removeKit(store, tub, id('kit'), now),
)

export const tickStart = action('ticking a start-up step', ({ store, tub, fields, now }) =>
  startUp.tickStartStep(store, tub, fields, now),
)

export const savePlannedSoak = action('planning a soak', ({ store, tub, fields, now }) =>
  plannedSoaks.planSoak(store, tub, fields, now),
)
export const removePlannedSoak = action('cancelling a soak', ({ store, tub, now, id }) =>
  plannedSoaks.unplanSoak(store, tub, id('id'), now),
)

export const makeCalendar = action('creating a calendar link', ({ store, tub, fields }) =>
  calendar.openCalendar(store, tub, fields),
)

export const changeChore = action('changing a chore', ({ store, tub, fields, now }) =>
  chores.saveChore(store, tub, fields, now),
)
export const setChoreTo = action('setting a chore', ({ store, tub, fields, now }) =>
  chores.setChore(store, tub, fields, now),
)

export const pourForChore = action('logging what a chore puts in', ({ store, tub, fields, now }) =>
  pourChore(store, tub, fields, now),
)

export const beginVisit = action('starting a visit', ({ store, tub, fields, now }) =>
  visits.startVisit(store, tub, fields, now),
)
export const finishVisit = action('ending a visit', ({ store, tub, fields, now }) =>
  visits.endVisit(store, tub, fields, now),
)
export const decideInVisit = action('changing a visit', ({ store, tub, fields, now }) =>
  visits.decideVisit(store, tub, fields, now),
)
export const doneInVisit = action('marking a job of a visit', ({ store, tub, fields, now }) =>
  markInVisit(store, tub, fields, now),
)

export const setVisitDay = action('saving the weekly visit', ({ store, fields }) =>
  saveVisitDay(store, fields),
)

export const addFilterSet = action('adding a filter set', ({ store, tub, fields, now }) =>
  filters.saveFilterSet(store, tub, fields, now),
)
export const handleFilter = action('logging a filter', ({ store, tub, fields, now }) =>
  filters.actOnFilter(store, tub, fields, now),
)

export const addStay = action('saving a stay', ({ store, tub, fields, now }) =>
  stays.saveStay(store, tub, fields, now),
)
export const removeStay = action('cancelling a stay', ({ store, tub, now, id }) =>
  stays.removeStay(store, tub, id('id'), now),
)

/** A calendar of stays, as text: a file is read where it was chosen. */
export const importCalendar = async (
  fields: Record<string, string>,
  content: string,
): Promise<{ sentences: string[] } | { errors: Record<string, string>; message?: string }> => {
  try {
    const outcome = stays.importStays(theStore(), idIn(fields.tub), { fields, content }, Date.now())
    if (!outcome.ok)
      return { errors: outcome.errors, ...(outcome.message ? { message: outcome.message } : {}) }
    revalidatePath('/', 'layout')
    return { sentences: outcome.sentences ?? [] }
  } catch (error) {
    logged('importing a calendar', error)
    return { errors: {}, message: notSaved(troubleOf(error)) }
  }
}

export const setQuiet = action('saving quiet hours', ({ store, fields }) =>
  reminders.saveQuiet(store, fields),
)

export const planRefill = action('planning a refill', ({ store, tub, fields, now }) =>
  refillDay.setRefill(store, tub, fields, now),
)
export const removeRefill = action('cancelling a refill', ({ store, tub, now }) =>
  refillDay.removeRefill(store, tub, now),
)
export const changeRefillSettings = action('saving refill settings', ({ store, tub, fields }) =>
  refillSettings.saveRefillSettings(store, tub, fields),
)
export const setPin = action('pinning a stage', ({ store, tub, fields, now }) =>
  refillDay.pinStage(store, tub, fields, now),
)
export const tickRefill = action('ticking a stage', ({ store, tub, fields, now }) =>
  refillDay.tickStage(store, tub, fields, now),
)
export const saveRate = action('saving a rate', ({ store, tub, fields, now }) =>
  refillDay.measureRate(store, tub, fields, now),
)
export const saveDelivered = action('taking the volume', ({ store, tub, fields, now }) =>
  refillDay.saveDelivered(store, tub, fields, now),
)

export const choosePlan = action('choosing a plan', ({ store, tub, fields, now }) =>
  choices.choose(store, tub, fields, now),
)

export const signMonth = action('signing a month', ({ store, tub, fields, now }) =>
  monthLog.signMonth(store, tub, fields, now),
)
export const saveHeat = action('saving how it is kept warm', ({ store, tub, fields }) =>
  heat.saveHeat(store, tub, fields),
)
export const chooseWay = action('saving how it is kept warm', ({ store, tub, fields }) =>
  heat.saveWay(store, tub, fields),
)
export const notePower = action('logging the power', ({ store, tub, fields, now }) =>
  heat.notePower(store, tub, fields, now),
)
export const saveMoney = action('saving the currency', ({ store, tub, fields }) =>
  costs.saveMoney(store, tub, fields),
)
export const saveKitStock = action(
  'saving what is left of a kit',
  ({ store, tub, fields, now, id }) =>
    costs.saveKitStock(store, { tubId: tub, kitId: id('kit') }, fields, now),
)
export const boughtSupply = action('stocking the shelf', ({ store, tub, fields, now }) =>
  supplies.boughtSupply(store, tub, fields.key ?? '', now),
)
export const putOnShelf = action('adding to the shelf', ({ store, tub, fields, now }) =>
  shelf.addToShelf(store, tub, fields, now),
)
export const changeOnShelf = action('changing the shelf', ({ store, tub, fields, now, id }) =>
  shelf.editOnShelf(store, { tubId: tub, id: id('item') }, fields, now),
)
export const removeFromShelf = action('taking off the shelf', ({ store, tub, now, id }) =>
  shelf.removeFromShelf(store, tub, id('item'), now),
)

export const tickSign = action('ticking a sign', ({ store, tub, fields, now }) =>
  trouble.tickSign(store, tub, fields, now),
)
export const answerQuestion = action('answering a question', ({ store, tub, fields, now }) =>
  trouble.answerQuestion(store, tub, fields, now),
)
export const lookAgain = action('looking again', ({ store, tub, fields, now }) =>
  trouble.lookAgain(store, tub, fields, now),
)
export const beginTreatment = action('beginning a treatment', ({ store, tub, fields, now }) =>
  trouble.beginTreatment(store, tub, fields, now),
)
export const setFact = action('putting a note away', ({ store, fields }) =>
  facts.setFact(store, fields),
)
export const savePoisonLine = action('saving the poison line', ({ store, fields }) =>
  trouble.savePoisonLine(store, fields),
)

/** Puts a copy in the database's place: one that was made by itself, or one that was sent. */
export const restoreData = async (
  source: yourData.Source,
): Promise<{ entries: number; kept: string | undefined } | { message: string }> => {
  try {
    const done = yourData.restoreNow(source ?? {}, Date.now())
    if ('entries' in done) revalidatePath('/', 'layout')
    return done
  } catch (error) {
    logged('restoring', error)
    return { message: notSaved(troubleOf(error)) }
  }
}

/** What one of the copies holds, before it is put in place. */
export const lookAtData = async (
  copy: string,
): Promise<{ entries: number; lastAt: number | null } | { message: string }> =>
  yourData.lookAtCopy({ copy })

export const importData = async (upload: string): Promise<{ done: true } | { message: string }> => {
  try {
    const done = await yourData.importNow(upload)
    if ('done' in done) revalidatePath('/', 'layout')
    return done
  } catch (error) {
    logged('importing', error)
    return { message: notSaved(troubleOf(error)) }
  }
}

const remember = async (id: number) => {
  ;(await cookies()).set('pavrel-tub', String(id), {
    path: '/',
    maxAge: 31_536_000,
    sameSite: 'strict',
    httpOnly: true,
  })
}
