import { removeEntry, saveEntry, undoChange, undoOneMore } from '@/app/actions'
import { loadTub } from '@/app/tubView'
import { ENTRY_KINDS, type Entry, type EntryKind, PRODUCT_NAMES, shownDose } from '@/core'
import { historyAsked, historyOf } from '@/server/history'
import { toWallClock } from '@/server/moment'
import { theStore } from '@/store/database'
import { changeBefore } from '@/store/entries'
import { EntryForm } from '@/ui/form/EntryForm'
import { PostButton } from '@/ui/form/PostButton'
import { productGroups } from '@/ui/form/productOptions'
import { Link } from '@/ui/Link'
import { KindMark } from '@/ui/record/KindMark'
import { WhoHere } from '@/ui/record/WhoHere'
import { CaseList } from '@/ui/trouble/CaseList'
import { CHANGE_WORDS, formatChange, formatEntry, KIND_WORDS } from '@/words/entryWords'
import { fieldNumber } from '@/words/readNumber'
import { formatHealth } from '@/words/verdictWords'
import { clock, day, duration } from '@/words/words'

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
  const asked = historyAsked(query, preferences.timeZone)
  const { kind, search } = asked
  const add = ADDED.find((known) => known === query.add)
  const product = PRODUCT_NAMES.find((known) => known === query.product)
  const given = Number(query.grams)
  const many = Math.min(5000, Math.max(PAGE, Number(query.many) || PAGE))
  const { entries: shown, more } = historyOf(written, asked, many)
  const kinds = new Set(written.map((entry) => entry.kind))
  const present = ENTRY_KINDS.filter((known) => kinds.has(known))
  const before = lastChange?.what === 'undone' ? changeBefore(theStore(), tub.id) : undefined
  const address = (change: Record<string, string | undefined>) => {
    const parts = { kind, q: search || undefined, day: asked.day || undefined, ...change }
    const text = new URLSearchParams(
      Object.entries(parts).flatMap(([name, value]) => (value ? [[name, value]] : [])),
    ).toString()
    return text ? `${base}?${text}` : base
  }
  const filter = (one: EntryKind | undefined) => (
    <Link
      key={one ?? 'all'}
      href={address({ kind: one })}
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
          : `${written.length} ${written.length === 1 ? 'entry' : 'entries'}, newest first.`}
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
          {before && (
            <PostButton
              action={undoOneMore}
              hidden={{ tub: String(tub.id), change: String(before.number) }}
              label="Undo one more"
              title={`Undo one more: ${formatChange(before, preferences)}`}
            />
          )}
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
            volume={tub.units.volume}
            draftKey={product ? undefined : `${add}.${tub.id}`}
            latest={toWallClock(now, preferences.timeZone)}
            products={productGroups(tub, view.journal, view.shelf)}
            submitLabel="Save"
            initial={{
              when: 'now',
              at: toWallClock(now, preferences.timeZone),
              ...(add === 'soak' ? { people: '2', minutes: '30' } : {}),
              ...(add === 'water' ? { measured: 'share', percent: '100' } : {}),
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
      {written.length > 0 && (
        <form action={base} className="mt-5 flex flex-wrap items-end gap-x-4 gap-y-2 print:hidden">
          {kind && <input type="hidden" name="kind" value={kind} />}
          <label className="small">
            <span className="mb-1 block text-muted">Search</span>
            <input name="q" className="field !w-[220px]" defaultValue={search} maxLength={80} />
          </label>
          <label className="small">
            <span className="mb-1 block text-muted">Up to the day</span>
            <input name="day" type="date" className="field !w-[170px]" defaultValue={asked.day} />
          </label>
          <button type="submit" className="plain !min-h-11">
            Find
          </button>
          {(search || asked.day) && (
            <Link href={address({ q: undefined, day: undefined })} className="quiet !min-h-11">
              Clear
            </Link>
          )}
        </form>
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
                    className="grid grid-cols-[68px_1fr] items-baseline gap-x-3 border-hair border-t py-1.5 sm:grid-cols-[68px_100px_1fr_auto]"
                  >
                    <time className="tabular whitespace-nowrap text-muted">
                      {clock(entry.at, preferences)}
                    </time>
                    <span className="whitespace-nowrap">
                      <KindMark kind={entry.kind} />
                      <b className="small">{KIND_WORDS[entry.kind]}</b>
                    </span>
                    <span className="col-start-2 min-w-0 break-words sm:col-start-auto">
                      {words}
                      {entry.by && <span className="small text-muted"> · {entry.by}</span>}
                    </span>
                    <span className="col-start-2 flex gap-5 sm:col-start-auto print:hidden">
                      <Link
                        href={`${base}/${entry.id}`}
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
      {shown.length === 0 && written.length > 0 && (
        <p className="mt-5">
          No entry matches.{' '}
          <Link href={base} className="quiet">
            Show everything
          </Link>
        </p>
      )}
      {more && (
        <Link
          href={address({ many: String(many + 4 * PAGE) })}
          className="plain mt-6"
          scroll={false}
        >
          Show earlier entries
        </Link>
      )}
      <div className="mt-7 border-hair border-t pt-3 print:hidden">
        <WhoHere />
      </div>
      {kind === undefined && view.cases.length > 0 && (
        <div className="mt-8 max-w-[72ch]">
          <CaseList cases={view.cases} preferences={preferences} />
        </div>
      )}
    </>
  )
}

export default JournalPage
