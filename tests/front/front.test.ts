import fc from 'fast-check'
import { type Asked, front, isLoopback, LOOPBACK_NAMES, nameOf, namesIn, told } from '@/front/front'
import { share } from '../share'

const NOW = Date.UTC(2026, 4, 20, 18)
const asked = (some: Partial<Asked> = {}): Asked => ({
  method: 'GET',
  url: '/tubs/1/now',
  host: '127.0.0.1:4270',
  origin: undefined,
  site: undefined,
  contentLength: undefined,
  transferEncoding: undefined,
  authorization: undefined,
  remote: '127.0.0.1',
  ...some,
})
const write = (some: Partial<Asked> = {}) => asked({ method: 'POST', contentLength: '10', ...some })
const alone = () => front({ names: LOOPBACK_NAMES })
const status = (some: Asked, look = alone()) => look(some, NOW)?.status

test.each([
  ['127.0.0.1:4270', undefined],
  ['localhost:5000', undefined],
  ['LOCALHOST', undefined],
  ['[::1]:4270', undefined],
  ['rebound.example:4270', 421],
  ['127.0.0.1.example', 421],
  ['localhost.example:4270', 421],
  ['', 421],
])('asked for as %s: %s, for reading and for writing', (host, expected) => {
  expect(status(asked({ host }))).toBe(expected)
  expect(status(write({ host }))).toBe(expected)
})

test('names are an explicit list: those given, and none beside', () => {
  const names = [...LOOPBACK_NAMES, ...namesIn('tub-room.home, 192.168.1.5')]
  const look = front({ names })
  expect(status(asked({ host: 'tub-room.home:4270' }), look)).toBeUndefined()
  expect(status(asked({ host: '192.168.1.5:4270' }), look)).toBeUndefined()
  expect(status(asked({ host: 'other.home:4270' }), look)).toBe(421)
})

test.each([
  [{ origin: 'http://elsewhere.example' }, 403],
  [{ origin: 'http://127.0.0.1:9999' }, 403],
  [{ origin: 'null' }, 403],
  [{ origin: 'http://127.0.0.1:4270', site: 'same-origin' }, undefined],
  // A browser that leaves out the origin still says where the page came from.
  [{ site: 'cross-site' }, 403],
  [{ site: 'same-site' }, 403],
  [{ site: 'none' }, undefined],
  // A script or a device of this machine.
  [{}, undefined],
])('a write with %j answers %s', (headers, expected) => {
  expect(status(write(headers))).toBe(expected)
})

test.each(['/%', '/%ff', '/tubs/%e0%a4%a/now', '/tubs/1%00/now'])(
  'the address %s is refused in a sentence',
  (url) => {
    expect(alone()(asked({ url }), NOW)).toMatchObject({
      status: 400,
      sentence: expect.stringMatching(/percent sign/),
    })
  },
)

test('size is looked at before anything is read', () => {
  expect(status(write({ contentLength: '60000000' }))).toBe(413)
  expect(status(write({ contentLength: undefined }))).toBe(411)
  expect(status(write({ transferEncoding: 'chunked' }))).toBe(411)
  expect(status(write({ contentLength: '-1' }))).toBe(411)
  expect(status(write({ url: '/api/data/restore', contentLength: '60000000' }))).toBeUndefined()
  expect(status(write({ url: '/api/data/restorex', contentLength: '60000000' }))).toBe(413)
  expect(status(asked({ url: `/${'a'.repeat(9000)}` }))).toBe(414)
  expect(status(asked({ method: 'DELETE' }))).toBe(405)
})

describe('where other machines reach it', () => {
  const rules = { names: [...LOOPBACK_NAMES, 'tub.home'], passphrase: 'warm water after dark' }
  const basic = (text: string) => `Basic ${Buffer.from(text).toString('base64')}`
  const from = (some: Partial<Asked> = {}) =>
    asked({ host: 'tub.home', remote: '192.168.1.9', ...some })

  test('nothing is read or written without the passphrase; the user name does not matter', () => {
    const look = front(rules)
    expect(look(from(), NOW)).toMatchObject({
      status: 401,
      headers: { 'www-authenticate': expect.stringMatching(/^Basic/) },
    })
    expect(status(from({ authorization: basic('me:warm water after dark') }), look)).toBeUndefined()
    expect(status(from({ authorization: basic(':warm water after dark') }), look)).toBeUndefined()
    expect(status(from({ authorization: basic('me:warm water') }), look)).toBe(401)
    expect(status(from({ authorization: 'Bearer x' }), look)).toBe(401)
    // Of this machine too: what stands before it as a proxy looks the same.
    expect(status(from({ remote: '127.0.0.1' }), look)).toBe(401)
  })
  test('a calendar is read by its secret address alone', () => {
    const look = front(rules)
    expect(status(from({ url: `/calendar/${'k'.repeat(24)}.ics` }), look)).toBeUndefined()
    expect(status(from({ url: '/calendar/short.ics' }), look)).toBe(401)
    expect(status(from({ url: `/calendar/${'k'.repeat(24)}/../../tubs/1/now` }), look)).toBe(401)
  })
  test('ten wrong passphrases a minute and no more, each address by itself', () => {
    const look = front(rules)
    const wrong = from({ authorization: basic('me:wrong') })
    for (let i = 0; i < 10; i++) expect(status(wrong, look)).toBe(401)
    const right = { authorization: basic('me:warm water after dark') }
    expect(look(from(right), NOW)).toMatchObject({ status: 429, headers: { 'retry-after': '60' } })
    expect(status(from({ ...right, remote: '192.168.1.10' }), look)).toBeUndefined()
    expect(look(from(right), NOW + 60_000)).toBeUndefined()
  })
  test('sixty writes a minute from another machine; this one writes as it likes', () => {
    const look = front({ names: rules.names })
    const one = write({ host: 'tub.home', remote: '192.168.1.9' })
    for (let i = 0; i < 60; i++) expect(status(one, look)).toBeUndefined()
    expect(look(one, NOW)).toMatchObject({ status: 429, sentence: expect.stringMatching(/60 s/) })
    expect(look({ ...one, method: 'GET' }, NOW)).toBeUndefined()
    expect(look(one, NOW + 60_000)).toBeUndefined()
    for (let i = 0; i < 200; i++) expect(status(write(), look)).toBeUndefined()
  })
})

test('a refusal comes as its reader takes it, and holds no markup of the asker', () => {
  const refusal = alone()(asked({ host: '<b>x</b>' }), NOW)
  if (!refusal) throw new Error('let in')
  const page = told(refusal, 'text/html,*/*')
  expect(page.body).not.toContain('<b>x')
  expect(page.headers['content-security-policy']).toContain("default-src 'none'")
  expect(JSON.parse(told(refusal, 'application/json').body)).toEqual({ error: refusal.sentence })
  expect(told(refusal, undefined).body).toBe(refusal.sentence)
})

test('the names of this machine', () => {
  for (const address of ['127.0.0.1', '127.9.9.9', '::1', '::ffff:127.0.0.1', 'localhost'])
    expect(isLoopback(address)).toBe(true)
  for (const address of ['192.168.1.2', '0.0.0.0', '::', '127.0.0.1.example'])
    expect(isLoopback(address)).toBe(false)
  expect(nameOf('[fe80::1]:4270')).toBe('fe80::1')
})

test('whatever is asked, in any header, gets an answer or is let in, and never throws', () => {
  const asked = share('requests with any header', 1000, 10_000)
  const text = fc.oneof(
    fc.string({ unit: 'binary', maxLength: 200 }),
    fc.constantFrom('', 'null', '%', '%ff'),
  )
  const maybe = fc.option(text, { nil: undefined })
  const look = alone()
  let refusedOnes = 0
  fc.assert(
    fc.property(
      fc.record({
        method: fc.oneof(fc.constantFrom('GET', 'POST', 'PUT', 'TRACE'), text),
        url: fc.oneof(fc.webPath(), text),
        host: fc.oneof(fc.constantFrom('127.0.0.1:4270', 'localhost'), text),
        origin: maybe,
        site: maybe,
        contentLength: fc.oneof(maybe, fc.nat().map(String)),
        transferEncoding: maybe,
        authorization: maybe,
        remote: text,
      }),
      (one) => {
        const refusal = look(one, NOW)
        if (!refusal) {
          expect(LOOPBACK_NAMES).toContain(nameOf(one.host))
          expect(['GET', 'HEAD', 'POST']).toContain(one.method)
          return
        }
        refusedOnes++
        expect(refusal.sentence).toMatch(/^[A-Z].*\.$/s)
        expect(told(refusal, one.site).body).toContain('.')
      },
    ),
    { numRuns: asked },
  )
  expect(refusedOnes).toBeGreaterThan(asked / 10)
})
