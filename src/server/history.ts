import { ENTRY_KINDS, type Entry, type EntryKind, PRODUCTS } from '@/core'
import { KIND_WORDS } from '@/words/entryWords'
import { signName } from '@/words/signText'
import { fromWallClock } from './moment'

/** What is asked of the history, as its address says it. */
export interface HistoryAsked {
  kind: EntryKind | undefined
  /** Words that every shown entry holds. */
  search: string
  /** A day to begin from, "2026-11-28", and the moment it ends at. */
  day: string
  until: number | undefined
}

const LONGEST_SEARCH = 80

const text = (value: string | string[] | undefined) => (typeof value === 'string' ? value : '')

/** @param timeZone whose day is meant */
export const historyAsked = (
  query: Record<string, string | string[] | undefined>,
  timeZone: string,
): HistoryAsked => {
  const day = /^\d{4}-\d{2}-\d{2}$/.test(text(query.day)) ? text(query.day) : ''
  const begins = day ? fromWallClock(`${day}T00:00`, timeZone) : undefined
  return {
    kind: ENTRY_KINDS.find((known) => known === query.kind),
    search: text(query.q).trim().slice(0, LONGEST_SEARCH),
    day: begins === undefined ? '' : day,
    until: begins === undefined ? undefined : begins + 86_400_000,
  }
}

/** What can be searched in an entry: its kind, what was typed, the common names of what went in and what was seen. */
const haystack = (entry: Entry): string => {
  const { body } = entry
  const product = entry.kind === 'dose' ? PRODUCTS[entry.body.product].commonName : ''
  const signs = entry.kind === 'look' ? entry.body.signs.map(signName).join(' ') : ''
  return `${KIND_WORDS[entry.kind]} ${product} ${signs} ${entry.by ?? ''} ${JSON.stringify(body)}`.toLowerCase()
}

/**
 * The entries that are asked for, newest first: so many of them, and whether there are more.
 * @param written newest first
 */
export const historyOf = (
  written: readonly Entry[],
  { kind, search, until }: HistoryAsked,
  most: number,
): { entries: Entry[]; more: boolean } => {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean)
  const entries: Entry[] = []
  for (const entry of written) {
    if (kind !== undefined && entry.kind !== kind) continue
    if (until !== undefined && entry.at >= until) continue
    if (words.length > 0) {
      const hay = haystack(entry)
      if (!words.every((word) => hay.includes(word))) continue
    }
    if (entries.length === most) return { entries, more: true }
    entries.push(entry)
  }
  return { entries, more: false }
}
