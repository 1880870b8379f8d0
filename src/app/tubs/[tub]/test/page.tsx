import { addKit, choosePlan, saveEntry, setSchool } from '@/app/actions'
import { asksSenses } from '@/app/asksSenses'
import { FactNote } from '@/app/FactNote'
import { loadKits, loadReplies, loadTub, type TubParams } from '@/app/tubView'
import {
  byLabel,
  DAY,
  DOSING,
  dosingOf,
  genericDrops,
  genericStrips,
  isDue,
  METHODS,
  type Method,
  marksOf,
  programmeOf,
  type Quantity,
  shocksIn,
  TEST_RHYTHMS,
} from '@/core'
import { toWallClock } from '@/server/moment'
import type { TubView } from '@/server/views'
import { PHOTOMETER_TESTS } from '@/stand-ins/photometer'
import type { KitRow } from '@/store/kits'
import { EntryForm } from '@/ui/form/EntryForm'
import { PostButton } from '@/ui/form/PostButton'
import { TestForm } from '@/ui/form/TestForm'
import { testRows } from '@/ui/form/testRows'
import { Link } from '@/ui/Link'
import { DropReader } from '@/ui/test/DropReader'
import { MeterReader } from '@/ui/test/MeterReader'
import { stripReminder } from '@/ui/test/reminders'
import { StripReader } from '@/ui/test/StripReader'
import { formatAnswer } from '@/words/choiceWords'
import { formatDue, SCHOOL_WORDS } from '@/words/dueWords'
import { formatEntry } from '@/words/entryWords'
import { QUANTITY_NAMES, QUANTITY_SHORT_NAMES } from '@/words/quantityNames'
import { formatExpired } from '@/words/supplyWords'
import { LAYOUT_NAMES } from '@/words/testText'
import { formatFloor } from '@/words/verdictWords'
import {
  type DisplayPreferences,
  dayAndClock,
  formatFixed,
  formatNumber,
  lowerFirst,
  METHOD_WORDS,
  temperatureSign,
  unitOf,
} from '@/words/words'

interface TestProps extends TubParams {
  searchParams: Promise<Record<string, string | string[] | undefined>>
}

const reads = ({ spec }: KitRow, quantity: Quantity) =>
  spec.kind === 'strip'
    ? spec.pads.some((pad) => pad.quantity === quantity)
    : spec.kind === 'drops'
      ? spec.tests.some((test) => test.quantity === quantity)
      : true

/** The kit that was named, else the one read with last, else the first of its kind that shows this tub's sanitizer. */
const kitFor = (kits: readonly KitRow[], method: Method, view: TubView, named: unknown) => {
  const { sanitizer } = programmeOf(view.tub.programme)
  const some = kits.filter(({ spec }) => spec.kind === method)
  const last = view.journal.find((entry) => entry.kind === 'test' && entry.body.method === method)
  const lastId = last?.kind === 'test' ? last.body.kitId : undefined
  return (
    some.find(({ id }) => String(id) === named) ??
    some.find(({ id }) => id === lastId) ??
    some.find((kit) => reads(kit, sanitizer))
  )
}

const tab = (on: boolean) =>
  `inline-flex min-h-11 items-center px-1 font-medium ${on ? 'border-spruce border-b-[3px] font-semibold' : 'text-muted hover:text-ink'}`

/** A first kit of a kind, by one tap on what it looks like. */
const FirstKit = ({ view, method }: { view: TubView; method: 'strip' | 'drops' }) => {
  const { sanitizer } = programmeOf(view.tub.programme)
  const layouts = method === 'strip' ? genericStrips(sanitizer) : genericDrops(sanitizer)
  return (
    <section className="mb-6 max-w-[640px] border-hair border-b pb-5">
      <h2 className="font-semibold text-[17px]">
        {method === 'strip' ? 'Which strip is it?' : 'Which drops are they?'}
      </h2>
      <p className="small mt-0.5 mb-3 text-muted">
        {method === 'strip'
          ? 'Then a test is one tap per pad. You can match its blocks to your bottle afterwards.'
          : 'Then you count drops here, and the factor is applied for you.'}
      </p>
      <div className="flex flex-wrap gap-2">
        {layouts.map(({ id }) => (
          <PostButton
            key={id}
            action={addKit}
            follows
            hidden={{ tub: String(view.tub.id), layout: `${method}.${id}` }}
            label={LAYOUT_NAMES[id]}
            className="plain"
          />
        ))}
      </div>
    </section>
  )
}

const Reading = ({
  view,
  preferences,
  method,
  kit,
}: {
  view: TubView
  preferences: DisplayPreferences
  method: Method
  kit: KitRow | undefined
}) => {
  const { tub, now } = view
  const shared = {
    action: saveEntry,
    tubId: tub.id,
    latest: toWallClock(now, preferences.timeZone),
    initial: {
      when: 'now',
      at: toWallClock(now, preferences.timeZone),
      ...asksSenses(view),
    },
  }
  if (kit?.spec.kind === 'strip')
    return (
      <StripReader
        key={kit.id}
        {...shared}
        kitId={kit.id}
        dipSeconds={kit.spec.dipSeconds}
        waitSeconds={kit.spec.waitSeconds}
        reminder={stripReminder(view.journal)}
        photoHref={`/tubs/${tub.id}/test/photo?kit=${kit.id}`}
        temperatureUnit={temperatureSign(tub.units.temperature)}
        pads={kit.spec.pads.map((pad) => ({
          quantity: pad.quantity,
          name: QUANTITY_SHORT_NAMES[pad.quantity],
          unit: unitOf(pad.quantity, preferences),
          due: isDue(view.estimate, pad.quantity),
          marks: marksOf(pad).map((mark) => ({
            ...mark,
            label:
              pad.quantity === 'pH'
                ? formatFixed(mark.value, 1, preferences)
                : formatNumber(mark.value, 2, preferences),
          })),
        }))}
      />
    )
  if (kit?.spec.kind === 'drops') {
    const { tests } = kit.spec
    return (
      <DropReader
        key={kit.id}
        {...shared}
        kitId={kit.id}
        tests={tests}
        typed={programmeOf(tub.programme)
          .tested.filter((quantity) => !tests.some((test) => test.quantity === quantity))
          .map((quantity) => ({
            quantity,
            name: QUANTITY_NAMES[quantity],
            unit: unitOf(quantity, preferences),
          }))}
      />
    )
  }
  if (method === 'meter') {
    const replies = loadReplies(tub.id, now)
    const standIn = process.env.PAVREL_STAND_INS === '1'
    return (
      <MeterReader
        key="meter"
        {...shared}
        address={`/api/tubs/${tub.id}/device`}
        rows={testRows(view, preferences).map(({ quantity, name, unit, last, expected }) => {
          const found = replies.find(({ reply }) => reply.test === quantity)
          return {
            quantity,
            name,
            unit,
            last: [last, expected].filter(Boolean).join(' · ') || undefined,
            reply: found && { id: found.id, reply: found.reply },
            measurable: standIn && PHOTOMETER_TESTS.some((test) => test === quantity),
          }
        })}
      />
    )
  }
  return (
    <TestForm
      key={method}
      {...shared}
      method={method}
      rows={testRows(view, preferences, method)}
      draftKey={`test.${tub.id}.${method}`}
      submitLabel="Save test"
    />
  )
}

/** The water out of the pipe: what the next fill and every top-up bring. */
const FillWater = ({ view, preferences }: { view: TubView; preferences: DisplayPreferences }) => {
  const { tub, estimate, now, journal } = view
  const last = journal.find((entry) => entry.kind === 'fillTest')
  return (
    <>
      <p className="small mb-4 max-w-[60ch] text-muted">
        {last
          ? `Last tested ${dayAndClock(last.at, preferences)}: ${formatEntry(last, preferences)}. ${estimate.fillTestedAt === undefined ? 'That’s too long ago to count. Until you test again, the figures from set-up are used.' : 'It counts for 30 days.'}`
          : 'Straight from the hose, after it has run for a minute. Tap water can vary from day to day, so test before each fill.'}
      </p>
      <EntryForm
        key={journal.length}
        action={saveEntry}
        tubId={tub.id}
        kind="fillTest"
        draftKey={`fillTest.${tub.id}`}
        latest={toWallClock(now, preferences.timeZone)}
        products={[]}
        submitLabel="Save test"
        initial={{
          when: 'now',
          at: toWallClock(now, preferences.timeZone),
          source: tub.fillWater.source,
          method: 'strip',
        }}
      />
    </>
  )
}

const Test = async ({ params, searchParams }: TestProps) => {
  const { view, preferences } = await loadTub((await params).tub)
  const query = await searchParams
  const kits = loadKits()
  const { tub, journal, now } = view
  const floor = formatFloor(tub, preferences)
  const lastTest = journal.find((entry) => entry.kind === 'test')
  const method =
    METHODS.find((one) => one === query.with) ??
    (lastTest?.kind === 'test' ? lastTest.body.method : 'strip')
  const fill = query.with === 'fill'
  const figures = query.kit === 'none' || fill
  const kit = figures ? undefined : kitFor(kits, method, view, query.kit)
  const base = `/tubs/${tub.id}/test`
  const others = fill ? [] : kits.filter(({ spec, id }) => spec.kind === method && id !== kit?.id)
  return (
    <>
      <h1 className={kit?.spec.kind === 'strip' ? 'sr-only' : 'serif title pt-2'}>
        {fill ? 'Test the fill water' : 'Test the water'}
      </h1>
      {!fill && (
        <p
          className={`small mt-1 max-w-[66ch] text-muted ${kit?.spec.kind === 'strip' ? 'hidden lg:block' : ''}`}
        >
          {formatDue(view, preferences)}
        </p>
      )}
      {floor && <p className="safety small mt-3 max-w-[66ch]">{floor}</p>}
      <nav
        aria-label="Tested with"
        className="mt-0.5 mb-2 flex gap-x-4 overflow-x-auto whitespace-nowrap border-hair border-b text-[15px] sm:gap-x-5 sm:text-[16px]"
      >
        {METHODS.map((one) => (
          <Link
            key={one}
            href={`${base}?with=${one}`}
            aria-current={one === method && !fill ? 'true' : undefined}
            className={tab(one === method && !fill)}
          >
            {METHOD_WORDS[one]}
          </Link>
        ))}
        <Link
          href={`${base}?with=fill`}
          aria-current={fill ? 'true' : undefined}
          className={tab(fill)}
        >
          Fill water
        </Link>
      </nav>
      {!kit && !figures && (method === 'strip' || method === 'drops') && (
        <FirstKit view={view} method={method} />
      )}
      {kit?.stock?.expiresAt !== undefined && kit.stock.expiresAt < view.now && (
        <p className="safety small mb-3 max-w-[66ch]">
          {formatExpired(kit.name, kit.stock.expiresAt, preferences)}
        </p>
      )}
      {fill ? (
        <FillWater view={view} preferences={preferences} />
      ) : (
        <Reading view={view} preferences={preferences} method={method} kit={kit} />
      )}
      <div className="mt-4 grid gap-2 empty:hidden">
        <FactNote
          id="high after a shock"
          when={shocksIn(tub, journal, now).some(({ at }) => at > now - DAY)}
        />
        <FactNote
          id="two scales"
          when={
            method === 'strip' &&
            ['freeChlorine', 'bromine'].includes(programmeOf(tub.programme).sanitizer)
          }
        />
        <FactNote id="new bottle" when={method === 'strip'} />
      </div>
      <section aria-label="When you test" className="mt-6 border-hair border-t pt-3">
        <p className="small max-w-[60ch] text-muted">
          <b className="text-ink">When you test.</b> {SCHOOL_WORDS[tub.testSchool].why}
        </p>
        <div className="flex flex-wrap gap-x-5">
          {TEST_RHYTHMS.map((school) => (
            <PostButton
              key={school}
              action={setSchool}
              hidden={{ tub: String(tub.id), school }}
              label={`${school === tub.testSchool ? '● ' : ''}${SCHOOL_WORDS[school].name}`}
              title={`Test ${SCHOOL_WORDS[school].name}${school === tub.testSchool ? ', chosen' : ''}`}
              className={school === tub.testSchool ? 'quiet font-semibold' : 'quiet'}
            />
          ))}
        </div>
        <p className="small mt-2 max-w-[60ch] text-muted">
          <b className="text-ink">How you dose sanitizer.</b>{' '}
          {byLabel(tub)
            ? 'From its label: the plan adds the label’s dose when it’s due, and strips are for balance only. Then nobody knows how much is left; test with drops now and then.'
            : dosingOf(tub, tub.choices.dosing) === 'by demand'
              ? 'By what the water needs: the plan adds what’s missing and what bathers left to be used up.'
              : 'By a rule: the plan adds its amount, and more only where that would leave too little to get in.'}
        </p>
        <div className="flex flex-wrap gap-x-5">
          {DOSING.filter((one) => dosingOf(tub, one) === one).map((value) => {
            const chosen = dosingOf(tub, tub.choices.dosing) === value
            return (
              <PostButton
                key={value}
                action={choosePlan}
                hidden={{ tub: String(tub.id), asks: 'dosing', value }}
                label={`${chosen ? '● ' : ''}${lowerFirst(formatAnswer('dosing', value))}`}
                title={`${formatAnswer('dosing', value)}${chosen ? ', chosen' : ''}`}
                className={chosen ? 'quiet font-semibold' : 'quiet'}
              />
            )
          })}
        </div>
      </section>
      <div className="mt-1 flex flex-wrap gap-x-5">
        {kit && (
          <Link href={`${base}/kits/${kit.id}`} className="quiet">
            {kit.name}: blocks, seconds and error
          </Link>
        )}
        {others.map(({ id, name }) => (
          <Link key={id} href={`${base}?with=${method}&kit=${id}`} className="quiet">
            Use {name}
          </Link>
        ))}
        {kit && (kit.spec.kind === 'strip' || kit.spec.kind === 'drops') && (
          <Link href={`${base}?with=${method}&kit=none`} className="quiet">
            Enter values instead
          </Link>
        )}
        {method === 'shop' && !fill && (
          <Link href={`/tubs/${tub.id}/record/import?from=shop`} className="quiet">
            Import a whole sheet
          </Link>
        )}
        <Link href={`${base}/kits`} className="quiet">
          All kits
        </Link>
      </div>
    </>
  )
}

export default Test
