'use client'

import { useRouter } from 'next/navigation'
import {
  createContext,
  type ReactNode,
  useActionState,
  useContext,
  useEffect,
  useId,
  useRef,
  useState,
} from 'react'
import type { Fields, Outcome } from '@/server/form'
import { pageLocale } from './pageLocale'

interface Draft {
  /** An id of this form's own for something that belongs to a field: several forms on a page share names. */
  idOf: (name: string, part?: string) => string
  fields: Fields
  set: (name: string, value: string) => void
  errors: Record<string, string>
  questions: Record<string, string>
}

const DraftContext = createContext<Draft | undefined>(undefined)

export const useDraft = (): Draft => {
  const draft = useContext(DraftContext)
  if (!draft) throw new Error('a field stands outside a form')
  return draft
}

export type Action = (previous: Outcome | null, data: FormData) => Promise<Outcome | null>

/** More than a server takes at once. */
const MOST_CHARACTERS = 3_000_000

/**
 * A form whose draft outlives a reload: kept in the browser under `draftKey` from the first keystroke until the server
 * says it has been written. Errors stand at their fields; the first is brought into view.
 */
export const DraftForm = ({
  action,
  draftKey,
  initial,
  hidden = {},
  children,
  submit,
  className = '',
}: {
  action: Action
  draftKey: string | undefined
  initial: Fields
  hidden?: Fields
  children: ReactNode
  submit: (state: { pending: boolean; fields: Fields; asked: boolean }) => ReactNode
  className?: string
}) => {
  const router = useRouter()
  const formId = useId()
  const [fields, setFields] = useState(initial)
  const [restored, setRestored] = useState(false)
  const form = useRef<HTMLFormElement>(null)
  const here = useRef(true)
  useEffect(() => {
    here.current = true
    return () => {
      here.current = false
    }
  }, [])
  const key = draftKey && `pavrel.draft.${draftKey}`

  useEffect(() => {
    if (!key) return
    try {
      const kept = JSON.parse(localStorage.getItem(key) ?? 'null') as Fields | null
      if (kept) {
        setFields((now) => ({ ...now, ...kept }))
        setRestored(true)
      }
    } catch {
      localStorage.removeItem(key)
    }
  }, [key])

  const [outcome, act, pending] = useActionState<Outcome | null, FormData>(
    async (previous, data) => {
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
      try {
        // The person's marks for thousands and decimals come along.
        data.set('locale', pageLocale())
        const result = await action(previous, data)
        if (result?.ok) {
          if (key) localStorage.removeItem(key)
          setRestored(false)
          // Whoever has gone elsewhere meanwhile is not fetched back.
          if (result.next && here.current) router.push(result.next)
        }
        return result
      } catch {
        return {
          ok: false,
          errors: {},
          questions: {},
          fields: {},
          message:
            'It may not have been saved: the server didn’t answer. Your draft is still here; try again.',
        }
      }
    },
    null,
  )

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

  const set = (name: string, value: string) =>
    setFields((now) => {
      const next = { ...now, [name]: value }
      if (key) localStorage.setItem(key, JSON.stringify(next))
      return next
    })

  return (
    <DraftContext.Provider
      value={{
        idOf: (name, part = 'field') => `${formId}${part}-${name}`,
        fields,
        set,
        errors: refusedNow?.errors ?? {},
        questions: refusedNow?.questions ?? {},
      }}
    >
      <form ref={form} action={act} className={className} noValidate>
        {Object.entries(hidden).map(([name, value]) => (
          <input key={name} type="hidden" name={name} value={value} />
        ))}
        {restored && (
          <p className="small mb-3 flex items-center gap-3 text-muted">
            Unsaved entry restored.
            <button
              type="button"
              className="quiet"
              onClick={() => {
                if (key) localStorage.removeItem(key)
                setFields(initial)
                setRestored(false)
              }}
            >
              Start over
            </button>
          </p>
        )}
        {children}
        {refusedNow &&
          [...(refusedNow.message ? [refusedNow.message] : []), ...unplaced].map((sentence) => (
            <p key={sentence} role="alert" className="safety my-3">
              {sentence}
            </p>
          ))}
        {submit({
          pending,
          fields,
          asked: Object.keys(refusedNow?.questions ?? {}).length > 0,
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
