import { notFound } from 'next/navigation'
import { saveEntry } from '@/app/actions'
import { asksSenses } from '@/app/asksSenses'
import { loadKits, loadTub, type TubParams } from '@/app/tubView'
import { toWallClock } from '@/server/moment'
import { Link } from '@/ui/Link'
import { PhotoReader } from '@/ui/test/PhotoReader'
import { QUANTITY_NAMES } from '@/words/quantityNames'
import { unitOf } from '@/words/words'

interface PhotoProps extends TubParams {
  searchParams: Promise<Record<string, string | string[] | undefined>>
}

const Photo = async ({ params, searchParams }: PhotoProps) => {
  const { view, preferences } = await loadTub((await params).tub)
  const { kit: named } = await searchParams
  const kit = loadKits().find(({ id, spec }) => String(id) === named && spec.kind === 'strip')
  if (kit?.spec.kind !== 'strip') notFound()
  const { tub, now } = view
  const { spec } = kit
  return (
    <>
      <Link href={`/tubs/${tub.id}/test?with=strip&kit=${kit.id}`} className="quiet">
        Back to tapping
      </Link>
      <h1 className="serif title mb-3">{kit.name}, from a picture</h1>
      <PhotoReader
        action={saveEntry}
        tubId={tub.id}
        kitId={kit.id}
        waitSeconds={spec.waitSeconds}
        practice={
          process.env.PAVREL_STAND_INS === '1'
            ? `/stand-ins/strip-camera?tub=${tub.id}&kit=${kit.id}`
            : undefined
        }
        pads={spec.pads.map((pad) => ({
          pad,
          name: QUANTITY_NAMES[pad.quantity],
          unit: unitOf(pad.quantity, preferences),
        }))}
        initial={{
          when: 'now',
          at: toWallClock(now, preferences.timeZone),
          ...asksSenses(view),
        }}
        latest={toWallClock(now, preferences.timeZone)}
      />
    </>
  )
}

export default Photo
