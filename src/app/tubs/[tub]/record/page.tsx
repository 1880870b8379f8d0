import type { Metadata } from 'next'
import Link from 'next/link'
import { removeEntry, saveEntry, undoChange } from '@/app/actions'
import { loadTub } from '@/app/tubView'
import { ENTRY_KINDS, type Entry, type EntryKind, PRODUCT_NAMES, shownDose } from '@/core'
import { toWallClock } from '@/server/moment'
import { EntryForm } from '@/ui/form/EntryForm'
import { PostButton } from '@/ui/form/PostButton'
import { productGroups } from '@/ui/form/productOptions'
import { CaseList } from '@/ui/trouble/CaseList'
import { CHANGE_WORDS, formatChange, formatEntry, KIND_WORDS } from '@/words/entryWords'
import { fieldNumber } from '@/words/readNumber'
import { formatHealth } from '@/words/verdictWords'
import { clock, day, duration } from '@/words/words'

export const metadata: Metadata = { title: 'Record' }

const ADDED = ['soak', 'dose', 'water', 'note'] as const
const ADD_WORDS: Record<(typeof ADDED)[number], string> = {
  soak: 'A soak',
  dose: 'A dose',
  water: 'A water change',
  note: 'A note',
}
const PAGE = 40

interface RecordProps {
  params: Promise<{ tub: string }>
  searchParams: Promise<Record<string, string | string[] | undefined>>
}

const byDay = (entries: Entry[], key: (entry: Entry) => string) => {
  const days: { name: string; entries: Entry[] }[] = []
  for (const entry of entries) {
    const name = key(entry)
    const last = days.at(-1)
    if (last?.name === name) last.entries.push(entry)
    else days.push({ name, entries: [entry] })
  }
  return days
}

const JournalPage = async ({ params, searchParams }: RecordProps) => {
  const { view, preferences } = await loadTub((await params).tub)
  const query = await searchParams
  const { tub, written, lastChange, now } = view
  const base = `/tubs/${tub.id}/record`
  const kind = ENTRY_KINDS.find((known) => known === query.kind)
  const add = ADDED.find((known) => known === query.add)
  const product = PRODUCT_NAMES.find((known) => known === query.product)
  const given = Number(query.grams)
  const many = Math.min(5000, Math.max(PAGE, Number(query.many) || PAGE))
  const chosen = kind ? written.filter((entry) => entry.kind === kind) : written
  const shown = chosen.slice(0, many)
  const kinds = new Set(written.map((entry) => entry.kind))
  const present = ENTRY_KINDS.filter((known) => kinds.has(known))
  const filter = (one: EntryKind | undefined) => (
    <Link
      key={one ?? 'all'}
      href={one ? `${base}?kind=${one}` : base}
      aria-current={kind === one ? 'true' : undefined}
      className={`inline-flex min-h-11 items-center rounded-md px-3 ${kind === one ? 'bg-spruce font-semibold text-paper' : 'text-muted hover:text-ink'}`}
    >
      {one ? KIND_WORDS[one] : 'All'}
    </Link>
  )
  return (
    <>
      <h1 className="serif title pt-2">History</h1>
      <p className="small mt-1 text-muted">
        {written.length === 0
          ? 'Tests, doses, soaks and water changes will show up here, newest first.'
          : `${written.length} ${written.length === 1 ? 'entry' : 'entries'}, newest first.`}{' '}
        <Link href={`${base}/data`} className="quiet !min-h-9">
          Your data
        </Link>
      </p>
      {lastChange && (
        <div className="small mt-3 flex flex-wrap items-center gap-x-4 border-hair border-y">
          <span className="py-2">
            <b>{CHANGE_WORDS[lastChange.what]}</b> {duration(now - lastChange.at)} ago:{' '}
            {formatChange(lastChange, preferences)}
          </span>
          <PostButton
            action={undoChange}
            hidden={{ tub: String(tub.id), change: String(lastChange.number) }}
            label={lastChange.what === 'undone' ? 'Restore' : 'Undo'}
          />
        </div>
      )}
      <nav aria-label="Add an entry" className="mt-4 flex flex-wrap items-center gap-2">
        <span className="small text-muted">Add</span>
        {ADDED.map((one) => (
          <Link
            key={one}
            href={add === one ? base : `${base}?add=${one}`}
            aria-current={add === one ? 'true' : undefined}
            className={`plain !min-h-11 ${add === one ? 'border-spruce bg-spruce text-paper' : ''}`}
          >
            {ADD_WORDS[one]}
          </Link>
        ))}
      </nav>
      {add === 'soak' && (
        <p className="small mt-3 max-w-[66ch] text-muted">{formatHealth(preferences)}</p>
      )}
      {add && (
        <section className="mt-5 border-hair border-b pb-7" aria-label={ADD_WORDS[add]}>
          <EntryForm
            key={`${add}-${product}-${given}-${written.length}`}
            action={saveEntry}
            tubId={tub.id}
            kind={add}
            draftKey={product ? undefined : `${add}.${tub.id}`}
            latest={toWallClock(now, preferences.timeZone)}
            products={productGroups(tub, view.journal, view.shelf)}
            submitLabel="Save"
            initial={{
              when: 'now',
              at: toWallClock(now, preferences.timeZone),
              ...(add === 'soak' ? { people: '2', minutes: '30' } : {}),
              ...(add === 'water' ? { percent: '100' } : {}),
              ...(add === 'dose' && product ? { product } : {}),
              ...(add === 'dose' && product && given > 0
                ? {
                    amount: fieldNumber(
                      shownDose(product, given, tub.units.mass),
                      2,
                      preferences.locale,
                    ),
                  }
                : {}),
            }}
          />
        </section>
      )}
      {present.length > 1 && (
        <nav aria-label="Kind of entry" className="mt-5 flex flex-wrap gap-1 text-[15px]">
          {filter(undefined)}
          {present.map(filter)}
        </nav>
      )}
      {written.length === 0 && !add && (
        <div className="mt-10">
          <p className="serif text-[24px]">The history is empty.</p>
          <p className="mt-2 mb-5 text-muted">Start with a test.</p>
          <Link href={`/tubs/${tub.id}/test`} className="go">
            Test the water
          </Link>
        </div>
      )}
      <div className="mt-4 grid gap-5">
        {byDay(shown, (entry) => day(entry.at, preferences)).map(({ name, entries }) => (
          <section key={name} className="grid gap-x-6 lg:grid-cols-[130px_1fr]">
            <h2 className="head pt-3 first-letter:uppercase">{name}</h2>
            <ul>
              {entries.map((entry) => {
                const words = formatEntry(entry, preferences)
                return (
                  <li
                    key={entry.id}
                    className="grid grid-cols-[52px_1fr] items-baseline gap-x-3 border-hair border-t py-1.5 sm:grid-cols-[52px_76px_1fr_auto]"
                  >
                    <time className="tabular text-muted">{clock(entry.at, preferences)}</time>
                    <b className="small">{KIND_WORDS[entry.kind]}</b>
                    <span className="col-start-2 min-w-0 break-words sm:col-start-auto">
                      {words}
                    </span>
                    <span className="col-start-2 flex gap-5 sm:col-start-auto print:hidden">
                      <Link
                        href={`${base}/${entry.id}`}
                        prefetch={false}
                        className="quiet !min-h-9 text-[14px]"
                        aria-label={`Correct ${KIND_WORDS[entry.kind].toLowerCase()} of ${clock(entry.at, preferences)}: ${words}`}
                      >
                        Correct
                      </Link>
                      <PostButton
                        action={removeEntry}
                        hidden={{ tub: String(tub.id), id: String(entry.id) }}
                        label="Delete"
                        title={`Delete ${KIND_WORDS[entry.kind].toLowerCase()} of ${clock(entry.at, preferences)}: ${words}`}
                        className="quiet !min-h-9 text-[14px]"
                      />
                    </span>
                  </li>
                )
              })}
            </ul>
          </section>
        ))}
      </div>
      {chosen.length > shown.length && (
        <Link
          href={`${base}?${kind ? `kind=${kind}&` : ''}many=${many + 4 * PAGE}`}
          className="plain mt-6"
          scroll={false}
        >
          Show earlier entries
        </Link>
      )}
      {kind === undefined && view.cases.length > 0 && (
        <div className="mt-8 max-w-[72ch]">
          <CaseList cases={view.cases} preferences={preferences} />
        </div>
      )}
    </>
  )
}

export default JournalPage
