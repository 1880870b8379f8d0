import type { ReactNode } from 'react'
import { choosePlan, setFact, setSchool } from '@/app/actions'
import { loadTub, type TubParams } from '@/app/tubView'
import { methodOf, methodsFor, TEST_RHYTHMS, usualMethod } from '@/core'
import { factsKnown } from '@/server/facts'
import { theStore } from '@/store/database'
import { PostButton } from '@/ui/form/PostButton'
import { Link } from '@/ui/Link'
import { MethodRow } from '@/ui/programme/MethodRow'
import { SCHOOL_WORDS } from '@/words/dueWords'
import { METHOD_GROUPS, METHOD_TEXT, waysOf } from '@/words/methodWords'
import { upperFirst } from '@/words/words'
import { DosingRows, HelperRows, InhibitorRow } from './MethodRows'

const Group = ({ name, children }: { name: string; children: ReactNode }) => (
  <section className="mt-6">
    <h2 className="head">{name}</h2>
    <ul>{children}</ul>
  </section>
)

/** How the people of one tub do what can be done in more than one way; all else goes by it. */
const MethodsPage = async ({ params }: TubParams) => {
  const { view, preferences } = await loadTub((await params).tub)
  const { tub } = view
  const shared = { action: choosePlan, preferences }
  const tubField = { tub: String(tub.id) }
  const known = methodsFor(tub)
  const hidden = factsKnown(theStore()).length
  return (
    <>
      <h1 className="serif title pt-2">Methods of this tub</h1>
      <p className="mt-1 max-w-[62ch] text-muted">
        Owners differ, and keep to what works for them. What you choose here changes the plan, the
        visit, the chores and the refill. All of it is common practice; labels and manuals come
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
          {name === 'Dosing' && <DosingRows {...{ view, preferences }} />}
          {name === 'New water' && <InhibitorRow {...{ view, preferences }} />}
          {name === 'Helpers' && <HelperRows {...{ view, preferences }} />}
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
      {hidden > 0 && (
        <div className="mt-6">
          <PostButton
            action={setFact}
            hidden={{ to: 'all back' }}
            label={
              hidden === 1 ? 'Show the hidden note again' : `Show the ${hidden} hidden notes again`
            }
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
