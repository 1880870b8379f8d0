import {
  type Chore,
  type ChoreId,
  type ChoreText,
  isPresetChore,
  type Methods,
  type PresetChoreId,
  type SchoolId,
} from '@/core'
import { STAY_CHORE_TEXT } from './stayChoreText'
import { STILL } from './stillWords'

const { step: POWER, back: BACK } = STILL.breaker
const HOSE = 'Hose between all the pleats, top to bottom, until the water runs clear.'
const DRY = 'Let it dry while the spare set is in the tub.'
const AT_THIRD = 'At every third shock'

/** What is said of each preset chore: why it is done, what it needs, how, and what to watch out for. */
export const CHORE_TEXT: Record<PresetChoreId, ChoreText> = {
  'level look': {
    name: 'Check the water level and the water',
    purpose:
      'Low water lets the pump draw air. A quick look catches cloudiness, foam and scum early.',
    needs: '',
    how: [
      'Keep the level about 3 cm above the highest jet. Top up through the hose filter if you have one.',
      'Losing an inch or two a month is evaporation. More than that is a leak.',
      'Test after topping up.',
    ],
    cautions: [],
  },
  'filter rinse': {
    name: 'Rinse the filter',
    purpose: 'A clogged filter slows the flow and uses up sanitizer.',
    needs: 'a hose',
    how: [
      POWER,
      HOSE,
      'Rinse the housing and the inside of the skimmer, too. Open a bleed screw before the lid; at restart leave it open until water comes.',
      'Put it back, lid and screw finger-tight.',
      BACK,
    ],
    cautions: ['Never run the pump without a filter.', 'Don’t use a dishwasher or household soap.'],
  },
  'filter soak': {
    name: 'Deep-clean the filter',
    purpose: 'Grease and scale build up where a hose can’t reach.',
    needs: 'a bucket, filter cleaner, the spare set',
    how: [
      POWER,
      'Rinse it, soak it in a bucket outdoors as the cleaner’s label says, then rinse until the water runs clear.',
      DRY,
    ],
    cautions: ['Filter cleaner never goes into the tub: any residue foams.'],
  },
  'filter replace': {
    name: 'Replace the filter',
    purpose: 'Pleats tear, bands sag, and eventually it no longer rinses white.',
    needs: 'a new cartridge',
    how: [POWER, 'Replace it sooner if it no longer rinses white or an end cracks.'],
    cautions: [],
  },
  waterline: {
    name: 'Wipe the waterline',
    purpose: 'Scum that dries there etches the shell.',
    needs: 'a soft cloth',
    how: [
      'Use a soft cloth and tub water. A tan line is dust from the fill water; white or yellow is scum.',
      'A waterline cleaner goes on the cloth, away from the water, and comes off with a second clean one. Try a hidden spot first.',
    ],
    cautions: ['Don’t use household cleaner: it foams and uses up sanitizer.'],
  },
  'shell clean': {
    name: 'Clean the empty shell',
    purpose: 'Fresh water on old film lasts half as long.',
    needs: 'a soft cloth, a cleaner made for the surface',
    how: ['Clean the shell, jets and pillows. Rinse twice and wipe dry before filling.'],
    cautions: [
      'Keep the power off while the tub is empty. Wear gloves and keep air moving: fumes collect in an empty shell.',
    ],
  },
  jets: {
    name: 'Clean the jets',
    purpose: 'Scale and grit make them stiff, and then they crack.',
    needs: 'a bucket of warm water and vinegar',
    how: [
      'Unscrew the jets that come out by hand, soak them for an hour, rinse well and put them back.',
    ],
    cautions: ['Don’t force a stuck jet: a pried jet leaks behind the shell.'],
  },
  'scale inhibitor': {
    name: 'Add scale inhibitor',
    purpose: 'It keeps calcium and metals dissolved. It gets used up week by week.',
    needs: '',
    how: ['Dose from the label, with the jets on.'],
    cautions: ['A silver or mineral cartridge comes out first, for 24 hours.'],
  },
  'weekly oxidiser': {
    name: 'Add the weekly oxidiser',
    purpose: 'Biguanide does not burn off what bathers leave: its own oxidiser does.',
    needs: 'the oxidiser of this system',
    how: [
      'Measure what its label gives for your volume, and pour it slowly with the jets on. Cover open for 20 minutes, nobody in.',
    ],
    cautions: [
      'Wear gloves and eye protection. Never chlorine, bromine or non-chlorine shock instead: the water clouds at once and has to go.',
    ],
  },
  enzyme: {
    name: 'Add enzyme',
    purpose: 'It breaks down oils before they turn to scum. Many tubs do without.',
    needs: '',
    how: [
      'Dose from the label, with the jets on. On a shock evening it goes in once the shock has worked for its time.',
    ],
    cautions: [],
  },
  conditioner: {
    name: 'Add the two-part conditioner',
    purpose: 'It helps a low sanitizer by keeping the water and the shell clean.',
    needs: '',
    how: [
      'Jets on, cover off. Add part one, then part two right after it.',
      'The water turns milky and clears within an hour. Do it on the same day each week.',
    ],
    cautions: ['Measure each part with its own cap.'],
  },
  clarifier: {
    name: 'Add clarifier',
    purpose: 'It gathers fine particles so that the filter can hold them.',
    needs: '',
    how: [
      'Dose from the label, with the jets on, two hours before use or in the evening with the shock.',
      'Rinse the filter the next day: what it gathers ends up there.',
    ],
    cautions: ['Too much clouds the water. Water that stays cloudy has a cause: look in Trouble.'],
  },
  'leaf net': {
    name: 'Net leaves and insects',
    purpose: 'What sinks uses up sanitizer and stains the shell.',
    needs: 'a leaf net',
    how: ['Skim the surface, then the floor and the footwell.'],
    cautions: [],
  },
  'oil ball': {
    name: 'Wash the felt ball',
    purpose: 'Full of oil and scum, it no longer takes any up.',
    needs: 'a spare felt ball',
    how: [
      'Put the clean one in, wash the other without detergent. Replace it once it stays dirty.',
    ],
    cautions: ['Take it out before anyone gets in.'],
  },
  'slow tablet': {
    name: 'Add a slow cleaning tablet',
    purpose: 'It keeps the water clear between shocks. A week without bathers needs none.',
    needs: '',
    how: [
      'Push it into the filter basket, air off, or as its label says. With new water, use two.',
    ],
    cautions: [
      'Never put it in a floater or feeder that held anything else. Open the packet away from your face and the wind.',
    ],
  },
  purge: {
    name: 'Flush the pipes',
    purpose: 'Film left in the pipes contaminates the fresh water.',
    needs: '',
    how: [
      'The day before draining, dose from the label with the jets on. Take the filters out, or do what the label says.',
    ],
    cautions: ['After this, nobody gets in until the tub has fresh water.'],
  },
  'cover underside': {
    name: 'Wipe the shell and the underside of the cover with the shock',
    purpose: 'The gases from a shock settle there.',
    needs: 'a soft cloth',
    how: [
      `${AT_THIRD}, while the cover is open, wipe above the waterline and the underside of the cover.`,
    ],
    cautions: ['Keep your face away from freshly shocked water.'],
  },
  'cover wipe': {
    name: 'Wipe the cover inside and out',
    purpose: 'Residue from the steam collects under it.',
    needs: 'a soft cloth',
    how: [
      'Use a soft cloth and tub water. Check the seams and straps, and lift the cover: if it’s heavy, it’s waterlogged.',
    ],
    cautions: [],
  },
  'cover look': {
    name: 'Check the cover’s seams, weight and lifter',
    purpose: 'A split seam lets water into the foam, and a heavy cover bends its lifter.',
    needs: '',
    how: [
      'Tape seams as soon as they split. A cover lasts four to six years.',
      'Check that the lifter’s screws are tight and its arms straight. Keep your hands out of the arms.',
      'Check that straps and locks hold: they keep children out.',
    ],
    cautions: [],
  },
  'cover protect': {
    name: 'Protect the cover',
    purpose: 'Sunlight makes vinyl brittle.',
    needs: 'vinyl protectant',
    how: ['Apply vinyl protectant as its label says, to the outside only.'],
    cautions: [],
  },
  'cover clear': {
    name: 'Clear leaves and snow off the cover',
    purpose: 'Wet snow breaks the foam.',
    needs: 'a soft broom',
    how: ['Use a broom, never a shovel. Set the months to suit where you live.'],
    cautions: ['Nobody stands on the cover.'],
  },
  'earth-fault test': {
    name: 'Press the test button on the RCD (GFCI)',
    purpose: 'This safety switch saves lives when something leaks current.',
    needs: '',
    how: [
      'With nobody in the tub, press the test button: it must trip at once. Then reset it, and the tub restarts.',
    ],
    cautions: ['If it doesn’t trip, stay out until a licensed electrician has checked it.'],
  },
  'cell look': {
    name: 'Inspect the cell’s plates',
    purpose: 'White scale makes a cell read low and work harder.',
    needs: '',
    how: [
      'Switch the power off and take the cell out as its manual says. Remove scale with what the maker recommends.',
    ],
    cautions: [
      'If the maker recommends acid, use gloves, eye protection and open air, and follow the manual.',
    ],
  },
  'mineral cartridge': {
    name: 'Replace the silver or mineral cartridge',
    purpose: 'Past its service life it releases nothing.',
    needs: 'a new cartridge',
    how: ['Take the old one out, put the new one in and write the date on it.'],
    cautions: [],
  },
  'silver back': {
    name: 'Put the silver or mineral cartridge back in',
    purpose: 'The inhibitor would bind what it releases, so it was out for a day.',
    needs: '',
    how: ['A day after the inhibitor went in and once the filter is rinsed, put it back.'],
    cautions: [],
  },
  'chlorine part': {
    name: 'Replace the chlorine part',
    purpose: 'Empty, it holds no level: a test stays colourless, or its floater turns over.',
    needs: 'a new chlorine part',
    how: [
      'Take the old part out and put the new one in with the dial where it was. Write the date on it.',
      'Before a holiday put a new one in, and keep the old one for later.',
    ],
    cautions: ['Wear gloves, and don’t breathe the fumes.'],
  },
  'hose filter': {
    name: 'Replace the hose filter',
    purpose: 'A spent filter lets metals through again.',
    needs: 'a new hose filter',
    how: [
      'Follow its label. Common practice: 5700 L, or three fills of 1900 L.',
      'Drain it and keep it cold between fills.',
    ],
    cautions: [],
  },
  lamp: {
    name: 'Check the light',
    purpose: 'A leaking or fogged lens should be found before it shorts.',
    needs: '',
    how: ['It should light up, with no water or fog behind the lens.'],
    cautions: ['Only a licensed person should open it.'],
  },
  'heat-pump fins': {
    name: 'Brush the heat pump’s fins',
    purpose: 'Leaves in the fins waste heat.',
    needs: '',
    how: ['Switch the power off. Brush gently along the fins and rinse without pressure.'],
    cautions: ['Don’t remove its cover: the inside is for a licensed person.'],
  },
  'yearly service': {
    name: 'Yearly service',
    purpose: 'Wiring, leaks, pumps and heater get checked.',
    needs: '',
    how: ['Have a licensed person do it.'],
    cautions: ['Nothing behind the panels is safe for an owner to open.'],
  },
  'cabinet wipe': {
    name: 'Wipe the cabinet and hard lids',
    purpose: 'Dirt and splashed products dull them.',
    needs: 'a soft cloth',
    how: ['Wipe with water, outside only. Keep the vents of the cabinet clear.'],
    cautions: ['Never spray water at the cabinet: the electrics are behind it.'],
  },
  'wall air': {
    name: 'Top up the air in the walls',
    purpose: 'Air in the walls shrinks as it cools; soft walls sag and the level drops.',
    needs: 'its pump',
    how: ['With nobody in, press a wall: it should hardly give. Top it up as its manual says.'],
    cautions: ['Don’t overfill in the sun: warm air expands.'],
  },
  'ground and clips': {
    name: 'Check shade, wind and clips',
    purpose: 'Sun ages the walls, and wind lifts a light cover.',
    needs: '',
    how: ['Clips shut, cover flat, nothing sharp underneath. Shade it if it stands in the sun.'],
    cautions: ['The clips keep children out: replace a broken one at once.'],
  },
  'part change': {
    name: 'Replace a third of the water',
    purpose: 'What no product takes out goes out with the water.',
    needs: 'a pump or the drain, a hose',
    how: [
      'Power off at the breaker. Drain a third, fill to the mark, power on, then test and balance.',
      'Refill → Part change works out how much, and logs it.',
    ],
    cautions: ['Never run the heater or the jets below the mark.'],
  },
  'air valves': {
    name: 'Shut the air valves and watch',
    purpose: 'Fine bubbles look like cloud, and air drives the pH up.',
    needs: '',
    how: [
      'Turn every air knob shut and the jets off. Wait ten minutes: bubbles rise, cloud stays.',
      'Leave the air shut while nobody is in.',
    ],
    cautions: [],
  },
  'air bleed': {
    name: 'Bleed the air from the pump',
    purpose: 'After a fill, air in the pump stops the flow.',
    needs: '',
    how: [
      'Level above the skimmer first. Run the jets on low for ten seconds, off for ten, five times.',
      'Still weak? Loosen the bleed screw of the pump as the tub’s manual says, until water comes, then tighten it.',
    ],
    cautions: [
      'Power off at the breaker before a panel is opened. Anything behind it beyond the bleed screw is for a technician.',
    ],
  },
  'level mark': {
    name: 'Mark the level and look after a day',
    purpose: 'It tells a leak from evaporation.',
    needs: 'tape or a pencil',
    how: [
      'Mark the waterline with the jets off and the cover on. Look after 24 hours: once with the pump running, once with it off.',
      'More with the pump on: a pipe or a seal. The same: the shell or the drain.',
    ],
    cautions: [],
  },
  'cabinet look': {
    name: 'Look for water in the cabinet',
    purpose: 'A seal that drips wets the electrics below it.',
    needs: 'a torch',
    how: ['Power off at the breaker. Open the access panel and look; touch nothing.'],
    cautions: ['Wet inside? Leave the power off and call a technician.'],
  },
  technician: {
    name: 'Call a licensed technician',
    purpose: 'Electrics, heater and pipes behind the panel are not for your own hands.',
    needs: '',
    how: [
      'Say what the display shows, since when, and what you have tried. Tick it once it’s repaired.',
    ],
    cautions: ['Power off at the breaker until then if it trips, tingles or leaks.'],
  },
  ...STAY_CHORE_TEXT,
}

/** For the history and narrow places. */
const CHORE_SHORT: Record<PresetChoreId, string> = {
  'level look': 'level check',
  'filter rinse': 'filter rinse',
  'filter soak': 'filter deep-clean',
  'filter replace': 'new filter',
  waterline: 'waterline',
  'shell clean': 'shell cleaning',
  jets: 'jets',
  'scale inhibitor': 'scale inhibitor',
  'weekly oxidiser': 'weekly oxidiser',
  enzyme: 'enzyme',
  conditioner: 'two-part conditioner',
  'slow tablet': 'slow tablet',
  purge: 'pipe flush',
  'cover underside': 'cover underside',
  'cover wipe': 'cover wipe',
  'cover look': 'cover check',
  'cover protect': 'cover protectant',
  'cover clear': 'cover clearing',
  'earth-fault test': 'RCD (GFCI) test',
  'cell look': 'cell check',
  'mineral cartridge': 'mineral cartridge',
  'silver back': 'cartridge back in',
  'chlorine part': 'chlorine part',
  'hose filter': 'hose filter',
  lamp: 'light',
  'heat-pump fins': 'heat-pump fins',
  'yearly service': 'yearly service',
  clarifier: 'clarifier',
  'leaf net': 'leaf net',
  'oil ball': 'felt ball',
  'cabinet wipe': 'cabinet',
  'wall air': 'air in the walls',
  'ground and clips': 'shade and clips',
  'part change': 'part change',
  'air valves': 'air valves',
  'air bleed': 'air bleed',
  'level mark': 'level mark',
  'cabinet look': 'look into the cabinet',
  technician: 'technician',
  leave: 'ready for absence',
  return: 'test after absence',
  'turn up': 'heater up',
  'close drain': 'drained, closed down',
  'close blow out': 'pipes blown out',
  'close dry': 'shell dried',
  'close filters': 'filters stored',
  'close antifreeze': 'antifreeze',
  'close cover': 'covered and locked',
  'open inspect': 'inspected',
  'open fill': 'filled again',
}

export const choreShort = (id: ChoreId): string => (isPresetChore(id) ? CHORE_SHORT[id] : id)

const OWN_TEXT: ChoreText = { name: 'My chore', purpose: '', needs: '', how: [], cautions: [] }

/** Where nothing but the system's own cleaners may touch the water. */
const BIGUANIDE_TEXT: Partial<Record<PresetChoreId, Partial<ChoreText>>> = {
  'filter soak': {
    needs: 'this system’s own filter cleaner, a bucket',
    how: [
      'Power off, cartridge out, rinse it.',
      'Soak it overnight in the system’s own cleaner: the whole container to 20 L of lukewarm water.',
      'Rinse until the water runs clear, let it dry, put it back.',
    ],
  },
  waterline: {
    needs: 'this system’s own waterline cleaner, two cloths',
    how: ['Wipe it on with one cloth and off with a second.'],
  },
}

/** Lines that another way of doing it replaces. */
const LINES: Record<string, (methods: Partial<Methods>) => string | undefined> = {
  [POWER]: ({ filterPower }) => STILL[filterPower ?? 'breaker'].step,
  [BACK]: ({ filterPower }) => STILL[filterPower ?? 'breaker'].back,
  [HOSE]: ({ filterWash }) =>
    filterWash === 'pleat comb'
      ? 'Comb the pleats out, then hose between them, top to bottom, until the water runs clear.'
      : filterWash === 'pressure washer'
        ? 'Rinse with a domestic pressure washer, only if the cartridge’s label allows it: fan spray, from a good distance, along the pleats.'
        : undefined,
  [DRY]: ({ filterBack }) =>
    filterBack === 'wet'
      ? 'Put it back wet, straight after rinsing it until no foam is left.'
      : undefined,
}

const WATERLINE: Record<Methods['waterlineTool'], Partial<ChoreText>> = {
  'microfibre cloth': {},
  'melamine sponge': {
    needs: 'a melamine sponge',
    how: [
      'Wipe gently with a melamine sponge and tub water. Try a hidden spot first: it takes the shine off some surfaces.',
    ],
  },
  'scouring mitt': {
    needs: 'a light scouring mitt',
    how: [
      'Wipe with a light scouring mitt made for shells and tub water. Try a hidden spot first.',
    ],
  },
  'one-way mitt': {
    needs: 'a one-way mitt, a dry towel',
    how: ['Wipe with a fresh mitt, dry with the towel, throw the mitt away and wash your hands.'],
  },
}

/** A chore's words as the people of this tub do it. */
const asDone = (id: PresetChoreId, text: ChoreText, methods: Partial<Methods>): ChoreText => {
  const how = text.how.map((line) => LINES[line]?.(methods) ?? line)
  if (id === 'waterline')
    return { ...text, ...WATERLINE[methods.waterlineTool ?? 'microfibre cloth'] }
  if (id === 'cover underside')
    return {
      ...text,
      how: how.map((line) =>
        methods.shockRhythm === 'after every soak'
          ? line.replace(AT_THIRD, 'Every few weeks')
          : methods.wipeAtShocks === '4'
            ? line.replace(AT_THIRD, 'At every fourth shock')
            : line,
      ),
    }
  return { ...text, how }
}

/** A chore's words: the preset's as its people do it, its programme's own, and what its people changed. */
export const choreText = ({
  id,
  text,
  ownCleaners,
  methods,
}: Pick<Chore, 'id' | 'text' | 'ownCleaners' | 'methods'>): ChoreText => {
  if (!isPresetChore(id)) return { ...OWN_TEXT, ...text }
  const preset = methods ? asDone(id, CHORE_TEXT[id], methods) : CHORE_TEXT[id]
  return { ...preset, ...(ownCleaners ? BIGUANIDE_TEXT[id] : {}), ...text }
}

export const choreName = (chore: Pick<Chore, 'id' | 'text'>): string => choreText(chore).name

/** Intervals that other owners keep. */
export const SCHOOL_NAMES: Record<SchoolId, string> = {
  'weekly or sooner': 'weekly, or sooner with heavy use',
  'every ten days': 'every ten days',
  'every three weeks': 'every three weeks',
  monthly: 'monthly',
  'five weeks or sooner': 'every five weeks, or sooner with heavy use',
  'every 30 days': 'every 30 days',
  'every six to eight weeks': 'every six to eight weeks',
  'every three months': 'every three months',
  'with each drain': 'at each drain',
  'every six months': 'every six months',
  yearly: 'yearly',
  'every eighteen months': 'every eighteen months',
  disposable: 'disposable filter: every three months',
  inflatable: 'inflatable tub: weekly',
  weekly: 'a little every week',
  'every five months': 'every five months',
  'every week': 'weekly',
  fortnightly: 'every two weeks',
}
