import { addKit } from '@/app/actions'
import { loadKits, loadTub, type TubParams } from '@/app/tubView'
import { genericDrops, genericStrips, programmeOf } from '@/core'
import { PostButton } from '@/ui/form/PostButton'
import { Link } from '@/ui/Link'
import { formatKit } from '@/words/kitWords'
import { LAYOUT_NAMES } from '@/words/testText'
import { lowerFirst } from '@/words/words'

const Kits = async ({ params }: TubParams) => {
  const { view } = await loadTub((await params).tub)
  const { tub } = view
  const { sanitizer } = programmeOf(tub.programme)
  const kits = loadKits()
  const base = `/tubs/${tub.id}/test`
  const layouts = [
    ...genericStrips(sanitizer).map(({ id }) => ({
      layout: `strip.${id}`,
      name: `Strip: ${lowerFirst(LAYOUT_NAMES[id])}`,
    })),
    ...genericDrops(sanitizer).map(({ id }) => ({
      layout: `drops.${id}`,
      name: `Drops: ${lowerFirst(LAYOUT_NAMES[id])}`,
    })),
    { layout: 'meter', name: 'A meter' },
  ]
  return (
    <>
      <Link href={base} className="quiet">
        Back to the test
      </Link>
      <h1 className="serif title">Your test kits</h1>
      {kits.length === 0 ? (
        <p className="mt-2 max-w-[60ch] text-muted">
          Nothing yet. Add your strips or drops: then a test takes a few taps, with your kit’s own
          accuracy.
        </p>
      ) : (
        <ul className="mt-4 max-w-[640px] border-hair border-b">
          {kits.map((kit) => (
            <li
              key={kit.id}
              className="flex flex-wrap items-baseline justify-between gap-x-5 border-hair border-t py-2"
            >
              <span>
                <b>{kit.name}</b> <span className="small text-muted">{formatKit(kit)}</span>
              </span>
              <span className="flex gap-5">
                <Link href={`${base}?with=${kit.spec.kind}&kit=${kit.id}`} className="quiet">
                  Test with it
                </Link>
                <Link href={`${base}/kits/${kit.id}`} className="quiet">
                  Change
                </Link>
              </span>
            </li>
          ))}
        </ul>
      )}
      <h2 className="mt-7 mb-2 font-semibold text-[17px]">Add</h2>
      <div className="flex max-w-[640px] flex-wrap gap-2">
        {layouts.map(({ layout, name }) => (
          <PostButton
            key={layout}
            action={addKit}
            follows
            hidden={{ tub: String(tub.id), layout }}
            label={name}
            className="plain"
          />
        ))}
      </div>
    </>
  )
}

export default Kits
