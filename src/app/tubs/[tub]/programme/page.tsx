import { saveEntry, tickStart } from '@/app/actions'
import { FactNote } from '@/app/FactNote'
import { loadTub, type TubParams } from '@/app/tubView'
import {
  feederOf,
  HEALTH_FLOOR,
  PROGRAMMES,
  programmeOf,
  stabiliserBuildup,
  switchAdvice,
} from '@/core'
import { Link } from '@/ui/Link'
import { Cartridge } from '@/ui/programme/Cartridge'
import { CellAsk } from '@/ui/programme/CellAsk'
import { Feeder } from '@/ui/programme/Feeder'
import { StabiliserWords } from '@/ui/programme/StabiliserWords'
import { StartUp } from '@/ui/programme/StartUp'
import { closureLine } from '@/words/closureWords'
import { inUnits } from '@/words/inUnits'
import {
  circulationRemarks,
  PROGRAMME_TEXT,
  programmeName,
  routineText,
  SWITCH_TEXT,
} from '@/words/programmeText'

const ROUTINE = [
  ['daily', 'Every day'],
  ['afterSoak', 'After a soak'],
  ['weekly', 'Every week'],
] as const

const ProgrammePage = async ({ params }: TubParams) => {
  const { view, preferences } = await loadTub((await params).tub)
  const { tub, journal, estimate } = view
  const programme = programmeOf(tub.programme)
  const { startProgress: progress, feeder } = view
  const clock =
    programme.sanitizer === 'freeChlorine' ? stabiliserBuildup(tub, journal, estimate) : undefined
  const circulation = circulationRemarks(tub, preferences)
  const routine = routineText(tub, feederOf(tub.programme))
  const parts = view.choresOpen.filter(
    ({ chore }) => chore.id === 'mineral cartridge' || chore.id === 'chlorine part',
  )
  return (
    <>
      <h1 className="serif title pt-2">{PROGRAMME_TEXT[tub.programme].name}</h1>
      <p className="mt-1 max-w-[60ch] text-muted">{PROGRAMME_TEXT[tub.programme].summary}</p>
      {tub.programme === 'silver or mineral with low chlorine' && (
        <p className="safety small mt-3 max-w-[62ch]">
          The low range on the cartridge’s label is below the published floor of{' '}
          {HEALTH_FLOOR.freeChlorine} ppm ({HEALTH_FLOOR.source}).
        </p>
      )}
      <div className="mt-6 grid gap-x-12 gap-y-8 xl:grid-cols-2">
        <div className="grid content-start gap-8">
          {progress ? (
            <StartUp view={view} progress={progress} tick={tickStart} preferences={preferences} />
          ) : estimate.filledAt === undefined ? (
            <p className="small">
              Just refilled?{' '}
              <Link href={`/tubs/${tub.id}/record?add=water`} className="quiet">
                Log the fill
              </Link>
              , and its start-up begins here, step by step.
            </p>
          ) : null}
          {feeder?.shutBy && !view.startUp && (
            <p className="safety small max-w-[62ch]">{closureLine(feeder.shutBy, preferences)}</p>
          )}
          {feeder && !feeder.shutBy && (
            <div>
              <Feeder tubId={tub.id} advice={feeder} keep={saveEntry} preferences={preferences} />
              {feeder.kind === 'cell' && process.env.PAVREL_STAND_INS === '1' && (
                <CellAsk
                  tubId={tub.id}
                  address="/stand-ins/salt-cell"
                  preferences={preferences}
                  testedSaltPpm={estimate.quantities.salt.lastReading?.value}
                  saltBand={tub.targets.salt}
                />
              )}
            </div>
          )}
          {parts.length > 0 && (
            <Cartridge tubId={tub.id} parts={parts} keep={saveEntry} preferences={preferences} />
          )}
          <div className="grid gap-2 empty:hidden">
            <FactNote id="lights blink" when={feederOf(tub.programme) === 'cell'} />
            <FactNote id="string off" when={feederOf(tub.programme) === 'floater'} />
            <FactNote id="maker against bromine" when={programme.sanitizer === 'bromine'} />
            <FactNote
              id="warranty"
              when={
                feederOf(tub.programme) === 'floater' ||
                tub.programme === 'over-the-side salt chlorine'
              }
            />
          </div>
          {clock && <StabiliserWords clock={clock} tub={tub} preferences={preferences} />}
        </div>
        <div className="grid content-start gap-8">
          <section>
            <h2 className="head">Daily and weekly routine</h2>
            <dl className="small mt-1">
              {ROUTINE.map(([key, name]) => (
                <div
                  key={key}
                  className="grid gap-x-4 border-hair border-t py-2 sm:grid-cols-[104px_1fr]"
                >
                  <dt className="font-semibold">{name}</dt>
                  <dd>{inUnits(routine[key], preferences)}</dd>
                </div>
              ))}
            </dl>
            {circulation.length > 0 && (
              <p className="note mt-1 max-w-[62ch]">
                {circulation.join(' ')}{' '}
                <Link href={`/tubs/${tub.id}/tub`} className="quiet">
                  Its hours
                </Link>
              </p>
            )}
          </section>
          <section>
            <h2 className="head">Going away</h2>
            <p className="small mt-1">
              <Link href={`/tubs/${tub.id}/upkeep/heat#away`} className="quiet">
                What to do before, and what it will read on return
              </Link>
            </p>
          </section>
          <section>
            <h2 className="head">Changing to another programme</h2>
            <details>
              <summary className="quiet">What changing would take</summary>
              <ul className="small mt-1 max-w-[64ch]">
                {PROGRAMMES.filter(({ id }) => id !== tub.programme).map(({ id }) => {
                  const { kind, reason } = switchAdvice(tub.programme, id)
                  return (
                    <li key={id} className="border-hair border-t py-1.5">
                      <b>{programmeName(id)}</b>
                      {kind === 'drain' && <b className="text-madder"> · drain first</b>}.{' '}
                      {SWITCH_TEXT[reason]}
                    </li>
                  )
                })}
              </ul>
            </details>
          </section>
        </div>
      </div>
    </>
  )
}

export default ProgrammePage
