import type { Stage, StageId } from '@/core'
import { startStepText } from './startUpText'

export const STAGE_NAMES: Record<StageId, string> = {
  'fill test': 'Test the fill water',
  purge: 'Flush the pipes',
  'sanitizer out': 'Neutralise the sanitizer',
  'filters out': 'Power off, filters out',
  drain: 'Drain',
  'filter soak': 'Soak the filters',
  'blow out': 'Blow out the pipes',
  clean: 'Clean shell and cover',
  fill: 'Fill',
  'filters in': 'Filters back in',
  bleed: 'Bleed the air, power on',
  metals: 'Inhibitor against metals',
  heat: 'Heat',
  balance: 'Test and balance',
  sanitize: 'Sanitize and start up',
  'last test': 'Last test, first soak',
}

interface StageText {
  /** Ticked off at the tub. */
  checks: string[]
  cautions: string[]
}

const DRAIN_TO = {
  sewer: 'Drain to the sewer.',
  'own ground': 'Drain onto your own lawn or beds, spread out.',
  elsewhere: 'Drain where your local rules say.',
} as const

const TEXT: Record<StageId, (stage: Stage) => StageText> = {
  'fill test': () => ({
    checks: [
      'Let the hose you fill with run for a minute, then test hardness, alkalinity and pH.',
      'Town and delivered water may hold sanitizer: read that, too.',
    ],
    cautions: [],
  }),
  purge: () => ({
    checks: [
      'Dose pipe flush from its label.',
      'Run the jets on high with the air open for half an hour; scum will come out.',
    ],
    cautions: ['Nobody gets in from now on. Lock the cover and put a note on it.'],
  }),
  'sanitizer out': () => ({
    checks: [
      'Add chlorine remover with the jets on, then test: near zero before the water goes out.',
    ],
    cautions: ['A little at a time: any excess uses up the first dose in the fresh water.'],
  }),
  'filters out': () => ({
    checks: [
      'Switch the breaker off and put a note on it.',
      'Take out filters, skimmer basket and floater.',
    ],
    cautions: [
      'Power off at the breaker: a heater running dry burns out, and a pump running dry seizes.',
    ],
  }),
  drain: ({ drain }) => ({
    checks: [
      drain?.to === undefined
        ? 'Ask where the water may go: sewer or your own ground, never a street drain or a stream.'
        : DRAIN_TO[drain.to],
      'Secure the end of the hose, below the footwell.',
    ],
    cautions: drain?.gravity
      ? []
      : [
          'Plug the pump into an outlet with an RCD (GFCI), and keep the plug dry and off the ground. Nobody in the tub.',
        ],
  }),
  'filter soak': () => ({
    checks: ['Hose them until they rinse white, then put them in the bucket with filter cleaner.'],
    cautions: ['Never soak them in the tub. Rinse until clear before they go back.'],
  }),
  'blow out': () => ({
    checks: [
      'Take out the standpipes. Close all their holes but one, and blow with a wet vacuum on blow, hole by hole, so that the air leaves through the jets. Then suck the seats and the foot well dry.',
    ],
    cautions: ['Plug the vacuum into an outlet with an RCD (GFCI), too.'],
  }),
  clean: ({ methods }) => ({
    checks: [
      ...(methods?.lastWater === 'left'
        ? ['What stands in the pipes and the footwell stays: the fresh water dilutes it.']
        : []),
      'Clean shell, jets, pillows and the underside of the cover with equal parts vinegar and warm water. No dish soap, nothing that scratches.',
      'Clean behind the pillows and around each jet. Rinse twice and wipe dry.',
      'Check the unions for leaks while the tub is empty.',
    ],
    cautions: [
      'Vinegar and chlorine together release toxic gas: rinse one away before using the other.',
    ],
  }),
  fill: ({ methods }) => ({
    checks: [
      'Put drain plug, caps and standpipes back.',
      'Hang the end of the hose above the filter housing, so that no air gets trapped and nothing is drawn back.',
      'Fill to an inch above the highest jets. Note the meter before and after.',
      ...(methods?.powerOn === 'half full'
        ? [
            'From half full, with the suction fittings well covered: hose away, breaker on, pump on low. Then fill the rest.',
          ]
        : []),
      'Under 10 °C, wait or mix in warm water: products dissolve poorly in cold water.',
    ],
    cautions: [
      methods?.powerOn === 'half full'
        ? 'Keep the power off until the suction fittings and the heater’s pipe are covered, as the manual says. Stay nearby: a forgotten hose floods.'
        : 'Keep the power off. Stay nearby: a forgotten hose floods.',
    ],
  }),
  'filters in': ({ methods }) => ({
    checks: [
      'Rinse until the water runs clear, then put them in.',
      ...(methods?.filtersIn === 'before the fill' || methods?.powerOn === 'half full'
        ? ['They go in before the fill, so that the first water is filtered and the pump has them.']
        : []),
    ],
    cautions: [],
  }),
  bleed: ({ methods }) => ({
    checks: [
      methods?.powerOn === 'half full'
        ? 'The power is on already. Let the air out at the union or bleed screw until every jet flows.'
        : 'Cover the jets with water, then switch the breaker on. Let the air out at the union or bleed screw until every jet flows.',
      'Bubbles at the floor inlet show that the main pump runs.',
    ],
    cautions: ['If the pump roars without moving water, switch it off at once and bleed it again.'],
  }),
  metals: () => ({
    checks: [
      'Dose from its label and circulate for a day with nothing else, then rinse the filter.',
    ],
    cautions: ['There’s no sanitizer in the water yet, so nobody gets in.'],
  }),
  heat: () => ({
    checks: ['Set the temperature. Put the cover on, but leave it ajar for the first hour.'],
    cautions: [],
  }),
  balance: () => ({
    checks: ['Test everything, then dose what the plan says, one product after the other.'],
    cautions: ['Add each product on its own, into the water, never water into the product.'],
  }),
  sanitize: ({ startUp = [] }) => {
    const steps = startUp.map(startStepText)
    return {
      checks: steps.map(({ title }) => `${title}.`),
      cautions: steps.flatMap(({ caution }) => (caution ? [caution] : [])),
    }
  },
  'last test': () => ({
    checks: ['Sanitizer and pH in range, temperature no higher than 40 °C.'],
    cautions: ['Nobody gets in before this test.'],
  }),
}

export const stageText = (stage: Stage): StageText & { name: string } => ({
  name: stage.drain?.gravity ? 'Drain by gravity' : STAGE_NAMES[stage.id],
  ...TEXT[stage.id](stage),
})
