import { changeTub } from '@/app/actions'
import { loadTub, type TubParams } from '@/app/tubView'
import { toWallClock } from '@/server/moment'
import { tubFields } from '@/server/tubs'
import { TubForm } from '@/ui/form/TubForm'
import { Link } from '@/ui/Link'

const TubPage = async ({ params }: TubParams) => {
  const { view, preferences } = await loadTub((await params).tub)
  const { tub, now } = view
  return (
    <>
      <div className="flex flex-wrap items-baseline justify-between gap-x-6 pt-2">
        <h1 className="serif title">{tub.name}</h1>
        <Link href="/welcome" className="quiet">
          Add another tub
        </Link>
      </div>
      <p className="small mt-1 mb-7 max-w-[62ch] text-muted">
        Every figure here affects the next dose. The history is stored in grams and litres, so you
        can change units at any time.
      </p>
      <TubForm
        action={changeTub}
        first={false}
        draftKey={`tub.${tub.id}`}
        hidden={{ tub: String(tub.id) }}
        today={toWallClock(now, preferences.timeZone).slice(0, 10)}
        initial={tubFields(view.row)}
      />
    </>
  )
}

export default TubPage
