import type { Methods } from '@/core'

/** How everything is made to stand still before a cartridge comes out, by the way its people keep. */
export const STILL: Record<
  Methods['filterPower'],
  { sign: string; before: string; step: string; first: string; back: string }
> = {
  breaker: {
    sign: 'Power off at the breaker',
    before: 'Power off at the breaker before you begin.',
    step: 'Switch the power off at the breaker before taking out a cartridge.',
    first: 'Power off',
    back: 'Switch the power on and check the flow.',
  },
  'maintenance mode': {
    sign: 'Pumps off, maintenance mode',
    before: 'Maintenance mode on the panel, all pumps still, before you begin.',
    step: 'Put the panel into maintenance mode and wait until all pumps stand still before taking out a cartridge. If you aren’t sure they will stay off, use the breaker.',
    first: 'Pumps off',
    back: 'End maintenance mode and check the flow.',
  },
}
