import { setChoreTo } from '@/app/actions'
import { loadTub, type TubParams } from '@/app/tubView'
import { LANES, recurringChoresOf } from '@/core'
import { theStore } from '@/store/database'
import { choreIdOf, removedChoreRulesOf } from '@/store/upkeep'
import { PostButton } from '@/ui/form/PostButton'
import { Link } from '@/ui/Link'
import { choreName } from '@/words/choreText'
import { formatInterval, formatSeason, LANE_WORDS } from '@/words/choreWords'

const Chores = async ({ params }: TubParams) => {
  const { view, preferences } = await loadTub((await params).tub)
  const { tub, rules } = view
  const base = `/tubs/${tub.id}/upkeep/chores`
  const chores = recurringChoresOf({ ...tub, fillWater: view.estimate.fillWater }, rules)
  const gone = removedChoreRulesOf(theStore(), tub.id)
  return (
    <div className="max-w-[820px]">
      <Link href={`/tubs/${tub.id}/upkeep`} className="quiet">
        Upkeep
      </Link>
      <h1 className="serif title">Chores of {tub.name}</h1>
      <p className="small mt-1 max-w-[62ch] text-muted">
        What a tub like this needs. You can change or pause each chore, and add your own.
      </p>
      <p className="mt-3">
        <Link href={`${base}/new`} className="go">
          Add a chore
        </Link>
      </p>
      {LANES.map((lane) => (
        <section key={lane} aria-labelledby={lane} className="mt-6">
          <h2 id={lane} className="head">
            {LANE_WORDS[lane]}
          </h2>
          <ul>
            {chores
              .filter((chore) => chore.lane === lane)
              .map((chore) => {
                const { id, interval, paused, minutes } = chore
                const name = choreName(chore)
                const ruled = rules.some((rule) => rule.chore === id)
                return (
                  <li
                    key={id}
                    className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-x-4 border-hair border-t py-1"
                  >
                    <span className={paused ? 'text-muted' : ''}>
                      <Link href={`${base}/${encodeURIComponent(id)}`} className="quiet min-h-0">
                        {name}
                      </Link>
                      <span className="small block text-muted">
                        {paused
                          ? 'paused'
                          : `${formatInterval(interval, preferences)}${formatSeason(chore)}`}
                        , {minutes} min
                        {ruled && !id.startsWith('own-') && ', changed here'}
                      </span>
                    </span>
                    <PostButton
                      action={setChoreTo}
                      hidden={{
                        tub: String(tub.id),
                        chore: id,
                        to: paused ? 'running' : 'paused',
                      }}
                      label={paused ? 'Switch on' : 'Pause'}
                      title={`${paused ? 'Switch on' : 'Pause'}: ${name}`}
                    />
                  </li>
                )
              })}
          </ul>
        </section>
      ))}
      {gone.length > 0 && (
        <section aria-labelledby="gone" className="mt-6">
          <h2 id="gone" className="head">
            Removed
          </h2>
          <ul>
            {gone.map((row) => (
              <li key={row.id} className="flex items-center justify-between border-hair border-t">
                <span className="small text-muted">{row.change.name}</span>
                <PostButton
                  action={setChoreTo}
                  hidden={{ tub: String(tub.id), chore: choreIdOf(row), to: 'back' }}
                  label="Restore"
                  title={`Put it back: ${row.change.name}`}
                />
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  )
}

export default Chores
