import type { EntryBodies, EntryKind } from './entry'
import { KINDS } from './kinds'

/** The version that bodies are written in. One more for each change of an entry's shape, with its step in the file of its kind. */
export const ENTRY_VERSION = 3

/** Each takes a body of the version it stands under to the next. */
type Steps = Partial<Record<number, (body: never) => unknown>>

/**
 * A body as this version of Pavrel has it, whatever version it was written in. What is stored stays as it was.
 * @throws where it was written by a later Pavrel than this one
 */
export const currentBody = <Kind extends EntryKind>(
  kind: Kind,
  version: number,
  body: unknown,
): EntryBodies[Kind] => {
  if (!Number.isInteger(version) || version < 1 || version > ENTRY_VERSION)
    throw new Error(
      `an entry of version ${version} is not known here; the newest is ${ENTRY_VERSION}`,
    )
  const { steps = {} }: { shape: unknown; steps?: Steps } = KINDS[kind]
  let current = body
  for (let at = version; at < ENTRY_VERSION; at++)
    current = steps[at]?.(current as never) ?? current
  return current as EntryBodies[Kind]
}
