import { createHash, timingSafeEqual } from 'node:crypto'
import { FRONT } from '@/words/frontWords'

// The server that stands behind it says these sentences too.
export { FRONT }

/** What can be known of a request before any of it is read. */
export interface Asked {
  method: string
  /** As it stands in the request: path and query. */
  url: string
  host: string
  origin: string | undefined
  /** `Sec-Fetch-Site`, which every browser of today sends. */
  site: string | undefined
  contentLength: string | undefined
  transferEncoding: string | undefined
  authorization: string | undefined
  /** The address at the other end of the connection. */
  remote: string
}

export interface Refusal {
  status: 400 | 401 | 403 | 405 | 411 | 413 | 414 | 421 | 429
  sentence: string
  headers?: Record<string, string>
}

export interface FrontRules {
  /** Every name and address that this server answers to, without ports. */
  names: readonly string[]
  /** Asked for where other machines reach it. */
  passphrase?: string | undefined
}

/** A sheet of ten thousand rows, or a calendar of four megabytes, with what a form adds. */
const MOST_BYTES = 6_000_000
/** A copy of the database, or an export. */
export const MOST_UPLOAD_BYTES = 250_000_000
/** @public the server’s own script reads it */
export const UPLOADS = /^\/api\/data\/(restore|import)$/
const LONGEST_URL = 8000
/** @public the server’s own script reads it */
export const SHORTEST_PASSPHRASE = 12

/** Says itself who may read it: the address is the secret. */
const SECRET_ADDRESS = /^\/calendar\/[\w-]{20,40}(\.ics)?$/

const LOOPBACK = /^(127(\.\d{1,3}){3}|::1|::ffff:127(\.\d{1,3}){3})$/i
export const isLoopback = (address: string): boolean =>
  LOOPBACK.test(address) || address === 'localhost'

/** A host header's name: without its port, and without the brackets of an IPv6 address. */
export const nameOf = (host: string): string =>
  host
    .toLowerCase()
    .replace(/:\d{1,5}$/, '')
    .replace(/^\[(.*)\]$/, '$1')

/** What the loopback interface is called. */
export const LOOPBACK_NAMES = ['localhost', '127.0.0.1', '::1'] as const

/** Names as they are listed in `PAVREL_NAMES`. */
export const namesIn = (list: string | undefined): string[] =>
  (list ?? '')
    .split(/[\s,]+/)
    .map((name) => name.trim().toLowerCase())
    .filter(Boolean)

const readable = (url: string): boolean => {
  try {
    decodeURIComponent(url.split('?')[0] ?? '')
    return !url.includes('%00')
  } catch {
    return false
  }
}

const hostOf = (origin: string): string | undefined => {
  try {
    return new URL(origin).host
  } catch {
    return undefined
  }
}

const isWrite = (method: string): boolean => method !== 'GET' && method !== 'HEAD'

/** A name that was made to point at this machine reads and writes nothing. */
const misdirected = ({ host }: Pick<Asked, 'host'>, { names }: FrontRules): Refusal | undefined =>
  names.includes(nameOf(host)) ? undefined : { status: 421, sentence: FRONT.name(host, names) }

/** A write from another site's page. Scripts and devices send neither of the two headers; browsers can't leave them out. */
const fromElsewhere = ({
  method,
  host,
  origin,
  site,
}: Pick<Asked, 'method' | 'host' | 'origin' | 'site'>): Refusal | undefined => {
  if (!isWrite(method)) return undefined
  const elsewhere =
    origin === undefined
      ? site !== undefined && site !== 'same-origin' && site !== 'none'
      : hostOf(origin) !== host
  return elsewhere ? { status: 403, sentence: FRONT.otherSite } : undefined
}

/** Both of these for a request that no front has looked at, by its headers alone. */
export const refusedByHeaders = (
  { method, headers }: Pick<Request, 'method' | 'headers'>,
  listed: string | undefined,
): Refusal | undefined => {
  const asked = {
    method,
    host: headers.get('host') ?? '',
    origin: headers.get('origin') ?? undefined,
    site: headers.get('sec-fetch-site') ?? undefined,
  }
  return (
    misdirected(asked, { names: [...LOOPBACK_NAMES, ...namesIn(listed)] }) ?? fromElsewhere(asked)
  )
}

/** Counts by address and minute; it forgets. */
class Meter {
  readonly #counts = new Map<string, number>()
  #minute = 0
  constructor(readonly most: number) {}
  #at(now: number) {
    const minute = Math.floor(now / 60_000)
    if (minute !== this.#minute) this.#counts.clear()
    this.#minute = minute
  }
  count(address: string, now: number): void {
    this.#at(now)
    this.#counts.set(address, (this.#counts.get(address) ?? 0) + 1)
  }
  /** How long until it is open again, s; undefined where it is. */
  closed(address: string, now: number): number | undefined {
    this.#at(now)
    if ((this.#counts.get(address) ?? 0) < this.most) return undefined
    return Math.ceil((60_000 - (now % 60_000)) / 1000)
  }
}

/** A person with a phone never writes so often in a minute; a device that does is broken. */
const WRITES_A_MINUTE = 60
const WRONG_A_MINUTE = 10

const digest = (text: string) => createHash('sha256').update(text).digest()

const passes = (authorization: string | undefined, passphrase: string): boolean => {
  const [, encoded] = /^Basic ([A-Za-z0-9+/=]{1,600})$/i.exec(authorization ?? '') ?? []
  if (!encoded) return false
  const given = Buffer.from(encoded, 'base64').toString('utf8')
  return timingSafeEqual(digest(given.slice(given.indexOf(':') + 1)), digest(passphrase))
}

const retry = (seconds: number) => ({ 'retry-after': String(seconds) })

/**
 * Looks at requests before anything of them is read: who asks, by which name, how much, how often. What may not come in is answered
 * by a sentence.
 */
export const front = (rules: FrontRules) => {
  const writes = new Meter(WRITES_A_MINUTE)
  const wrong = new Meter(WRONG_A_MINUTE)

  const locked = ({ url, authorization, remote }: Asked, now: number): Refusal | undefined => {
    const { passphrase } = rules
    if (passphrase === undefined || SECRET_ADDRESS.test(url.split('?')[0] ?? '')) return undefined
    const closed = wrong.closed(remote, now)
    if (closed !== undefined)
      return { status: 429, sentence: FRONT.wrongOften(closed), headers: retry(closed) }
    if (passes(authorization, passphrase)) return undefined
    if (authorization !== undefined) wrong.count(remote, now)
    return {
      status: 401,
      sentence: FRONT.passphrase,
      headers: { 'www-authenticate': 'Basic realm="Pavrel", charset="UTF-8"' },
    }
  }

  const sized = ({ method, url, contentLength, transferEncoding }: Asked): Refusal | undefined => {
    if (!isWrite(method)) return undefined
    if (transferEncoding !== undefined || !/^\d{1,12}$/.test(contentLength ?? ''))
      return { status: 411, sentence: FRONT.noLength }
    const most = UPLOADS.test(url.split('?')[0] ?? '') ? MOST_UPLOAD_BYTES : MOST_BYTES
    const given = Number(contentLength)
    return given > most ? { status: 413, sentence: FRONT.large(given, most) } : undefined
  }

  const tooOften = ({ method, remote }: Asked, now: number): Refusal | undefined => {
    if (!isWrite(method) || isLoopback(remote)) return undefined
    const closed = writes.closed(remote, now)
    writes.count(remote, now)
    return closed === undefined
      ? undefined
      : { status: 429, sentence: FRONT.tooOften(closed), headers: retry(closed) }
  }

  return (asked: Asked, now: number): Refusal | undefined => {
    const { method, url } = asked
    if (!['GET', 'HEAD', 'POST'].includes(method))
      return { status: 405, sentence: FRONT.method, headers: { allow: 'GET, HEAD, POST' } }
    if (url.length > LONGEST_URL) return { status: 414, sentence: FRONT.longAddress }
    if (!readable(url)) return { status: 400, sentence: FRONT.address }
    return (
      misdirected(asked, rules) ??
      locked(asked, now) ??
      fromElsewhere(asked) ??
      sized(asked) ??
      tooOften(asked, now)
    )
  }
}

/**
 * On every answer, of a page, a script or a picture.
 * @public the server’s own script reads it
 */
export const HEADERS: Readonly<Record<string, string>> = {
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'same-origin',
  'x-frame-options': 'DENY',
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
  'permissions-policy': 'camera=(self), microphone=(), geolocation=(), payment=(), usb=()',
}

const escaped = (text: string) =>
  text.replace(/[&<>"]/g, (character) => `&#${character.charCodeAt(0)};`)

/** A refusal as its reader can take it: JSON for a device, text for a form of ours, else a page with nothing to load. */
export const told = (
  { status, sentence, headers = {} }: Refusal,
  accept: string | undefined,
): { status: number; headers: Record<string, string>; body: string } => {
  const [type, body] = /application\/json/.test(accept ?? '')
    ? ['application/json', JSON.stringify({ error: sentence })]
    : /text\/html/.test(accept ?? '')
      ? [
          'text/html; charset=utf-8',
          `<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><title>Pavrel</title><h1>Pavrel</h1><p>${escaped(sentence)}</p><p><a href="/">Start page</a></p></html>`,
        ]
      : ['text/plain; charset=utf-8', sentence]
  return {
    status,
    headers: {
      ...HEADERS,
      ...headers,
      'content-type': type ?? 'text/plain',
      // Nothing between may press it either: it was not asked for that way.
      'cache-control': 'no-store, no-transform',
      'content-security-policy': "default-src 'none'; form-action 'none'; frame-ancestors 'none'",
    },
    body: body ?? sentence,
  }
}
