import { choosePlan } from '@/app/actions'
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
  presetChore,
  programmeOf,
  schoolsOf,
} from '@/core'
import type { TubView } from '@/server/views'
import { theStore } from '@/store/database'
import { choreRulesOf, toRule } from '@/store/upkeep'
import { MethodRow, type Way } from '@/ui/programme/MethodRow'
import { formatAnswer } from '@/words/choiceWords'
import { formatInterval } from '@/words/choreWords'
import {
  bandValue,
  formatHelperWay,
  formatRange,
  HELPER_IDS,
  HELPER_TEXT,
  INHIBITOR_TEXT,
  PH_RANGES,
  SALT_RANGES,
  STABILISER_CAUTION,
  stabiliserRanges,
} from '@/words/methodWords'
import { presetText } from '@/words/programmeText'
import { type DisplayPreferences, upperFirst } from '@/words/words'

interface Shown {
  view: TubView
  preferences: DisplayPreferences
}

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

/** Ranges, and how what goes in is measured out. */
export const DosingRows = ({ view: { tub }, preferences }: Shown) => {
  const programme = programmeOf(tub.programme)
  const shared = { action: choosePlan, preferences }
  const tubField = { tub: String(tub.id) }
  const granules = programme.sanitizer === 'freeChlorine' || programme.sanitizer === 'bromine'
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
        why="It’s kind to skin, eyes and heater, and sanitizer works in it."
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
          why="Dosing what the water needs leaves neither too little nor too much in it."
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
}

/** Whether inhibitor goes in first and alone. */
export const InhibitorRow = ({ view: { tub, estimate }, preferences }: Shown) => (
  <MethodRow
    action={choosePlan}
    preferences={preferences}
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
    hidden={{ tub: String(tub.id), asks: 'inhibitor' }}
  />
)

/** What helps the water along, each by its rhythm. */
export const HelperRows = ({ view: { tub, estimate }, preferences }: Shown) => {
  const shared = { action: choosePlan, preferences }
  const tubField = { tub: String(tub.id) }
  const chores = allChoresOf(
    { ...tub, fillWater: estimate.fillWater },
    choreRulesOf(theStore(), tub.id).map(toRule),
  )
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
}
