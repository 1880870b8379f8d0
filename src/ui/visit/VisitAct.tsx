import {
  choreNeeds,
  doseUnit,
  handlingOf,
  MINUTE,
  methodOf,
  type PlacedAct,
  PRODUCTS,
} from '@/core'
import type { TubView } from '@/server/views'
import { Link } from '@/ui/Link'
import { formatStepReason } from '@/words/adviceText'
import { choreText } from '@/words/choreText'
import { RECIPE_TEXT } from '@/words/filterText'
import { cautionsFor } from '@/words/handlingText'
import { inUnits } from '@/words/inUnits'
import { scoopsOf } from '@/words/planWords'
import { STILL } from '@/words/stillWords'
import { actWords } from '@/words/visitWords'
import { clock, type DisplayPreferences } from '@/words/words'
import { OldReading } from '../dose/OldReading'
import { Cautions, tickOf, waitFor } from '../dose/PlanStepView'
import { Signs } from '../dose/Signs'
import { Spoons } from '../dose/Spoons'
import { TickForm } from '../dose/TickForm'
import type { Action } from '../form/draft'
import { PostButton } from '../form/PostButton'
import { wall } from '../refill/timelineScale'
import { DoneForm } from './DoneForm'
import { LookStep } from './LookStep'
import { SkipForm } from './SkipForm'

/** Where the parts of a visit post to. */
export interface VisitActions {
  keep: Action
  pour: Action
  filter: Action
  done: Action
  decide: Action
  unplan: Action
}

/** How a tub has to stand for an act: only what it asks for. */
const StateSigns = ({ act, still }: { act: PlacedAct; still: (typeof STILL)['breaker'] }) => {
  const { power, jets, cover } = act.needs
  const [jet] = jets ?? []
  const [lid] = cover ?? []
  if (jet && lid)
    return <Signs jets={jet} cover={lid} {...(power ? { power } : {})} still={still.sign} />
  return power === 'off' ? <p className="font-semibold text-madder">{still.before}</p> : null
}

const Lines = ({ lines }: { lines: readonly string[] }) => (
  <ol className="mt-3 max-w-[54ch] list-decimal pl-6 text-[18px] leading-relaxed">
    {lines.map((line) => (
      <li key={line}>{line}</li>
    ))}
  </ol>
)

const Safety = ({ lines }: { lines: readonly string[] }) =>
  lines.length > 0 ? (
    <div className="safety mt-4 max-w-[54ch]">
      {lines.map((line) => (
        <p key={line}>{line}</p>
      ))}
    </div>
  ) : null

/** Filters by the way that its people keep; whatever else needs the power off, at the breaker. */
const stillFor = ({ what }: PlacedAct, tub: TubView['tub']) =>
  STILL[
    what.kind === 'swap' || (what.kind === 'chore' && what.chore.lane === 'filters')
      ? methodOf(tub, 'filterPower')
      : 'breaker'
  ]

/** What is to be known of an act at the hand's side, and the button that marks it. */
const Body = ({
  act,
  view,
  actions,
  preferences,
}: {
  act: PlacedAct
  view: TubView
  actions: VisitActions
  preferences: DisplayPreferences
}) => {
  const { tub } = view
  const { what } = act
  const hidden = { tub: String(tub.id), zone: preferences.timeZone }
  const still = stillFor(act, tub)
  const go = 'go w-full sm:w-auto'
  switch (what.kind) {
    case 'look':
      return <LookStep tubId={tub.id} signs={view.wrong?.signs ?? []} keep={actions.keep} />
    case 'soak log': {
      const { at, load, id } = what.soak
      return (
        <p className="flex flex-wrap items-center gap-5">
          <PostButton
            action={actions.keep}
            hidden={{
              ...hidden,
              kind: 'soak',
              when: 'earlier',
              at: wall(at, preferences),
              people: String(load.people),
              minutes: String(load.minutes),
              children: String(load.children ?? 0),
              lotion: load.lotion ? 'yes' : '',
              party: load.party ? 'yes' : '',
            }}
            label="Log it as planned"
            className={go}
          />
          <Link href={`/tubs/${tub.id}/soak`} className="quiet">
            It went differently
          </Link>
          <PostButton
            action={actions.unplan}
            hidden={{ ...hidden, id: String(id) }}
            label="It didn’t happen"
          />
        </p>
      )
    }
    case 'dose': {
      const { dose } = what
      const tick = tickOf(dose, view, preferences)
      return (
        <>
          {dose.kind === 'add' && scoopsOf(dose) === undefined && (
            <p className="mt-1">
              <Spoons product={dose.product} grams={dose.grams} />
            </p>
          )}
          <OldReading view={view} />
          <Cautions step={dose} first />
          <div className="mt-4">
            <Signs jets={dose.jets} cover={dose.cover} />
          </div>
          <p className="mt-3 max-w-[48ch] text-muted">{formatStepReason(dose.why, preferences)}</p>
          <div className="mt-4">
            <TickForm
              key={`${act.key}-${tick.value}-${tick.hidden.ticked}`}
              action={actions.keep}
              what={tick.what}
              unit={tick.unit}
              turn={!waitFor(dose, view)}
              initial={{ [tick.what]: tick.value }}
              hidden={{ ...hidden, when: 'now', ...tick.hidden }}
            />
          </div>
        </>
      )
    }
    case 'helper': {
      const text = choreText(what.chore)
      const first = what.doses.flatMap(({ product }) =>
        cautionsFor(product, handlingOf(product, view.tub)),
      )
      return (
        <>
          <Lines lines={text.how.map((line) => inUnits(line, preferences))} />
          <Safety lines={[...new Set([...text.cautions, ...first])]} />
          <div className="mt-4">
            <Signs jets="on" cover="open" />
          </div>
          <p className="mt-5">
            <PostButton
              action={actions.pour}
              hidden={{ ...hidden, chore: what.chore.id }}
              label="Mark added"
              className={go}
            />
          </p>
        </>
      )
    }
    case 'test':
      return (
        <p className="mt-2">
          <Link href={`/tubs/${tub.id}/test`} className={go}>
            Test the water
          </Link>
        </p>
      )
    case 'feeder':
    case 'start-up':
      return (
        <p className="mt-2">
          <Link href={`/tubs/${tub.id}/programme`} className={go}>
            Go to Programme
          </Link>
        </p>
      )
    case 'stage':
      return (
        <p className="mt-2">
          <Link href={`/tubs/${tub.id}/refill`} className={go}>
            Go to Refill
          </Link>
        </p>
      )
    case 'chore': {
      const text = choreText(what.chore)
      const { product } = what.chore
      return (
        <>
          {text.needs && <p className="mt-3">You’ll need {text.needs}.</p>}
          <Lines lines={text.how.map((line) => inUnits(line, preferences))} />
          <Safety
            lines={[
              ...text.cautions,
              ...(choreNeeds(what.chore).needs.power === 'off'
                ? ['Nothing goes into the water while the power is off.']
                : []),
            ]}
          />
          <div className="mt-5">
            <DoneForm
              action={actions.done}
              hidden={{ ...hidden, chore: what.chore.id, also: what.also.join(',') }}
              used={
                product && PRODUCTS[product].goes !== 'by hand'
                  ? {
                      name: PRODUCTS[product].commonName,
                      unit: doseUnit(product, tub.units.mass),
                    }
                  : undefined
              }
            />
          </div>
        </>
      )
    }
    case 'swap':
      return (
        <>
          <Lines
            lines={[
              still.step,
              `Take ${what.out?.name ?? 'the old set'} out and put ${what.into.name} in, dry.`,
              still.back,
            ]}
          />
          <Safety
            lines={[
              'Never run the pump without a filter.',
              'Nothing goes into the water while the power is off.',
            ]}
          />
          <p className="mt-5">
            <PostButton
              action={actions.filter}
              hidden={{ ...hidden, set: String(what.into.id), act: 'put in' }}
              label="Swapped, running again"
              className={go}
            />
          </p>
        </>
      )
    case 'set':
      return (
        <>
          <Lines
            lines={
              what.act === 'soak'
                ? [inUnits(RECIPE_TEXT.overnight.how, preferences)]
                : [
                    'Hose between all the pleats, top to bottom, until the water runs clear.',
                    'Hang it up to dry, out of the sun.',
                  ]
            }
          />
          <p className="mt-5">
            <PostButton
              action={actions.filter}
              hidden={{
                ...hidden,
                set: String(what.set.id),
                ...(what.act === 'soak'
                  ? { act: 'soak', recipe: 'overnight' }
                  : what.act === 'rinse'
                    ? { act: 'rinse', hung: 'yes' }
                    : { act: 'dry' }),
              }}
              label={what.act === 'soak' ? 'It’s in the bucket' : 'Rinsed and hung up'}
              className={go}
            />
          </p>
        </>
      )
  }
}

/** One act a screen: what, how much, how the tub has to stand, what to watch out for, done or not today. */
export const VisitAct = ({
  act,
  view,
  many,
  heading,
  over,
  why,
  actions,
  preferences,
}: {
  act: PlacedAct
  view: TubView
  /** Its tub has to be named. */
  many: boolean
  heading: 'h1' | 'h2'
  over: string
  why: string
  actions: VisitActions
  preferences: DisplayPreferences
}) => {
  const { tub } = view
  const { figure, name, detail } = actWords(act.what, tub, preferences)
  const Heading = heading
  const asks = act.what.kind !== 'dose' && act.what.kind !== 'helper'
  return (
    <section aria-label={name}>
      <p className="small text-muted">{many ? `${tub.name}. ${over}` : over}</p>
      <div className="mt-1 flex flex-wrap items-baseline justify-between gap-x-6">
        <Heading className={`serif ${heading === 'h1' ? 'verdict' : 'title'}`}>
          {figure && `${figure} `}
          {name}
        </Heading>
        <span className="font-semibold text-[18px]">{act.handsMinutes} min</span>
      </div>
      {detail && <p className="mt-1.5 text-[19px]">{detail}</p>}
      {asks && (
        <div className="mt-3">
          <StateSigns act={act} still={stillFor(act, view.tub)} />
        </div>
      )}
      {why && <p className="small mt-2 max-w-[56ch] text-muted">{why}</p>}
      <Body act={act} view={view} actions={actions} preferences={preferences} />
      <div className="mt-3">
        <SkipForm action={actions.decide} hidden={{ tub: String(tub.id), key: act.key }} />
      </div>
      {act.waitMinutes > 0 && (
        <p className="small mt-2 text-muted">
          Then {act.waitMinutes} minutes’ wait, until about{' '}
          {clock(preferences.now + (act.handsMinutes + act.waitMinutes) * MINUTE, preferences)}.
        </p>
      )}
    </section>
  )
}
