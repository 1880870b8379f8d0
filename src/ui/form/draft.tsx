'use client'

import { useRouter } from 'next/navigation'
import {
  createContext,
  type ReactNode,
  useContext,
  useEffect,
  useId,
  useLayoutEffect,
  useRef,
  useState,
} from 'react'
import type { Ask, Fields } from '@/server/form'
import { Checking } from './Checking'
import { retellEarly } from './early'
import { type Action, drawnUnits, newKey, usePost } from './usePost'

export type { Action }

interface Draft {
  /** An id of this form's own for something that belongs to a field: several forms on a page share names. */
  idOf: (name: string, part?: string) => string
  fields: Fields
  set: (name: string, value: string) => void
  /** The draft that had been kept, and what was written before the page's code had come, are in `fields`. */
  ready: boolean
  errors: Record<string, string>
  questions: Record<string, string>
}

const DraftContext = createContext<Draft | undefined>(undefined)

export const useDraft = (): Draft => {
  const draft = useContext(DraftContext)
  if (!draft) throw new Error('a field stands outside a form')
  return draft
}

/** More than a server takes at once. */
const MOST_CHARACTERS = 3_000_000

/** A draft as the browser keeps it: what was typed, what the page had shown there, and the key it is sent under. */
interface KeptDraft {
  typed: Fields
  drawn: Fields
  post: string
  units: string
}

const keptDraft = (key: string): KeptDraft | undefined => {
  try {
    const kept = JSON.parse(localStorage.getItem(key) ?? 'null') as KeptDraft | null
    return kept && typeof kept.typed === 'object' && kept.typed ? kept : undefined
  } catch {
    return undefined
  }
}

/** What a field and one of its values are called on the page. */
const labelIn = (form: HTMLFormElement | null, name: string) => {
  const input = form?.querySelector<HTMLInputElement>(`[name="${CSS.escape(name)}"]`)
  const legend = input?.type === 'radio' ? input.closest('fieldset')?.querySelector('legend') : null
  return (legend ?? input?.labels?.[0])?.textContent ?? name
}
const valueIn = (form: HTMLFormElement | null, name: string, value: string) => {
  const one = form?.querySelector<HTMLInputElement>(
    `input[type="radio"][name="${CSS.escape(name)}"][value="${CSS.escape(value)}"]`,
  )
  return one?.labels?.[0]?.textContent ?? (value || 'nothing')
}

/** One of two ways, to be chosen before anything is saved. */
const AskBlock = ({
  name,
  ask,
  form,
}: {
  name: string
  ask: Ask
  form: HTMLFormElement | null
}) => {
  const { field } = ask
  return (
    <fieldset className="my-3">
      <legend className="mb-2 border-amber border-l-4 pl-3 font-medium">
        {ask.sentence ??
          `${labelIn(form, field ?? name)} was changed after this page was opened, here or on another phone. Which should stay?`}
      </legend>
      <div className="flex flex-wrap gap-2">
        {ask.options.map(({ value, label }) => (
          <label key={value} className="choice">
            <input type="radio" name={`confirm.${name}`} value={value} data-question="" />
            <span>
              {field
                ? `${value === 'mine' ? 'What you entered' : 'What it is now'}: ${valueIn(form, field, label)}`
                : label}
            </span>
          </label>
        ))}
      </div>
    </fieldset>
  )
}

/**
 * A form whose draft outlives a reload: kept in the browser under `draftKey` from the first keystroke until the server
 * says it has been written. Errors stand at their fields; the first is brought into view.
 */
export const DraftForm = ({
  action,
  draftKey,
  initial,
  hidden = {},
  merges = false,
  children,
  submit,
  className = '',
}: {
  action: Action
  draftKey: string | undefined
  initial: Fields
  hidden?: Fields
  /** It changes something that is stored: what the page had shown goes along, so that nothing newer is overwritten. */
  merges?: boolean
  children: ReactNode
  submit: (state: { pending: boolean; fields: Fields; asked: boolean }) => ReactNode
  className?: string
}) => {
  const router = useRouter()
  const formId = useId()
  const [fields, setFields] = useState(initial)
  const [drawn, setDrawn] = useState(initial)
  const base = useRef(initial)
  const [restored, setRestored] = useState(false)
  const [ready, setReady] = useState(false)
  const [note, setNote] = useState<string>()
  const form = useRef<HTMLFormElement>(null)
  const here = useRef(true)
  const units = useRef('')
  const post = useRef('')
  const typed = useRef<Fields>({})
  const told = useRef(false)
  useEffect(() => {
    here.current = true
    return () => {
      here.current = false
    }
  }, [])
  const key = draftKey && `pavrel.draft.${draftKey}`
  const letGo = () => {
    if (key) localStorage.removeItem(key)
    typed.current = {}
    setRestored(false)
  }

  // Before anything draws the form a second time, which would clear what was written early.
  useLayoutEffect(() => {
    setReady(true)
    units.current = drawnUnits()
    const kept = key ? keptDraft(key) : undefined
    if (key && kept && kept.units !== units.current) {
      localStorage.removeItem(key)
      setNote('An unsaved entry was in other units, so it wasn’t restored.')
    } else if (kept) {
      typed.current = kept.typed
      post.current = kept.post
      base.current = { ...base.current, ...kept.drawn }
      setFields((now) => ({ ...now, ...kept.typed }))
      setDrawn(base.current)
      setRestored(true)
    }
    if (form.current && !told.current) retellEarly(form.current)
    told.current = true
  }, [key])

  const sized: Action = async (previous, data) => {
    const characters = [...data.values()].reduce(
      (sum, value) => sum + (typeof value === 'string' ? value.length : 0),
      0,
    )
    if (characters > MOST_CHARACTERS)
      return {
        ok: false,
        errors: {},
        questions: {},
        fields: {},
        message: `Nothing was sent: this form holds more than ${MOST_CHARACTERS / 1e6} million characters. Shorten it.`,
      }
    data.set('units', units.current)
    return action(previous, data)
  }
  const { outcome, act, pending, checking } = usePost(sized, {
    key: post,
    onDone: (answer) => {
      letGo()
      // Whoever has gone elsewhere meanwhile is not fetched back.
      if (answer.ok && answer.next && here.current) router.push(answer.next)
    },
  })

  const [unplaced, setUnplaced] = useState<string[]>([])
  const refusedNow = outcome && !outcome.ok ? outcome : undefined
  useEffect(() => {
    if (!refusedNow) return
    // No sentence is lost: what belongs to a field that is not on this form stands above its button.
    setUnplaced(
      Object.entries(refusedNow.errors)
        .filter(([name]) => !form.current?.querySelector(`[name="${CSS.escape(name)}"]`))
        .map(([, sentence]) => sentence),
    )
    const first = form.current?.querySelector<HTMLElement>('[aria-invalid="true"], [data-question]')
    const folded = first?.closest('details')
    if (folded) folded.open = true
    first?.focus()
    first?.scrollIntoView({ block: 'center' })
  }, [refusedNow])

  const set = (name: string, value: string) => {
    // What is typed after a save is another form, with a key of its own.
    if (Object.keys(typed.current).length === 0) post.current = newKey()
    typed.current = { ...typed.current, [name]: value }
    setFields((now) => ({ ...now, [name]: value }))
    if (!key) return
    const kept: KeptDraft = {
      typed: typed.current,
      drawn: Object.fromEntries(
        Object.keys(typed.current).map((one) => [one, base.current[one] ?? '']),
      ),
      post: post.current,
      units: units.current,
    }
    localStorage.setItem(key, JSON.stringify(kept))
  }

  return (
    <DraftContext.Provider
      value={{
        idOf: (name, part = 'field') => `${formId}${part}-${name}`,
        fields,
        set,
        ready,
        errors: refusedNow?.errors ?? {},
        questions: refusedNow?.questions ?? {},
      }}
    >
      <form ref={form} action={act} className={className} autoComplete="off" noValidate>
        {Object.entries(hidden).map(([name, value]) => (
          <input key={name} type="hidden" name={name} value={value} />
        ))}
        {merges && <input type="hidden" name="drawn" value={JSON.stringify(drawn)} />}
        {note && (
          <p role="status" className="small mb-3 text-muted">
            {note}
          </p>
        )}
        {restored && (
          <p className="small mb-3 flex items-center gap-3 text-muted">
            Unsaved entry restored.
            <button
              type="button"
              className="quiet"
              onClick={() => {
                letGo()
                post.current = ''
                setFields(initial)
                base.current = initial
                setDrawn(initial)
              }}
            >
              Start over
            </button>
          </p>
        )}
        {children}
        {Object.entries(refusedNow?.asks ?? {}).map(([name, ask]) => (
          <AskBlock key={name} name={name} ask={ask} form={form.current} />
        ))}
        {checking && <Checking />}
        {refusedNow &&
          !checking &&
          [...(refusedNow.message ? [refusedNow.message] : []), ...unplaced].map((sentence) => (
            <p key={sentence} role="alert" className="safety my-3">
              {sentence}
            </p>
          ))}
        {submit({
          pending,
          fields,
          asked: Object.keys({ ...refusedNow?.questions, ...refusedNow?.asks }).length > 0,
        })}
      </form>
    </DraftContext.Provider>
  )
}

/** What is wrong with a field, or what has to be confirmed before it is kept. */
export const FieldNote = ({
  name,
  yes,
  reason = false,
}: {
  name: string
  yes: string
  /** Going on takes a reason, not a mere yes. */
  reason?: boolean
}) => {
  const { errors, questions, fields, set, idOf } = useDraft()
  const noteId = idOf(name, 'note')
  if (errors[name])
    return (
      <p id={noteId} className="small mt-1 font-medium text-madder" role="alert">
        {errors[name]}
      </p>
    )
  if (questions[name])
    return (
      <div id={noteId} className="mt-2 border-amber border-l-4 pl-3">
        <p className="small font-medium">{questions[name]}</p>
        {reason ? (
          <>
            <label
              htmlFor={idOf(name, 'reason')}
              className="mt-1 mb-1 block font-medium text-[15px]"
            >
              {yes}. Why? This goes into the history.
            </label>
            <input
              id={idOf(name, 'reason')}
              name={`reason.${name}`}
              value={fields[`reason.${name}`] ?? ''}
              onChange={(event) => set(`reason.${name}`, event.target.value)}
              autoComplete="off"
              data-question=""
              className="field"
            />
          </>
        ) : (
          <label className="flex min-h-12 items-center gap-3 font-medium">
            <input
              type="checkbox"
              name={`confirm.${name}`}
              value="yes"
              data-question=""
              className="size-6 accent-spruce"
            />
            {yes}
          </label>
        )}
      </div>
    )
  return null
}
