import { cookies } from 'next/headers'
import { toWallClock } from '@/server/moment'
import { tubList } from '@/server/views'
import { theStore } from '@/store/database'
import { presetFields } from '@/ui/form/presetFields'
import { TubForm } from '@/ui/form/TubForm'
import { Link } from '@/ui/Link'
import { ZoneCookie } from '@/ui/shell/ZoneCookie'
import { setUpTub } from '../actions'
import { preferencesOf } from '../preferences'

const AMERICAN = /^en-US|^es-US/

const Welcome = async () => {
  await cookies()
  const now = Date.now()
  const preferences = await preferencesOf(
    { volume: 'litre', temperature: 'celsius', mass: 'gram' },
    now,
  )
  const american = AMERICAN.test(preferences.locale)
  const tubs = tubList(theStore())
  return (
    <main className="mx-auto max-w-[860px] px-5 py-10 lg:py-14">
      <title>A new tub · Pavrel</title>
      <ZoneCookie assumed={preferences.timeZone} />
      {tubs.length > 0 && (
        <Link href="/" className="quiet">
          Back to the tub
        </Link>
      )}
      <h1 className="serif verdict">{tubs.length > 0 ? 'Add a tub' : 'First, your tub'}</h1>
      <p className="mt-4 mb-8 max-w-[56ch] text-[18px]">
        Its volume determines every dose; you can change the rest at any time. Then test once to get
        your first plan.
      </p>
      <TubForm
        action={setUpTub}
        first
        draftKey="tub.new"
        today={toWallClock(now, preferences.timeZone).slice(0, 10)}
        initial={{
          name: '',
          place: '',
          kind: 'hard shell',
          supplementaryDisinfection: 'none',
          exposure: 'shade',
          filtrationHours: '',
          jetsHours: '',
          volumeUnit: american ? 'US gallon' : 'litre',
          volumeWay: 'figure',
          lengthUnit: american ? 'inch' : 'centimetre',
          temperatureUnit: american ? 'fahrenheit' : 'celsius',
          massUnit: 'gram',
          setTemperature: american ? '100' : '38',
          source: 'town',
          filled: 'unknown',
          programme: 'granular chlorine',
          ...presetFields('granular chlorine', 'full'),
        }}
      />
    </main>
  )
}

export default Welcome
