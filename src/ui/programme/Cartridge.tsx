import { type DisplayPreferences, day } from '@/words/words'
import type { Action } from '../form/draft'
import { PostButton } from '../form/PostButton'

/** How old the cartridge or stick is, and when it has done its time. */
export const Cartridge = ({
  tubId,
  since: { at, life },
  keep,
  preferences,
}: {
  tubId: number
  since: { at: number | null; life: number }
  keep: Action
  preferences: DisplayPreferences
}) => {
  const over = at !== null && at + life <= preferences.now
  return (
    <section aria-labelledby="cartridge">
      <h2 id="cartridge" className="font-semibold text-[19px]">
        The cartridge
      </h2>
      <p className="mt-1">
        {at === null
          ? 'You haven’t logged when it was installed.'
          : over
            ? `Installed ${day(at, preferences)} and past its service life: replace it.`
            : `Installed ${day(at, preferences)}. Replace it by ${day(at + life, preferences)}, and before going away.`}
      </p>
      <PostButton
        action={keep}
        hidden={{ kind: 'start', tub: String(tubId), step: 'cartridge', when: 'now' }}
        label="Log a new cartridge"
        className="plain mt-2"
      />
    </section>
  )
}
