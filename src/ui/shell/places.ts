/** The places of a tub, in the order of the work; `key` jumps there. */
export const PLACES = [
  { place: 'now', name: 'Now', key: 'n', daily: true },
  { place: 'test', name: 'Test', key: 't', daily: true },
  { place: 'dose', name: 'Dose', key: 'd', daily: true },
  { place: 'soak', name: 'Soak', key: 'o', daily: true },
  { place: 'upkeep', name: 'Upkeep', key: 'k', daily: false },
  { place: 'refill', name: 'Refill', key: 'f', daily: false },
  { place: 'trouble', name: 'Trouble', key: 'w', daily: false },
  { place: 'record', name: 'Record', key: 'r', daily: false },
  { place: 'programme', name: 'Programme', key: 'p', daily: false },
  { place: 'shelf', name: 'Shelf', key: 's', daily: false },
  { place: 'tub', name: 'Tub', key: 'u', daily: false },
] as const
