/** @jest-environment node */
import { NextRequest } from 'next/server'
import { proxy } from '@/proxy'

const request = (method: string, headers: Record<string, string> = {}) =>
  proxy(new NextRequest('http://127.0.0.1:4270/tubs/1/now', { method, headers }))

test('every page has a policy of its own: own scripts by a fresh nonce, no frames', () => {
  const policies = [request('GET'), request('GET')].map(
    (response) => response.headers.get('content-security-policy') ?? '',
  )
  expect(policies[0]).toContain("default-src 'self'")
  expect(policies[0]).toContain("frame-ancestors 'none'")
  expect(policies[0]).not.toContain('unsafe-eval')
  const nonce = (policy = '') => /'nonce-([^']+)'/.exec(policy)?.[1]
  expect(nonce(policies[0])).toBeTruthy()
  expect(nonce(policies[0])).not.toBe(nonce(policies[1]))
})

test.each([
  ['http://elsewhere.example', 403],
  ['http://127.0.0.1:9999', 403],
  ['null', 403],
  ['http://127.0.0.1:4270', 200],
])('a write from %s answers %s', (origin, status) => {
  expect(request('POST', { origin, host: '127.0.0.1:4270' }).status).toBe(status)
})

test('a write without an origin, from a script on this machine, is let through', () => {
  expect(request('POST', { host: '127.0.0.1:4270' }).status).toBe(200)
})

describe('where the server is for this machine alone', () => {
  beforeEach(() => {
    process.env.PAVREL_LOOPBACK_ONLY = '1'
  })
  afterEach(() => {
    delete process.env.PAVREL_LOOPBACK_ONLY
  })
  test.each([
    ['127.0.0.1:4270', 200],
    ['localhost:5000', 200],
    ['[::1]:4270', 200],
    ['rebound.example:4270', 421],
    ['127.0.0.1.example', 421],
  ])('a page asked for at %s answers %s', (host, status) => {
    expect(request('GET', { host }).status).toBe(status)
  })
})

test('where it was opened to a network, any name is answered', () => {
  expect(request('GET', { host: 'tub-room.home:4270' }).status).toBe(200)
})
