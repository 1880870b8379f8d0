import type { ReactNode } from 'react'
import { choosePlan, setFact, setSchool } from '@/app/actions'
import { loadTub, type TubParams } from '@/app/tubView'
import {
  allChoresOf,
  type Band,
  bringsNoStabiliser,
  byLabel,
  CHLORINE_WAYS,
  DOSING,
  dosingOf,
  floorBroken,
  inhibitorFirst,
  methodOf,
  methodsFor,
  presetChore,
  programmeOf,
  schoolsOf,
  TEST_RHYTHMS,
  usualMethod,
} from '@/core'
import { factsKnown } from '@/server/facts'
import type { TubView } from '@/server/views'
import { theStore } from '@/store/database'
import { choreRulesOf, toRule } from '@/store/upkeep'
import { PostButton } from '@/ui/form/PostButton'
import { Link } from '@/ui/Link'
import { MethodRow, type Way } from '@/ui/programme/MethodRow'
import { formatAnswer } from '@/words/choiceWords'
import { formatInterval } from '@/words/choreWords'
import { SCHOOL_WORDS } from '@/words/dueWords'
import {
  bandValue,
  formatHelperWay,
  formatRange,
  HELPER_IDS,
  HELPER_TEXT,
  INHIBITOR_TEXT,
  METHOD_GROUPS,
  METHOD_TEXT,
  PH_RANGES,
  SALT_RANGES,
  STABILISER_CAUTION,
  stabiliserRanges,
  waysOf,
} from '@/words/methodWords'
import { presetText } from '@/words/programmeText'
import { type DisplayPreferences, upperFirst } from '@/words/words'

const Group = ({ name, children }: { name: string; children: ReactNode }) => (
  <section className="mt-6">
    <h2 className="head">{name}</h2>
    <ul>{children}</ul>
  </section>
)

/** One range of the targets, chosen by itself. */
const RangeRow = ({
  name,
  why,
  asks,
  of,
  ranges,
  tub,
  preferences,
}: {
  name: string
  why: string
  asks: string
  of: 'pH' | 'salt' | 'cyanuricAcid'
  ranges: readonly { band: Band; name: string; says: string; caution?: string }[]
  tub: TubView['tub']
  preferences: DisplayPreferences
}) => {
  const usual = programmeOf(tub.programme).presets[0].targets[of]
  const kept = tub.targets[of]
  const own = kept && !ranges.some(({ band }) => bandValue(band) === bandValue(kept))
  return (
    <MethodRow
      action={choosePlan}
      preferences={preferences}
      name={name}
      why={why}
      ways={[
        ...ranges.map(({ band, ...way }) => ({ ...way, value: bandValue(band) })),
        ...(own
          ? [{ value: bandValue(kept), name: `${formatRange(kept, preferences)}, your own` }]
          : []),
      ]}
      chosen={kept ? bandValue(kept) : ''}
      usual={usual && bandValue(usual)}
      hidden={{ tub: String(tub.id), asks }}
    />
  )
}

/** How the people of one tub do what can be done in more than one way; all else goes by it. */
const MethodsPage = async ({ params }: TubParams) => {
  const { view, preferences } = await loadTub((await params).tub)
  const { tub, estimate } = view
  const programme = programmeOf(tub.programme)
  const shared = { action: choosePlan, preferences }
  const tubField = { tub: String(tub.id) }
  const known = methodsFor(tub)
  const chores = allChoresOf(
    { ...tub, fillWater: estimate.fillWater },
    choreRulesOf(theStore(), tub.id).map(toRule),
  )
  const granules = programme.sanitizer === 'freeChlorine' || programme.sanitizer === 'bromine'
  const asked = (name: string): ReactNode => {
    if (name === 'Dosing')
      return (
        <>
          <MethodRow
            {...shared}
            name="Target range"
            why="The full range is the published one for hot tubs in use."
            ways={programme.presets
              .map(({ id, targets }): Way => {
                const floor = floorBroken(programme.sanitizer, targets.sanitizer)
                const text = presetText(tub.programme, id)
                return {
                  value: id,
                  name: text.name,
                  says: text.note,
                  caution:
                    floor === undefined
                      ? undefined
                      : `Starts below ${floor} ppm, the published floor for hot tubs.`,
                }
              })
              .concat(tub.preset === 'own' ? [{ value: 'own', name: 'Your own ranges' }] : [])}
            chosen={tub.preset}
            usual={programme.presets[0].id}
            hidden={{ ...tubField, asks: 'preset' }}
          />
          <RangeRow
            name="Range of pH"
            why="Skin, eyes and heater are comfortable in it, and sanitizer works."
            asks="pH range"
            of="pH"
            ranges={PH_RANGES.map((one) => ({ ...one, name: formatRange(one.band, preferences) }))}
            tub={tub}
            preferences={preferences}
          />
          {tub.targets.salt && tub.programme !== 'salt bromine' && (
            <RangeRow
              name="Salt"
              why="The cell’s maker says how much it is made for."
              asks="salt range"
              of="salt"
              ranges={SALT_RANGES}
              tub={tub}
              preferences={preferences}
            />
          )}
          {bringsNoStabiliser(tub.programme) && (
            <RangeRow
              name="Stabiliser at a fill"
              why="Hot tubs stand covered, and stabiliser holds chlorine back."
              asks="stabiliser"
              of="cyanuricAcid"
              ranges={stabiliserRanges(tub.programme).map((one, i) =>
                i === 0 ? one : { ...one, caution: STABILISER_CAUTION },
              )}
              tub={tub}
              preferences={preferences}
            />
          )}
          {!byLabel(tub) && (
            <MethodRow
              {...shared}
              name="How much sanitizer"
              why="By what the water needs there is neither too little nor too much."
              ways={DOSING.filter((one) => dosingOf(tub, one) === one).map((value) => ({
                value,
                name: formatAnswer('dosing', value),
              }))}
              chosen={dosingOf(tub, tub.choices.dosing)}
              usual="by demand"
              hidden={{ ...tubField, asks: 'dosing' }}
            />
          )}
          {granules && (
            <MethodRow
              {...shared}
              name="Chlorine granules"
              why="Scattered thinly over running jets they mix at once."
              ways={CHLORINE_WAYS.map((value) => ({
                value,
                name: formatAnswer('granules', value),
              }))}
              chosen={tub.choices.granules ?? 'scattered'}
              usual="scattered"
              hidden={{ ...tubField, asks: 'granules' }}
            />
          )}
        </>
      )
    if (name === 'New water')
      return (
        <MethodRow
          {...shared}
          name={INHIBITOR_TEXT.name}
          why={INHIBITOR_TEXT.why}
          ways={(['fill', 'yes', 'no'] as const).map((value) => ({
            value,
            name: INHIBITOR_TEXT.ways[value].name,
            says:
              value === 'fill'
                ? `With this fill water: ${inhibitorFirst(estimate.fillWater) ? 'first and alone' : 'last'}.`
                : INHIBITOR_TEXT.ways[value].says,
          }))}
          chosen={tub.metalsFirst === undefined ? 'fill' : tub.metalsFirst ? 'yes' : 'no'}
          usual="fill"
          hidden={{ ...tubField, asks: 'inhibitor' }}
        />
      )
    if (name === 'Helpers')
      return HELPER_IDS.flatMap((id) => {
        const chore = chores.find((one) => one.id === id)
        if (!chore) return []
        const schools = schoolsOf(id)
        const kept = chore.paused
          ? 'off'
          : (schools.find(({ interval }) => interval.days === chore.interval.days)?.id ?? 'own')
        const usual = presetChore(id, { ...tub, fillWater: estimate.fillWater })
        return (
          <MethodRow
            key={id}
            {...shared}
            {...HELPER_TEXT[id]}
            ways={[
              { value: 'off', name: upperFirst(formatHelperWay('off')) },
              ...schools.map((school) => ({
                value: school.id,
                name: upperFirst(formatHelperWay(school.id)),
              })),
              ...(kept === 'own'
                ? [
                    {
                      value: 'own',
                      name: upperFirst(formatInterval(chore.interval, preferences)),
                    },
                  ]
                : []),
            ]}
            chosen={kept}
            usual={usual.paused ? 'off' : schools[0]?.id}
            hidden={{ ...tubField, asks: 'rhythm', chore: id }}
          />
        )
      })
    return null
  }
  return (
    <>
      <h1 className="serif title pt-2">Methods of this tub</h1>
      <p className="mt-1 max-w-[62ch] text-muted">
        Owners differ, and stick to what works for them. What you keep here changes the plan, the
        visit, chores, Refill and their words. All of it is common practice; labels and manuals come
        first.
      </p>
      <Group name="Testing">
        <MethodRow
          action={setSchool}
          preferences={preferences}
          name="When you test"
          why={SCHOOL_WORDS['after soak'].why}
          ways={TEST_RHYTHMS.map((value) => ({
            value,
            name: upperFirst(SCHOOL_WORDS[value].name),
            says: value === 'after soak' ? '' : SCHOOL_WORDS[value].why,
          }))}
          chosen={tub.testSchool}
          usual="after soak"
          field="school"
          hidden={tubField}
        />
      </Group>
      {METHOD_GROUPS.map(({ name, ids }) => (
        <Group key={name} name={name}>
          {asked(name)}
          {ids
            .filter((id) => known.includes(id))
            .map((id) => {
              const { name: what, why, ways } = METHOD_TEXT[id]
              return (
                <MethodRow
                  key={id}
                  {...shared}
                  name={what}
                  why={why}
                  ways={waysOf(id).map((value) => ({
                    value,
                    ...(ways as Record<string, { name: string; says: string }>)[value],
                    name: (ways as Record<string, { name: string }>)[value]?.name ?? value,
                  }))}
                  chosen={methodOf(tub, id)}
                  usual={usualMethod(tub, id)}
                  hidden={{ ...tubField, asks: id }}
                />
              )
            })}
        </Group>
      ))}
      {factsKnown(theStore()).length > 0 && (
        <div className="mt-6">
          <PostButton
            action={setFact}
            hidden={{ to: 'all back' }}
            label={`Show the ${factsKnown(theStore()).length} notes again that were put away`}
          />
        </div>
      )}
      <p className="small mt-6 max-w-[62ch] border-hair border-t pt-3 text-muted">
        Chores have rhythms of their own in{' '}
        <Link href={`/tubs/${tub.id}/upkeep/chores`} className="quiet">
          Upkeep
        </Link>
        , plans their other ways in{' '}
        <Link href={`/tubs/${tub.id}/dose`} className="quiet">
          Dose
        </Link>
        , warmth in{' '}
        <Link href={`/tubs/${tub.id}/upkeep/heat`} className="quiet">
          Heat and power
        </Link>
        .
      </p>
    </>
  )
}

export default MethodsPage
