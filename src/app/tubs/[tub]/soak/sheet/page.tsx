import { loadTub, type TubParams } from '@/app/tubView'
import { Link } from '@/ui/Link'
import { PrintButton } from '@/ui/record/PrintButton'
import { habitsFor } from '@/words/habitWords'
import { inUnits } from '@/words/inUnits'
import { healthLimits } from '@/words/verdictWords'

/** One page for the wall beside the tub: it holds for every day, so nothing of today's water is on it. */
const HabitSheet = async ({ params }: TubParams) => {
  const { view, preferences } = await loadTub((await params).tub)
  const { tub } = view
  return (
    <article className="max-w-[760px]">
      <p className="flex flex-wrap items-center gap-x-5 print:hidden">
        <Link href={`/tubs/${tub.id}/soak`} className="quiet">
          Back to Soak
        </Link>
        <PrintButton label="Print" />
      </p>
      <h1 className="serif title">{tub.name}: before you get in</h1>
      <p className="mt-1 max-w-[60ch]">
        Ask whoever looks after the tub whether it is open today. In doubt, stay out.
      </p>
      <ul className="mt-4">
        {habitsFor(tub).map(({ what, how }) => (
          <li
            key={what}
            className="grid grid-cols-[28px_120px_minmax(0,1fr)] items-baseline border-hair border-t py-2"
          >
            <span aria-hidden="true">☐</span>
            <b>{what}</b>
            <span>{inUnits(how, preferences)}</span>
          </li>
        ))}
      </ul>
      <div className="safety mt-5">
        {healthLimits(preferences).map((line) => (
          <p key={line}>{line}</p>
        ))}
      </div>
      <p className="small mt-4 text-muted">
        Afterwards: cover on and locked. Say how many were in and for how long, so that the water
        can be treated.
      </p>
    </article>
  )
}

export default HabitSheet
