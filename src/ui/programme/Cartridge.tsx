import type { ChoreDue } from '@/core'
import { choreShort } from '@/words/choreText'
import { type DisplayPreferences, day, upperFirst } from '@/words/words'
import type { Action } from '../form/draft'
import { PostButton } from '../form/PostButton'
import { choreFields } from '../upkeep/choreFields'

/** The parts of a programme that have a life of their own: how old each is, and when it has done its time. The chores say when. */
export const Cartridge = ({
  tubId,
  parts,
  keep,
  preferences,
}: {
  tubId: number
  parts: readonly ChoreDue[]
  keep: Action
  preferences: DisplayPreferences
}) => (
  <section aria-labelledby="cartridge">
    <h2 id="cartridge" className="font-semibold text-[19px]">
      {parts.length > 1 ? 'Its parts' : 'The cartridge'}
    </h2>
    <ul>
      {parts.map(({ chore, lastDone, due }) => {
        const name = upperFirst(choreShort(chore.id))
        return (
          <li key={chore.id} className="mt-2">
            <p>
              {lastDone === undefined
                ? `${name}: you haven’t logged when it was installed.`
                : due <= preferences.now
                  ? `${name}: installed ${day(lastDone, preferences)} and past its service life: replace it.`
                  : `${name}: installed ${day(lastDone, preferences)}. Replace it by ${day(due, preferences)}.`}
            </p>
            <PostButton
              action={keep}
              hidden={{ ...choreFields(tubId, chore.id), outcome: 'done' }}
              label="Log a new one"
              title={`Log a new one: ${choreShort(chore.id)}`}
              className="plain mt-1"
            />
          </li>
        )
      })}
    </ul>
    <p className="small mt-1 text-muted">Before going away, put a fresh one in.</p>
  </section>
)
