'use server'

import { revalidatePath } from 'next/cache'
import { cookies } from 'next/headers'
import { redirect } from 'next/navigation'
import { idIn } from '@/app/idIn'
import { openCalendar } from '@/server/calendar'
import { choose } from '@/server/choices'
import { keepChore, setChore } from '@/server/chores'
import { actOnFilter, keepFilterSet } from '@/server/filters'
import { fieldsOf, type Outcome, refused } from '@/server/form'
import { deleteEntry, recordEntry, undoLastChange } from '@/server/journal'
import { createKit, editKit, removeKit } from '@/server/kits'
import { keepQuiet } from '@/server/nudges'
import { planSoak, unplanSoak } from '@/server/plannedSoaks'
import {
  dropRefill,
  measureRate,
  pinStage,
  setRefill,
  takeDelivered,
  tickStage,
} from '@/server/refillDay'
import { keepRefillSettings } from '@/server/refillSettings'
import { addToShelf, editOnShelf, takeOffShelf } from '@/server/shelf'
import { keepSheet, previewSheet, type SheetAnswer, type SheetAsked } from '@/server/shopSheet'
import { tickStartStep } from '@/server/startUp'
import { dropStay, importStays, keepStay } from '@/server/stays'
import { chooseSchool, createTub, editTub } from '@/server/tubs'
import { theStore } from '@/store/database'

/** Runs a use case; an unexpected failure is logged with its context and told in a plain sentence. */
const run = (what: string, data: FormData, work: () => Outcome): Outcome => {
  const fields = fieldsOf(data)
  try {
    const outcome = work()
    if (outcome.ok) revalidatePath('/', 'layout')
    return outcome
  } catch (error) {
    console.error(`${what} failed`, { fields, error })
    return refused(
      fields,
      {},
      {},
      'Nothing was written: something went wrong here. Your draft is kept; try again.',
    )
  }
}

export const keepEntry = async (_: Outcome | null, data: FormData): Promise<Outcome> => {
  const fields = fieldsOf(data)
  return run('keeping an entry', data, () =>
    recordEntry(
      theStore(),
      idIn(fields.tub),
      fields,
      Date.now(),
      fields.replaces ? idIn(fields.replaces) : undefined,
    ),
  )
}

export const removeEntry = async (_: Outcome | null, data: FormData): Promise<Outcome> => {
  const fields = fieldsOf(data)
  return run('deleting an entry', data, () =>
    deleteEntry(theStore(), idIn(fields.tub), idIn(fields.id), Date.now()),
  )
}

export const undoChange = async (_: Outcome | null, data: FormData): Promise<Outcome> => {
  const fields = fieldsOf(data)
  return run('undoing', data, () =>
    undoLastChange(theStore(), idIn(fields.tub), idIn(fields.id), Date.now()),
  )
}

export const setUpTub = async (_: Outcome | null, data: FormData): Promise<Outcome> => {
  let id: number | undefined
  const outcome = run('setting up a tub', data, () => {
    const created = createTub(theStore(), fieldsOf(data), Date.now())
    id = created.id
    return created
  })
  if (id !== undefined) await remember(id)
  return outcome
}

export const setSchool = async (_: Outcome | null, data: FormData): Promise<Outcome> => {
  const fields = fieldsOf(data)
  return run('choosing when to test', data, () =>
    chooseSchool(theStore(), idIn(fields.tub), fields),
  )
}

export const changeTub = async (_: Outcome | null, data: FormData): Promise<Outcome> => {
  const fields = fieldsOf(data)
  return run('changing a tub', data, () =>
    editTub(theStore(), idIn(fields.tub), fields, Date.now()),
  )
}

/** What a shop's sheet would bring, for a look before anything is written. */
export const readSheet = async (tubId: number, asked: SheetAsked): Promise<SheetAnswer> => {
  try {
    return previewSheet(theStore(), tubId, { ...asked, now: Date.now() })
  } catch (error) {
    console.error('reading a sheet failed', error)
    return { message: 'The sheet could not be read: something went wrong here. Try again.' }
  }
}

export const keepSheetRows = async (
  tubId: number,
  asked: SheetAsked,
): Promise<{ kept: number } | { message: string }> => {
  try {
    const outcome = keepSheet(theStore(), tubId, { ...asked, now: Date.now() })
    if ('kept' in outcome) revalidatePath('/', 'layout')
    return outcome
  } catch (error) {
    console.error('keeping a sheet failed', error)
    return { message: 'Nothing was written: something went wrong here. Try again.' }
  }
}

/** For buttons without a form of their own: goes where the outcome points. */
const followed = (outcome: Outcome): Outcome => {
  if (outcome.ok && outcome.next) redirect(outcome.next)
  return outcome
}

export const addKit = async (_: Outcome | null, data: FormData): Promise<Outcome> => {
  const fields = fieldsOf(data)
  return followed(
    run('adding a kit', data, () => createKit(theStore(), idIn(fields.tub), fields, Date.now())),
  )
}

export const changeKit = async (_: Outcome | null, data: FormData): Promise<Outcome> => {
  const fields = fieldsOf(data)
  return run('changing a kit', data, () =>
    editKit(theStore(), idIn(fields.tub), idIn(fields.kit), fields),
  )
}

export const dropKit = async (_: Outcome | null, data: FormData): Promise<Outcome> => {
  const fields = fieldsOf(data)
  return followed(
    run('removing a kit', data, () =>
      removeKit(theStore(), idIn(fields.tub), idIn(fields.kit), Date.now()),
    ),
  )
}

export const tickStart = async (_: Outcome | null, data: FormData): Promise<Outcome> => {
  const fields = fieldsOf(data)
  return run('ticking a start-up step', data, () =>
    tickStartStep(theStore(), idIn(fields.tub), fields, Date.now()),
  )
}

export const keepPlannedSoak = async (_: Outcome | null, data: FormData): Promise<Outcome> => {
  const fields = fieldsOf(data)
  return run('planning a soak', data, () =>
    planSoak(theStore(), idIn(fields.tub), fields, Date.now()),
  )
}

export const dropPlannedSoak = async (_: Outcome | null, data: FormData): Promise<Outcome> => {
  const fields = fieldsOf(data)
  return run('taking back a planned soak', data, () =>
    unplanSoak(theStore(), idIn(fields.tub), idIn(fields.id), Date.now()),
  )
}

export const makeCalendar = async (_: Outcome | null, data: FormData): Promise<Outcome> => {
  const fields = fieldsOf(data)
  return run('opening a calendar', data, () => openCalendar(theStore(), idIn(fields.tub), fields))
}

export const changeChore = async (_: Outcome | null, data: FormData): Promise<Outcome> => {
  const fields = fieldsOf(data)
  return run('changing a chore', data, () =>
    keepChore(theStore(), idIn(fields.tub), fields, Date.now()),
  )
}

export const setChoreTo = async (_: Outcome | null, data: FormData): Promise<Outcome> => {
  const fields = fieldsOf(data)
  return run('setting a chore', data, () =>
    setChore(theStore(), idIn(fields.tub), fields, Date.now()),
  )
}

export const addFilterSet = async (_: Outcome | null, data: FormData): Promise<Outcome> => {
  const fields = fieldsOf(data)
  return run('adding a filter set', data, () =>
    keepFilterSet(theStore(), idIn(fields.tub), fields, Date.now()),
  )
}

export const handleFilter = async (_: Outcome | null, data: FormData): Promise<Outcome> => {
  const fields = fieldsOf(data)
  return run('noting a filter', data, () =>
    actOnFilter(theStore(), idIn(fields.tub), fields, Date.now()),
  )
}

export const addStay = async (_: Outcome | null, data: FormData): Promise<Outcome> => {
  const fields = fieldsOf(data)
  return run('keeping a stay', data, () =>
    keepStay(theStore(), idIn(fields.tub), fields, Date.now()),
  )
}

export const removeStay = async (_: Outcome | null, data: FormData): Promise<Outcome> => {
  const fields = fieldsOf(data)
  return run('taking back a stay', data, () =>
    dropStay(theStore(), idIn(fields.tub), idIn(fields.id), Date.now()),
  )
}

/** A calendar of stays, as text: a file is read where it was chosen. */
export const takeCalendar = async (
  fields: Record<string, string>,
  content: string,
): Promise<{ sentences: string[] } | { errors: Record<string, string>; message?: string }> => {
  try {
    const outcome = importStays(theStore(), idIn(fields.tub), fields, content, Date.now())
    if (outcome.ok) {
      revalidatePath('/', 'layout')
      return { sentences: outcome.sentences ?? [] }
    }
    return {
      errors: outcome.errors,
      ...(outcome.message ? { message: outcome.message } : {}),
    }
  } catch (error) {
    console.error('taking a calendar failed', error)
    return { errors: {}, message: 'Nothing was written: something went wrong here. Try again.' }
  }
}

export const setQuiet = async (_: Outcome | null, data: FormData): Promise<Outcome> =>
  run('keeping quiet hours', data, () => keepQuiet(theStore(), fieldsOf(data)))

export const planRefill = async (_: Outcome | null, data: FormData): Promise<Outcome> => {
  const fields = fieldsOf(data)
  return run('planning a refill', data, () =>
    setRefill(theStore(), idIn(fields.tub), fields, Date.now()),
  )
}

export const removeRefill = async (_: Outcome | null, data: FormData): Promise<Outcome> => {
  const fields = fieldsOf(data)
  return run('putting a refill aside', data, () =>
    dropRefill(theStore(), idIn(fields.tub), Date.now()),
  )
}

export const changeRefillSettings = async (_: Outcome | null, data: FormData): Promise<Outcome> => {
  const fields = fieldsOf(data)
  return run('keeping how water is changed', data, () =>
    keepRefillSettings(theStore(), idIn(fields.tub), fields),
  )
}

export const setPin = async (_: Outcome | null, data: FormData): Promise<Outcome> => {
  const fields = fieldsOf(data)
  return run('pinning a stage', data, () =>
    pinStage(theStore(), idIn(fields.tub), fields, Date.now()),
  )
}

export const tickRefill = async (_: Outcome | null, data: FormData): Promise<Outcome> => {
  const fields = fieldsOf(data)
  return run('ticking a stage', data, () =>
    tickStage(theStore(), idIn(fields.tub), fields, Date.now()),
  )
}

export const keepRate = async (_: Outcome | null, data: FormData): Promise<Outcome> => {
  const fields = fieldsOf(data)
  return run('keeping a rate', data, () =>
    measureRate(theStore(), idIn(fields.tub), fields, Date.now()),
  )
}

export const keepDelivered = async (_: Outcome | null, data: FormData): Promise<Outcome> => {
  const fields = fieldsOf(data)
  return run('taking the volume', data, () =>
    takeDelivered(theStore(), idIn(fields.tub), fields, Date.now()),
  )
}

export const choosePlan = async (_: Outcome | null, data: FormData): Promise<Outcome> => {
  const fields = fieldsOf(data)
  return run('choosing a way', data, () => choose(theStore(), idIn(fields.tub), fields))
}

export const putOnShelf = async (_: Outcome | null, data: FormData): Promise<Outcome> => {
  const fields = fieldsOf(data)
  return followed(
    run('adding to the shelf', data, () =>
      addToShelf(theStore(), idIn(fields.tub), fields, Date.now()),
    ),
  )
}

export const changeOnShelf = async (_: Outcome | null, data: FormData): Promise<Outcome> => {
  const fields = fieldsOf(data)
  return run('changing the shelf', data, () =>
    editOnShelf(theStore(), idIn(fields.tub), idIn(fields.item), fields, Date.now()),
  )
}

export const dropFromShelf = async (_: Outcome | null, data: FormData): Promise<Outcome> => {
  const fields = fieldsOf(data)
  return followed(
    run('taking off the shelf', data, () =>
      takeOffShelf(theStore(), idIn(fields.tub), idIn(fields.item), Date.now()),
    ),
  )
}

const remember = async (id: number) => {
  ;(await cookies()).set('pavrel-tub', String(id), {
    path: '/',
    maxAge: 31_536_000,
    sameSite: 'lax',
    httpOnly: true,
  })
}
