'use server'

import { revalidatePath } from 'next/cache'
import { cookies } from 'next/headers'
import { fieldsOf, type Outcome, refused } from '@/server/form'
import { deleteEntry, recordEntry, undoLastChange } from '@/server/journal'
import { createTub, editTub } from '@/server/tubs'
import { theStore } from '@/store/database'

const idOf = (text: string | undefined) => (/^\d{1,9}$/.test(text ?? '') ? Number(text) : 0)

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
      idOf(fields.tub),
      fields,
      Date.now(),
      fields.replaces ? idOf(fields.replaces) : undefined,
    ),
  )
}

export const removeEntry = async (_: Outcome | null, data: FormData): Promise<Outcome> => {
  const fields = fieldsOf(data)
  return run('deleting an entry', data, () =>
    deleteEntry(theStore(), idOf(fields.tub), idOf(fields.id), Date.now()),
  )
}

export const undoChange = async (_: Outcome | null, data: FormData): Promise<Outcome> => {
  const fields = fieldsOf(data)
  return run('undoing', data, () =>
    undoLastChange(theStore(), idOf(fields.tub), idOf(fields.id), Date.now()),
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

export const changeTub = async (_: Outcome | null, data: FormData): Promise<Outcome> => {
  const fields = fieldsOf(data)
  return run('changing a tub', data, () => editTub(theStore(), idOf(fields.tub), fields))
}

const remember = async (id: number) => {
  ;(await cookies()).set('pavrel-tub', String(id), {
    path: '/',
    maxAge: 31_536_000,
    sameSite: 'lax',
    httpOnly: true,
  })
}
