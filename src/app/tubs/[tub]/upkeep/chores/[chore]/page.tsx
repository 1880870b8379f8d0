import { notFound } from 'next/navigation'
import { changeChore, setChoreTo } from '@/app/actions'
import { loadTub } from '@/app/tubView'
import { recurringChoresOf, schoolsOf } from '@/core'
import { choreFields } from '@/server/chores'
import { PostButton } from '@/ui/form/PostButton'
import { Link } from '@/ui/Link'
import { ChoreForm } from '@/ui/upkeep/ChoreForm'
import { choreName, SCHOOL_NAMES } from '@/words/choreText'
import { formatInterval } from '@/words/choreWords'

const BLANK = {
  id: 'own-0',
  lane: 'equipment',
  text: { name: '' },
  interval: {},
  windowDays: 3,
  minutes: 10,
} as const

/** A percent sign that spells nothing is part of no chore's name. */
const decoded = (text: string): string => {
  try {
    return decodeURIComponent(text)
  } catch {
    return ''
  }
}

const ChorePage = async ({ params }: { params: Promise<{ tub: string; chore: string }> }) => {
  const { tub: tubParam, chore: choreParam } = await params
  const { view, preferences } = await loadTub(tubParam)
  const { tub, rules } = view
  const id = decoded(choreParam)
  const isNew = id === 'new'
  const chore = isNew
    ? BLANK
    : recurringChoresOf({ ...tub, fillWater: view.estimate.fillWater }, rules).find(
        (one) => one.id === id,
      )
  if (!chore) notFound()
  const own = id.startsWith('own-')
  const ruled = rules.some((rule) => rule.chore === id)
  const schools = schoolsOf(chore.id)
  return (
    <div className="max-w-[820px]">
      <Link href={`/tubs/${tub.id}/upkeep/chores`} className="quiet">
        All chores
      </Link>
      <h1 className="serif title mb-4">{isNew ? 'Add your own chore' : choreName(chore)}</h1>
      <ChoreForm
        key={JSON.stringify(chore)}
        action={changeChore}
        tubId={tub.id}
        chore={isNew ? undefined : id}
        initial={choreFields(chore, tub)}
        schools={schools.map(({ id: school, interval }) => ({
          name: SCHOOL_NAMES[school],
          words: formatInterval(interval, preferences),
          fields: choreFields({ ...chore, interval }, tub),
        }))}
        volumeUnit={tub.units.volume === 'litre' ? 'L' : 'gal'}
      />
      {(own || ruled) && (
        <div className="mt-8">
          <PostButton
            action={setChoreTo}
            hidden={{ tub: String(tub.id), chore: id, to: own ? 'removed' : 'preset' }}
            label={own ? 'Remove' : 'Reset to preset'}
          />
        </div>
      )}
    </div>
  )
}

export default ChorePage
