import { type Ask, asking, type Fields, type Outcome } from './form'

/** What a form says after it was laid over what is stored now, and which fields its person changed. */
export interface Merged {
  fields: Fields
  changed: ReadonlySet<string>
}

const MOST_CHARACTERS = 60_000

/** The fields as the page showed them when it was drawn; undefined where it didn't say. */
const drawnOf = ({ drawn }: Fields): Fields | undefined => {
  if (drawn === undefined || drawn.length > MOST_CHARACTERS) return undefined
  try {
    const read: unknown = JSON.parse(drawn)
    if (typeof read !== 'object' || read === null || Array.isArray(read)) return undefined
    return Object.fromEntries(
      Object.entries(read).flatMap(([name, value]) =>
        typeof value === 'string' ? [[name, value]] : [],
      ),
    )
  } catch {
    return undefined
  }
}

/**
 * Lays a form over what is stored now. A field its person left alone keeps what it has by now; one that nobody else changed takes
 * what was typed; where both changed it, the person is asked. Fields that mean something only together belong to one group and are
 * taken together.
 * @param current what the form would show now
 * @param groupOf the name of a field's group; a field by itself is its own
 */
export const merged = (
  current: Fields,
  given: Fields,
  groupOf: (name: string) => string = (name) => name,
): Merged | { asked: Outcome } => {
  const drawn = drawnOf(given)
  // A script that says nothing of what it saw means what it says.
  if (!drawn) {
    const names = [...Object.keys(current), ...Object.keys(given)]
    return {
      fields: given,
      changed: new Set(names.filter((name) => (given[name] ?? '') !== (current[name] ?? ''))),
    }
  }
  const groups = new Map<string, string[]>()
  for (const name of new Set([
    ...Object.keys(current),
    ...Object.keys(drawn),
    ...Object.keys(given),
  ])) {
    if (/^(post|locale|drawn|drawnFor|units|by)$|^confirm\./.test(name)) continue
    const group = groupOf(name)
    groups.set(group, [...(groups.get(group) ?? []), name])
  }
  const fields = { ...given }
  const changed = new Set<string>()
  const asks: Record<string, Ask> = {}
  for (const [group, members] of groups) {
    const was = (name: string) => drawn[name] ?? ''
    const is = (name: string) => current[name] ?? ''
    const typed = (name: string) => given[name] ?? was(name)
    const mine = members.filter((name) => typed(name) !== was(name))
    const theirs = members.filter((name) => is(name) !== was(name))
    const collide =
      mine.length > 0 && members.some((name) => theirs.includes(name) && typed(name) !== is(name))
    const answer = given[`confirm.${group}`]
    if (collide && answer !== 'mine' && answer !== 'theirs') {
      const field = [group, ...members].find((name) => typed(name) !== is(name)) ?? group
      asks[group] = {
        options: [
          { value: 'mine', label: typed(field) },
          { value: 'theirs', label: is(field) },
        ],
        field,
      }
      continue
    }
    const takeMine = mine.length > 0 && answer !== 'theirs'
    for (const name of members) {
      if (takeMine) {
        if (typed(name) !== is(name)) changed.add(name)
      } else if (is(name) === '' && given[name] === undefined) delete fields[name]
      else fields[name] = is(name)
    }
  }
  return Object.keys(asks).length > 0 ? { asked: asking(given, asks) } : { fields, changed }
}
