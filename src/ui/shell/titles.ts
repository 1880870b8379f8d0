/** What a page is called in its window's title, by its path within a tub; `*` is any one entry, item or chore. */
const TITLES: Record<string, string> = {
  ahead: 'The week ahead',
  dose: 'Dose',
  glossary: 'Glossary',
  now: 'Now',
  programme: 'Programme',
  'programme/methods': 'Methods',
  record: 'Record',
  'record/*': 'Correct an entry',
  'record/costs': 'Costs',
  'record/data': 'Your data',
  'record/import': 'Import a spreadsheet',
  'record/items': 'Items',
  'record/log': 'Log',
  'record/trends': 'Trends',
  refill: 'Refill',
  'refill/sheet': 'Refill day',
  shelf: 'The shelf',
  'shelf/*': 'On the shelf',
  soak: 'Soak',
  'soak/sheet': 'Before people get in',
  test: 'Test',
  'test/kits': 'Test kits',
  'test/kits/*': 'A test kit',
  'test/photo': 'A strip from a picture',
  trouble: 'Trouble',
  tub: 'Tub',
  upkeep: 'Upkeep',
  'upkeep/chores': 'All chores',
  'upkeep/chores/*': 'A chore',
  'upkeep/closing': 'Closing down',
  'upkeep/heat': 'Heat and power',
  visit: 'Visit',
}

/** @param parts of the path, after the tub: `['record', '17']` */
export const titleAt = (parts: readonly string[], tubName: string): string => {
  const of = (path: readonly string[]) => TITLES[path.join('/')]
  const title = of(parts) ?? of([...parts.slice(0, -1), '*'])
  return [title, tubName, 'Pavrel'].filter(Boolean).join(' · ')
}
