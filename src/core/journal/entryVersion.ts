import type { DoseBody, EntryBodies, EntryKind } from './entry'

/** The version that bodies are written in. One more for each change of an entry's shape, with its step below. */
export const ENTRY_VERSION = 2

/** Until version 1 a dose kept the sentence that had stood against it. */
interface DoseBody1 extends Omit<DoseBody, 'override'> {
  override?: { against: string; reason: string }
}

type Step = (kind: EntryKind, body: unknown) => unknown

/** The first takes a body of version 1 to version 2, and so on. */
const STEPS: readonly Step[] = [
  (kind, body) => {
    if (kind !== 'dose') return body
    const { override, ...rest } = body as DoseBody1
    return override
      ? { ...rest, override: { against: [], said: override.against, reason: override.reason } }
      : rest
  },
]

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
  return STEPS.slice(version - 1).reduce((at, step) => step(kind, at), body) as EntryBodies[Kind]
}
