import type { ChoreText, PresetChoreId } from '@/core'

/** What is said of the chores that a stay, a closing down or a planned soak asks for. */
export const STAY_CHORE_TEXT = {
  leave: {
    name: 'Get the tub ready for your absence',
    purpose: 'Left alone, it goes on losing sanitizer and water.',
    needs: '',
    how: [
      'The day before: test and balance, shock with the cover half open, rinse the filter.',
      'Heat and power, under Going away, has the last dose, the temperature to set and what it should read when you’re back.',
      'Clip and lock the cover. Tell whoever looks in where the breaker is.',
    ],
    cautions: ['Nobody gets in while you’re away unless somebody tests it first.'],
  },
  return: {
    name: 'Look and test after your absence',
    purpose: 'Nobody knows what the water has done meanwhile.',
    needs: 'the test kit',
    how: [
      'Look at the water and the level first, and top up.',
      'Test. Shock if the sanitizer is gone, and test again once that has mixed.',
      'Set the heater back to its usual temperature.',
    ],
    cautions: ['Nobody gets in before that test.'],
  },
  'turn up': {
    name: 'Turn the heater up for the soak',
    purpose: 'It’s kept lower between soaks and takes hours to warm.',
    needs: '',
    how: ['Set its usual temperature, cover closed.', 'Turn it down again after the last soak.'],
    cautions: [],
  },
  'close drain': {
    name: 'Closing down: drain the tub',
    purpose: 'Water that nobody heats and sanitizes grows germs, and it freezes.',
    needs: 'a submersible pump or the drain hose, an outlet with an RCD (GFCI)',
    how: [
      'Flush the pipes the day before. Let the sanitizer fade to near zero, or neutralise it.',
      'Power off at the breaker. It stays off until the tub is full again.',
      'Take the filters out, then drain. Local rules say where the water may go.',
      'Mark this done when the tub is empty. From then on it counts as closed down.',
    ],
    cautions: [
      'Power off before the level falls: pump and heater don’t survive running dry.',
      'Hold off while hard frost lasts: wet pipes freeze sooner empty than full and heated.',
    ],
  },
  'close blow out': {
    name: 'Closing down: blow out the pipes',
    purpose: 'Water left in pipes and pumps bursts them in frost, and slime grows in it.',
    needs: 'a wet/dry vacuum that blows, an outlet with an RCD (GFCI)',
    how: [
      'Blow through jets, air holes and suction fittings, one after another, until only air comes. Vacuum the footwell and the filter housing dry.',
      'Open the drain plugs and unions of pumps and heater as the tub’s manual shows, and leave them open.',
    ],
    cautions: [
      'Where it freezes hard, have a licensed technician do it: what stays behind cracks pump and heater.',
    ],
  },
  'close dry': {
    name: 'Closing down: dry the shell',
    purpose: 'Damp left under the cover turns to mould.',
    needs: 'dry cloths',
    how: [
      'Wipe shell, seats and filter housing dry. Take pillows out and dry them.',
      'Leave it open in dry weather for a few hours.',
    ],
    cautions: [],
  },
  'close filters': {
    name: 'Closing down: store the filters',
    purpose: 'A cartridge put away wet or dirty is spoilt by the time it’s needed.',
    needs: 'filter cleaner, a bucket',
    how: [
      'Soak them in filter cleaner as its label says, rinse until the water runs clear.',
      'Dry them for two days, then keep them dry and free of frost.',
    ],
    cautions: [],
  },
  'close antifreeze': {
    name: 'Closing down: antifreeze, if your technician says so',
    purpose: 'For water that can’t be blown out. A tub that is blown out well needs none.',
    needs: 'a product labelled for pool and spa pipes',
    how: [
      'Only where its label and a technician say so, in that amount and place. Otherwise skip this.',
    ],
    cautions: [
      'Never antifreeze for cars: it is poisonous.',
      'All of it has to be flushed out before the tub is filled again.',
    ],
  },
  'close cover': {
    name: 'Closing down: cover and lock',
    purpose: 'An empty tub is a fall for a child, and rain fills it again.',
    needs: '',
    how: [
      'Cover on, every clip closed, locked. Note where the key is.',
      'Look under it after storms; clear snow and leaves.',
    ],
    cautions: [],
  },
  'open inspect': {
    name: 'Reopening: inspect it',
    purpose: 'What cracked, leaked or was gnawed shows before water and power are on.',
    needs: 'a torch',
    how: [
      'Close drain plugs and unions, seals in place. Look into the cabinet for cracks, nests and gnawed cables.',
      'Wipe the shell out. Flush any antifreeze out completely, and drain that water too.',
      'Check cover, hinges and straps.',
    ],
    cautions: [
      'The power stays off until the jets are covered. Cracked, wet or gnawed? A licensed technician first.',
    ],
  },
  'open fill': {
    name: 'Reopening: fill and start up',
    purpose: 'New water needs everything a fresh fill needs.',
    needs: 'a hose, the filters',
    how: [
      'Set the day in Refill: it begins with the fill, as the tub is empty.',
      'Fill through the filter housing, put the filters in, power on once the jets are covered.',
      'Log the fill. The start-up follows by itself.',
    ],
    cautions: ['Never run pump or heater dry.'],
  },
} satisfies Partial<Record<PresetChoreId, ChoreText>>
