import { EMERGENCIES, type Sign, type Trouble } from '@/core'
import { EMERGENCY_TEXT } from '@/words/troubleText'
import { emergencySteps } from '@/words/troubleWords'
import type { DisplayPreferences } from '@/words/words'
import type { Action } from '../form/usePost'
import { PoisonLine } from './PoisonLine'
import { SignTap } from './SignTap'

const Steps = ({
  emergency,
  preferences,
  poisonLine,
}: {
  emergency: NonNullable<Trouble['emergency']>
  preferences: DisplayPreferences
  poisonLine: string | undefined
}) => (
  <ol className="mt-1 list-decimal pl-5">
    {emergencySteps(emergency, preferences, poisonLine).map((step) => (
      <li key={step} className="py-0.5">
        {step}
      </li>
    ))}
  </ol>
)

/** What comes before any cause; it stands in the page, so that it can be read with no network. */
export const EmergencyBlock = ({
  emergency,
  signs,
  tubId,
  poisonLine,
  tick,
  keepPoisonLine,
  preferences,
}: {
  emergency: Trouble['emergency']
  signs: readonly Sign[]
  tubId: number
  poisonLine: string | undefined
  tick: Action
  keepPoisonLine: Action
  preferences: DisplayPreferences
}) => (
  <section aria-label="Emergency" className="border-madder border-l-4 pl-3">
    {emergency && (
      <div className="mb-2 max-w-[62ch]">
        <h2 className="font-semibold text-[19px] text-madder">{EMERGENCY_TEXT[emergency].title}</h2>
        <Steps emergency={emergency} preferences={preferences} poisonLine={poisonLine} />
        {signs.includes(emergency) && (
          <div className="signs mt-2">
            <SignTap sign={emergency} on tubId={tubId} tick={tick} />
          </div>
        )}
      </div>
    )}
    {!emergency && (
      <p className="font-semibold">
        Rash, fever, trouble breathing, someone unwell:{' '}
        <span className="text-madder">out of the water first.</span>
      </p>
    )}
    <details>
      <summary className="quiet">
        {emergency ? 'Other emergencies' : 'An emergency? What to do'}
      </summary>
      <div className="max-w-[66ch]">
        {[...EMERGENCIES, 'fever' as const, 'rash' as const]
          .filter((one) => one !== emergency)
          .map((one) => (
            <details key={one} className="border-hair border-t">
              <summary className="quiet font-semibold">{EMERGENCY_TEXT[one].title}</summary>
              <div className="pb-2">
                <Steps emergency={one} preferences={preferences} poisonLine={poisonLine} />
                <div className="signs mt-2">
                  <SignTap sign={one} on={signs.includes(one)} tubId={tubId} tick={tick} />
                </div>
              </div>
            </details>
          ))}
        <PoisonLine tubId={tubId} number={poisonLine ?? ''} keep={keepPoisonLine} />
      </div>
    </details>
  </section>
)
