import type { DisplayPreferences } from '@/words/words'

/** A command has no person in front of it: SI units and UTC. */
export const plainPreferences = (now: number): DisplayPreferences => ({
  locale: 'en-GB',
  timeZone: 'UTC',
  units: { volume: 'litre', temperature: 'celsius', mass: 'gram' },
  now,
})
